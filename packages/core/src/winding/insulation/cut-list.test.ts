/** Slots, pieces, formers and wire worked out by hand. */
import { describe, expect, it } from 'vitest';
import {
  analyseWinding,
  coilFormer,
  cutList,
  DEFAULT_CUT_SETTINGS,
  jointLengths,
  layOnRoll,
  buildLayout,
  materialFor,
  slotOutline,
  slotShape,
  wireToTake,
  type CoreSize,
  type Reel,
} from '../../index.ts';

/** Parallel walls, 10 mm wide, 30 mm deep with a mouth of 2 mm. */
const core: CoreSize = {
  boreDiameterMm: 160,
  coreLengthMm: 200,
  slotForm: 'parallel-slot',
  slotDepthMm: 30,
  slotMouthMm: 2,
  slotOpeningMm: 3.5,
  slotWidthTopMm: 10,
  toothWidthMm: 4,
  backIronMm: 25,
  meanTurnMm: 800,
};
const reels: Reel[] = [
  { id: 'A', bareDiameterMm: 1, grade: 2, massKg: 2 },
  { id: 'B', bareDiameterMm: 1, grade: 2, massKg: 30 },
];
function analysed(turnsPerCoil = 12) {
  const result = analyseWinding({
    winding: {
      slots: 36,
      poles: 4,
      pitch: 8,
      turnsPerCoil,
      wires: [{ count: 2, bareDiameterMm: 1 }],
      circuits: 2,
      connection: 'star',
    },
    core,
    supply: { voltageV: 400, frequencyHz: 50, currentA: 20 },
  });
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value;
}

describe('slot shapes', () => {
  it('parallel walls: area, wall and outline by hand', () => {
    const s = slotShape({ slots: 36 }, core)!;
    expect(s.areaMm2).toBeCloseTo(28 * 10, 9);
    expect(s.wallMm).toBeCloseTo(28 + 10 + 28, 9);
    const outline = slotOutline(s);
    expect(outline[0]).toEqual([-1.75, 0]);
    expect(outline.at(-1)).toEqual([1.75, 0]);
    // The shoelace area under the shoulder is the area that holds copper.
    expect(Math.max(...outline.map(([, y]) => y))).toBe(30);
  });
  it('parallel teeth: the tooth is as wide at the bottom as at the bore', () => {
    const s = slotShape(
      { slots: 36 },
      { boreDiameterMm: 160, toothWidthMm: 7, slotDepthMm: 24, slotMouthMm: 1 },
    )!;
    const tooth = (depth: number, width: number) => (Math.PI * (160 + 2 * depth)) / 36 - width;
    expect(tooth(1, s.widthTopMm)).toBeCloseTo(7, 9);
    expect(tooth(24, s.widthBottomMm)).toBeCloseTo(7, 9);
  });
  it('a round bottom holds a half circle', () => {
    const s = slotShape({ slots: 36 }, { ...core, slotForm: 'round-bottom', slotWidthBottomMm: 10 })!;
    expect(s.areaMm2).toBeCloseTo(10 * 23 + (Math.PI * 100) / 8, 9);
    expect(s.wallMm).toBeCloseTo(2 * 23 + (Math.PI * 10) / 2, 9);
  });
  it('without dimensions it follows from bore, tooth and area, and says it was not measured', () => {
    const s = slotShape({ slots: 36 }, { boreDiameterMm: 160, toothWidthMm: 7, slotAreaMm2: 200 })!;
    expect(s.measured).toBe(false);
    expect(((s.widthTopMm + s.widthBottomMm) / 2) * s.depthMm).toBeCloseTo(200, 9);
  });
});

describe('the cut list', () => {
  const list = cutList(analysed(), core, { volts: 400, amperes: 20, insulationClass: 'F' }, reels);
  if (!list.ok) throw new Error(list.findings[0]!.message);
  const item = (id: string) => list.value.items.find((i) => i.id === id)!;
  it('gives flat sizes and counts by hand', () => {
    // Wall 66 and 5 mm folded over each side; core 200, 8 mm out and an 8 mm cuff at each end (common practice).
    expect(item('liner').width.value).toBeCloseTo(66 + 2 * 5, 9);
    expect(item('liner').length.value).toBeCloseTo(200 + 2 * 8 + 2 * 8, 9);
    expect(item('liner').count).toBe(36);
    expect(item('separator').width.value).toBeCloseTo(10 + 6, 9);
    expect(item('separator').count).toBe(36);
    expect(item('wedge').width.value).toBeCloseTo(10 - 2 * 0.3, 9);
    expect(item('wedge').length.value).toBeCloseTo(216, 9);
    // A phase paper between neighbouring groups at both ends.
    expect(item('phase-paper').count).toBe(24);
    for (const i of list.value.items)
      for (const f of [i.width, i.length]) expect(f.working!.source).not.toBe('');
  });
  it('sleeves two ends a group wound in one go', () => {
    // Common practice, no source: 12 gangs of three have 24 ends.
    expect(list.value.soft.find((s) => s.id === 'coil-sleeving')!.count).toBe(24);
  });
  it('takes the wire with its allowance, ends of reels first', () => {
    const [need] = list.value.wire;
    // 36 coils × 12 turns × 0.8 m × 2 strands × 1.05.
    expect(need!.lengthM).toBeCloseTo(36 * 12 * 0.8 * 2 * 1.05, 6);
    expect(need!.massKg).toBeCloseTo((need!.lengthM * (Math.PI / 4) * 8.89) / 1000, 9);
    expect(need!.take.map((t) => t.reel.id)).toEqual(['A', 'B']);
    expect(need!.take.reduce((s, t) => s + t.massKg, 0)).toBeCloseTo(need!.massKg, 9);
    expect(need!.shortKg).toBe(0);
  });
  it('says when the wire is short or does not pass the opening', () => {
    const short = cutList(analysed(60), core, { volts: 400 }, [reels[0]!]);
    expect(short.ok && short.value.findings.map((f) => f.code)).toContain('cut.wire-short');
    const narrow = cutList(analysed(), { ...core, slotOpeningMm: 1 }, { volts: 400 }, reels);
    expect(narrow.ok && narrow.value.findings.map((f) => f.code)).toContain('cut.wire-wider-than-opening');
    const none = cutList(analysed(), { boreDiameterMm: 160 }, {}, reels);
    expect(none.findings[0]!.code).toBe('cut.no-slot');
  });
  it('grows with the volts and changes with the class', () => {
    expect(materialFor('F', 690).linerMm).toBeGreaterThan(materialFor('F', 230).linerMm);
    expect(materialFor('H', 400).liner).toBe('aramid paper');
    expect(materialFor('B', 400).liner).toMatch(/polyester/);
  });
});

it('a one-layer winding has no separators', () => {
  const laid = analyseWinding({
    winding: {
      slots: 36,
      poles: 4,
      pitch: 9,
      layers: 1,
      grouping: 'consequent',
      turnsPerCoil: 20,
      wires: [{ count: 1, bareDiameterMm: 1 }],
      circuits: 1,
      connection: 'star',
    },
    core,
    supply: {},
  });
  if (!laid.ok) throw new Error(laid.findings[0]!.message);
  const list = cutList(laid.value, core, {}, []);
  expect(list.ok && list.value.items.map((i) => i.id)).toEqual(['liner', 'wedge', 'phase-paper']);
});

describe('on the roll', () => {
  it('takes the better of the two ways', () => {
    // 80 × 230 on 500: six side by side, 36 pieces in 6 rows of 230 = 1380; turned: two side by side, 18 rows of 80 = 1440.
    expect(layOnRoll(80, 230, 36, 500)).toMatchObject({ across: 6, rows: 6, lengthMm: 1380, turned: false });
    expect(layOnRoll(80, 250, 36, 500)).toMatchObject({ across: 2, rows: 18, lengthMm: 1440, turned: true });
    expect(layOnRoll(80, 250, 36, 500)!.waste).toBeCloseTo(0, 9);
    expect(layOnRoll(600, 700, 4, 500)).toBeNull();
  });
});

describe('the coil former', () => {
  const laid = buildLayout({ slots: 36, poles: 4, pitch: 8 });
  if (!laid.ok) throw new Error('no layout');
  const former = (meanTurnMm: number, trial?: number, standOut?: number) =>
    coilFormer(laid.value, 12, {
      meanTurnMm,
      coreLengthMm: 200,
      boreMm: 160,
      slotDepthMm: 30,
      projectionMm: 8,
      ...(standOut === undefined ? {} : { standOutMm: standOut }),
      ...(trial === undefined ? {} : { trialStandOutMm: trial }),
    });
  it('is two straights and four legs, once round as long as the turn', () => {
    const [c] = former(760).coils;
    const thrown = (Math.PI * 190 * 8) / 36;
    expect(c!.throwMm).toBeCloseTo(thrown, 9);
    expect(c!.straightMm).toBe(216);
    expect(c!.perimeterMm).toBe(760);
    expect(2 * 216 + 4 * Math.hypot(c!.headMm, thrown / 2)).toBeCloseTo(760, 9);
    expect(former(760)).toMatchObject({ gang: 3, gangs: 12 });
  });
  it('a trial coil that stands out too far shortens the loop, one that fits leaves it', () => {
    expect(former(760, 58, 58).correctionMm).toBeCloseTo(0, 12);
    expect(former(760, 66, 58).correctionMm).toBeLessThan(0);
    expect(former(760, 50, 58).coils[0]!.perimeterMm).toBeGreaterThan(760);
    // Without a wanted stand-out the loop's own is wanted.
    expect(former(760, former(760).coils[0]!.headMm + 8).correctionMm).toBeCloseTo(0, 9);
  });
});

describe('loop, mean turn and wire are one figure', () => {
  const twoPole = (meanTurnMm?: number) => {
    const { meanTurnMm: _measured, ...rest } = core;
    const own: CoreSize = { ...rest, ...(meanTurnMm ? { meanTurnMm } : {}) };
    const result = analyseWinding({
      winding: {
        slots: 36,
        poles: 2,
        pitch: 14,
        turnsPerCoil: 10,
        wires: [{ count: 1, bareDiameterMm: 1 }],
        circuits: 1,
        connection: 'star',
      },
      core: own,
      supply: {},
    });
    if (!result.ok) throw new Error(result.findings[0]!.message);
    const list = (
      settings: Partial<typeof DEFAULT_CUT_SETTINGS> & { trialStandOutMm?: number; standOutMm?: number } = {},
    ) => {
      const made = cutList(result.value, own, { volts: 400 }, reels, {
        ...DEFAULT_CUT_SETTINGS,
        wireAllowance: 0,
        ...settings,
      });
      if (!made.ok) throw new Error(made.findings[0]!.message);
      return made.value;
    };
    return { analysis: result.value, list };
  };
  it.each([undefined, 905])('on a two-pole stator, mean turn measured: %s', (measured) => {
    const { analysis, list } = twoPole(measured);
    const meanTurn = analysis.figures.meanTurn!.value;
    if (measured) expect(meanTurn).toBe(measured);
    const cut = list();
    expect(cut.formers[0]!.former.coils[0]!.perimeterMm).toBeCloseTo(meanTurn, 9);
    expect(cut.wire[0]!.lengthM).toBeCloseTo((36 * 10 * meanTurn) / 1000, 9);
    // The heads reach round the bore: half a loop less its straight part is longer than the arc between the slots.
    const arc = (Math.PI * 190 * 14) / 36;
    expect(meanTurn / 2 - 216).toBeGreaterThan(arc);
  });
  it('a trial coil changes loop and wire alike', () => {
    const { analysis, list } = twoPole();
    const plain = list({ standOutMm: 90 });
    const tried = list({ standOutMm: 90, trialStandOutMm: 80 });
    const change = tried.formers[0]!.former.correctionMm;
    expect(change).toBeGreaterThan(0);
    expect(
      tried.formers[0]!.former.coils[0]!.perimeterMm - plain.formers[0]!.former.coils[0]!.perimeterMm,
    ).toBeCloseTo(change, 9);
    expect(tried.wire[0]!.lengthM - plain.wire[0]!.lengthM).toBeCloseTo((36 * 10 * change) / 1000, 9);
    expect(analysis.figures.copperMass!.value).toBeGreaterThan(0);
  });
  it('says when the old ends stood out otherwise than the loop will', () => {
    const { list } = twoPole();
    const own = list().formers[0]!.former.coils[0]!.headMm + 8;
    expect(list({ standOutMm: own }).findings).toEqual([]);
    expect(list({ standOutMm: own * 1.6 }).findings.map((f) => f.code)).toEqual(['cut.stand-out-differs']);
  });
});

it('reels that cannot run together are told', () => {
  const [need] = wireToTake([{ count: 3, bareDiameterMm: 1 }], 100, reels, 0);
  expect(need).toMatchObject({ reelsAtOnce: 3, respool: true });
});

it('a jumper is as long as its way round, the shorter one', () => {
  const a = analysed();
  const lengths = jointLengths(a.layout, a.connection, core);
  const jumper = a.connection.joints[0]!;
  expect(jumper.ends.map((e) => `${e.group}${e.end}`)).toEqual(['1f', '4f']);
  // Finish of coil 3 in slot 11, finish of coil 12 in slot 20: nine slots of 36 at 80 + 30 + 10 mm, and 80 mm.
  expect(lengths.get(1)).toBeCloseTo((2 * Math.PI * 120 * 9) / 36 + 80, 6);
});
