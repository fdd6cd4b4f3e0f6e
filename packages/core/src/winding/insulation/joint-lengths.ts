/** How long each jumper is along the end winding, and the sleeve over its joint. */
import { slotShape, type CoreSize } from '../analysis/index.ts';
import type { ConnectionList, GroupEnd } from '../connection/index.ts';
import type { WindingLayout } from '../layout/index.ts';

/** Wire left at both ends for joining [mm]. Common practice, no source. */
const ENDS = 80;

/** The slot an end of a group comes out of. */
export function slotOfEnd(layout: WindingLayout, { group, end }: GroupEnd): number {
  const { coils } = layout.groups[group - 1]!;
  const coil = layout.coils[(end === 's' ? coils[0]! : coils[coils.length - 1]!) - 1]!;
  return end === 's' ? coil.topSlot : coil.bottomSlot;
}

/**
 * @returns mm by joint number, the shorter way round from the first to the last of its ends; empty without a bore
 * Source: arc at the outside of the slots, geometry; 80 mm for the joints, common practice, no source.
 */
export function jointLengths(
  layout: WindingLayout,
  list: ConnectionList,
  core: CoreSize,
): ReadonlyMap<number, number> {
  const lengths = new Map<number, number>();
  const { boreDiameterMm: bore } = core;
  if (!bore) return lengths;
  const radius = bore / 2 + (slotShape(layout, core)?.depthMm ?? 0.12 * bore) + 10;
  for (const joint of list.joints) {
    const slots = joint.ends.map((e) => slotOfEnd(layout, e)).sort((a, b) => a - b);
    // The widest gap between neighbouring ends need not be bridged.
    let widest = 0;
    slots.forEach((s, i) => {
      const next = slots[i + 1] ?? slots[0]! + layout.slots;
      widest = Math.max(widest, next - s);
    });
    const arc = (layout.slots - widest) / layout.slots;
    lengths.set(joint.number, 2 * Math.PI * radius * arc + ENDS);
  }
  return lengths;
}
