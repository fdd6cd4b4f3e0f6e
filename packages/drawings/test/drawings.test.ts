import { analyseWinding } from '@norther/core';
import { describe, expect, it } from 'vitest';
import { connectionDrawing, sceneToSvg, slotRing, unrolledSlots, type Scene } from '../src/index.ts';

function analysed(
  slots: number,
  poles: number,
  pitch: number,
  circuits: number,
  connection: 'star' | 'delta',
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
    const picked = new Set(scene.marks.map((m) => m.of));
    for (const c of a.layout.coils) expect(picked.has(`coil-${c.number}`)).toBe(true);
    expect(scene.marks.some((m) => m.kind === 'path' && m.stroke === 'copper')).toBe(true);
    for (const n of numbers(scene)) expect(n).toBeLessThanOrEqual(slots > 480 ? slots : 480);
  });

  it('the strip stands on the slots’ axis: as many cells as coil sides', () => {
    const scene = unrolledSlots(a.layout, { width: 1200, height: 160, turnsPerCoil: 10, circuits });
    const cells = scene.marks.filter(
      (m) => m.kind === 'path' && m.of && m.d.endsWith('Z') && m.d.includes('h') && m.width === 1.1,
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

it('phases are told apart without colour: solid, double, dashed', () => {
  const { layout } = analysed(36, 4, 7, 2, 'star');
  const { marks } = slotRing(layout, { size: 480 });
  const of = (coil: number) =>
    marks.filter((m) => m.of === `coil-${coil}` && m.kind === 'path' && !m.d.endsWith('Z'));
  const phase = (p: string) => layout.coils.find((c) => c.phase === p)!.number;
  const dashed = (coil: number) => of(coil).some((m) => m.kind === 'path' && m.dash && m.width! > 2);
  expect(dashed(phase('U'))).toBe(false);
  expect(dashed(phase('W'))).toBe(true);
  // A paper line down the middle of V's conductor makes it two.
  const paper = (coil: number) => of(coil).filter((m) => m.kind === 'path' && m.stroke === 'paper').length;
  expect(paper(phase('V'))).toBeGreaterThan(paper(phase('U')));
});
