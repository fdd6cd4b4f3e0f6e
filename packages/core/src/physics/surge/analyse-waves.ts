/** What a set of waves says: how alike the phases are, how each rings, and whether a pulse left the one before. */
import { finding, good, refuse, type Finding, type Outcome } from '../../language/quantity/index.ts';
import { errorAreaPercent } from './compare.ts';
import { fitRing, zeroCrossings, type FittedRing } from './fit-ring.ts';
import { levelsOf, SURGE_PHASES, waveAt, type SurgePhase, type SurgeWave, type SurgeWaves } from './waves.ts';

/** Reference first. */
export const SURGE_PAIRS = [
  ['U', 'V'],
  ['V', 'W'],
  ['W', 'U'],
] as const satisfies readonly (readonly [SurgePhase, SurgePhase])[];

export interface PulseStep {
  /** The pulse that is compared with the one before it [V]. */
  readonly setV: number;
  readonly beforeV: number;
  readonly percent: number;
}

export interface WaveAnalysis {
  /** Level at which the phases are laid over each other: the highest that all of them have [V]. */
  readonly comparedV: number;
  /** Error area of V on U, W on V, U on W; null where a phase was not pulsed [%]. */
  readonly areaPercent: Readonly<Record<'uv' | 'vw' | 'wu', number | null>>;
  readonly ring: Readonly<Record<SurgePhase, FittedRing | null>>;
  readonly crossingsUs: Readonly<Record<SurgePhase, readonly number[]>>;
  /** Pulse after pulse of a phase, both brought to the height of their own set volts. */
  readonly pulses: Readonly<Record<SurgePhase, readonly PulseStep[]>>;
}

/** Fewer cycles say little about frequency and nothing about damping. */
const FEW_CYCLES = 1.5;
/** A share of samples at one height that no wave has by itself. Common practice, no source. */
const FLAT_TOP = 0.02;
/** What the fit may leave of a ring that is one damped sine. Common practice, no source. */
const POOR_FIT = 0.15;

/** @returns refused where there is nothing to compare; what is doubtful in the recording is found and said */
export function analyseWaves(recorded: SurgeWaves): Outcome<WaveAnalysis> {
  const { waves, stepUs } = recorded;
  if (waves.length === 0) return refuse('surge.no-waves', 'There is no wave in it.', 'waves');
  const length = waves[0]!.samples.length;
  if (waves.some((w) => w.samples.length !== length))
    return refuse(
      'surge.unequal',
      'The waves are of unequal length: they are not on one time base.',
      'waves',
    );
  const flat = waves.find((w) => !w.samples.some((v) => v !== 0));
  if (flat)
    return refuse(
      'surge.flat',
      `The wave of ${flat.phase} at ${flat.setV} V is zero throughout: nothing was connected.`,
      'waves',
    );
  const found: Finding[] = [];
  const present = SURGE_PHASES.filter((p) => waves.some((w) => w.phase === p));
  const levels = levelsOf(recorded);
  const comparedV = levels.findLast((v) => present.every((p) => waveAt(recorded, p, v))) ?? levels.at(-1)!;
  const at = (p: SurgePhase) => waveAt(recorded, p, comparedV)?.samples ?? null;
  const area = ([a, b]: readonly [SurgePhase, SurgePhase]) => {
    const [x, y] = [at(a), at(b)];
    const percent = x && y ? errorAreaPercent(x, y) : null;
    return percent?.ok ? percent.value : null;
  };
  const ring = (p: SurgePhase) => {
    const samples = at(p);
    return samples ? fitRing(samples, stepUs * 1e-6) : null;
  };
  const analysis: WaveAnalysis = {
    comparedV,
    areaPercent: { uv: area(SURGE_PAIRS[0]), vw: area(SURGE_PAIRS[1]), wu: area(SURGE_PAIRS[2]) },
    ring: { U: ring('U'), V: ring('V'), W: ring('W') },
    crossingsUs: perPhase((p) => zeroCrossings(at(p) ?? []).map((c) => c * stepUs)),
    pulses: perPhase((p) => pulseSteps(waves.filter((w) => w.phase === p))),
  };
  for (const p of present) {
    const samples = at(p);
    if (samples) found.push(...doubtsOf(p, samples, analysis.ring[p]));
  }
  return good(analysis, found);
}

const perPhase = <T>(of: (p: SurgePhase) => T): Readonly<Record<SurgePhase, T>> => ({
  U: of('U'),
  V: of('V'),
  W: of('W'),
});

function pulseSteps(waves: readonly SurgeWave[]): PulseStep[] {
  const rising = waves.slice().sort((a, b) => a.setV - b.setV);
  return rising.slice(1).flatMap((wave, i) => {
    const before = rising[i]!;
    const scaled = before.samples.map((v) => (v * wave.setV) / before.setV);
    const percent = errorAreaPercent(scaled, wave.samples);
    return percent.ok ? [{ setV: wave.setV, beforeV: before.setV, percent: percent.value }] : [];
  });
}

/** What in the recording itself makes its figures doubtful. */
function doubtsOf(phase: SurgePhase, samples: readonly number[], ring: FittedRing | null): Finding[] {
  const watch = (code: string, message: string) => finding('watch', `surge.${code}`, message, ['waves']);
  const found: Finding[] = [];
  let [most, least] = [-Infinity, Infinity];
  for (const v of samples) {
    most = Math.max(most, v);
    least = Math.min(least, v);
  }
  const held = (edge: number) => samples.filter((v) => v === edge).length / samples.length;
  if (held(most) > FLAT_TOP || held(least) > FLAT_TOP)
    found.push(
      watch(
        'clipped',
        `The wave of ${phase} is cut off at the top: the range of the recording was too small.`,
      ),
    );
  if (!ring) found.push(watch('no-ring', `The wave of ${phase} does not ring within the recording.`));
  else if (ring.cycles < FEW_CYCLES)
    found.push(
      watch(
        'few-cycles',
        `The recording shows ${ring.cycles.toFixed(1)} cycles of ${phase}: record at least three.`,
      ),
    );
  else if (ring.leftShare > POOR_FIT)
    found.push(
      watch(
        'not-one-ring',
        `The wave of ${phase} is no single damped ring: its frequency and damping mean little.`,
      ),
    );
  return found;
}
