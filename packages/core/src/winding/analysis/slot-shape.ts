/** The shape of a slot: from its own dimensions, or worked out from bore, tooth and area. */
import type { CoreSize, SlotForm } from './winding-data.ts';

export interface SlotShape {
  readonly form: SlotForm;
  /** Bore to slot bottom. */
  readonly depthMm: number;
  /** Bore to the shoulder under the wedge; 0 where it was not measured. */
  readonly mouthMm: number;
  readonly openingMm: number;
  readonly widthTopMm: number;
  readonly widthBottomMm: number;
  /** Mean width of the part that holds copper. */
  readonly widthMm: number;
  /** Area of the part that holds copper, bare iron. */
  readonly areaMm2: number;
  /** One wall, bottom, other wall: what a liner covers. */
  readonly wallMm: number;
  readonly measured: boolean;
}

/**
 * @returns null without the sizes, or when they leave no slot
 * Source: geometry, first principles. Without dimensions of its own the slot lies between parallel teeth and its depth
 * solves A = h·(π·(D + h)/Q − b_t).
 */
export function slotShape(layout: { readonly slots: number }, core: CoreSize): SlotShape | null {
  return measuredShape(layout.slots, core) ?? derivedShape(layout.slots, core);
}

function measuredShape(slots: number, core: CoreSize): SlotShape | null {
  const { boreDiameterMm: D, slotDepthMm: depth, toothWidthMm: tooth, slotForm = 'parallel-tooth' } = core;
  if (!depth) return null;
  const mouth = Math.min(core.slotMouthMm ?? 0, 0.9 * depth);
  // Parallel teeth leave a slot that widens with the circle it lies on.
  const between = (below: number) =>
    D && tooth
      ? (Math.PI * (D + 2 * below)) / slots - tooth
      : (core.slotWidthTopMm ?? core.slotWidthBottomMm);
  const top = core.slotWidthTopMm ?? between(mouth);
  if (!top || top <= 0) return null;
  const bottom =
    slotForm === 'parallel-slot'
      ? top
      : (core.slotWidthBottomMm ?? between(slotForm === 'round-bottom' ? depth - top / 2 : depth) ?? top);
  if (bottom <= 0) return null;
  const held = depth - mouth;
  const round = slotForm === 'round-bottom' ? Math.min(bottom / 2, held) : 0;
  const straight = held - round;
  const areaMm2 = ((top + bottom) / 2) * straight + (round > 0 ? (Math.PI * bottom * bottom) / 8 : 0);
  const side = Math.hypot(straight, (bottom - top) / 2);
  return {
    form: slotForm,
    depthMm: depth,
    mouthMm: mouth,
    openingMm: core.slotOpeningMm ?? Math.min(top, 0.4 * top),
    widthTopMm: top,
    widthBottomMm: bottom,
    widthMm: areaMm2 / held,
    areaMm2,
    wallMm: 2 * side + (round > 0 ? (Math.PI * bottom) / 2 : bottom),
    measured: true,
  };
}

function derivedShape(slots: number, core: CoreSize): SlotShape | null {
  const { boreDiameterMm: D, toothWidthMm: bt, slotAreaMm2: A } = core;
  if (!D || !bt || !A) return null;
  const a = Math.PI / slots;
  const top = (Math.PI * D) / slots - bt;
  if (top <= 0) return null;
  const depthMm = (-top + Math.sqrt(top * top + 4 * a * A)) / (2 * a);
  const bottom = top + 2 * a * depthMm;
  return {
    form: 'parallel-tooth',
    depthMm,
    mouthMm: 0,
    openingMm: core.slotOpeningMm ?? 0.4 * top,
    widthTopMm: top,
    widthBottomMm: bottom,
    widthMm: A / depthMm,
    areaMm2: A,
    wallMm: 2 * Math.hypot(depthMm, (bottom - top) / 2) + bottom,
    measured: false,
  };
}
