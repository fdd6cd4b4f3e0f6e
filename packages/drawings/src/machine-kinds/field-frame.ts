/** A direct-current field frame seen from the commutator: poles with their coils, joints to make, the walk with the needle. */
import type { DirectCurrentPlan, PoleWinding } from '@norther/core';
import { arcPath, fixed, polar } from '../phase-style.ts';
import type { Ink, Mark, Scene } from '../scene.ts';
import { joinedArcs, type JoinedArcsOptions } from './joined-arcs.ts';

/** Each winding on a circle of its own, told apart by line as well. */
const LANE: Readonly<Record<PoleWinding, { readonly r: number; readonly ink: Ink; readonly open: boolean }>> =
  {
    shunt: { r: 0.37, ink: 'ink', open: false },
    series: { r: 0.305, ink: 'teal', open: true },
    interpole: { r: 0.24, ink: 'blue', open: true },
    compensating: { r: 0.14, ink: 'graphite', open: false },
  };

export function fieldFrame(plan: DirectCurrentPlan, options: JoinedArcsOptions): Scene {
  const { size } = options;
  const { poles, fields } = plan;
  const c = size / 2;
  const at = (r: number, angle: number) => polar(c, c, r * size, angle);
  const arc = (r: number, from: number, to: number) => arcPath(c, c, r * size, from, to);
  const circle = (r: number) => `${arc(r, 0, Math.PI)}${arc(r, Math.PI, 2 * Math.PI)}`;
  const angleOf = (place: number) => ((place - 1) * Math.PI) / poles;
  const marks: Mark[] = [
    { kind: 'path', d: circle(0.462), stroke: 'graphite', width: 1 },
    { kind: 'path', d: circle(0.44), stroke: 'graphite', width: 1 },
    ...fields.windings.map((w): Mark => ({
      kind: 'path',
      d: circle(LANE[w].r),
      stroke: 'hair',
      width: 1,
      dash: '3 3',
    })),
  ];
  // Iron of the poles behind their coils, from the yoke inwards.
  for (let place = 1; place <= 2 * poles; place++) {
    const inter = place % 2 === 0;
    if (inter && !fields.groups.some((g) => g.place === place)) continue;
    const half = (inter ? 0.09 : 0.3) / poles;
    const a = angleOf(place);
    const [inner, outer] = [inter ? 0.395 : 0.385, 0.44];
    const [x, y] = at(inner, a + half * Math.PI);
    marks.push({
      kind: 'path',
      d: `${arc(outer, a - half * Math.PI, a + half * Math.PI)}L${fixed(x)} ${fixed(y)}${arc(inner, a + half * Math.PI, a - half * Math.PI).replace(/^M[^A]*/, '')}Z`,
      stroke: 'graphite',
      width: 1,
      fill: 'band',
    });
  }
  marks.push(
    ...joinedArcs(
      fields.groups.map((g) => ({
        group: g,
        angle: angleOf(g.place),
        half: (g.phase === 'interpole' || g.phase === 'compensating' ? 0.42 : 0.55) * (Math.PI / (2 * poles)),
        ...LANE[g.phase],
      })),
      fields.joints,
      options,
    ),
  );
  return {
    title: `Field frame seen from the commutator: ${poles} main poles, ${plan.interpoleCount} interpoles`,
    width: size,
    height: size,
    marks,
  };
}
