/** A single-phase stator seen from the connection end: main winding outside the ring of slots, start winding inside it. */
import type { BranchName, SinglePhasePlan, WalkReading } from '@norther/core';
import type { JointState } from '../connection-drawing.ts';
import { arcPath, fixed, polar } from '../phase-style.ts';
import { poleShoes, type PoleShoe } from '../pole-shoe.ts';
import type { Ink, Mark, PathMark, Scene } from '../scene.ts';

/** Told apart by place and line as well: main outside and solid, start inside and double. */
const INK: Readonly<Record<BranchName, Ink>> = { main: 'ink', start: 'blue' };
const OUTSIDE: Readonly<Record<BranchName, boolean>> = { main: true, start: false };

function line(d: string, branch: BranchName, width: number, lit: boolean, of?: string): PathMark[] {
  const base: PathMark = {
    kind: 'path',
    d,
    stroke: lit ? 'copper' : INK[branch],
    width,
    ...(of ? { of } : {}),
  };
  if (branch === 'main' || lit) return [base];
  return [base, { ...base, stroke: 'paper', width: width * 0.42 }];
}

const geometry = (slots: number, size: number) => {
  const c = size / 2;
  const step = (2 * Math.PI) / slots;
  return {
    c,
    step,
    angleOf: (slot: number) => (slot - 1) * step,
    at: (r: number, angle: number) => polar(c, c, r * size, angle),
    arc: (r: number, from: number, to: number) => arcPath(c, c, r * size, from, to),
    circle: (r: number) =>
      `${arcPath(c, c, r * size, 0, Math.PI)}${arcPath(c, c, r * size, Math.PI, 2 * Math.PI)}`,
  };
};

export interface SinglePhaseBoreOptions {
  readonly size: number;
  /** Number of a coil to draw above all others: main winding first, then the start winding. */
  readonly chosenCoil?: number | null;
}

/** Coils of both windings over their slots, outermost coil of a group farthest out; turns where there is room. */
export function singlePhaseBore(plan: SinglePhasePlan, { size, chosenCoil }: SinglePhaseBoreOptions): Scene {
  const { slots, connection } = plan;
  const g = geometry(slots, size);
  const marks: Mark[] = [];
  const text = Math.max(9, Math.min(13, size / 34));
  const width = Math.max(1.6, (4 * size) / 480 / Math.max(1, slots / 36));
  const each = connection.groups.flatMap((group) =>
    group.coils.map((number, i) => ({ group, number, order: i })),
  );
  const coils = [...plan.main.coils, ...plan.start.coils];
  const goes = new Map<string, boolean>();
  const drawn = each.map(({ group, number }) => {
    const branch = group.phase;
    const coil = coils[number - 1]!;
    const widths = plan[branch].pitches.toSorted((a, b) => a - b);
    const rank = widths.indexOf(coil.pitch) + 1;
    const gap = Math.min(0.026, 0.09 / widths.length);
    const out = OUTSIDE[branch];
    const r = out ? 0.352 + rank * gap : 0.268 - rank * gap;
    const edge = out ? 0.342 : 0.278;
    const from = g.angleOf(coil.firstSlot);
    const to = from + coil.pitch * g.step;
    const [x0, y0] = g.at(edge, from);
    const [x1, y1] = g.at(edge, to);
    const d = `M${fixed(x0)} ${fixed(y0)}L${g.arc(r, from, to).slice(1)}L${fixed(x1)} ${fixed(y1)}`;
    goes.set(`${branch} ${coil.firstSlot}`, coil.polarity > 0);
    goes.set(`${branch} ${coil.secondSlot}`, coil.polarity < 0);
    return { branch, number, coil, d, r, middle: (from + to) / 2, aside: rank - (widths.length + 1) / 2 };
  });
  const lit = (number: number) => number === chosenCoil;
  for (const { branch, number, d } of drawn.filter((x) => !lit(x.number)))
    marks.push(...line(d, branch, width, false, `coil-${number}`));
  for (const { branch, number, d } of drawn.filter((x) => lit(x.number)))
    marks.push(...line(d, branch, width * 1.4, true, `coil-${number}`));
  // Slots: the half towards the back iron holds the main winding, the half towards the bore the start winding.
  for (let slot = 1; slot <= slots; slot++) {
    const a = g.angleOf(slot);
    const half = 0.34 * g.step;
    for (const branch of ['main', 'start'] as const) {
      const side = goes.get(`${branch} ${slot}`);
      const [inner, outer] = branch === 'main' ? [0.312, 0.338] : [0.282, 0.308];
      const sector = `${g.arc(outer, a - half, a + half)}L${fixed(g.at(inner, a + half)[0])} ${fixed(g.at(inner, a + half)[1])}${g
        .arc(inner, a + half, a - half)
        .replace(/^M[^A]*/, '')}Z`;
      marks.push(
        side === undefined
          ? { kind: 'path', d: sector, stroke: 'hair', width: 1, dash: '2 2' }
          : { kind: 'path', d: sector, stroke: INK[branch], width: 1.1, fill: side ? INK[branch] : 'paper' },
      );
    }
  }
  const every = slots <= 36 ? 1 : slots <= 72 ? 2 : 4;
  for (let slot = 1; slot <= slots; slot += every) {
    const [x, y] = g.at(0.46, g.angleOf(slot));
    marks.push({
      kind: 'text',
      x,
      y: y + text * 0.34,
      text: String(slot),
      size: text * 0.86,
      ink: 'pencil',
      face: 'figures',
      anchor: 'middle',
    });
  }
  // Turns over the crown of each coil of the first group of each winding: the others have the same.
  if (size >= 300)
    for (const { coil, r, middle, branch, aside } of drawn.filter((x) => x.coil.group === 1)) {
      // Beside one another along the arc, where they would overlap across it.
      const [x, y] = g.at(r, middle + aside * (branch === 'main' ? 0.1 : 0.17));
      marks.push(
        {
          kind: 'path',
          d: boxAt(x, y, text * (0.62 * String(coil.turns).length + 0.3), text * 0.95),
          fill: 'paper',
          through: true,
        },
        {
          kind: 'text',
          x,
          y: y + text * 0.33,
          text: String(coil.turns),
          size: text * 0.9,
          ink: INK[branch],
          face: 'figures',
          bold: true,
          anchor: 'middle',
          through: true,
        },
      );
    }
  const shoes: PoleShoe[] = [];
  for (const group of connection.groups) {
    const own = drawn.filter((x) => group.coils.includes(x.number));
    const { middle } = own[0]!;
    const out = OUTSIDE[group.phase];
    const [x, y] = g.at(out ? 0.487 : 0.125, middle);
    shoes.push({ x, y, size: text * 1.2, angle: middle, polarity: group.polarity });
    const [nx, ny] = g.at(out ? 0.487 : 0.07, middle + (out ? 0.075 : 0));
    if (out || size >= 300)
      marks.push({
        kind: 'text',
        x: nx,
        y: ny + text * 0.35,
        text: group.name,
        size: text,
        ink: INK[group.phase],
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of: `group-${group.number}`,
      });
  }
  marks.push(...poleShoes(shoes));
  return {
    title: `Bore seen from the connection end: ${slots} slots, ${plan.poles} poles, main winding outside, start winding inside`,
    width: size,
    height: size,
    marks,
  };
}

const boxAt = (x: number, y: number, w: number, h: number) =>
  `M${fixed(x - w / 2)} ${fixed(y - h / 2)}h${fixed(w)}v${fixed(h)}h${fixed(-w)}Z`;

export interface SinglePhaseConnectionOptions {
  readonly size: number;
  readonly chosenJoint?: number | null;
  readonly states?: ReadonlyMap<number, JointState>;
  readonly readings?: readonly WalkReading[];
  readonly wrongGroups?: readonly number[];
  readonly nextGroup?: number | null;
}

/** The groups of both windings as arcs with their two ends, the jumpers between them, and the leads. */
export function singlePhaseConnection(plan: SinglePhasePlan, options: SinglePhaseConnectionOptions): Scene {
  const { size, chosenJoint, states, readings, wrongGroups = [], nextGroup } = options;
  const { slots, connection } = plan;
  const g = geometry(slots, size);
  const text = Math.max(10, size / 46);
  const coils = [...plan.main.coils, ...plan.start.coils];
  const marks: Mark[] = [{ kind: 'path', d: g.circle(0.315), stroke: 'hair', width: 1, dash: '3 3' }];
  const radius: Readonly<Record<BranchName, number>> = { main: 0.345, start: 0.235 };
  const place = new Map<string, number>();
  const shoes: PoleShoe[] = [];
  for (const group of connection.groups) {
    const own = group.coils.map((n) => coils[n - 1]!);
    const widest = own.reduce((a, b) => (b.pitch > a.pitch ? b : a));
    const from = g.angleOf(widest.firstSlot) + 0.25 * g.step;
    const to = g.angleOf(widest.firstSlot) + (widest.pitch - 0.25) * g.step;
    place.set(`${group.number}s`, from);
    place.set(`${group.number}f`, to);
    const r = radius[group.phase];
    const wrong = wrongGroups.includes(group.number);
    const next = nextGroup === group.number;
    const d = g.arc(r, from, to);
    const base: PathMark = {
      kind: 'path',
      d,
      stroke: wrong ? 'carmine' : next ? 'copper' : INK[group.phase],
      width: size * 0.013,
      of: `group-${group.number}`,
    };
    marks.push(base);
    if (group.phase === 'start') marks.push({ ...base, stroke: 'paper', width: size * 0.005 });
    const middle = (from + to) / 2;
    const read = readings?.[group.number - 1];
    const [x, y] = g.at(r + (OUTSIDE[group.phase] ? -0.038 : 0.042), middle);
    shoes.push({
      x,
      y,
      size: text * 1.15,
      angle: middle,
      polarity: read === 'N' || read === 'S' ? read : group.polarity,
    });
    const [nx, ny] = g.at(r + (OUTSIDE[group.phase] ? 0.028 : -0.03), middle);
    marks.push({
      kind: 'text',
      x: nx,
      y: ny + text * 0.35,
      text: group.name,
      size: text,
      ink: wrong ? 'carmine' : INK[group.phase],
      face: 'figures',
      bold: true,
      anchor: 'middle',
      of: `group-${group.number}`,
    });
    for (const end of ['s', 'f'] as const) {
      const [ex, ey] = g.at(r, end === 's' ? from : to);
      marks.push({
        kind: 'path',
        d: dot(ex, ey, size * 0.0075),
        fill: 'paper',
        stroke: INK[group.phase],
        width: 1.4,
      });
      const [lx, ly] = g.at(r + (OUTSIDE[group.phase] ? -0.02 : 0.02), end === 's' ? from : to);
      marks.push({
        kind: 'text',
        x: lx,
        y: ly + text * 0.3,
        text: end,
        size: text * 0.8,
        ink: 'graphite',
        face: 'figures',
        anchor: 'middle',
      });
    }
  }
  marks.push(...poleShoes(shoes));
  let jumper = 0;
  for (const joint of connection.joints) {
    const branch = joint.phase as BranchName;
    const out = OUTSIDE[branch];
    const state = states?.get(joint.number);
    const chosen = joint.number === chosenJoint;
    const ink: Ink = chosen ? 'copper' : state === 'wrong' ? 'carmine' : INK[branch];
    const angles = joint.ends.map((e) => place.get(`${e.group}${e.end}`)!);
    const r = radius[branch];
    let bubble: readonly [number, number];
    if (joint.kind === 'jumper') {
      const [a, b] = angles as [number, number];
      // The shorter way round.
      const span = ((b - a + 3 * Math.PI) % (2 * Math.PI)) - Math.PI;
      const far = r + (out ? 1 : -1) * (0.062 + 0.02 * (jumper++ % 2));
      const [x0, y0] = g.at(r, a);
      const [x1, y1] = g.at(r, a + span);
      marks.push({
        kind: 'path',
        d: `M${fixed(x0)} ${fixed(y0)}L${g.arc(far, a, a + span).slice(1)}L${fixed(x1)} ${fixed(y1)}`,
        stroke: ink,
        width: chosen ? 3 : state === 'made' ? 2.4 : 1.4,
        ...(state === 'made' || chosen ? {} : { dash: '6 3' }),
        of: `joint-${joint.number}`,
      });
      bubble = g.at(far, a + span / 2);
    } else {
      const a = angles[0]!;
      const far = out ? 0.47 : 0.1;
      const [x0, y0] = g.at(r, a);
      const [x1, y1] = g.at(far, a);
      marks.push({
        kind: 'path',
        d: `M${fixed(x0)} ${fixed(y0)}L${fixed(x1)} ${fixed(y1)}`,
        stroke: ink,
        width: chosen ? 3 : state === 'made' ? 2.4 : 1.4,
        ...(state === 'made' || chosen ? {} : { dash: '6 3' }),
        of: `joint-${joint.number}`,
      });
      const [lx, ly] = g.at(out ? 0.487 : 0.068, a);
      marks.push({
        kind: 'text',
        x: lx,
        y: ly + text * 0.35,
        text: joint.lead!,
        size: text * 1.15,
        ink,
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of: `joint-${joint.number}`,
      });
      bubble = g.at(out ? 0.442 : 0.135, a);
    }
    const [bx, by] = bubble;
    marks.push(
      {
        kind: 'path',
        d: dot(bx, by, text * 0.72),
        fill: state === 'made' && !chosen ? 'graphite' : 'paper',
        stroke: ink,
        width: chosen ? 2.6 : 1.2,
        of: `joint-${joint.number}`,
      },
      {
        kind: 'text',
        x: bx,
        y: by + text * 0.31,
        text: String(joint.number),
        size: text * 0.86,
        ink: state === 'made' && !chosen ? 'paper' : ink,
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of: `joint-${joint.number}`,
      },
    );
  }
  return {
    title: `Connection seen from the connection end: ${plan.poles} poles, main winding outside, start winding inside`,
    width: size,
    height: size,
    marks,
  };
}

const dot = (x: number, y: number, r: number) =>
  `M${fixed(x - r)} ${fixed(y)}a${fixed(r)} ${fixed(r)} 0 1 0 ${fixed(2 * r)} 0a${fixed(r)} ${fixed(r)} 0 1 0 ${fixed(-2 * r)} 0Z`;
