/** Turns of a concentric group in the shape of a sine. */
import { finding, good, refused, type Finding, type Outcome } from '../../language/quantity/index.ts';

export interface SineGroup {
  /** Q / 2p, not rounded. */
  readonly polePitchSlots: number;
  readonly pitches: readonly number[];
  readonly turnsPerPole: number;
  /** Whether a coil of the full pole pitch shares both its slots with those of the next poles. */
  readonly sharedFullPitch: boolean;
}

export interface SineTurns {
  /** Of the turns of a pole, in the order of the pitches; they add up to 1. */
  readonly shares: readonly number[];
  /** Not rounded. */
  readonly turns: readonly number[];
}

/**
 * Shares ∝ sin(90° · pitch / pole pitch). A coil of the full pitch has both its slots in common with those of the next poles
 * and gets half, or a third harmonic is left.
 * Source: a winding whose turns follow a sine has its working wave alone; Fourier, first principles. Agrees with the graded
 * groups of published tables of single-phase windings.
 */
export function sineTurns(group: SineGroup): Outcome<SineTurns> {
  const { polePitchSlots, pitches, turnsPerPole, sharedFullPitch } = group;
  const found: Finding[] = [];
  if (!(polePitchSlots > 1))
    found.push(
      finding('stop', 'sine.pole-pitch', 'The pole pitch is more than one slot.', ['polePitchSlots']),
    );
  if (pitches.length === 0)
    found.push(finding('stop', 'sine.no-coils', 'A group needs at least one coil.', ['pitches']));
  const over = pitches.find((y) => !(y > 0) || y > polePitchSlots);
  if (over !== undefined)
    found.push(
      finding(
        'stop',
        'sine.pitch',
        `A coil of pitch ${over} does not lie within the pole pitch of ${polePitchSlots} slots.`,
        ['pitches'],
      ),
    );
  if (new Set(pitches).size < pitches.length)
    found.push(finding('stop', 'sine.pitch-twice', 'Each pitch stands once in a group.', ['pitches']));
  if (!(turnsPerPole > 0))
    found.push(finding('stop', 'sine.turns', 'Turns of a pole are more than none.', ['turnsPerPole']));
  if (found.length > 0) return refused(found);
  const parts = pitches.map((y) => {
    const whole = Math.sin((Math.PI / 2) * (y / polePitchSlots));
    return sharedFullPitch && y === polePitchSlots ? whole / 2 : whole;
  });
  const sum = parts.reduce((a, b) => a + b, 0);
  const shares = parts.map((p) => p / sum);
  return good({ shares, turns: shares.map((s) => s * turnsPerPole) });
}

/**
 * Winding factor of one concentric group: |Σ T·sin(h·90°·y/τ)| / ΣT.
 * Source: pitch factor of each coil; Fitzgerald, Kingsley & Umans, Electric Machinery, app. B (from memory).
 */
export const groupFactor = (
  { pitches, polePitchSlots }: Pick<SineGroup, 'pitches' | 'polePitchSlots'>,
  turns: readonly number[],
  order: number,
): number =>
  Math.abs(
    pitches.reduce((n, y, i) => n + turns[i]! * Math.sin((order * Math.PI * y) / (2 * polePitchSlots)), 0),
  ) / turns.reduce((a, b) => a + b, 0);

/** Whole turns that add up to the whole: the largest remainders go up. */
export function wholeTurns(exact: readonly number[]): readonly number[] {
  const total = Math.round(exact.reduce((a, b) => a + b, 0));
  const down = exact.map((t) => Math.max(1, Math.floor(t)));
  const order = exact
    .map((t, i) => ({ i, rest: t - Math.floor(t) }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i);
  let left = total - down.reduce((a, b) => a + b, 0);
  for (const { i } of order) {
    if (left <= 0) break;
    down[i]!++;
    left--;
  }
  return down;
}
