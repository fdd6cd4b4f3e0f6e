/**
 * Armature windings with a commutator: pitches, paths, closed circuits and equalizers, and what would work where they do not.
 * Source: E. Arnold, Die Gleichstrommaschine, and A. Langsdorf, Principles of Direct-Current Machines: commutator pitch of lap
 * ±m, of wave (K ± m)/p; parallel paths 2·m·p and 2·m; closed circuits gcd(K, pitch). From memory.
 */
import { finding, type Finding, good, type Outcome, refuse } from '../../language/quantity/index.ts';
import { gcd } from '../../winding/layout/index.ts';

export const ARMATURE_KINDS = ['lap', 'wave'] as const;
export type ArmatureKind = (typeof ARMATURE_KINDS)[number];

export interface ArmatureSpec {
  readonly kind: ArmatureKind;
  readonly poles: number;
  readonly slots: number;
  readonly bars: number;
  /** 1 simplex, 2 duplex … */
  readonly plex: number;
  readonly progressive: boolean;
  /** In slots; the whole slots of a pole pitch when absent. */
  readonly slotPitch?: number | undefined;
}

/** What does not depend on whether the winding closes. */
interface InSlots {
  readonly coilsPerSlot: number;
  readonly deadCoils: number;
  readonly slotPitch: number;
  /** The other sign of the commutator pitch closes. */
  readonly otherWayWorks: boolean;
  /** Nearest bar numbers that work with these poles and plex, either sign; null for a lap. */
  readonly barsBelow: number | null;
  readonly barsAbove: number | null;
}

export interface FeasibleArmature extends InSlots {
  readonly feasible: true;
  readonly reason: null;
  /** As it is, not reduced by the bars. */
  readonly commutatorPitchBars: number;
  readonly backPitchSides: number;
  readonly frontPitchSides: number;
  readonly paths: number;
  /** Circuits closed on themselves. */
  readonly closures: number;
  readonly coilsPerPath: number;
  readonly equalizerPitchBars: number | null;
  readonly equalizersExact: boolean;
}
export interface ImpossibleArmature extends InSlots {
  readonly feasible: false;
  readonly reason: 'commutator-pitch-not-whole';
  readonly commutatorPitchBars: null;
  readonly backPitchSides: null;
  readonly frontPitchSides: null;
  readonly paths: null;
  readonly closures: null;
  readonly coilsPerPath: null;
  readonly equalizerPitchBars: null;
  readonly equalizersExact: false;
}
export type ArmaturePlan = FeasibleArmature | ImpossibleArmature;

/** Bars that a coil spans on the commutator; not whole where the winding does not close. */
const wavePitch = (bars: number, polePairs: number, plex: number, sign: number) =>
  (bars + sign * plex) / polePairs;
const waveCloses = (bars: number, polePairs: number, plex: number, sign: number) => {
  const pitch = wavePitch(bars, polePairs, plex, sign);
  return Number.isInteger(pitch) && pitch > 0;
};
/** Whether a wave of either sign exists on so many bars. */
export const waveExists = (bars: number, poles: number, plex: number): boolean =>
  [1, -1].some((sign) => waveCloses(bars, poles / 2, plex, sign));

/** A commutator of fewer bars has no two places. */
const LEAST_BARS = 2;

/** Bar numbers on which a wave exists, either sign, both ends inclusive. */
export const waveBarCounts = (poles: number, fromBars: number, toBars: number, plex: number): number[] =>
  Array.from({ length: Math.max(0, toBars - fromBars + 1) }, (_, i) => fromBars + i).filter((bars) =>
    waveExists(bars, poles, plex),
  );

function nearestWave(bars: number, poles: number, plex: number, step: 1 | -1): number | null {
  // In every run of p bar numbers there is one that closes.
  for (let n = bars + step, left = poles; n >= LEAST_BARS && left > 0; n += step, left--)
    if (waveExists(n, poles, plex)) return n;
  return null;
}

/**
 * @returns the plan, feasible or not; refused for what is no armature: a coil that ends in the slot where it begins
 */
export function planArmature(spec: ArmatureSpec): Outcome<ArmaturePlan> {
  const { kind, poles, slots, bars, plex, progressive } = spec;
  const polePairs = poles / 2;
  const sign = progressive ? 1 : -1;
  const coilsPerSlot = Math.ceil(bars / slots);
  const slotPitch = spec.slotPitch ?? Math.floor(slots / poles);
  if (slotPitch % slots === 0)
    return refuse(
      'armature.slot-pitch',
      spec.slotPitch === undefined
        ? `${slots} slots have no whole slot for each of ${poles} poles: say how many slots a coil spans.`
        : `A coil that spans ${slotPitch} of ${slots} slots ends where it begins.`,
      'slotPitch',
    );
  const deadCoils = coilsPerSlot * slots - bars;
  const inSlots: InSlots = {
    coilsPerSlot,
    deadCoils,
    slotPitch,
    otherWayWorks: kind === 'lap' || waveCloses(bars, polePairs, plex, -sign),
    barsBelow: kind === 'lap' ? null : nearestWave(bars, poles, plex, -1),
    barsAbove: kind === 'lap' ? null : nearestWave(bars, poles, plex, 1),
  };
  if (kind === 'wave' && !waveCloses(bars, polePairs, plex, sign))
    return good({
      ...inSlots,
      feasible: false,
      reason: 'commutator-pitch-not-whole',
      commutatorPitchBars: null,
      backPitchSides: null,
      frontPitchSides: null,
      paths: null,
      closures: null,
      coilsPerPath: null,
      equalizerPitchBars: null,
      equalizersExact: false,
    });
  const pitch = kind === 'lap' ? sign * plex : wavePitch(bars, polePairs, plex, sign);
  const paths = kind === 'lap' ? plex * poles : 2 * plex;
  const back = 2 * coilsPerSlot * slotPitch + 1;
  const equalized = kind === 'lap' && poles >= 4 && bars % polePairs === 0;
  return good(
    {
      ...inSlots,
      feasible: true,
      reason: null,
      commutatorPitchBars: pitch,
      backPitchSides: back,
      frontPitchSides: kind === 'lap' ? back - 2 * pitch : 2 * pitch - back,
      paths,
      closures: gcd(bars, Math.abs(pitch)),
      coilsPerPath: bars / paths,
      equalizerPitchBars: equalized ? bars / polePairs : null,
      equalizersExact: equalized && slots % polePairs === 0,
    },
    deadInLap(kind, deadCoils),
  );
}

/** A wave with a dead coil is common; in a lap it leaves the paths unequal. */
const deadInLap = (kind: ArmatureKind, deadCoils: number): Finding[] =>
  kind === 'lap' && deadCoils > 0
    ? [
        finding(
          'watch',
          'armature.dead-coil-in-lap',
          `${deadCoils} dead ${deadCoils === 1 ? 'coil' : 'coils'} in a lap winding: its paths are not alike. Count slots and bars again.`,
          ['slots', 'bars'],
          'A dead coil is met in wave windings, whose bars must fit the poles.',
        ),
      ]
    : [];

export interface ArmatureCoil {
  readonly coil: number;
  readonly firstSlot: number;
  readonly secondSlot: number;
  /** Null for a dead coil: its ends are cut off and insulated. */
  readonly startBar: number | null;
  readonly finishBar: number | null;
}

/** 1 … count, whatever the number. */
export const fold = (number: number, count: number): number => ((((number - 1) % count) + count) % count) + 1;

/**
 * Coil by coil, slot to slot and bar to bar.
 * @param firstBar bar of the start of coil 1 before any shift
 * @param shiftBars by which all leads are moved, with rising bar numbers
 */
export function armatureCoils(
  { slots, bars }: ArmatureSpec,
  plan: FeasibleArmature,
  firstBar: number,
  shiftBars: number,
): ArmatureCoil[] {
  return Array.from({ length: plan.coilsPerSlot * slots }, (_, i) => {
    const coil = i + 1;
    const firstSlot = Math.ceil(coil / plan.coilsPerSlot);
    const start = firstBar + i + shiftBars;
    const live = coil <= bars;
    return {
      coil,
      firstSlot,
      secondSlot: fold(firstSlot + plan.slotPitch, slots),
      startBar: live ? fold(start, bars) : null,
      finishBar: live ? fold(start + plan.commutatorPitchBars, bars) : null,
    };
  });
}

export type Rotation = 'clockwise' | 'counter-clockwise';

/** Bars by which leads are moved so that coils commutate so many bars before the neutral: with the rotation. */
export const leadShift = (advanceBars: number, rotation: Rotation): number =>
  rotation === 'clockwise' ? advanceBars : -advanceBars;

export interface LeadPlaceSpec {
  readonly slots: number;
  readonly bars: number;
  readonly slotPitch: number;
  readonly commutatorPitchBars: number;
  /** Brush less the centre of its pole, clockwise [°]. */
  readonly brushFromPoleDeg: number;
  /** Middle of bar 1 less middle of slot 1, clockwise [°]. */
  readonly barOneFromSlotOneDeg: number;
}

/**
 * Bar for the start of coil 1 of a lap, so that the coils of slot 1 commutate on the neutral: when the middle of a coil
 * faces a pole's centre, the middle of its two bars is under the brush. Of several coils in a slot the middle one is placed.
 */
export function leadPlace(q: LeadPlaceSpec) {
  const coilsPerSlot = Math.ceil(q.bars / q.slots);
  const coilMiddleDeg = (q.slotPitch * 180) / q.slots;
  const underBrush = ((coilMiddleDeg + q.brushFromPoleDeg - q.barOneFromSlotOneDeg) * q.bars) / 360;
  const exact = 1 + underBrush - (coilsPerSlot - 1) / 2 - q.commutatorPitchBars / 2;
  const turned = (((exact - 1) % q.bars) + q.bars) % q.bars;
  const exactBar = turned + 1;
  const nearest = Math.floor(exactBar + 0.5);
  return { exactBar, startBar: fold(nearest, q.bars), offBars: nearest - exactBar };
}
