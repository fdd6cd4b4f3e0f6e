/** The star of slots and the phases' phasor sums. */
import { phasePhasors, type Phase, type WindingLayout } from '@norther/core';
import type { Mark, Scene } from './scene.ts';
import { fixed, PHASE_INK, phaseLine, polar, polyline } from './phase-style.ts';

/** Every coil side as a ray at its electrical angle: slot figures outside, phase and direction by the ray. */
export function slotStar(
  layout: WindingLayout,
  { size, chosenCoil = null }: { size: number; chosenCoil?: number | null },
): Scene {
  const c = size / 2;
  const r = size * 0.36;
  const marks: Mark[] = [];
  const turn = (slot: number) =>
    (2 * Math.PI * ((layout.polePairs * (slot - 1)) % layout.slots)) / layout.slots;
  marks.push(circle(c, r, 'grid'), circle(c, r * 0.5, 'grid'));
  const shared = new Map<string, number[]>();
  for (const coil of layout.coils) {
    const a = turn(coil.topSlot);
    const at = polar(c, c, r, a);
    const chosen = coil.number === chosenCoil;
    const d = polyline([polar(c, c, r * (coil.sign > 0 ? 0.18 : 0.55), a), at]);
    marks.push(
      ...(chosen
        ? [{ kind: 'path', d, stroke: 'copper', width: 5 } as const]
        : phaseLine(d, coil.phase, coil.sign > 0 ? 2.6 : 1.4, `coil-${coil.number}`)),
    );
    const key = fixed(a);
    shared.set(key, [...(shared.get(key) ?? []), coil.topSlot]);
  }
  // Slots of the same angle are written one after another outwards, as far as there is room.
  for (const slots of shared.values()) {
    const a = turn(slots[0]!);
    slots.slice(0, 4).forEach((slot, k) => {
      const [x, y] = polar(c, c, r + 12 + k * 17, a);
      marks.push(label(x, y + 4, String(slot), 11));
    });
    if (slots.length > 4) {
      const [x, y] = polar(c, c, r + 12 + 4 * 17, a);
      marks.push(label(x, y + 4, '…', 11));
    }
  }
  return {
    title: `Star of slots: ${layout.slots} slots, ${layout.poles} poles; long ray: goes, short ray: returns`,
    width: size,
    height: size,
    marks,
  };
}

/** Sums of the three phases, each against the arithmetic sum of its coils, whose circle is the outer one. */
export function phaseSums(layout: WindingLayout, { size }: { size: number }): Scene {
  const c = size / 2;
  const r = size * 0.38;
  const sums = phasePhasors(layout, layout.polePairs);
  const coils = layout.coils.length / 3;
  const zero = Math.atan2(sums[0].im, sums[0].re);
  const marks: Mark[] = [circle(c, r, 'hair')];
  (['U', 'V', 'W'] as const).forEach((phase: Phase, i) => {
    const z = sums[i]!;
    const length = Math.hypot(z.re, z.im) / coils;
    const a = Math.atan2(z.im, z.re) - zero;
    const tip = polar(c, c, r * length, a);
    marks.push(...phaseLine(polyline([[c, c], tip]), phase, 4), {
      kind: 'path',
      d: `${polyline([tip, polar(c, c, r * length - 12, a + 0.05), polar(c, c, r * length - 12, a - 0.05)])}Z`,
      fill: PHASE_INK[phase],
    });
    const [x, y] = polar(c, c, r + 26, a);
    const degrees = (a * 180) / Math.PI;
    marks.push(
      label(x, y, phase, 15),
      label(
        x,
        y + 15,
        `${length.toFixed(3)} at ${(degrees - 360 * Math.round(degrees / 360)).toFixed(1)}°`,
        11,
      ),
    );
  });
  return { title: 'Sums of the phases; outer circle: all coils in step', width: size, height: size, marks };
}

const circle = (c: number, r: number, stroke: 'grid' | 'hair'): Mark => ({
  kind: 'path',
  d: `M${fixed(c)} ${fixed(c - r)}A${fixed(r)} ${fixed(r)} 0 1 1 ${fixed(c - 0.01)} ${fixed(c - r)}`,
  stroke,
  width: 1,
});
const label = (x: number, y: number, text: string, size: number): Mark => ({
  kind: 'text',
  x,
  y,
  text,
  size,
  ink: 'graphite',
  face: 'figures',
  anchor: 'middle',
});
