import { analyseWinding, type WindingSpec } from '@norther/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fixed } from '../src/phase-style.ts';
import {
  pointedInRing,
  COILS,
  connectionDrawing,
  type SceneChange,
  sceneChanges,
  sceneMarkup,
  sceneToSvg,
  slotRing,
  unrolledSlots,
  type Scene,
} from '../src/index.ts';

function analysed(
  slots: number,
  poles: number,
  pitch: number,
  circuits: number,
  connection: 'star' | 'delta',
  special: Partial<WindingSpec> = {},
) {
  const r = analyseWinding({
    winding: {
      slots,
      poles,
      pitch,
      turnsPerCoil: 10,
      wires: [{ count: 1, bareDiameterMm: 1 }],
      circuits,
      connection,
      ...special,
    },
    core: {},
    supply: {},
  });
  if (!r.ok) throw new Error(r.findings[0]!.message);
  return r.value;
}
const texts = (s: Scene) => s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));
/** Every number of every path. */
const numbers = (s: Scene) =>
  s.marks
    .flatMap((m) => (m.kind === 'path' ? (m.d.match(/-?\d+(\.\d+)?|NaN|Infinity/g) ?? []) : []))
    .map(Number);

describe.each([
  [36, 4, 7, 2, 'star'],
  [54, 6, 8, 3, 'delta'],
  [144, 12, 11, 4, 'delta'],
  [12, 10, 1, 1, 'star'],
  [48, 6, 7, 1, 'star'],
] as const)('%i slots, %i poles, pitch %i, %i circuits %s', (slots, poles, pitch, circuits, connection) => {
  const a = analysed(slots, poles, pitch, circuits, connection);

  it('the ring names every group with its polarity, and marks every coil so that it can be picked', () => {
    const scene = slotRing(a.layout, { size: 480, chosenCoil: 3 });
    for (const g of a.layout.groups) expect(texts(scene)).toContain(g.name);
    // Wherever a coil's end is drawn, that coil is the one pointed at.
    for (const c of a.layout.coils) {
      const { marks } = slotRing(a.layout, { size: 480, chosenCoil: c.number });
      const end = marks.filter((m) => m.of === `coil-${c.number}`).at(-1);
      const points = end?.kind === 'path' ? [...end.d.matchAll(/([\d.]+) ([\d.]+)/g)] : [];
      expect(points.length).toBeGreaterThan(5);
      for (const [, x, y] of [points[1]!, points[3]!, points.at(-1)!])
        expect(pointedInRing(a.layout, 480, Number(x), Number(y))).toBe(`coil-${c.number}`);
    }
    expect(scene.marks.some((m) => m.kind === 'path' && m.stroke === 'copper')).toBe(true);
    for (const n of numbers(scene)) expect(n).toBeLessThanOrEqual(slots > 480 ? slots : 480);
  });

  it('the strip stands on the slots’ axis: as many cells as coil sides', () => {
    const scene = unrolledSlots(a.layout, { width: 1200, height: 160, turnsPerCoil: 10, circuits });
    const cells = scene.marks.flatMap((m) =>
      m.kind === 'path' && m.of === COILS ? (m.d.match(/M/g) ?? []) : [],
    );
    expect(cells).toHaveLength(2 * slots);
    expect(numbers(scene).every(Number.isFinite)).toBe(true);
  });

  it('the connection shows every joint’s number and every lead', () => {
    const scene = connectionDrawing(a.layout, a.connection, { size: 680 });
    for (const j of a.connection.joints) expect(texts(scene)).toContain(String(j.number));
    for (const lead of ['U1', 'V1', 'W1']) expect(texts(scene)).toContain(lead);
    expect(numbers(scene).every(Number.isFinite)).toBe(true);
  });
});

it('writes coordinates to the hundredth, as a number would be written', () => {
  fc.assert(
    fc.property(fc.double({ min: -5000, max: 5000, noNaN: true }), (n) => {
      const written = fixed(n);
      expect(written).toBe(String(Number(written)));
      expect(Math.abs(Number(written) - n)).toBeLessThanOrEqual(0.005 + 1e-9);
    }),
  );
  expect(['0', '-0.5', '12.05', '3']).toEqual([-0.001, -0.5, 12.05, 2.999].map(fixed));
});

it('an SVG file stands alone and escapes what it writes', () => {
  const svg = sceneToSvg({
    title: 'A < B & C',
    width: 10,
    height: 10,
    marks: [{ kind: 'text', x: 1, y: 1, text: '<x>', size: 3, ink: 'ink', face: 'words' }],
  });
  expect(svg).toContain('<title>A &lt; B &amp; C</title>');
  expect(svg).toContain('&lt;x&gt;');
  expect(svg).not.toContain('var(--');
});

it.each([
  ['lap, all of one span', {}],
  ['concentric', { kind: 'concentric', pitches: [11, 9, 7] }],
] as const)('phases are told apart without colour: solid, double, dashed (%s)', (_name, special) => {
  const { layout } = analysed(36, 4, 7, 2, 'star', special);
  const { marks } = slotRing(layout, { size: 480 });
  const paths = marks.flatMap((m, at) =>
    m.kind === 'path' && !m.d.endsWith('Z') && !m.of?.startsWith('group') ? [{ ...m, at }] : [],
  );
  // Thick lines are the conductors on their way out.
  const conductors = paths.filter((m) => m.stroke !== 'paper' && m.width! > 2);
  expect(new Set(conductors.map((m) => m.stroke))).toEqual(new Set(['ink', 'blue', 'teal']));
  for (const m of conductors) {
    expect(Boolean(m.dash)).toBe(m.stroke === 'teal');
    // A paper line down the middle of V's conductor makes it two; it lies above.
    const middle = paths.some((p) => p.stroke === 'paper' && p.at > m.at && p.d === m.d && p.width! < 3);
    expect(middle).toBe(m.stroke === 'blue');
  }
});

describe('from one drawing to the next', () => {
  const ring = (pitch: number, chosenCoil: number | null, lit: readonly number[]) =>
    slotRing(analysed(36, 4, pitch, 2, 'star').layout, { size: 480, chosenCoil, litCoils: new Set(lit) });
  /** The marks as a browser has them. */
  const standing = (scene: Scene, markup = sceneMarkup(scene)) =>
    [...markup.matchAll(/<(path|text)([^>]*?)(?:\/>|>([^<]*)<\/text>)/g)].map((m) => ({
      attributes: Object.fromEntries([...m[2]!.matchAll(/([\w-]+)="([^"]*)"/g)].map((a) => [a[1]!, a[2]!])),
      text: m[3],
    }));
  const choice = fc.record({
    pitch: fc.integer({ min: 5, max: 10 }),
    coil: fc.option(fc.integer({ min: 1, max: 36 })),
    lit: fc.uniqueArray(fc.integer({ min: 1, max: 36 }), { maxLength: 6 }),
  });
  /** As the browser makes them, one after the other. */
  const changedBy = (before: Scene, changes: readonly SceneChange[]) => {
    const marks = standing(before);
    for (const change of changes) {
      if ('insert' in change) {
        const insert = standing({ ...before, marks: [] }, change.insert);
        marks.splice(change.at, change.remove, ...insert);
        continue;
      }
      const mark = marks[change.at]!;
      for (const [name, value] of change.set)
        if (value === null) delete mark.attributes[name];
        else mark.attributes[name] = value;
      if (change.text !== undefined) mark.text = change.text;
    }
    return marks;
  };
  it('the changes make the first into the second, or it is drawn afresh', () => {
    let changed = 0;
    fc.assert(
      fc.property(choice, choice, (one, two) => {
        const before = ring(one.pitch, one.coil, one.lit);
        const after = ring(two.pitch, two.coil, two.lit);
        const changes = sceneChanges(before, after);
        if (!changes) return;
        changed++;
        expect(changedBy(before, changes)).toEqual(standing(after));
      }),
      { numRuns: 60 },
    );
    expect(changed).toBeGreaterThan(5);
  });
  it('a reading of a walk touches few marks of a connection, and leaves it as if drawn afresh', () => {
    const { layout, connection } = analysed(144, 12, 10, 4, 'star');
    const walked = (
      read: readonly ('N' | 'S' | '0' | null)[],
      next: number | null,
      wrong: readonly number[],
    ) =>
      connectionDrawing(layout, connection, {
        size: 680,
        readings: Array.from({ length: 36 }, (_, i) => read[i] ?? null),
        nextGroup: next,
        wrongGroups: wrong,
      });
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom<'N' | 'S' | '0'>('N', 'S', '0'), { maxLength: 35 }),
        fc.constantFrom<'N' | 'S' | '0'>('N', 'S', '0'),
        fc.boolean(),
        (read, reading, wrong) => {
          const before = walked(read, read.length + 1, []);
          const now = [...read, reading];
          const after = walked(now, now.length === 36 ? null : now.length + 1, wrong ? [now.length] : []);
          const changes = sceneChanges(before, after)!;
          expect(changedBy(before, changes)).toEqual(standing(after));
          // With the last one the compass goes, and the slots of every group are written.
          if (now.length < 36) expect(changes.length).toBeLessThan(16);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('at 144 slots a drawing has few marks, and more turns touch hardly any', () => {
    const at = (pitch: number, turnsPerCoil: number) => {
      const { layout } = analysed(144, 12, pitch, 4, 'delta');
      return [
        slotRing(layout, { size: 500, chosenCoil: 1 }),
        unrolledSlots(layout, { width: 1646, height: 150, turnsPerCoil, circuits: 4, chosenCoil: 1 }),
      ] as const;
    };
    const [ringBefore, stripBefore] = at(10, 4);
    const [ringAfter, stripAfter] = at(11, 4);
    expect(ringBefore.marks.length).toBeLessThan(300);
    expect(stripBefore.marks.length).toBeLessThan(460);
    expect(sceneChanges(ringBefore, ringAfter)).not.toBeNull();
    expect(sceneChanges(stripBefore, stripAfter)!.length).toBeLessThan(160);
    const [ringMore, stripMore] = at(10, 5);
    expect(sceneChanges(ringBefore, ringMore)).toEqual([]);
    expect(sceneChanges(stripBefore, stripMore)!.length).toBeLessThan(40);
  });
});
