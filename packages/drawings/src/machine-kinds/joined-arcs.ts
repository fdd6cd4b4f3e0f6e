/** Groups as arcs with their two ends, the joints between them, their leads, and what the needle read. */
import type { Joint, WalkReading } from '@norther/core';
import type { JointState } from '../connection-drawing.ts';
import { arcPath, fixed, polar } from '../phase-style.ts';
import { poleShoes, type PoleShoe } from '../pole-shoe.ts';
import type { Ink, Mark } from '../scene.ts';

export interface JoinedArcsOptions {
  readonly size: number;
  readonly chosenJoint?: number | null;
  readonly states?: ReadonlyMap<number, JointState>;
  readonly readings?: readonly WalkReading[];
  readonly wrongGroups?: readonly number[];
  readonly nextGroup?: number | null;
}

export interface GroupArc {
  readonly group: { readonly number: number; readonly name: string; readonly polarity: 'N' | 'S' };
  /** Of its middle, radians from the top, clockwise; half of what it spans. */
  readonly angle: number;
  readonly half: number;
  /** Share of the drawing's size. */
  readonly r: number;
  readonly ink: Ink;
  /** Drawn as two lines. */
  readonly open: boolean;
}

/** Circles on which leads end, and star points lie. */
const LEAD = 0.12;
const STAR = 0.05;
/** Leads of several ends lie on circles of their own, or they would seem joined. */
const LEAD_APART = 0.03;

export function joinedArcs(
  arcs: readonly GroupArc[],
  joints: readonly Joint<string>[],
  { size, chosenJoint, states, readings, wrongGroups = [], nextGroup }: JoinedArcsOptions,
): Mark[] {
  const c = size / 2;
  const text = Math.max(10, size / 46) * (arcs.length > 24 ? 0.8 : 1);
  const at = (r: number, angle: number) => polar(c, c, r * size, angle);
  const arc = (r: number, from: number, to: number) => arcPath(c, c, r * size, from, to);
  const dot = ([x, y]: readonly [number, number], k: number) =>
    `M${fixed(x - k)} ${fixed(y)}a${fixed(k)} ${fixed(k)} 0 1 0 ${fixed(2 * k)} 0a${fixed(k)} ${fixed(k)} 0 1 0 ${fixed(-2 * k)} 0Z`;
  const marks: Mark[] = [];
  const ends = new Map<string, { readonly angle: number; readonly of: GroupArc }>();
  const shoes: PoleShoe[] = [];
  const word = (
    [x, y]: readonly [number, number],
    words: string,
    ink: Ink,
    share = 1,
    bold = true,
    of?: string,
  ): void => {
    marks.push({
      kind: 'text',
      x,
      y: y + text * 0.33 * share,
      text: words,
      size: text * share,
      ink,
      face: 'figures',
      bold,
      anchor: 'middle',
      ...(ink === 'paper' ? {} : { halo: 'paper' as const }),
      ...(of ? { of } : {}),
    });
  };
  for (const one of arcs) {
    const { group: g, angle, half, r, ink, open } = one;
    const [from, to] = [angle - half, angle + half];
    ends.set(`${g.number}s`, { angle: from, of: one });
    ends.set(`${g.number}f`, { angle: to, of: one });
    const wrong = wrongGroups.includes(g.number);
    const stroke: Ink = wrong ? 'carmine' : nextGroup === g.number ? 'copper' : ink;
    const d = arc(r, from, to);
    marks.push({ kind: 'path', d, stroke, width: size * 0.013, of: `group-${g.number}` });
    if (open) marks.push({ kind: 'path', d, stroke: 'paper', width: size * 0.005, of: `group-${g.number}` });
    const read = readings?.[g.number - 1];
    const [px, py] = at(r - 0.036, angle);
    shoes.push({
      x: px,
      y: py,
      size: text * 1.1,
      angle,
      polarity: read === 'N' || read === 'S' ? read : g.polarity,
    });
    word(at(r - 0.075, angle), g.name, wrong ? 'carmine' : ink, 1, true, `group-${g.number}`);
    for (const end of ['s', 'f'] as const) {
      const a = end === 's' ? from : to;
      marks.push({ kind: 'path', d: dot(at(r, a), size * 0.0075), fill: 'paper', stroke: ink, width: 1.4 });
      word(at(r - 0.022, a), end, 'graphite', 0.8, false);
    }
  }
  marks.push(...poleShoes(shoes));
  let several = 0;
  for (const joint of joints) {
    const at0 = joint.ends.map((e) => ends.get(`${e.group}${e.end}`)!);
    const own = at0[0]!.of;
    const state = states?.get(joint.number);
    const chosen = joint.number === chosenJoint;
    const ink: Ink = chosen
      ? 'copper'
      : state === 'wrong'
        ? 'carmine'
        : joint.kind === 'star'
          ? 'graphite'
          : own.ink;
    const style = {
      stroke: ink,
      width: chosen ? 3 : state === 'made' ? 2.4 : 1.4,
      ...(state === 'made' || chosen ? {} : { dash: '6 3' }),
      of: `joint-${joint.number}`,
    };
    let bubble: readonly [number, number];
    if (joint.kind === 'jumper') {
      const [a, b] = [at0[0]!.angle, at0[1]!.angle];
      // The shorter way round.
      const span = ((b - a + 3 * Math.PI) % (2 * Math.PI)) - Math.PI;
      const far = own.r + 0.022;
      const [x0, y0] = at(own.r, a);
      const [x1, y1] = at(own.r, a + span);
      marks.push({
        kind: 'path',
        d: `M${fixed(x0)} ${fixed(y0)}L${arc(far, a, a + span).slice(1)}L${fixed(x1)} ${fixed(y1)}`,
        ...style,
      });
      bubble = at(far, a + span / 2);
    } else {
      const inside =
        joint.kind === 'star' ? STAR : joint.ends.length > 1 ? LEAD + LEAD_APART * (1.2 - several++) : LEAD;
      const d = at0
        .map(({ angle, of: { r } }) => {
          const [x0, y0] = at(r, angle);
          const [x1, y1] = at(inside, angle);
          return `M${fixed(x0)} ${fixed(y0)}L${fixed(x1)} ${fixed(y1)}`;
        })
        .join('');
      const angles = at0.map((e) => e.angle);
      const round = angles.length > 1 ? arc(inside, Math.min(...angles), Math.max(...angles)) : '';
      marks.push({ kind: 'path', d: d + round, ...style });
      if (joint.lead)
        word(at(inside - 0.03, angles[0]!), joint.lead, ink, 1.15, true, `joint-${joint.number}`);
      bubble = at((own.r + inside) / 2, angles[0]!);
    }
    marks.push({
      kind: 'path',
      d: dot(bubble, text * 0.72),
      fill: state === 'made' && !chosen ? 'graphite' : 'paper',
      stroke: ink,
      width: chosen ? 2.6 : 1.2,
      of: `joint-${joint.number}`,
    });
    word(
      bubble,
      String(joint.number),
      state === 'made' && !chosen ? 'paper' : ink,
      0.86,
      true,
      `joint-${joint.number}`,
    );
  }
  return marks;
}
