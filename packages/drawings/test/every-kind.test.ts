/** Every kind of winding drawn, up to 144 slots: complete, inside the sheet, and with nothing written on something else. */
import {
  connectionList,
  cutList,
  analyseWinding,
  buildLayout,
  slowSpeed,
  validCircuits,
  type Coil,
  type ConnectionSpec,
  type WindingLayout,
  type WindingSpec,
} from '@norther/core';
import { describe, expect, it } from 'vitest';
import {
  pointedInRing,
  coilInStrip,
  COILS,
  connectionDrawing,
  cutPiece,
  phaseSums,
  sceneToSvg,
  slotRing,
  slotSection,
  slotStar,
  unrolledSlots,
  type Ink,
  type Scene,
  type TextMark,
} from '../src/index.ts';

const KINDS: readonly (readonly [string, WindingSpec])[] = [
  ['lap', { slots: 144, poles: 12, pitch: 10 }],
  ['lap, 48 poles', { slots: 144, poles: 48, pitch: 3 }],
  ['fractional', { slots: 144, poles: 20, pitch: 7 }],
  ['chain', { slots: 144, poles: 12, layers: 1, pitch: 11 }],
  ['halved belts', { slots: 144, poles: 16, layers: 1, pitch: 8 }],
  ['neighbours in one layer', { slots: 144, poles: 12, layers: 1, grouping: 'consequent', pitch: 12 }],
  [
    'concentric, one layer',
    {
      slots: 144,
      poles: 12,
      kind: 'concentric',
      grouping: 'consequent',
      pitch: 15,
      pitches: [15, 13, 11, 9],
    },
  ],
  [
    'concentric, two layers',
    { slots: 144, poles: 12, kind: 'concentric', pitch: 13, pitches: [13, 11, 9, 7] },
  ],
  ['consequent poles', { slots: 144, poles: 24, grouping: 'consequent', pitch: 6 }],
  ['uneven turns', { slots: 144, poles: 12, pitch: 10, turnPatterns: [[12, 11, 11, 10]] }],
  ['empty slots', { slots: 147, poles: 12, pitch: 10, leftEmpty: [49, 98, 147] }],
  ['six slots, two poles', { slots: 6, poles: 2, pitch: 3 }],
];
function laid(spec: WindingSpec): WindingLayout {
  const result = buildLayout(spec);
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value;
}
const texts = (scene: Scene) => scene.marks.filter((m): m is TextMark => m.kind === 'text');

/** Every absolute coordinate of a scene's paths. */
function* coordinates(scene: Scene): Generator<readonly [number, number]> {
  for (const mark of scene.marks)
    if (mark.kind === 'text') yield [mark.x, mark.y];
    else
      for (const m of mark.d.matchAll(/[ML](-?[\d.e-]+) (-?[\d.e-]+)/g)) yield [Number(m[1]), Number(m[2])];
}
function insideTheSheet(scene: Scene, slack = 2) {
  for (const [x, y] of coordinates(scene)) {
    expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
    expect(x).toBeGreaterThanOrEqual(-slack);
    expect(x).toBeLessThanOrEqual(scene.width + slack);
    expect(y).toBeGreaterThanOrEqual(-slack);
    expect(y).toBeLessThanOrEqual(scene.height + slack);
  }
}
/** Pairs of texts whose boxes overlap by more than a hair. */
function overlaps(scene: Scene): string[] {
  const boxes = texts(scene)
    .filter((t) => !/^[NS]$/.test(t.text))
    .map((t) => {
      const width = t.text.length * t.size * 0.5;
      const left = t.anchor === 'middle' ? t.x - width / 2 : t.anchor === 'end' ? t.x - width : t.x;
      return { t, x0: left, x1: left + width, y0: t.y - t.size * 0.72, y1: t.y };
    });
  const found: string[] = [];
  boxes.forEach((a, i) =>
    boxes.slice(i + 1).forEach((b) => {
      const x = Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0);
      const y = Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0);
      if (x > 2 && y > 2) found.push(`${a.t.text} on ${b.t.text}`);
    }),
  );
  return found;
}

/** Pole shoes of a colour: five-cornered, the north's filled. */
const shoes = (scene: Scene, ink: Ink) => {
  const count = (fill: Ink) =>
    scene.marks.reduce(
      (n, m) =>
        m.kind === 'path' && m.stroke === ink && m.fill === fill
          ? n + (m.d.match(/M[^MLZ]+(L[^LZ]+){4}Z/g)?.length ?? 0)
          : n,
      0,
    );
  return { north: count(ink), south: count('paper') };
};
/** Cells that are drawn, counted by the letter their outlines go on with. */
const cellsOf = (scene: Scene, letter: 'L' | 'h') =>
  scene.marks.reduce(
    (n, m) =>
      m.kind === 'path' && m.of === COILS && m.stroke
        ? n + (m.d.match(new RegExp(`M[-\\d. ]+${letter}`, 'g'))?.length ?? 0)
        : n,
    0,
  );
const sidesOf = (c: Coil) =>
  [
    [c.topSlot, c.topLayer],
    [c.bottomSlot, c.bottomLayer],
  ] as const;

describe.each(KINDS)('%s', (_name, spec) => {
  const layout = laid(spec);
  it('the ring holds every coil and names every group once', () => {
    const scene = slotRing(layout, { size: 760, chosenCoil: 2 });
    insideTheSheet(scene);
    expect(cellsOf(scene, 'L')).toBe(2 * layout.coils.length);
    for (const c of layout.coils)
      for (const [slot, layer] of sidesOf(c)) {
        const angle = (2 * Math.PI * (slot - 1)) / layout.slots;
        const radius = 760 * { bore: 0.256, back: 0.288, whole: 0.29 }[layer];
        const [x, y] = [380 + radius * Math.sin(angle), 380 - radius * Math.cos(angle)];
        expect(pointedInRing(layout, 760, x, y)).toBe(`coil-${c.number}`);
      }
    expect(pointedInRing(layout, 760, 380, 380)).toBeNull();
    for (const g of layout.groups) expect(texts(scene).filter((t) => t.text === g.name)).toHaveLength(1);
    expect(Math.min(...texts(scene).map((t) => t.size))).toBeGreaterThanOrEqual(4);
  });
  it('slot figures in the ring do not lie on one another', () => {
    const scene = slotRing(layout, { size: 760 });
    const figures = { ...scene, marks: texts(scene).filter((t) => /^\d+$/.test(t.text)) };
    expect(overlaps(figures)).toEqual([]);
    expect(figures.marks.length).toBeGreaterThan(2);
  });
  it('the strip has a cell for every side, and the wave over it at any instant', () => {
    const width = layout.slots * 22 + 62;
    const scene = unrolledSlots(layout, {
      width,
      height: 200,
      turnsPerCoil: 10,
      circuits: 1,
      instantDeg: 40,
    });
    insideTheSheet(scene, 4);
    expect(cellsOf(scene, 'h')).toBe(2 * layout.coils.length);
    // A slot's middle is its figure's; bore and back are the rows so named.
    const { x: first } = texts(scene).find((t) => t.text === '1')!;
    const row = { bore: 0, back: 0, whole: 0 };
    for (const name of ['bore', 'back'] as const)
      row[name] = row.whole = texts(scene).find((t) => t.text === name)!.y - 4;
    for (const c of layout.coils)
      for (const [slot, layer] of sidesOf(c))
        expect(coilInStrip(layout, { width, height: 200 }, first + (slot - 1) * 22, row[layer])).toBe(
          c.number,
        );
    expect(coilInStrip(layout, { width, height: 200 }, 2, row.bore)).toBeNull();
    expect(overlaps({ ...scene, marks: texts(scene).filter((t) => /^\d+$/.test(t.text)) })).toEqual([]);
  });
  it('star and sums are inside the sheet', () => {
    insideTheSheet(slotStar(layout, { size: 500, chosenCoil: 1 }), 40);
    const sums = phaseSums(layout, { size: 500 });
    insideTheSheet(sums);
    expect(texts(sums).filter((t) => /^[UVW]$/.test(t.text))).toHaveLength(3);
  });
  it('the connection has every joint with its number, in star and in delta, and no two conductors in one lane', () => {
    const circuits = validCircuits(layout).at(-1)!;
    for (const connection of ['star', 'delta'] as const) {
      const made = connectionList(layout, { circuits, connection });
      if (!made.ok) throw new Error(made.findings[0]!.message);
      const scene = connectionDrawing(layout, made.value, { size: 1250, exitClock: 7 });
      insideTheSheet(scene, 12);
      const numbers = texts(scene).filter((t) => t.of?.startsWith('joint-') && /^\d+$/.test(t.text));
      expect(new Set(numbers.map((t) => t.text)).size).toBe(made.value.joints.length);
      for (const g of layout.groups) expect(texts(scene).some((t) => t.text === g.name)).toBe(true);
      const slots = { ...scene, marks: texts(scene).filter((t) => t.ink === 'pencil' && /^\d/.test(t.text)) };
      expect(overlaps(slots)).toEqual([]);
    }
  });
  it('goes into a file that is whole XML', () => {
    const svg = sceneToSvg(slotRing(layout, { size: 760 }));
    expect(svg).not.toMatch(/NaN|undefined|Infinity/);
    // Two halves of an end and two sides a coil.
    expect(svg.match(/M[\d.]/g)!.length).toBeGreaterThan(4 * layout.coils.length);
    expect(svg.trimEnd().endsWith('</svg>')).toBe(true);
  });
});

describe('the connection drawing', () => {
  const layout = laid({ slots: 36, poles: 4, pitch: 7 });
  const list = (spec: ConnectionSpec) => {
    const made = connectionList(layout, spec);
    if (!made.ok) throw new Error(made.findings[0]!.message);
    return made.value;
  };
  const star = list({ circuits: 2, connection: 'star' });
  it('shows what was read, what is wrong and what to read next', () => {
    const scene = connectionDrawing(layout, star, {
      size: 680,
      readings: ['N', 'S', 'N', 'S', 'N', 'S', 'N', 'N', null, null, null, null],
      wrongGroups: [8],
      nextGroup: 9,
      states: new Map([
        [1, 'made'],
        [5, 'wrong'],
      ]),
    });
    const eighth = scene.marks.filter((m) => m.of === 'group-8' && m.kind === 'path');
    expect(eighth.some((m) => m.kind === 'path' && m.stroke === 'carmine')).toBe(true);
    expect(texts(scene).some((t) => t.text === '?' && t.ink === 'copper')).toBe(true);
    expect(texts(scene).find((t) => t.of === 'joint-1' && t.text === '1')!.ink).toBe('paper');
    expect(texts(scene).find((t) => t.of === 'joint-5' && t.text === '5')!.ink).toBe('carmine');
  });
  it('lights the way of a traced current and shows the poles it makes', () => {
    const current = layout.groups.map((g) => (g.phase === 'U' ? g.sign * 0.5 : 0));
    const scene = connectionDrawing(layout, star, { size: 680, current });
    const lit = (of: string) =>
      scene.marks.some((m) => m.of === of && m.kind === 'path' && m.stroke === 'copper');
    expect(lit('group-1')).toBe(true);
    expect(lit('group-2')).toBe(false);
    expect(shoes(scene, 'copper')).toEqual({ north: 2, south: 2 });
  });
  it('turns as a whole, and leads leave where they are wanted', () => {
    const at = (exitClock: number, turn = 0) => {
      const lead = texts(connectionDrawing(layout, star, { size: 680, exitClock, turn })).find(
        (t) => t.text === 'V1',
      )!;
      return Math.atan2(lead.x - 340, 340 - lead.y);
    };
    expect(at(12)).toBeCloseTo(0, 1);
    expect(at(3)).toBeCloseTo(Math.PI / 2, 1);
    expect(at(12, Math.PI / 2)).toBeCloseTo(Math.PI / 2, 1);
  });
  it.each(['six', 'nine', 'twelve', 'constant-torque'] as const)(
    'keeps the boxes of %s leads apart',
    (leads) => {
      const scene = connectionDrawing(layout, list({ circuits: 2, connection: 'star', leads }), {
        size: 680,
      });
      const boxes = {
        ...scene,
        marks: texts(scene).filter((t) => /^[UVW]\d$|^\d[UVW]$/.test(t.text) && t.of?.startsWith('joint-')),
      };
      expect(overlaps(boxes)).toEqual([]);
      insideTheSheet(scene);
    },
  );
  it('draws the lower of two speeds with its own poles', () => {
    const slow = slowSpeed(laid({ slots: 36, poles: 4, pitch: 5 })).layout;
    const scene = unrolledSlots(slow, { width: 900, height: 200, turnsPerCoil: 10, circuits: 1 });
    const { north, south } = shoes(scene, 'ink');
    expect(north + south).toBeGreaterThanOrEqual(7);
    expect(Math.abs(north - south)).toBeLessThanOrEqual(1);
  });
});

describe('pieces to cut', () => {
  const core = {
    boreDiameterMm: 160,
    coreLengthMm: 200,
    slotForm: 'round-bottom' as const,
    slotDepthMm: 30,
    slotMouthMm: 2,
    slotWidthTopMm: 9,
    slotWidthBottomMm: 12,
  };
  const analysis = analyseWinding({
    winding: {
      slots: 36,
      poles: 4,
      pitch: 8,
      turnsPerCoil: 12,
      wires: [{ count: 2, bareDiameterMm: 1 }],
      circuits: 2,
      connection: 'star',
    },
    core,
    supply: {},
  });
  if (!analysis.ok) throw new Error('no winding');
  const cut = cutList(analysis.value, core, { volts: 400 }, []);
  if (!cut.ok) throw new Error(cut.findings[0]!.message);
  it('are to scale, with their folds and sizes', () => {
    for (const item of cut.value.items) {
      const scene = cutPiece(item, { width: 210, height: 250 });
      insideTheSheet(scene);
      const outline = scene.marks[0]!;
      const [, w, h] = /M([\d.]+) ([\d.]+)H([\d.]+)V([\d.]+)/
        .exec(outline.kind === 'path' ? outline.d : '')!
        .slice(1)
        .map(Number)
        .reduce<number[]>(
          (list, _v, i, all) => (i === 0 ? [0, all[2]! - all[0]!, all[3]! - all[1]!] : list),
          [],
        );
      expect(w! / h!).toBeCloseTo(item.width.value / item.length.value, 1);
      expect(texts(scene).map((t) => t.text)).toEqual([
        item.width.value.toFixed(1),
        item.length.value.toFixed(0),
      ]);
      expect(scene.marks.filter((m) => m.kind === 'path' && m.dash === '4 3')).toHaveLength(
        item.foldsMm.length,
      );
    }
  });
  it('the slot stands with its widths and its depth', () => {
    const scene = slotSection(cut.value.shape, { width: 210, height: 250 });
    insideTheSheet(scene);
    expect(texts(scene).map((t) => t.text)).toEqual(['9.0', '12.0', '30.0']);
    // The widths stand outside the slot: above its mouth and below its bottom, a figure's height away.
    const outline = scene.marks[0]!;
    const heights =
      outline.kind === 'path' ? [...outline.d.matchAll(/ ([\d.]+)/g)].map((m) => Number(m[1])) : [];
    const [mouth, bottom] = texts(scene);
    expect(mouth!.y).toBeLessThan(Math.min(...heights));
    expect(bottom!.y - bottom!.size).toBeGreaterThan(Math.max(...heights));
  });
});
