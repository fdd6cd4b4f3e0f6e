/** The outline of a slot, for drawing it to scale and for cutting shapes. */
import type { SlotShape } from '../analysis/index.ts';

/** mm; x from the slot's middle, y from the bore outwards. */
export type Point = readonly [x: number, y: number];

/**
 * @returns the wall from the bore's left corner round the bottom to the right corner, in rising order along the wall
 * Source: geometry, first principles.
 */
export function slotOutline(shape: SlotShape): Point[] {
  const { openingMm: o, mouthMm: m, widthTopMm: t, widthBottomMm: b, depthMm: d, form } = shape;
  const lip = Math.min(m * 0.4, m);
  const right: Point[] = [
    [o / 2, 0],
    [o / 2, lip],
    [t / 2, m],
  ];
  if (form === 'round-bottom') {
    const r = Math.min(b / 2, d - m);
    for (let i = 0; i <= 12; i++) {
      const a = ((Math.PI / 2) * i) / 12;
      right.push([(b / 2) * Math.cos(a), d - r + r * Math.sin(a)]);
    }
  } else right.push([b / 2, d], [0, d]);
  return [...right.map(([x, y]): Point => [-x, y]), ...right.slice(0, -1).toReversed()];
}
