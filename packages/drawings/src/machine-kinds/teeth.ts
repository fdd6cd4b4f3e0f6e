/** Coils on teeth seen from the lead end: each tooth with its phase and sense, the magnets within; and the same to connect by. */
import type { ToothCoilPlan } from '@norther/core';
import { arcPath, fixed, PHASE_INK, polar } from '../phase-style.ts';
import type { Mark, Scene } from '../scene.ts';
import { joinedArcs, type JoinedArcsOptions } from './joined-arcs.ts';

function sector(c: number, from: number, to: number, inner: number, outer: number): string {
  const [x, y] = polar(c, c, inner, to);
  return `${arcPath(c, c, outer, from, to)}L${fixed(x)} ${fixed(y)}${arcPath(c, c, inner, to, from).replace(/^M[^A]*/, '')}Z`;
}

/** Tooth 1 at the top, clockwise. A capital is a coil wound one way, a small letter the other way. */
export function toothRing(
  plan: ToothCoilPlan,
  { size, chosenCoil = null }: { readonly size: number; readonly chosenCoil?: number | null },
): Scene {
  const { spec } = plan;
  const c = size / 2;
  const step = (2 * Math.PI) / spec.slots;
  const angle = (tooth: number) => (tooth - 1) * step;
  const text = Math.max(9, Math.min(17, size / 26, (size * 2.2) / spec.slots));
  const disc = (r: number) =>
    `${arcPath(c, c, r * size, 0, Math.PI)}${arcPath(c, c, r * size, Math.PI, 2 * Math.PI).replace(/^M[^A]*/, '')}Z`;
  const marks: Mark[] = [
    { kind: 'path', d: disc(0.47), fill: 'band', stroke: 'graphite', width: 1 },
    { kind: 'path', d: disc(0.43), fill: 'paper', stroke: 'graphite', width: 1 },
  ];
  const byTooth = new Map(plan.teeth.map((coil, i) => [coil.tooth, { coil, number: i + 1 }]));
  for (let tooth = 1; tooth <= spec.slots; tooth++) {
    const a = angle(tooth);
    marks.push({
      kind: 'path',
      d: sector(c, a - 0.2 * step, a + 0.2 * step, 0.31 * size, 0.43 * size),
      fill: 'band',
      stroke: 'graphite',
      width: 0.9,
    });
    const own = byTooth.get(tooth);
    if (own) {
      const { phase, sign } = own.coil;
      const lit = own.number === chosenCoil;
      const ink = lit ? 'copper' : PHASE_INK[phase];
      for (const side of [-1, 1])
        marks.push({
          kind: 'path',
          d: sector(
            c,
            a + side * 0.31 * step - 0.09 * step,
            a + side * 0.31 * step + 0.09 * step,
            0.33 * size,
            0.42 * size,
          ),
          fill: sign * side > 0 ? ink : 'paper',
          stroke: ink,
          width: lit ? 2.4 : 1.4,
          of: `coil-${own.number}`,
        });
      const [x, y] = polar(c, c, 0.375 * size, a);
      marks.push({
        kind: 'text',
        x,
        y: y + text * 0.35,
        text: sign > 0 ? phase : phase.toLowerCase(),
        size: text,
        ink,
        face: 'figures',
        bold: true,
        anchor: 'middle',
        halo: 'paper',
        of: `coil-${own.number}`,
      });
    }
    if (spec.slots <= 48 || tooth % 2 === 1) {
      const [x, y] = polar(c, c, 0.487 * size, a);
      marks.push({
        kind: 'text',
        x,
        y: y + text * 0.3,
        text: String(tooth),
        size: text * 0.75,
        ink: 'pencil',
        face: 'figures',
        anchor: 'middle',
      });
    }
  }
  const pole = (2 * Math.PI) / spec.poles;
  for (let i = 0; i < spec.poles; i++) {
    const a = i * pole;
    marks.push({
      kind: 'path',
      d: sector(c, a - 0.44 * pole, a + 0.44 * pole, 0.245 * size, 0.295 * size),
      fill: i % 2 === 0 ? 'graphite' : 'paper',
      stroke: 'graphite',
      width: 1.2,
    });
    const [x, y] = polar(c, c, 0.27 * size, a);
    if (spec.poles <= 40)
      marks.push({
        kind: 'text',
        x,
        y: y + text * 0.3,
        text: i % 2 === 0 ? 'N' : 'S',
        size: Math.min(text * 0.85, (size * 1.2) / spec.poles),
        ink: i % 2 === 0 ? 'paper' : 'graphite',
        face: 'figures',
        bold: true,
        anchor: 'middle',
      });
  }
  return {
    title: `Stator from the lead end: ${spec.slots} teeth, ${spec.poles} magnet poles, ${plan.teeth.length} coils`,
    width: size,
    height: size,
    marks,
  };
}

/** The coils as arcs over their teeth, with joints, leads and star point. */
export function toothConnection(plan: ToothCoilPlan, options: JoinedArcsOptions): Scene {
  const { spec, joined } = plan;
  const { size } = options;
  const step = (2 * Math.PI) / spec.slots;
  return {
    title: `Connection from the lead end: ${joined.groups.length} coils, ${plan.circuits} circuits in ${plan.connectedIn}`,
    width: size,
    height: size,
    marks: joinedArcs(
      joined.groups.map((g) => ({
        group: g,
        angle: (g.tooth - 1) * step,
        half: 0.33 * step,
        // Each phase on a circle of its own, so that its jumpers do not lie on those of another.
        r: { U: 0.4, V: 0.335, W: 0.27 }[g.phase],
        ink: PHASE_INK[g.phase],
        open: g.phase === 'V',
      })),
      joined.joints,
      options,
    ),
  };
}
