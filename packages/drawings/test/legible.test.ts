/** Drawings read at arm's length: nothing written over anything else, nothing outside the sheet, nothing lost in grey. */
import { analyseWinding, validCircuits, type WindingAnalysis } from '@norther/core';
import { describe, expect, it } from 'vitest';
import {
  connectionDrawing,
  LIGHT_SHEET,
  sceneToSvg,
  slotRing,
  unrolledSlots,
  WHITE_SHEET,
  type Scene,
  type TextMark,
} from '../src/index.ts';

function analysed(slots: number, poles: number, pitch: number, circuits: number | 'most'): WindingAnalysis {
  const make = (c: number) =>
    analyseWinding(
      {
        winding: {
          slots,
          poles,
          pitch,
          turnsPerCoil: 8,
          wires: [{ count: 1, bareDiameterMm: 1 }],
          circuits: c,
          connection: 'star',
        },
        core: {},
        supply: {},
      },
      false,
    );
  const one = make(1);
  if (!one.ok) throw new Error(one.findings[0]!.message);
  if (circuits === 1) return one.value;
  const more = make(circuits === 'most' ? validCircuits(one.value.layout).at(-1)! : circuits);
  if (!more.ok) throw new Error(more.findings[0]!.message);
  return more.value;
}

interface Box {
  readonly text: string;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}
/** About what the narrow face takes: half an em a sign across, 0.72 em from base line to the top of a figure. */
function boxOf(t: TextMark): Box {
  const width = t.text.length * t.size * (t.face === 'figures' ? 0.5 : 0.45);
  const left = t.anchor === 'middle' ? t.x - width / 2 : t.anchor === 'end' ? t.x - width : t.x;
  return { text: t.text, left, right: left + width, top: t.y - 0.72 * t.size, bottom: t.y };
}
const boxes = (scene: Scene) => scene.marks.flatMap((m) => (m.kind === 'text' ? [boxOf(m)] : []));

function overlaps(scene: Scene): string[] {
  const all = boxes(scene);
  const found: string[] = [];
  for (let i = 0; i < all.length; i++)
    for (let j = i + 1; j < all.length; j++) {
      const [a, b] = [all[i]!, all[j]!];
      const across = Math.min(a.right, b.right) - Math.max(a.left, b.left);
      const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      if (across > 1 && down > 1) found.push(`${a.text} over ${b.text}`);
    }
  return found;
}
const outside = (scene: Scene) =>
  boxes(scene)
    .filter((b) => b.left < -1 || b.top < -1 || b.right > scene.width + 1 || b.bottom > scene.height + 1)
    .map((b) => b.text);

const SIZES = [
  [24, 2, 10, 'most'],
  [36, 4, 7, 'most'],
  [48, 4, 10, 1],
  [54, 6, 8, 'most'],
  [72, 8, 8, 1],
  [96, 4, 20, 'most'],
] as const;

describe.each(SIZES)('%i slots, %i poles, pitch %i, %s circuits', (slots, poles, pitch, circuits) => {
  const a = analysed(slots, poles, pitch, circuits);

  it('the ring writes nothing over anything and nothing outside', () => {
    const scene = slotRing(a.layout, { size: 480 });
    expect(overlaps(scene)).toEqual([]);
    expect(outside(scene)).toEqual([]);
  });
  it('the strip keeps its slot figures apart', () => {
    const scene = unrolledSlots(a.layout, {
      width: 1200,
      height: 160,
      turnsPerCoil: 8,
      circuits: a.connection.circuits,
    });
    expect(overlaps(scene)).toEqual([]);
    expect(outside(scene)).toEqual([]);
  });
  it('the connection keeps group names, slots and terminal marks apart', () => {
    const scene = connectionDrawing(a.layout, a.connection, { size: 680 });
    // The numbers in their discs may stand close to an end's letter; a disc covers what is under it.
    const numbers = new Set(a.connection.joints.map((j) => String(j.number)));
    const real = overlaps(scene).filter(
      (o) => !o.split(' over ').some((t) => numbers.has(t) || /^[sf]$/.test(t)),
    );
    expect(real).toEqual([]);
    expect(outside(scene)).toEqual([]);
  });
  it('each end of each group is drawn once, at the joint it belongs to', () => {
    const scene = connectionDrawing(a.layout, a.connection, { size: 680 });
    const letters = scene.marks.flatMap((m) => (m.kind === 'text' && /^[sf]$/.test(m.text) ? [m.text] : []));
    expect(letters.filter((l) => l === 's')).toHaveLength(a.layout.groups.length);
    expect(letters.filter((l) => l === 'f')).toHaveLength(a.layout.groups.length);
  });
});

describe('on paper without colour', () => {
  /** Lightness of a colour as a grey print shows it; ITU-R BT.709 weights. */
  const grey = (hex: string) => {
    const [r, g, b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as [
      number,
      number,
      number,
    ];
    return 0.2126 * r + 0.7152 * g + 0.0722 * b;
  };
  it('every ink that draws a phase or a word stays dark on the paper', () => {
    for (const ink of ['ink', 'graphite', 'pencil', 'blue', 'teal', 'copper', 'carmine'] as const)
      expect(grey(WHITE_SHEET.paper) - grey(WHITE_SHEET[ink]), ink).toBeGreaterThan(0.5);
  });
  it('a file uses the sheet’s own colours and no other', () => {
    const a = analysed(36, 4, 7, 1);
    const known = new Set(Object.values(WHITE_SHEET));
    for (const scene of [
      slotRing(a.layout, { size: 480 }),
      connectionDrawing(a.layout, a.connection, { size: 680 }),
    ]) {
      const used = new Set(sceneToSvg(scene).match(/#[0-9A-F]{6}/g));
      for (const colour of used) expect(known.has(colour), colour).toBe(true);
    }
    expect(Object.keys(WHITE_SHEET)).toEqual(Object.keys(LIGHT_SHEET));
  });
});

it('the chosen coil is the thickest line of the ring and drawn above all other coils', () => {
  const { layout } = analysed(48, 4, 10, 1);
  const { marks } = slotRing(layout, { size: 480, chosenCoil: 7 });
  const lines = marks.flatMap((m, at) =>
    m.kind === 'path' && !m.of?.startsWith('group-') && m.stroke && !m.d.endsWith('Z') ? [{ ...m, at }] : [],
  );
  const copper = lines.filter((m) => m.of === 'coil-7');
  expect(copper.map((m) => m.stroke)).toEqual(['copper', 'copper']);
  const others = lines.filter((m) => m.stroke !== 'copper' && m.stroke !== 'paper');
  expect(others.length).toBeGreaterThan(3);
  expect(Math.max(...others.map((m) => m.width!))).toBeLessThan(Math.max(...copper.map((m) => m.width!)));
  expect(Math.max(...others.map((m) => m.at))).toBeLessThan(Math.max(...copper.map((m) => m.at)));
});
