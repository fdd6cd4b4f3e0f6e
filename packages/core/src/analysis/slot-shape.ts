/** The shape of a slot, worked out from what was measured. */
import type { CoreSize } from './winding-data.ts';

/**
 * Depth and mean width of a slot between parallel teeth, from bore, tooth width and area:
 * A = h·(π·(D + h)/Q − b_t), solved for h. Null without the sizes or when they leave no slot.
 * Source: geometry, first principles.
 */
export function slotShape(
  layout: { readonly slots: number },
  core: CoreSize,
): { readonly depthMm: number; readonly widthMm: number } | null {
  const { boreDiameterMm: D, toothWidthMm: bt, slotAreaMm2: A } = core;
  if (!D || !bt || !A) return null;
  const a = Math.PI / layout.slots;
  const b = (Math.PI * D) / layout.slots - bt;
  if (b <= 0) return null;
  const depthMm = (-b + Math.sqrt(b * b + 4 * a * A)) / (2 * a);
  return { depthMm, widthMm: A / depthMm };
}
