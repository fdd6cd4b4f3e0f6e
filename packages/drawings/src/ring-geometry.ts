/** Where things lie in the bore's drawing, and which coil lies at a point of it. */
import type { Coil, Group, Layer, WindingLayout } from '@norther/core';
import { arcPath, fixed, polar, polyline } from './phase-style.ts';
import { sideAt } from './sides.ts';

/** How a coil's end bends over to its crown: share of the height by share of the way. */
const rise = (t: number) => Math.sin((Math.PI / 2) * t) ** 0.85;
const along = (t: number) => t ** 1.15;
const wayAt = (risen: number) => (Math.asin(Math.min(1, Math.max(0, risen)) ** (1 / 0.85)) * 2) / Math.PI;
const CROWNS = Array.from({ length: 11 }, (_, parts) =>
  Array.from({ length: parts + 1 }, (_, i) => [rise(i / parts), along(i / parts)] as const),
);
/** Points enough for the eye: a short end needs few, and a ring of many slots has only short ones. */
const crown = (turned: number) => CROWNS[Math.max(5, Math.min(10, Math.ceil(24 * Math.abs(turned))))]!;

/** The same angle, within half a turn of another one. */
export const near = (a: number, to: number) => a - 2 * Math.PI * Math.round((a - to) / (2 * Math.PI));

/** @param size side of the square sheet; slot 1 at the top, clockwise, bore side of a slot inner, back side outer */
export function ringGeometry(layout: WindingLayout, size: number) {
  const centre = size / 2;
  const step = (2 * Math.PI) / layout.slots;
  const bore = size * 0.24;
  const middle = size * 0.272;
  const back = size * 0.304;
  const apex = size * 0.388;
  const longest = Math.max(...layout.coils.map((k) => k.pitch));
  const nested = layout.coils.some((k) => k.pitch !== longest);
  /** Inner and outer radius of a coil side by where it lies in its slot. */
  const depth: Readonly<Record<Layer, readonly [number, number]>> = {
    bore: [bore, middle - 1],
    back: [middle + 1, back],
    whole: [bore, back],
  };
  const angleOf = (slot: number) => (slot - 1) * step;
  const crownOf = (coil: Coil) => angleOf(coil.topSlot) + (coil.pitch / 2) * step;
  return {
    centre,
    step,
    bore,
    middle,
    back,
    apex,
    /** Coils of several spans lie one inside the other and cross on their way out. */
    nested,
    depth,
    angleOf,
    at: (radius: number, angle: number) => polar(centre, centre, radius, angle),
    arc: (radius: number, from: number, to: number) => arcPath(centre, centre, radius, from, to),
    circle: (r: number) =>
      `M${fixed(centre)} ${fixed(centre - r)}A${fixed(r)} ${fixed(r)} 0 1 1 ${fixed(centre - 0.01)} ${fixed(centre - r)}Z`,
    /** Angles of a coil's first side, of its crown and of its second side. */
    ends: (coil: Coil) => {
      const from = angleOf(coil.topSlot);
      return { from, crown: crownOf(coil), to: from + coil.pitch * step };
    },
    /** Angles of the first and the last crown of a group's coils. */
    crownsOf: (group: Group): readonly [from: number, to: number] => {
      const crowns = group.coils.map((n) => crownOf(layout.coils[n - 1]!));
      const whole = crowns.map((a) => near(a, crowns[0]!));
      return [Math.min(...whole), Math.max(...whole)];
    },
    /** Half of a coil's end: out of its slot, bending over to the crown. */
    half: (fromAngle: number, toAngle: number, pitch: number): string => {
      // Coils that lie one inside the other have lower crowns the shorter they are.
      const top = nested ? back + (apex - back) * (0.35 + (0.65 * pitch) / longest) : apex;
      return polyline(
        crown(toAngle - fromAngle).map(([risen, gone]) =>
          polar(
            centre,
            centre,
            back + 2 + (top - back - 2) * risen,
            fromAngle + (toAngle - fromAngle) * gone,
          ),
        ),
      );
    },
    /** A slot's cell between two radii, `share` of a slot pitch to either side. */
    sector: (slot: number, [inner, outer]: readonly [number, number], share: number) => {
      const a = angleOf(slot);
      const [from, to] = [a - step * share, a + step * share];
      const point = (r: number, angle: number) => polar(centre, centre, r, angle).map(fixed).join(' ');
      return `M${point(inner, from)}L${point(outer, from)}A${fixed(outer)} ${fixed(outer)} 0 0 1 ${point(outer, to)}L${point(inner, to)}A${fixed(inner)} ${fixed(inner)} 0 0 0 ${point(inner, from)}Z`;
    },
  };
}

/**
 * What a point of the bore's drawing belongs to: in the slots the coil whose side lies there; over them, with coils of one
 * span, the coil whose end goes out nearest; outside that the group whose name is nearest.
 * @returns such as `coil-7` or `group-3`; null in the bore, in an empty slot, and between coils that cross
 */
export function pointedInRing(layout: WindingLayout, size: number, x: number, y: number): string | null {
  const g = ringGeometry(layout, size);
  const [dx, dy] = [x - g.centre, y - g.centre];
  const radius = Math.hypot(dx, dy);
  const angle = Math.atan2(dx, -dy);
  const off = (at: number) => Math.abs(near(at, angle) - angle);
  if (radius < g.bore - 2) return null;
  if (radius <= g.back + 1) {
    const slot = ((Math.round(angle / g.step) + layout.slots) % layout.slots) + 1;
    const side = sideAt(layout, slot, radius < g.middle ? 'bore' : 'back');
    return side ? `coil-${side.coil.number}` : null;
  }
  if (radius > g.apex + 4) {
    const middle = (group: Group) => off(g.crownsOf(group).reduce((a, b) => a + b) / 2);
    return `group-${layout.groups.reduce((a, b) => (middle(b) < middle(a) ? b : a)).number}`;
  }
  if (g.nested) return null;
  const gone = along(wayAt((radius - g.back - 2) / (g.apex - g.back - 2)));
  const way = (coil: Coil) => {
    const { from, crown } = g.ends(coil);
    return off(from + (crown - from) * gone);
  };
  return `coil-${layout.coils.reduce((a, b) => (way(b) < way(a) ? b : a)).number}`;
}
