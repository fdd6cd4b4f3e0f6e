/** The loop each coil is wound on: straight part, throw, heads, and what a trial coil changes about it. */
import { turnLengthMm } from '../analysis/index.ts';
import type { WindingLayout } from '../layout/index.ts';

export interface FormerCoil {
  /** Coil of the group, outermost first where they differ. */
  readonly place: number;
  readonly pitch: number;
  readonly turns: number;
  /** Straight part, one slot side [mm]. */
  readonly straightMm: number;
  /** Distance of the two sides along the bore, at half slot depth [mm]. */
  readonly throwMm: number;
  /** Each end: how far the loop stands out beyond the straight part [mm]. */
  readonly headMm: number;
  /** Once round the middle of the bundle: a turn of this coil, as its wire is calculated [mm]. */
  readonly perimeterMm: number;
}

export interface CoilFormer {
  readonly coils: readonly FormerCoil[];
  /** Coils wound in one go. */
  readonly gang: number;
  readonly gangs: number;
  /** What the trial coil asked for, already in the perimeters [mm]; 0 without one. */
  readonly correctionMm: number;
}

export interface FormerInput {
  /** Of the mean span, as the wire is calculated: measured, or worked out from the core. */
  readonly meanTurnMm: number;
  readonly coreLengthMm: number;
  readonly boreMm: number;
  readonly slotDepthMm: number;
  /** What the slot insulation stands out of the core at each end. */
  readonly projectionMm: number;
  /** How far the end turns are to stand out of the core; what the loop gives where it is not known. */
  readonly standOutMm?: number;
  /** How far a coil wound on this former stood out, laid into its slots. */
  readonly trialStandOutMm?: number;
}

/** The coils of one group, and how many such groups there are. */
export interface GroupToWind {
  readonly slots: number;
  readonly meanPitch: number;
  readonly gangs: number;
  /** Outermost first where they differ; each with the length of its turn. */
  readonly coils: readonly { readonly pitch: number; readonly turns: number; readonly turnMm: number }[];
}

const leg = (head: number, width: number) => Math.hypot(head, width / 2);

/**
 * The loop of a coil is its turn: two straights and four legs that meet over the middle. The sides lie along the bore as far
 * apart as their slots do, however far round that is.
 * Source: geometry; first principles.
 */
export function formerOf(group: GroupToWind, input: FormerInput): CoilFormer {
  const { meanTurnMm, coreLengthMm, boreMm, slotDepthMm, projectionMm, trialStandOutMm } = input;
  const round = Math.PI * (boreMm + slotDepthMm);
  const straightMm = coreLengthMm + 2 * projectionMm;
  const loop = (pitch: number, perimeterMm: number) => {
    const throwMm = (round * Math.min(pitch, group.slots - pitch)) / group.slots;
    const legMm = (perimeterMm - 2 * straightMm) / 4;
    return { throwMm, headMm: Math.sqrt(Math.max(0, legMm * legMm - (throwMm * throwMm) / 4)) };
  };
  // The trial coil says how much head this loop really gives; four legs share the difference.
  const mean = loop(group.meanPitch, meanTurnMm);
  const wanted = Math.max(0, (input.standOutMm ?? mean.headMm + projectionMm) - projectionMm);
  const correctionMm =
    trialStandOutMm === undefined
      ? 0
      : 4 * (leg(wanted, mean.throwMm) - leg(Math.max(0, trialStandOutMm - projectionMm), mean.throwMm));
  const coils = group.coils.map(({ pitch, turns, turnMm }, i): FormerCoil => {
    const perimeterMm = turnMm + correctionMm;
    return { place: i + 1, pitch, turns, straightMm, ...loop(pitch, perimeterMm), perimeterMm };
  });
  return { coils, gang: coils.length, gangs: group.gangs, correctionMm };
}

/** @param turnsPerCoil mean of a coil */
export function coilFormer(layout: WindingLayout, turnsPerCoil: number, input: FormerInput): CoilFormer {
  const largest = layout.groups.reduce((a, b) => (b.coils.length > a.coils.length ? b : a));
  const coils = largest.coils.map((n) => {
    const { pitch, turnShare } = layout.coils[n - 1]!;
    return {
      pitch,
      turns: Math.round(turnShare * turnsPerCoil),
      turnMm: turnLengthMm(layout, pitch, input.meanTurnMm, input.coreLengthMm),
    };
  });
  const { slots, meanPitch } = layout;
  return formerOf({ slots, meanPitch, gangs: layout.groups.length, coils }, input);
}
