import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  checkSinglePhaseCard,
  judgeTest,
  machineKind,
  readSinglePhasePlate,
  redesignSinglePhase,
  singlePhase,
  traceCurrent,
  type SinglePhaseCard,
  type SinglePhaseWish,
  type TestKindId,
  type Typed,
} from '../../index.ts';

const { plate: PLATE, card: CARD } = singlePhase.examples[0]!;
const DUAL = singlePhase.examples[1]!;
const check = (more: Typed = {}, plate: Typed = {}): SinglePhaseCard =>
  checkSinglePhaseCard({ ...CARD, ...more }, readSinglePhasePlate({ ...PLATE, ...plate }).plate);
const codes = (more: Typed = {}, plate: Typed = {}) => check(more, plate).findings.map((f) => f.code);

describe('figures', () => {
  it('agree with sums over the single turns of both windings', () => {
    const { figures, main, start } = check().plan!;
    // The second way: volts induced turn by turn by a sine in the gap, each turn by its own two slots.
    const volts = (branch: typeof main) => {
      let [re, im] = [0, 0];
      for (const c of branch.coils)
        for (let turn = 0; turn < c.turns; turn++)
          for (const [slot, side] of [
            [c.firstSlot, c.polarity],
            [c.secondSlot, -c.polarity],
          ] as const) {
            re += (side / 2) * Math.cos((2 * Math.PI * 2 * slot) / 24);
            im += (side / 2) * Math.sin((2 * Math.PI * 2 * slot) / 24);
          }
      return Math.hypot(re, im);
    };
    expect(figures.mainEffective!.value).toBeCloseTo(volts(main), 9);
    expect(figures.startEffective!.value).toBeCloseTo(volts(start), 9);
    expect(figures.effectiveRatio!.value).toBeCloseTo(volts(start) / volts(main), 9);
    expect(figures.displacement!.value).toBe(90);
    // Φ = U / (π√2·f·N·k); the same from the mean volts of one turn, U_t = 4·f·Φ·π/(2√2).
    const perTurn = 230 / figures.mainEffective!.value;
    expect(figures.fluxPerPole!.value / 1000).toBeCloseTo(
      perTurn / (4 * 50 * (Math.PI / (2 * Math.SQRT2))),
      9,
    );
    // Copper coil by coil: ρ·l/A of every coil in series.
    const ohm = figures.mainOhm20!.value;
    const mean = figures.meanTurn!.value;
    const turns = 4 * (62 + 44);
    expect(ohm).toBeCloseTo((turns * mean) / 1000 / 58 / ((Math.PI / 4) * 0.95 ** 2), 9);
  });

  it('halves in parallel take the lower volts with half the turns', () => {
    const { plate, findings } = readSinglePhasePlate(DUAL.plate);
    expect(plate).toMatchObject({ voltageV: 115, higherVoltageV: 230, currentA: 5.6 });
    expect(findings.map((f) => f.code)).toEqual(['plate.lower-voltage']);
    const { figures, connection } = checkSinglePhaseCard(DUAL.card, plate).plan!;
    expect(figures.mainTurns!.value).toBe((4 * 98) / 2);
    expect(connection.halves).toBe(2);
    const one = checkSinglePhaseCard(
      { ...DUAL.card, voltages: 'one' },
      { voltageV: 230, frequencyHz: 60 },
    ).plan!;
    expect(one.figures.fluxPerPole!.value).toBeCloseTo(figures.fluxPerPole!.value, 9);
    // In series over four times the ohms of both in parallel.
    expect(one.figures.mainOhm20!.value).toBeCloseTo(4 * figures.mainOhm20!.value, 9);
  });

  it('a measured mean turn is the mean turn', () => {
    expect(check({ meanTurn: '372' }).plan!.figures.meanTurn!.value).toBeCloseTo(372, 9);
  });
});

describe('connection', () => {
  it('has both ways round for every voltage, the start leads changed over between them', () => {
    const { hookups } = check().plan!.connection;
    expect(hookups.map((h) => [h.turns, h.line, h.neutral])).toEqual([
      ['clockwise', ['U1', 'Z2'], ['U2', 'Z1']],
      ['counter-clockwise', ['U1', 'Z1'], ['U2', 'Z2']],
    ]);
    // The start winding laid on the other side of the main one turns the motor round.
    const other = check({ startFirst: '22' }).plan!.connection.hookups;
    expect(other[0]!.line).toEqual(['U1', 'Z1']);
  });

  it('sends the current of each half through all its groups, north and south in turn', () => {
    const plan = checkSinglePhaseCard(DUAL.card, readSinglePhasePlate(DUAL.plate).plate).plan!;
    const { network, joints, leads, hookups } = plan.connection;
    expect(leads).toEqual({ main: ['U1', 'U2', 'U3', 'U4'], start: ['Z1', 'Z2'] });
    for (const [into, outOf, live] of [
      ['U1', 'U2', [1, 2]],
      ['U3', 'U4', [3, 4]],
      ['Z1', 'Z2', [5, 6, 7, 8]],
    ] as const) {
      const traced = traceCurrent(network, joints, { into: [into], outOf: [outOf] });
      expect(traced.live).toEqual(live);
      expect(traced.polarity.filter(Boolean)).toEqual(live.map((n) => (n % 2 === 1 ? 'N' : 'S')));
    }
    for (const h of hookups) {
      const used = [...h.line, ...h.neutral, ...h.joined.flat()];
      expect(used.toSorted()).toEqual([...leads.main, ...leads.start].toSorted());
      // As joined, the current runs the same way through all groups of the main winding.
      const traced = traceCurrent(network, joints, { into: h.line, outOf: h.neutral, joined: h.joined });
      expect(traced.polarity.slice(0, 4)).toEqual(['N', 'S', 'N', 'S']);
    }
  });

  it('marks leads of the other standard', () => {
    const plan = (card: Typed) =>
      checkSinglePhaseCard(card, {}, false, { analysis: { marks: 'nema' } }).plan!.connection.leads;
    expect(plan(CARD)).toEqual({ main: ['T1', 'T4'], start: ['T5', 'T8'] });
    expect(plan(DUAL.card)).toEqual({ main: ['T1', 'T2', 'T3', 'T4'], start: ['T5', 'T8'] });
  });

  it('finds any one or two reversed groups, in either winding', () => {
    const plan = check().plan!;
    const { expected, judge } = plan.walk;
    expect(expected.join('')).toBe('NSNSNSNS');
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(7), { minLength: 1, maxLength: 2 }), (turned) => {
        const read = expected.map((r, i) => (turned.includes(i) ? (r === 'N' ? 'S' : 'N') : r));
        const walk = judge(read, true);
        // Two of four in one winding may as well be the other two, with the compass turned.
        const found = new Set(walk.explanations.flatMap((e) => e.groups));
        expect(walk.state).toBe('wrong');
        if (turned.length === 1) expect([...found]).toEqual([turned[0]! + 1]);
      }),
    );
    const all = judge(['S', 'N', 'S', 'N', 'N', 'S', 'N', 'S'], true);
    expect(all).toMatchObject({ state: 'right', compassTurned: true });
  });
});

describe('what contradicts itself', () => {
  it('nothing, on a card that is right', () => {
    expect(check().findings.filter((f) => f.severity === 'stop')).toEqual([]);
  });
  it.each<[string, Typed, Typed]>([
    ['card.windings-in-line', { startFirst: '1' }, {}],
    ['card.windings-not-square', { startFirst: '3' }, {}],
    ['card.ratio-impossible', { startTurns: '7,5' }, {}],
    ['card.ratio-unusual', { startTurns: '30,20' }, {}],
    ['card.poles-against-speed', {}, { speed: '2850' }],
    ['card.two-voltages-on-plate', {}, { voltage: '115/230' }],
    ['card.one-voltage-on-plate', { voltages: 'two' }, {}],
    ['card.main-ohms', { mainOhm: '20', startOhm: '40' }, {}],
    ['card.start-below-main', { mainOhm: '5.1', startOhm: '3' }, {}],
    ['card.plate-unread', {}, { voltage: 'two thirty' }],
    ['branch.between-slots', { mainSpans: '1-6,1-5' }, {}],
    ['branch.unequal-lists', { mainTurns: '62' }, {}],
    ['field.not-a-span', { startSpans: 'six' }, {}],
    ['field.not-wires', { startWires: '14' }, {}],
    [
      'card.capacitor-volts-low',
      {},
      { starts: 'permanent-capacitor', runCapacitor: '12', capacitorVolts: '250' },
    ],
  ])('%s', (code, card, plate) => {
    expect(codes(card, plate)).toContain(code);
  });
  it('is said of the plate as well', () => {
    const of = (more: Typed) => readSinglePhasePlate({ ...PLATE, ...more }).findings.map((f) => f.code);
    expect(of({})).toEqual([]);
    expect(of({ starts: 'split-phase' })).toEqual(['plate.capacitor-of-split-phase']);
    expect(of({ voltage: '200/230' })).toEqual(['plate.two-voltages']);
    expect(of({ current: '2' })).toEqual(['plate.current-too-small']);
    expect(of({ starts: 'two-value', startCapacitor: '12', runCapacitor: '80' })).toEqual([
      'plate.capacitors-changed-over',
    ]);
  });
  it('never throws for what is typed', () => {
    const fields = machineKind('single-phase').card.flatMap((s) => s.fields.map((f) => f.id));
    const text = fc.oneof(
      fc.constantFrom('1-6,1-4', '46,27', '0.80', '4', '24', '2x', '1-', '9', 'two', '∞', '-3'),
      fc.string({ maxLength: 8 }),
    );
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...fields), text),
        fc.dictionary(fc.constantFrom('voltage', 'starts', 'current'), text),
        (card, plate) => {
          const checked = checkSinglePhaseCard(
            { ...CARD, ...card },
            readSinglePhasePlate({ ...PLATE, ...plate }).plate,
          );
          for (const f of Object.values(checked.plan?.figures ?? {}))
            expect(Number.isNaN(f.value)).toBe(false);
        },
      ),
    );
  });
});

describe('tests of the two windings', () => {
  const plan = check().plan!;
  const { plate } = readSinglePhasePlate(PLATE);
  const judged = (kind: TestKindId, typed: Typed, more: object = {}) => {
    const outcome = judgeTest(kind, typed, { plate, plan, ...more });
    if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.code).join());
    return outcome.judgement;
  };
  const refused = (kind: TestKindId, typed: Typed) => {
    const outcome = judgeTest(kind, typed, { plate, plan });
    return outcome.ok ? [] : outcome.findings.map((f) => f.code);
  };
  const { mainOhm20, startOhm20 } = plan.figures;
  const ohms = (main: number, start: number, temperature = '20') => ({
    main: main.toPrecision(5),
    start: start.toPrecision(5),
    temperature,
  });

  it('ohms are held against the plan at their temperature, changed clips are told from a fault', () => {
    const [m, s] = [mainOhm20!.value, startOhm20!.value];
    expect(judged('branch-resistance', ohms(m, s)).verdict).toBe('sound');
    const hot = (234.5 + 75) / (234.5 + 20);
    expect(judged('branch-resistance', ohms(m * hot, s * hot, '75')).verdict).toBe('sound');
    expect(judged('branch-resistance', ohms(m * 1.4, s)).verdict).toBe('stop');
    const swapped = judged('branch-resistance', ohms(s, m));
    expect(swapped.reasons[0]).toMatch(/changed over/);
    expect(judged('branch-resistance', { main: '5', start: 'OL', temperature: '20' }).verdict).toBe('stop');
    expect(judged('branch-resistance', ohms(m, s), { plan: null }).verdict).toBe('watch');
  });

  it('a capacitor is measured, a switch is tried, and neither is taken for granted', () => {
    expect(judged('starting', { startCapacitor: '84', switch: 'works' }).verdict).toBe('sound');
    expect(judged('starting', { startCapacitor: '70', switch: 'works' }).verdict).toBe('watch');
    expect(judged('starting', { startCapacitor: '0', switch: 'works' }).verdict).toBe('stop');
    expect(judged('starting', { startCapacitor: '84', switch: 'none' }).verdict).toBe('stop');
    expect(judged('starting', { startCapacitor: '84', switch: 'open' }).next).toMatch(/contacts/);
    expect(refused('starting', { switch: 'works' })).toEqual(['test.capacitor-not-measured']);
    // A capacitor that is right is not passed over because another one, which the plate does not have, cannot be judged.
    const two = judged('starting', { startCapacitor: '84', runCapacitor: '8', switch: 'works' });
    expect(two.verdict).toBe('watch');
    expect(two.reasons).toEqual([
      expect.stringContaining('run capacitor'),
      'The start capacitor is within its tolerance.',
    ]);
    expect(judged('starting', { startCapacitor: '84', switch: 'works' }, { plate: {} }).verdict).toBe(
      'watch',
    );
  });

  it('a run is sound only when it starts by itself, the right way round, at the volts of the plate', () => {
    const run = (more: Typed) =>
      judged('single-no-load', { voltage: '230', current: '3', startsItself: 'yes', ...more });
    expect(run({}).verdict).toBe('sound');
    expect(run({ startsItself: 'wrong' }).next).toMatch(/start winding/);
    expect(run({ startsItself: 'no' }).verdict).toBe('stop');
    expect(run({ voltage: '115' }).verdict).toBe('stop');
    expect(run({ current: '6' }).verdict).toBe('stop');
    expect(
      refused('single-load', { voltage: '230', current: '4', power: '2 kW', startsItself: 'yes' }),
    ).toEqual(['test.more-watts-than-volt-amperes']);
    expect(refused('single-load', { voltage: '230', current: '0', startsItself: 'yes' })).toEqual([
      'test.no-current',
    ]);
  });
});

describe('what was wound', () => {
  const record = {
    mainTurnsWound: '62,44',
    mainWireWound: '0.95',
    mainReel: 'R3',
    startTurnsWound: '70,50',
    startWireWound: '0.56',
  };
  const { plate } = readSinglePhasePlate(PLATE);
  it('is held against the plan', () => {
    const codesOf = (more: Typed) =>
      singlePhase.checkWound(check(), { ...record, ...more }).map((f) => f.code);
    expect(codesOf({})).toEqual([]);
    expect(codesOf({ startTurnsWound: '70,48' })).toEqual(['station.turns-differ']);
    expect(codesOf({ mainWireWound: '0.75' })).toEqual(['station.wire-differs']);
    expect(codesOf({ mainWireWound: 'thick' })).toEqual(['station.not-wires']);
  });
  it('becomes the card as wound, and draws its own wire from its own reel', () => {
    const wound = singlePhase.asWound(check(), { ...record, startTurnsWound: '72,50' }, plate, {})!;
    expect(wound.typed).toMatchObject({ startTurns: '72,50', mainTurns: '62,44' });
    expect(wound.wire).toHaveLength(1);
    expect(wound.wire[0]).toMatchObject({ reel: 'R3', field: 'mainReel' });
    // 424 turns of the mean turn in 0.95 mm wire at 8.89 g/cm³.
    const mean = check().plan!.figures.meanTurn!.value;
    expect(wound.wire[0]!.kg).toBeCloseTo((424 * mean * (Math.PI / 4) * 0.95 ** 2 * 8.89) / 1e6, 6);
    expect(singlePhase.asWound(check(), { gauge: 'yes' }, plate, {})).toBeNull();
  });
});

describe('redesign', () => {
  const of = (wish: SinglePhaseWish) => {
    const found = redesignSinglePhase(check(), readSinglePhasePlate(PLATE).plate, wish);
    if (!found.ok) throw new Error(found.findings[0]!.code);
    return found.value;
  };
  it('keeps flux, ratio and the angle of the start current, at other volts and another frequency', () => {
    const { fields, capacitors } = of({ voltageV: 115 });
    // Half the volts: half the turns, twice the copper in a turn, four times the capacitor. Common practice, no source.
    expect(fields).toMatchObject({ mainTurns: '31,22', startTurns: '35,25', forVoltage: '115' });
    expect(fields['mainWires']).toBe('1x1.32');
    expect(capacitors[0]!.value).toBeCloseTo(320, 9);
    const changed = check(fields, { voltage: '115' }).plan!.figures;
    const before = check().plan!.figures;
    expect(changed.fluxPerPole!.value).toBeCloseTo(before.fluxPerPole!.value, 9);
    expect(changed.effectiveRatio!.value).toBeCloseTo(before.effectiveRatio!.value, 9);
    const sixty = of({ frequencyHz: 60 });
    expect(sixty.steps[0]!.value).toBeCloseTo(50 / 60, 12);
    // Turns fall with the frequency, so the two cancel: X_L ∝ T²·f.
    expect(sixty.capacitors[0]!.value).toBeCloseTo(80, 9);
  });
  it('refuses what changes nothing, and a start without volts', () => {
    expect(redesignSinglePhase(check(), readSinglePhasePlate(PLATE).plate, {}).ok).toBe(false);
    expect(redesignSinglePhase(check(), {}, { voltageV: 115 }).ok).toBe(false);
  });
});
