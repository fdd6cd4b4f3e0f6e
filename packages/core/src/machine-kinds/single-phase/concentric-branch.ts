/** One winding of a single-phase stator: a concentric group a pole, poles in turn north and south. */
import { finding, good, refused, type Finding, type Outcome } from '../../language/quantity/index.ts';

export interface BranchSpec {
  /** Q, 1…Q clockwise seen from the connection end. */
  readonly slots: number;
  /** 2p. */
  readonly poles: number;
  /** Pitch of each coil of a group [slots]; a span "1 to n" is n − 1. */
  readonly pitches: readonly number[];
  /** Turns of the same coils. */
  readonly turns: readonly number[];
  /** Slot in which the widest coil of group 1 begins. */
  readonly firstSlot: number;
}

export interface BranchCoil {
  readonly firstSlot: number;
  readonly secondSlot: number;
  readonly pitch: number;
  readonly turns: number;
  /** +1: current goes in by the first side; −1: it returns there. */
  readonly polarity: 1 | -1;
  /** 1…poles, from the one that begins in `firstSlot` on. */
  readonly group: number;
}

export interface Branch extends BranchSpec {
  readonly coils: readonly BranchCoil[];
  readonly turnsPerPole: number;
}

export const MOST_SLOTS = 288;
const wholeFrom = (value: number, least: number) => Number.isInteger(value) && value >= least;

/** What is wrong with one figure after the other, before anything is laid. */
function checkSpec({ slots, poles, pitches, turns, firstSlot }: BranchSpec): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, fields: string[]) =>
    found.push(finding('stop', `branch.${code}`, message, fields));
  if (!wholeFrom(slots, 4) || slots > MOST_SLOTS)
    stop('slots', `Slots are counted, 4 to ${MOST_SLOTS}; not ${slots}.`, ['slots']);
  if (!wholeFrom(poles, 2) || poles % 2 !== 0 || poles > slots)
    stop('poles', `Poles are an even number from 2, no more than the slots; not ${poles}.`, ['poles']);
  if (pitches.length === 0) stop('no-coils', 'A group needs at least one coil.', ['pitches']);
  if (pitches.length !== turns.length)
    stop(
      'unequal-lists',
      `${pitches.length} spans and ${turns.length} turns: each coil of a group needs one of each.`,
      ['pitches', 'turns'],
    );
  const wrongPitch = pitches.find((y) => !wholeFrom(y, 1) || y >= slots);
  if (wrongPitch !== undefined)
    stop('pitch', `A coil of pitch ${wrongPitch} does not lie in ${slots} slots.`, ['pitches']);
  const double = pitches.find((y, i) => pitches.indexOf(y) !== i);
  if (double !== undefined)
    stop('pitch-twice', `Two coils of a group have the pitch ${double}: add their turns.`, ['pitches']);
  const wrongTurns = turns.find((t) => !wholeFrom(t, 1) || t > 5000);
  if (wrongTurns !== undefined)
    stop('turns', `Turns are counted, 1 to 5000 a coil; not ${wrongTurns}.`, ['turns']);
  if (!wholeFrom(firstSlot, 1) || firstSlot > slots)
    stop('first-slot', `The first slot is one of 1 to ${slots}; not ${firstSlot}.`, ['firstSlot']);
  return found;
}

/** @returns the slot at this place round the bore, 1…slots */
export const slotAt = (place: number, slots: number) => ((((place - 1) % slots) + slots) % slots) + 1;

/**
 * Lays a group at each pole: its coils about one middle, the middles slots/poles apart.
 * @returns refused when a coil side would fall between two slots
 * Source: geometry; first principles.
 */
export function layBranch(spec: BranchSpec): Outcome<Branch> {
  const wrong = checkSpec(spec);
  if (wrong.length > 0) return refused(wrong);
  const { slots, poles, pitches, turns, firstSlot } = spec;
  const widest = Math.max(...pitches);
  const coils: BranchCoil[] = [];
  for (let g = 0; g < poles; g++)
    for (const [i, pitch] of pitches.entries()) {
      // Counted in halves of slots over poles, so that nothing is rounded before it is looked at.
      const twice = 2 * firstSlot + widest - pitch;
      const begins = twice * poles + 2 * g * slots;
      if (begins % (2 * poles) !== 0)
        return refused([
          finding(
            'stop',
            'branch.between-slots',
            slots % poles === 0
              ? `Coils of pitch ${widest} and ${pitch} about one middle: one of them would lie between two slots. The pitches of a group are all even or all odd.`
              : `${slots} slots do not divide by ${poles} poles: a coil of group ${g + 1} would lie between two slots.`,
            slots % poles === 0 ? ['pitches'] : ['slots', 'poles'],
          ),
        ]);
      const first = begins / (2 * poles);
      coils.push({
        firstSlot: slotAt(first, slots),
        secondSlot: slotAt(first + pitch, slots),
        pitch,
        turns: turns[i]!,
        polarity: g % 2 === 0 ? 1 : -1,
        group: g + 1,
      });
    }
  return good({ ...spec, coils, turnsPerPole: turns.reduce((a, b) => a + b, 0) });
}

/** Sum of the coil-side phasors of the wave with `polePairs`, both sides counted: twice turns × factor long. */
function phasor(branch: Branch, polePairs: number): { readonly re: number; readonly im: number } {
  let [re, im] = [0, 0];
  for (const c of branch.coils)
    for (const [slot, side] of [
      [c.firstSlot, 1],
      [c.secondSlot, -1],
    ] as const) {
      const angle = (2 * Math.PI * ((polePairs * slot) % branch.slots)) / branch.slots;
      re += side * c.polarity * c.turns * Math.cos(angle);
      im += side * c.polarity * c.turns * Math.sin(angle);
    }
  return { re, im };
}

const turnsInSeries = (branch: Branch) => branch.poles * branch.turnsPerPole;

/**
 * Winding factor, weighted by turns: |Σ sign·T·(e^(jνα_first) − e^(jνα_second))| / (2·ΣT).
 * @param order of the wave; the working wave, of poles/2 pole pairs, is 1
 * @returns [1], 0…1, a magnitude; no slot opening, no skew
 * Source: star of slots; first principles.
 */
export function branchFactor(branch: Branch, order = 1): number {
  const { re, im } = phasor(branch, (order * branch.poles) / 2);
  return Math.hypot(re, im) / (2 * turnsInSeries(branch));
}

/** Turns of all poles in series × the factor of the working wave. Source: first principles. */
export const effectiveTurns = (branch: Branch): number => turnsInSeries(branch) * branchFactor(branch);

/**
 * Electrical angle of a winding's axis: the middle of its first north pole [°], 0…360 from slot 0.
 * Source: a coil of positive polarity makes its pole in its middle; first principles.
 */
export function axisElectricalDeg(branch: Branch): number {
  const { re, im } = phasor(branch, branch.poles / 2);
  // The phasor of a coil's two sides stands a quarter of a turn behind its middle.
  const angle = (Math.atan2(im, re) * 180) / Math.PI + 90;
  return ((angle % 360) + 360) % 360;
}

/** An angle folded into (−180, 180] [°]; what is a rounding error from −180 is 180. */
export function foldDeg(angle: number): number {
  const folded = angle - 360 * Math.ceil((angle - 180) / 360);
  return folded < -180 + 1e-9 ? folded + 360 : folded;
}

export interface BranchRatio {
  /** Start / main, by effective turns. */
  readonly effectiveRatio: number;
  /** From the main axis to the start axis, + with rising slot numbers, in (−180, 180] [° electrical]. */
  readonly displacementElectricalDeg: number;
  readonly mainEffectiveTurns: number;
  readonly startEffectiveTurns: number;
}

/** The start winding beside the main winding. Source: first principles. */
export function compareBranches(main: Branch, start: Branch): BranchRatio {
  const [m, s] = [effectiveTurns(main), effectiveTurns(start)];
  const displacement = foldDeg(axisElectricalDeg(start) - axisElectricalDeg(main));
  // Axes lie on multiples of half a slot; anything finer is rounding.
  const step = (180 * main.poles) / 2 / main.slots;
  const exact = Math.round(displacement / step) * step;
  return {
    effectiveRatio: s / m,
    displacementElectricalDeg: Math.abs(exact - displacement) < 1e-6 ? exact : displacement,
    mainEffectiveTurns: m,
    startEffectiveTurns: s,
  };
}
