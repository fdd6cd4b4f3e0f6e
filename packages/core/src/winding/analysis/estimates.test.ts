/** Loading, loss and the estimates, by hand; what a redesign is said to do; settings and marks of joints. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  analyseWinding,
  carterFactor,
  checkDataCard,
  compareWindings,
  connectionList,
  jointKey,
  planKey,
  readShopSettings,
  DEFAULT_SETTINGS,
  MACHINE_KIND_IDS,
  machineKind,
  SETTINGS_DEFAULTS,
  shopUnitsOf,
  SETTINGS_FIELDS,
  marksElsewhere,
  standingMarks,
  type AnalysisInput,
  type JointMark,
} from '../../index.ts';
import { lap } from '../../../test/lap.ts';

const motor: AnalysisInput = {
  winding: {
    slots: 36,
    poles: 4,
    pitch: 7,
    turnsPerCoil: 17,
    wires: [{ count: 2, bareDiameterMm: 1.12 }],
    circuits: 2,
    connection: 'star',
  },
  core: {
    boreDiameterMm: 165,
    coreLengthMm: 150,
    backIronMm: 25.3,
    toothWidthMm: 7.8,
    slotAreaMm2: 192,
    slotOpeningMm: 3,
    airGapMm: 0.45,
    meanTurnMm: 700,
  },
  supply: { voltageV: 400, frequencyHz: 50, currentA: 22 },
};
function analysed(winding: Partial<AnalysisInput['winding']> = {}, supply = motor.supply) {
  const result = analyseWinding({ ...motor, supply, winding: { ...motor.winding, ...winding } });
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value;
}
const value = (a: ReturnType<typeof analysed>, id: keyof typeof a.figures) => a.figures[id]!.value;

describe('Carter’s factor', () => {
  // k_c = t/(t − γg), γ = (b/g)²/(5 + b/g): 3 mm openings, 14.4 mm pitch, 0.45 mm gap, by hand.
  it('by hand', () => {
    const ratio = 3 / 0.45;
    const gamma = ratio ** 2 / (5 + ratio);
    expect(carterFactor(14.4, 3, 0.45)).toBeCloseTo(14.4 / (14.4 - gamma * 0.45), 12);
    expect(carterFactor(14.4, 3, 0.45)).toBeCloseTo(1.135, 3);
  });
  it('is one without openings, grows with them, falls with the gap', () => {
    expect(carterFactor(14, 0, 0.5)).toBe(1);
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0.05, max: 0.6, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (pitch, share, gap) => {
          const open = pitch * share;
          const k = carterFactor(pitch, open, gap);
          expect(k).toBeGreaterThan(1);
          expect(carterFactor(pitch, open * 1.1, gap)).toBeGreaterThan(k);
          expect(carterFactor(pitch, open, gap * 1.5)).toBeLessThan(k);
        },
      ),
    );
  });
});

describe('loading and loss', () => {
  it('ampere loading is all conductors’ current along the bore', () => {
    // 36 slots × 2 sides × 17 turns, 11 A in each of two circuits. First principles.
    const perMetre = (36 * 2 * 17 * 11) / (Math.PI * 165);
    expect(value(analysed(), 'ampereLoading')).toBeCloseTo(perMetre, 9);
  });
  it('copper loss is three times I²R at 75 °C, the same from lead to lead', () => {
    const a = analysed();
    const hot = (234.5 + 75) / (234.5 + 20);
    expect(value(a, 'copperLoss')).toBeCloseTo(3 * 22 ** 2 * value(a, 'phaseResistance20') * hot, 9);
    // IEEE 112: 1.5·I²·R lead to lead, star and delta alike.
    expect(value(a, 'copperLoss')).toBeCloseTo(1.5 * 22 ** 2 * value(a, 'lineResistance20') * hot, 9);
    const d = analysed({ connection: 'delta' });
    expect(value(d, 'copperLoss')).toBeCloseTo(1.5 * 22 ** 2 * value(d, 'lineResistance20') * hot, 9);
  });
});

describe('magnetising', () => {
  it('the gap takes what Ampère’s law says, iron adds to it', () => {
    const a = analysed({ turnsPerCoil: 19 });
    const kc = carterFactor((Math.PI * 165) / 36, 3, 0.45);
    const gap = (value(a, 'gapDensityPeak') * 0.45e-3 * kc) / (4e-7 * Math.PI);
    expect(value(a, 'magnetisingAmpereTurns')).toBeGreaterThan(gap);
    expect(value(a, 'magnetisingAmpereTurns')).toBeLessThan(2 * gap);
  });
  it('the current makes that magnetomotive force again', () => {
    const a = analysed({ turnsPerCoil: 19 });
    // Peak of the wave of three phases: 3/2 · 4/π · N·k_w/2p · √2·I. First principles.
    const peak =
      1.5 *
      (4 / Math.PI) *
      ((value(a, 'seriesTurns') * value(a, 'windingFactor')) / 4) *
      Math.SQRT2 *
      value(a, 'magnetisingCurrent');
    expect(peak).toBeCloseTo(value(a, 'magnetisingAmpereTurns'), 9);
    // A four-pole motor of 11 kW draws some 30 to 50 % at no load. Common practice, no source.
    expect(value(a, 'magnetisingCurrent') / 22).toBeGreaterThan(0.2);
    expect(value(a, 'magnetisingCurrent') / 22).toBeLessThan(0.6);
  });
  it('is left out without a gap, and says its error', () => {
    const { airGapMm: _gap, ...core } = motor.core;
    const result = analyseWinding({ ...motor, core });
    expect(result.ok && result.value.figures.magnetisingCurrent).toBeUndefined();
    expect(analysed().figures.magnetisingCurrent!.working!.assumptions.join()).toMatch(/30 % error/);
    expect(analysed().figures.leakageReactance!.working!.assumptions.join()).toMatch(/40 % error/);
  });
  it('leakage goes with the square of the turns and with frequency', () => {
    const x = (w: Partial<AnalysisInput['winding']>, f = 50) =>
      value(analysed(w, { ...motor.supply, frequencyHz: f }), 'leakageReactance');
    expect(x({ turnsPerCoil: 34 }) / x({})).toBeCloseTo(4, 9);
    expect(x({}, 60) / x({})).toBeCloseTo(1.2, 9);
    expect(x({ circuits: 4 }) / x({})).toBeCloseTo(0.25, 9);
  });
});

describe('what a change does', () => {
  const codes = (w: Partial<AnalysisInput['winding']>, supply = motor.supply) =>
    compareWindings(analysed(), analysed(w, supply)).map((f) => f.code);
  it.each<[string, Partial<AnalysisInput['winding']>, string[]]>([
    ['fewer turns', { turnsPerCoil: 15 }, ['redesign.flux', 'redesign.copper', 'redesign.loss']],
    [
      'thinner wire',
      { wires: [{ count: 2, bareDiameterMm: 1 }] },
      ['redesign.current-density', 'redesign.copper', 'redesign.loss'],
    ],
    [
      'more circuits, more turns',
      { circuits: 4, turnsPerCoil: 34, wires: [{ count: 1, bareDiameterMm: 1.12 }] },
      ['redesign.volts-per-coil'],
    ],
  ])('%s', (_name, change, wanted) => {
    expect(codes(change)).toEqual(expect.arrayContaining(wanted));
  });
  it('concentric at the same mean pitch is the same field', () => {
    const list = compareWindings(analysed(), analysed({ kind: 'concentric', pitch: 9, pitches: [9, 7, 5] }));
    expect(list.map((f) => f.code)).toContain('redesign.same-field');
    expect(list.map((f) => f.code)).not.toContain('redesign.flux');
  });
  it('nothing changed is nothing said', () => {
    expect(codes({})).toEqual([]);
  });
  it('says stop first', () => {
    const order = compareWindings(analysed(), analysed({ turnsPerCoil: 10 })).map((f) => f.severity);
    expect(order).toEqual([...order].sort((a, b) => 'swn'.indexOf(a[0]!) - 'swn'.indexOf(b[0]!)));
    expect(order[0]).toBe('stop');
  });
});

describe('settings of a shop', () => {
  it('fall back to the published defaults, field by field', () => {
    const none = readShopSettings({});
    expect(none.analysis).toEqual({});
    expect(none.cut).toMatchObject({ rollWidthMm: 500, wireAllowance: 0.05 });
    expect(none.backIronLimitT).toBe(1.6);
    expect(none.idleMinutes).toBe(0);
    expect(readShopSettings({ idle: '12' }).idleMinutes).toBe(12);
    const some = readShopSettings({
      marks: 'nema',
      wireAllowance: '8',
      rollWidth: '20 in',
      stackingFactor: 'thick',
    });
    expect(some.analysis).toEqual({ marks: 'nema' });
    expect(some.cut.wireAllowance).toBeCloseTo(0.08, 12);
    expect(some.cut.rollWidthMm).toBeCloseTo(508, 9);
    expect(some.findings.map((f) => f.fields[0])).toEqual(['stackingFactor']);
  });
  it('name the defaults that hold where nothing is set: set to them, nothing is other', () => {
    expect(Object.keys(SETTINGS_DEFAULTS).sort()).toEqual(SETTINGS_FIELDS.map((f) => f.id).sort());
    const [none, said] = [readShopSettings({}), readShopSettings(SETTINGS_DEFAULTS)];
    expect(said.findings).toEqual([]);
    expect({ ...DEFAULT_SETTINGS, ...said.analysis }).toEqual({ ...DEFAULT_SETTINGS, ...none.analysis });
    expect(said.cut).toEqual(none.cut);
    expect([said.backIronLimitT, said.proposalNeedsRelease]).toEqual([
      none.backIronLimitT,
      none.proposalNeedsRelease,
    ]);
    expect(said.touch.replace(/\.0+/, '')).toContain(none.touch.split(' ')[0]!);
    expect(shopUnitsOf(SETTINGS_DEFAULTS)).toEqual(shopUnitsOf({}));
    for (const machine of MACHINE_KIND_IDS.map(machineKind))
      for (const { plate, card } of machine.examples) {
        const of = (shop: typeof none) => {
          const { plan, findings } = machine.checkCard(card, machine.readPlate(plate).plate, false, shop);
          return { key: plan?.key, joints: plan?.joints, findings, name: machine.nameOfPlan(card, shop) };
        };
        expect(of(said)).toEqual(of(none));
      }
  });
  it('have a label for every field, and reach the calculation of a card', () => {
    for (const f of SETTINGS_FIELDS) expect(f.label.length).toBeGreaterThan(3);
    const typed = {
      slots: '36',
      poles: '4',
      span: '1-8',
      turns: '17',
      wires: '2x1.12',
      circuits: '2',
      connection: 'star',
    };
    const plate = { voltageV: 400, frequencyHz: 50 };
    const shop = readShopSettings({ marks: 'nema', emfRatio: '0.96', order: 'leads-first' });
    const with_ = checkDataCard(typed, plate, true, shop).analysis!;
    const without = checkDataCard(typed, plate).analysis!;
    expect(with_.connection.joints[0]).toMatchObject({ kind: 'lead', lead: 'T1' });
    expect(with_.figures.fluxPerPole!.value / without.figures.fluxPerPole!.value).toBeCloseTo(0.96, 12);
    // What the card says itself goes before what the shop has decided.
    const own = checkDataCard({ ...typed, order: 'jumpers-first' }, plate, true, shop).analysis!;
    expect(own.connection.joints[0]!.kind).toBe('jumper');
  });
});

describe('marks of joints', () => {
  const layout = lap(36, 4, 7);
  const made = connectionList(layout, { circuits: 2, connection: 'star' });
  if (!made.ok) throw new Error('no list');
  const list = made.value;
  const mark = (joint: number, kind: JointMark['mark'], plan = planKey(layout)): JointMark => ({
    plan,
    joint: jointKey(list.joints[joint - 1]!),
    mark: kind,
    note: '',
    at: '2026-03-18T06:00:00.000Z',
    by: 'Olav Tindal',
  });
  it('the newest counts; an undone one is as if it had never been', () => {
    const standing = standingMarks(planKey(layout), list.joints, [
      mark(1, 'made'),
      mark(2, 'made'),
      mark(2, 'undone'),
      mark(3, 'wrong'),
    ]);
    expect([...standing].map(([n, m]) => [n, m.mark])).toEqual([
      [1, 'made'],
      [3, 'wrong'],
    ]);
  });
  it('stay with their ends when the order of work changes, and leave with another plan', () => {
    const other = connectionList(layout, { circuits: 2, connection: 'star', order: 'leads-first' });
    if (!other.ok) throw new Error('no list');
    const number = other.value.joints.find((j) => jointKey(j) === jointKey(list.joints[0]!))!.number;
    expect(number).not.toBe(1);
    expect([...standingMarks(planKey(layout), other.value.joints, [mark(1, 'made')]).keys()]).toEqual([
      number,
    ]);
    const elsewhere = [mark(1, 'made', planKey(lap(36, 4, 8)))];
    expect(standingMarks(planKey(layout), list.joints, elsewhere).size).toBe(0);
    expect(marksElsewhere(planKey(layout), list.joints, elsewhere)).toBe(1);
    expect(
      marksElsewhere(planKey(layout), list.joints, [...elsewhere, mark(1, 'undone', planKey(lap(36, 4, 8)))]),
    ).toBe(0);
  });
  it('of joints that another way of joining does not have are counted as elsewhere', () => {
    const joined = (jumpers: 'short' | 'long') => {
      const made = connectionList(layout, { circuits: 1, connection: 'star', jumpers });
      if (!made.ok) throw new Error('no list');
      return made.value;
    };
    const all = joined('short').joints.map((j) => ({ ...mark(1, 'made'), joint: jointKey(j) }));
    const long = joined('long');
    const kept = standingMarks(planKey(layout), long.joints, all).size;
    expect(kept).toBeLessThan(all.length);
    expect(kept + marksElsewhere(planKey(layout), long.joints, all)).toBe(all.length);
  });
  it('plans with a coil elsewhere have another name', () => {
    const names = new Set([lap(36, 4, 7), lap(36, 4, 8), lap(36, 6, 5), lap(48, 4, 10)].map(planKey));
    expect(names.size).toBe(4);
    expect(planKey(lap(36, 4, 7))).toBe(planKey(layout));
  });
});
