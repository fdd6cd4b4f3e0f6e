/** An armature with its commutator: unrolled on one girth, and as a ring from the commutator end. */
import type { ArmatureCoil, DirectCurrentPlan } from '@norther/core';
import { arcPath, fixed, polar } from '../phase-style.ts';
import { poleShoes } from '../pole-shoe.ts';
import type { Ink, Mark, Scene } from '../scene.ts';

export interface ArmatureOptions {
  readonly width: number;
  readonly height: number;
  /** Number of the coil in hand. */
  readonly chosenCoil?: number | null;
  /** Bars to point at: where a reading is odd. */
  readonly oddBars?: ReadonlySet<number>;
  /** Slots by which the girth is turned, so that the coil in hand stands in the middle. */
  readonly turned?: number;
}

/** Shares of a turn, from the middle of slot 1: where everything stands on the girth. */
function placesOf(plan: DirectCurrentPlan) {
  const { spec, armature, poles } = plan;
  const slot = (n: number) => (n - 1) / spec.slots;
  const first = plan.armatureCoils[0]!;
  const coilMiddle = armature.slotPitch / (2 * spec.slots);
  const span = armature.commutatorPitchBars / spec.bars;
  const lap = spec.kind === 'lap';
  // Where nobody measured it, the leads of coil 1 are drawn alike to both sides.
  const aside = lap ? span / 2 : (span - Math.round(span * poles) / poles) / 2;
  const barOne =
    plan.barFromSlotDeg === null
      ? coilMiddle - (lap ? 0 : 1 / poles) - aside - (first.startBar! - 1) / spec.bars
      : plan.barFromSlotDeg / 360;
  const bar = (n: number) => barOne + (n - 1) / spec.bars;
  // A lap's coil is short-circuited by the brush between its bars, a wave's by brushes on both of them.
  const brush = bar(first.startBar!) + (lap ? span / 2 : 0);
  return { slot, bar, brush, pole: coilMiddle };
}

const turn = (share: number) => ((share % 1) + 1) % 1;

/** A line on the girth, cut where it runs over the edge and begun anew at the other. */
function across(x0: number, y0: number, x1: number, y1: number, left: number, width: number): string {
  const a = turn(x0);
  // The near way round.
  const b = a + ((((x1 - x0) % 1) + 1.5) % 1) - 0.5;
  const at = (share: number) => left + share * width;
  const line = (u: number, v: number, w: number, z: number) =>
    `M${fixed(at(u))} ${fixed(v)}L${fixed(at(w))} ${fixed(z)}`;
  if (b >= 0 && b <= 1) return line(a, y0, b, y1);
  const edge = b > 1 ? 1 : 0;
  const y = y0 + ((edge - a) / (b - a)) * (y1 - y0);
  return line(a, y0, edge, y) + line(1 - edge, y, b + (edge === 1 ? -1 : 1), y1);
}

/** Slots above, bars below, poles over them and brushes under them; upper sides and their leads whole, lower ones dashed. */
export function armatureUnrolled(
  plan: DirectCurrentPlan,
  { width, height, chosenCoil = null, oddBars, turned = 0 }: ArmatureOptions,
): Scene {
  const { spec, poles } = plan;
  const at = placesOf(plan);
  const left = 54;
  const girth = width - left - 14;
  const shift = turned / spec.slots;
  const x = (share: number) => left + turn(share + 0.5 / spec.slots + shift) * girth;
  const share = (of: number) => of + 0.5 / spec.slots + shift;
  const row = {
    pole: 4,
    slot: 0.2 * height,
    core: 0.235 * height,
    coreEnd: 0.43 * height,
    riser: 0.79 * height,
    bar: 0.82 * height,
    barEnd: 0.91 * height,
    brush: 0.925 * height,
  };
  const marks: Mark[] = [];
  const word = (text: string, y: number): void => {
    marks.push({ kind: 'text', x: 4, y, text, size: 12.5, ink: 'graphite', face: 'words' });
  };
  word('poles', row.pole + 16);
  word('slot', row.slot);
  word('core', (row.core + row.coreEnd) / 2);
  word('bar', (row.bar + row.barEnd) / 2 + 4);
  word('brush', row.brush + 13);
  const box = (middle: number, wide: number, y: number, high: number) => {
    const [a, b] = [x(middle) - (wide * girth) / 2, x(middle) + (wide * girth) / 2];
    const [from, to] = [Math.max(left, a), Math.min(left + girth, b)];
    let d = `M${fixed(from)} ${fixed(y)}H${fixed(to)}V${fixed(y + high)}H${fixed(from)}Z`;
    if (a < left)
      d += `M${fixed(a + girth)} ${fixed(y)}H${fixed(left + girth)}V${fixed(y + high)}H${fixed(a + girth)}Z`;
    if (b > left + girth)
      d += `M${fixed(left)} ${fixed(y)}H${fixed(b - girth)}V${fixed(y + high)}H${fixed(left)}Z`;
    return d;
  };
  const text = (
    share: number,
    y: number,
    words: string,
    size: number,
    ink: Ink,
    bold = false,
    of?: string,
    aside = 0,
  ): void => {
    marks.push({
      kind: 'text',
      x: x(share) + aside,
      y,
      text: words,
      size,
      ink,
      face: 'figures',
      bold,
      anchor: 'middle',
      ...(ink === 'paper' ? {} : { halo: 'paper' as const }),
      ...(of ? { of } : {}),
    });
  };
  // Main poles; interpoles narrow between them.
  const main = plan.fields.groups.filter((g) => g.phase === plan.fields.windings[0]);
  for (let i = 0; i < poles; i++) {
    const middle = at.pole + i / poles;
    const polarity = main[i]?.polarity ?? (i % 2 === 0 ? 'N' : 'S');
    marks.push({
      kind: 'path',
      d: box(middle, 0.66 / poles, row.pole, 22),
      stroke: 'ink',
      width: 1.6,
      fill: polarity === 'N' ? 'ink' : 'paper',
    });
    text(middle, row.pole + 16.5, polarity, 14, polarity === 'N' ? 'paper' : 'ink', true);
  }
  for (const g of plan.fields.groups.filter((y) => y.phase === 'interpole')) {
    const middle = at.pole + (g.place - 1) / (2 * poles);
    marks.push({
      kind: 'path',
      d: box(middle, 0.09 / poles, row.pole, 22),
      stroke: 'graphite',
      width: 1.2,
      fill: g.polarity === 'N' ? 'graphite' : 'paper',
    });
    text(middle, row.pole + 35, g.polarity.toLowerCase(), 12, 'graphite');
  }
  // Teeth: between the slots.
  let teeth = '';
  for (let n = 1; n <= spec.slots; n++)
    teeth += box(at.slot(n) + 0.5 / spec.slots, 0.42 / spec.slots, row.core, row.coreEnd - row.core);
  marks.push({ kind: 'path', d: teeth, stroke: 'graphite', width: 0.8, fill: 'band' });
  const coil = plan.armatureCoils.find((c) => c.coil === chosenCoil) ?? null;
  const every = spec.slots > 62 ? 5 : spec.slots > 40 ? 2 : 1;
  for (let n = 1; n <= spec.slots; n++) {
    const own = coil && (coil.firstSlot === n || coil.secondSlot === n);
    if (own || n === 1 || n % every === 0)
      text(
        at.slot(n),
        row.slot,
        String(n),
        own ? 15 : 12,
        own ? 'copper' : 'graphite',
        Boolean(own),
        `slot-${n}`,
        own ? 13 : 0,
      );
  }
  // Where a coil stands in its slot: side by side, upper ones left of the lower.
  const u = plan.armature.coilsPerSlot;
  const inSlot = (c: ArmatureCoil, upper: boolean) => {
    const k = (c.coil - 1) % u;
    const side = 0.4 / spec.slots;
    const spread = u === 1 ? 0 : ((k / (u - 1) - 0.5) * side) / 2;
    return at.slot(upper ? c.firstSlot : c.secondSlot) + (upper ? -side / 4 : side / 4) + spread;
  };
  let [starts, finishes] = ['', ''];
  const leads = (c: ArmatureCoil) => ({
    start: across(share(inSlot(c, true)), row.coreEnd, share(at.bar(c.startBar!)), row.riser, left, girth),
    finish: across(share(inSlot(c, false)), row.coreEnd, share(at.bar(c.finishBar!)), row.riser, left, girth),
  });
  const dead = plan.armatureCoils.filter((c) => c.startBar === null);
  for (const c of plan.armatureCoils)
    if (c.startBar !== null && c !== coil) {
      const { start, finish } = leads(c);
      starts += start;
      finishes += finish;
    }
  marks.push(
    { kind: 'path', d: starts, stroke: 'graphite', width: 0.8 },
    { kind: 'path', d: finishes, stroke: 'pencil', width: 0.8, dash: '4 3' },
  );
  const odd = oddBars ?? new Set<number>();
  const few = spec.bars > 100 ? 10 : 5;
  for (let n = 1; n <= spec.bars; n++) {
    const own = coil && (coil.startBar === n || coil.finishBar === n);
    marks.push({
      kind: 'path',
      d: box(at.bar(n), 0.86 / spec.bars, row.bar, row.barEnd - row.bar),
      stroke: own ? 'copper' : odd.has(n) ? 'carmine' : 'graphite',
      width: own || odd.has(n) ? 2 : 0.9,
      fill: own ? 'wash' : 'paper',
      of: `bar-${n}`,
    });
    const near =
      coil && [coil.startBar, coil.finishBar].some((b) => b !== null && b !== n && Math.abs(b - n) < 3);
    if (own || odd.has(n) || (!near && (n === 1 || n % few === 0)))
      text(
        at.bar(n),
        (row.bar + row.barEnd) / 2 + 4.5,
        String(n),
        own ? 14 : 11,
        own ? 'copper' : odd.has(n) ? 'carmine' : 'graphite',
        Boolean(own),
        `bar-${n}`,
      );
  }
  for (let i = 0; i < poles; i++) {
    const plus = i % 2 === 0;
    marks.push({
      kind: 'path',
      d: box(at.brush + i / poles, Math.min(2 / spec.bars, 0.3 / poles), row.brush, 17),
      stroke: 'ink',
      width: 1.4,
      fill: plus ? 'ink' : 'paper',
    });
    text(at.brush + i / poles, row.brush + 13, plus ? '+' : '−', 13, plus ? 'paper' : 'ink', true);
  }
  if (coil) {
    const [upper, lower] = [inSlot(coil, true), inSlot(coil, false)];
    const top = row.slot - 19;
    const of = `coil-${coil.coil}`;
    const line = (d: string, dash?: string): void => {
      marks.push({ kind: 'path', d, stroke: 'copper', width: 4, of, ...(dash ? { dash } : {}) });
    };
    line(across(share(upper), top, share(upper), row.coreEnd, left, girth));
    line(across(share(lower), top, share(lower), row.coreEnd, left, girth), '8 5');
    // Over the back end, upper half whole and lower half dashed, whichever way round the span goes.
    const span = plan.armature.slotPitch / spec.slots;
    line(backEnd(share(upper), span / 2, top, left, girth));
    line(backEnd(share(upper) + span / 2, span / 2 + (turn(lower - upper) - span), top, left, girth), '8 5');
    if (coil.startBar !== null) {
      const { start, finish } = leads(coil);
      line(start);
      line(finish, '8 5');
      for (const bar of [coil.startBar, coil.finishBar!])
        marks.push({
          kind: 'path',
          d: `M${fixed(x(at.bar(bar)))} ${fixed(row.riser)}V${fixed(row.bar)}`,
          stroke: 'copper',
          width: 4,
        });
    }
    text(
      upper + span / 2,
      (row.core + row.coreEnd) / 2 + 5,
      `coil ${coil.coil}: 1-${plan.armature.slotPitch + 1}, ${plan.armature.slotPitch} slots`,
      14,
      'copper',
      true,
    );
  }
  for (const c of dead) {
    const y = row.slot - 12;
    for (const upper of [true, false]) {
      const place = x(inSlot(c, upper));
      marks.push({
        kind: 'path',
        d: `M${fixed(place)} ${fixed(y)}V${fixed(row.coreEnd + 12)}m-5 0h10`,
        stroke: 'ink',
        width: 1.6,
        dash: '3 2.5',
      });
    }
    const near = Math.min(left + girth - 60, Math.max(left + 60, x(inSlot(c, true))));
    marks.push({
      kind: 'text',
      x: near,
      y: row.coreEnd + 28,
      text: `coil ${c.coil} dead: cut, taped, on no bar`,
      size: 12,
      ink: 'ink',
      face: 'words',
      anchor: 'middle',
      halo: 'paper',
    });
  }
  return {
    title: `Armature unrolled: ${spec.slots} slots and ${spec.bars} bars on one girth, seen from the commutator${coil ? `; coil ${coil.coil} from slot ${coil.firstSlot} to ${coil.secondSlot}${coil.startBar === null ? ', dead' : `, bar ${coil.startBar} to ${coil.finishBar}`}` : ''}`,
    width,
    height,
    marks,
  };
}

/** A level stretch, cut at the edge. */
function backEnd(from: number, length: number, y: number, left: number, girth: number): string {
  const a = turn(from);
  const b = a + length;
  const at = (share: number) => fixed(left + share * girth);
  return b <= 1
    ? `M${at(a)} ${fixed(y)}H${at(b)}`
    : `M${at(a)} ${fixed(y)}H${at(1)}M${at(0)} ${fixed(y)}H${at(b - 1)}`;
}

/** From the commutator end: poles outside, slots, leads, bars in the middle; slot 1 at the top, clockwise. */
export function armatureRing(
  plan: DirectCurrentPlan,
  { size, chosenCoil = null }: { readonly size: number; readonly chosenCoil?: number | null },
): Scene {
  const { spec, poles } = plan;
  const places = placesOf(plan);
  const c = size / 2;
  const angle = (share: number) => 2 * Math.PI * share;
  const point = (r: number, share: number) => polar(c, c, r * size, angle(share));
  const circle = (r: number) =>
    `${arcPath(c, c, r * size, 0, Math.PI)}${arcPath(c, c, r * size, Math.PI, 2 * Math.PI)}`;
  const cell = (middle: number, half: number, inner: number, outer: number) => {
    const [a, b] = [angle(middle - half), angle(middle + half)];
    const [x, y] = polar(c, c, inner * size, b);
    return `${arcPath(c, c, outer * size, a, b)}L${fixed(x)} ${fixed(y)}${arcPath(c, c, inner * size, b, a).replace(/^M[^A]*/, '')}Z`;
  };
  const marks: Mark[] = [
    { kind: 'path', d: circle(0.405), stroke: 'graphite', width: 1 },
    { kind: 'path', d: circle(0.23), stroke: 'graphite', width: 1 },
    { kind: 'path', d: circle(0.1), stroke: 'hair', width: 1 },
  ];
  const line = Math.max(0.5, Math.min(1.3, 60 / spec.bars));
  const coil = plan.armatureCoils.find((x) => x.coil === chosenCoil) ?? null;
  for (const [upper, ink, dash] of [
    [true, 'graphite', undefined],
    [false, 'pencil', '4 3'],
  ] as const) {
    const d = plan.armatureCoils
      .filter((x) => x.startBar !== null && x !== coil)
      .map((x) => {
        const [sx, sy] = point(0.36, places.slot(upper ? x.firstSlot : x.secondSlot));
        const [bx, by] = point(0.23, places.bar(upper ? x.startBar! : x.finishBar!));
        return `M${fixed(sx)} ${fixed(sy)}L${fixed(bx)} ${fixed(by)}`;
      })
      .join('');
    marks.push({ kind: 'path', d, stroke: ink, width: line, ...(dash ? { dash } : {}) });
  }
  for (let n = 1; n <= spec.slots; n++) {
    const own = coil && (coil.firstSlot === n || coil.secondSlot === n);
    marks.push({
      kind: 'path',
      d: cell(places.slot(n), 0.3 / spec.slots, 0.36, 0.402),
      stroke: own ? 'copper' : 'graphite',
      width: own ? 2 : 0.9,
      fill: own ? 'wash' : 'paper',
      of: `slot-${n}`,
    });
  }
  for (let n = 1; n <= spec.bars; n++) {
    const own = coil && (coil.startBar === n || coil.finishBar === n);
    marks.push({
      kind: 'path',
      d: cell(places.bar(n), 0.43 / spec.bars, 0.165, 0.23),
      stroke: own ? 'copper' : 'graphite',
      width: own ? 1.8 : 0.7,
      fill: own ? 'wash' : 'paper',
      of: `bar-${n}`,
    });
  }
  if (coil?.startBar != null)
    for (const [slot, bar, dash] of [
      [coil.firstSlot, coil.startBar, undefined],
      [coil.secondSlot, coil.finishBar!, '6 4'],
    ] as const) {
      const [sx, sy] = point(0.36, places.slot(slot));
      const [bx, by] = point(0.23, places.bar(bar));
      marks.push({
        kind: 'path',
        d: `M${fixed(sx)} ${fixed(sy)}L${fixed(bx)} ${fixed(by)}`,
        stroke: 'copper',
        width: 3,
        of: `coil-${coil.coil}`,
        ...(dash ? { dash } : {}),
      });
    }
  const label = Math.max(9, Math.min(13, size / 36));
  const every = spec.slots <= 40 ? 1 : spec.slots <= 80 ? 2 : 5;
  for (let n = 1; n <= spec.slots; n += every) {
    const [x, y] = point(0.427, places.slot(n));
    marks.push({
      kind: 'text',
      x,
      y: y + label * 0.35,
      text: String(n),
      size: label * 0.85,
      ink: 'pencil',
      face: 'figures',
      anchor: 'middle',
    });
  }
  for (const n of [1, Math.ceil(spec.bars / 4), Math.ceil(spec.bars / 2), Math.ceil((3 * spec.bars) / 4)]) {
    const [x, y] = point(0.14, places.bar(n));
    marks.push({
      kind: 'text',
      x,
      y: y + label * 0.35,
      text: String(n),
      size: label * 0.85,
      ink: 'graphite',
      face: 'figures',
      anchor: 'middle',
    });
  }
  const main = plan.fields.groups.filter((g) => g.phase === plan.fields.windings[0]);
  marks.push(
    ...poleShoes(
      Array.from({ length: poles }, (_, i) => {
        const [x, y] = point(0.475, places.pole + i / poles);
        return {
          x,
          y,
          size: label * 1.3,
          angle: angle(places.pole + i / poles),
          polarity: main[i]?.polarity ?? (i % 2 === 0 ? ('N' as const) : ('S' as const)),
        };
      }),
    ),
  );
  return {
    title: `Armature from the commutator end: ${spec.slots} slots, ${spec.bars} bars, ${poles} poles`,
    width: size,
    height: size,
    marks,
  };
}
