import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  branchResistances,
  checkDataCard,
  checkGate,
  checkStationRecord,
  driveEndShare,
  holdOn,
  insulationFactorTo40,
  insulationTestVoltage,
  judgeOn,
  judgeTest,
  leastInsulationMOhm,
  marginTo,
  minutesAbove,
  motorVerdict,
  newestReadings,
  permissibleUnbalance,
  readNameplate,
  isBehind,
  requiredBefore,
  standingOf,
  STATIONS,
  TEST_KINDS,
  unbalance,
  usualRange,
  type GateFacts,
  type HoldRecord,
  type LatestTest,
  type StepRecord,
  type TestKindId,
  type Typed,
} from '../src/index.ts';

const plate = readNameplate({
  power: '11',
  voltage: '400',
  current: '22',
  frequency: '50',
  speed: '1455',
  insulationClass: 'F',
}).plate;
const card = {
  slots: '36',
  poles: '4',
  layers: '2',
  span: '1-8',
  turns: '18',
  wires: '2x1.06',
  circuits: '2',
  connection: 'star',
  endsPerLead: '2',
  starJoint: 'yes',
  jumpers: 'short',
  exitClock: '3',
  overhang: '55',
  linerFound: '0.3',
  leadsFound: '6 of 4 mm²',
  sensorsFound: 'none',
  bore: '165',
  coreLength: '150',
  backIron: '26',
  toothWidth: '7.9',
  slotArea: '180',
};
const checked = checkDataCard(card, plate, false);
function judged(kind: TestKindId, typed: Typed, more: object = {}) {
  const outcome = judgeTest(kind, typed, { plate, analysis: checked.analysis, ...more });
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.message).join('; '));
  return outcome.judgement;
}

describe('insulation resistance', () => {
  // IEEE 43-2013 (from memory): halving per 10 °C; thermoset e^(−4230(1/(T+273) − 1/313)) above, 1245 below 40 °C.
  it('brings readings to 40 °C by both forms', () => {
    expect(insulationFactorTo40(40, 'halving')).toBe(1);
    expect(insulationFactorTo40(30, 'halving')).toBeCloseTo(0.5, 12);
    expect(insulationFactorTo40(60, 'halving')).toBeCloseTo(4, 12);
    expect(insulationFactorTo40(40, 'thermoset')).toBeCloseTo(1, 12);
    expect(insulationFactorTo40(60, 'thermoset')).toBeCloseTo(Math.exp(-4230 * (1 / 333 - 1 / 313)), 12);
    expect(insulationFactorTo40(60, 'thermoset')).toBeCloseTo(2.25, 2);
    expect(insulationFactorTo40(20, 'thermoset')).toBeCloseTo(0.762, 3);
  });
  // IEEE 43-2013 minimum table (from memory).
  it('takes the least by kind of winding', () => {
    expect(leastInsulationMOhm('random', 400)).toBe(5);
    expect(leastInsulationMOhm('form', 6000)).toBe(100);
    expect(leastInsulationMOhm('old', 6000)).toBe(7);
    expect(insulationTestVoltage(400)).toEqual([500, 500]);
    expect(insulationTestVoltage(3300)).toEqual([1000, 2500]);
  });
  const reading = { testVoltage: '500', oneMinute: '640', temperature: '22' };
  it('judges, with the ten-minute index where it means something', () => {
    expect(judged('insulation', reading).verdict).toBe('sound');
    expect(judged('insulation', { ...reading, oneMinute: '0.4' }).verdict).toBe('stop');
    expect(judged('insulation', { ...reading, oneMinute: '9' }).verdict).toBe('watch');
    expect(judged('insulation', { ...reading, tenMinutes: '700' }).verdict).toBe('stop');
    expect(judged('insulation', { ...reading, tenMinutes: '2000' }).verdict).toBe('sound');
    // Above 5000 MΩ at 40 °C the index is shown, not judged (IEEE 43).
    const dry = judged('insulation', { ...reading, oneMinute: '20 GΩ', tenMinutes: '20 GΩ' });
    expect(dry.verdict).toBe('sound');
    expect(dry.figures[1]!.verdict).toBeUndefined();
  });
});

describe('winding resistance', () => {
  it('solves three readings exactly for star and for delta', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (a, b, c) => {
          const star = branchResistances({ uv: a + b, vw: b + c, wu: c + a }, 'star')!;
          [a, b, c].forEach((r, i) => expect(star[i]).toBeCloseTo(r, 8));
          // a, b, c as delta branches U-V, V-W, W-U: each reading is one branch beside the other two in series.
          const across = (x: number, y: number, z: number) => (x * (y + z)) / (x + y + z);
          const delta = branchResistances(
            { uv: across(a, b, c), vw: across(b, c, a), wu: across(c, a, b) },
            'delta',
          )!;
          [a, b, c].forEach((r, i) => expect(delta[i]).toBeCloseTo(r, 6));
        },
      ),
    );
  });
  it('refuses three readings no winding has', () => {
    expect(branchResistances({ uv: 1, vw: 1, wu: 3 }, 'star')).toBeNull();
  });
  it('corrects to 25 °C, compares with the plan and names the odd pair', () => {
    const planned = checked.analysis!.figures.lineResistance25!.value;
    // IEEE 112: at 60 °C copper reads (234.5 + 60)/(234.5 + 25) times its 25 °C value.
    const hot = ((planned * 294.5) / 259.5).toPrecision(6);
    const right = judged('resistance', { uv: hot, vw: hot, wu: hot, temperature: '60' });
    expect(right.verdict).toBe('sound');
    expect(right.figures.find((f) => f.figure.id === 'resistanceAgainstPlan')!.figure.value).toBeCloseTo(
      0,
      3,
    );
    const off = judged('resistance', { uv: hot, vw: hot, wu: String(Number(hot) * 1.06), temperature: '60' });
    expect(off.verdict).toBe('stop');
    // U-V and V-W agree, W-U reads high: the phase that is not in it is the odd one, under the two others.
    expect(off.reasons[0]).toMatch(/^phase V is 1\d % under/);
    const half = String(Number(hot) / 2);
    expect(judged('resistance', { uv: half, vw: half, wu: half, temperature: '60' }).verdict).toBe('stop');
  });
  it('takes the largest deviation from the mean', () => {
    // NEMA MG 1's worked figures for 460, 467, 450 V: mean 459, largest deviation 9, 1.96 % (from memory).
    expect(100 * unbalance([460, 467, 450])).toBeCloseTo(1.96, 2);
  });
});

describe('polarity walk', () => {
  const right = 'NSNSNSNSNSNS';
  it('accepts the walk as planned, and with the compass turned about', () => {
    expect(judged('polarity', { sequence: right }).verdict).toBe('sound');
    expect(judged('polarity', { sequence: 'SNSNSNSNSNSN' }).verdict).toBe('sound');
  });
  it('finds any single reversed group, by name', () => {
    for (let i = 0; i < 12; i++) {
      const letters = [...right];
      letters[i] = letters[i] === 'N' ? 'S' : 'N';
      const j = judged('polarity', { sequence: letters.join(' ') });
      expect(j.verdict).toBe('stop');
      expect(j.reasons[0]).toMatch(new RegExp(`^${checked.analysis!.layout.groups[i]!.name} is reversed`));
    }
  });
  it('finds a whole phase changed over, and a walk too short', () => {
    const letters = [...right].map((l, i) => (i % 3 === 0 ? (l === 'N' ? 'S' : 'N') : l)).join('');
    expect(judged('polarity', { sequence: letters }).reasons[0]).toMatch(/phase U/);
    expect(judged('polarity', { sequence: 'NSN' }).verdict).toBe('stop');
    expect(judgeTest('polarity', { sequence: 'NSXX' }, { plate }).ok).toBe(false);
  });
});

describe('cure', () => {
  const log = (hours: number, lagMinutes: number) =>
    Array.from({ length: hours * 12 + 1 }, (_, i) => ({
      minute: i * 5,
      partC: 138 - 114 * Math.exp((-i * 5) / lagMinutes),
      airC: 138 - 114 * Math.exp((-i * 5) / 10),
    }));
  it('interpolates between readings and keeps the longest unbroken stretch', () => {
    const points = [
      [0, 100],
      [10, 140],
      [20, 140],
      [30, 100],
      [40, 140],
      [50, 140],
    ].map(([minute, value]) => ({ minute: minute!, value: value! }));
    expect(minutesAbove(points, 130)).toEqual({ total: 27.5, longest: 15 });
  });
  it('a constant log counts whole; one never hot counts nothing', () => {
    expect(
      minutesAbove(
        [
          { minute: 0, value: 140 },
          { minute: 60, value: 140 },
        ],
        138,
      ).total,
    ).toBe(60);
    expect(
      minutesAbove(
        [
          { minute: 0, value: 20 },
          { minute: 60, value: 130 },
        ],
        138,
      ).total,
    ).toBe(0);
  });
  // Common practice, no source: the clock starts when the part is at temperature; 280 °F is 137.8 °C.
  it('judges the part, not the air, and takes °F and hours as typed', () => {
    const typed = { target: '280 F', minutes: '6 h' };
    const heavy = judged('cure', typed, { log: log(7, 60) });
    expect(heavy.verdict).toBe('stop');
    expect(heavy.reasons[1]).toMatch(/clock runs/);
    expect(heavy.next).toMatch(/137.8 °C/);
    expect(judged('cure', typed, { log: log(11, 60) }).verdict).toBe('sound');
  });
  it('refuses a log without length or running backwards', () => {
    expect(judgeTest('cure', { target: '138', minutes: '360' }, { plate }).ok).toBe(false);
    const back = [
      { minute: 0, partC: 20 },
      { minute: 0, partC: 30 },
    ];
    expect(judgeTest('cure', { target: '138', minutes: '360' }, { plate, log: back }).ok).toBe(false);
  });
});

describe('balance', () => {
  // ISO 21940-11:2016 (from memory): U_per = 9549·G·m/n; 40 kg at 3000 rpm, G 2.5: 318.3 g·mm.
  it('permissible unbalance', () => {
    expect(permissibleUnbalance(2.5, 40, 3000)).toBeCloseTo(318.3, 1);
    expect(permissibleUnbalance(6.3, 10, 1500)).toBeCloseTo(401, 0);
  });
  it('gives the bearing nearer the centre of gravity the larger share, within 0.3 to 0.7', () => {
    expect(driveEndShare(200, 500)).toBeCloseTo(0.6, 12);
    expect(driveEndShare(250, 500)).toBe(0.5);
    expect(driveEndShare(20, 500)).toBe(0.7);
    expect(driveEndShare(490, 500)).toBe(0.3);
  });
  it('judges each plane by its share', () => {
    const typed = { mass: '40', speed: '3000', grade: '2.5', plane1: '150', plane2: '20' };
    expect(judged('balance', typed).verdict).toBe('watch');
    expect(judged('balance', { ...typed, plane1: '170' }).verdict).toBe('stop');
    expect(
      judged('balance', { ...typed, plane1: '170', bearingSpan: '500', centreFromDrive: '200' }).verdict,
    ).toBe('watch');
    expect(judged('balance', { mass: '40', speed: '3000', plane1: '310' }).verdict).toBe('watch');
  });
});

describe('runs and core', () => {
  it('no-load current: usual, starved, saturated, unbalanced', () => {
    const run = (u: string, v: string, w: string) => judged('no-load', { voltage: '400', u, v, w });
    expect(run('8', '8.1', '7.9').verdict).toBe('sound');
    expect(run('2', '2', '2').verdict).toBe('watch');
    expect(run('20', '20', '20').verdict).toBe('stop');
    expect(run('8', '8', '10').verdict).toBe('stop');
  });
  it('full-load current against the plate', () => {
    const run = (i: string) => judged('full-load', { voltage: '400', u: i, v: i, w: i });
    expect(run('22').verdict).toBe('sound');
    expect(run('23.5').verdict).toBe('watch');
    expect(run('25').verdict).toBe('stop');
    expect(run('15').verdict).toBe('watch');
  });
  it('core loss: 20 % worse or a spot 10 K over the mean stops', () => {
    expect(judged('core-loss', { before: '3.2', after: '3.3' }).verdict).toBe('sound');
    expect(judged('core-loss', { before: '3.2', after: '4.2' }).verdict).toBe('stop');
    expect(judged('core-loss', { before: '3.2', after: '3.2', hotSpot: '18 F' }).verdict).toBe('watch');
    expect(judged('core-loss', { before: '3.2', after: '3.2', hotSpot: '12' }).verdict).toBe('stop');
  });
  it('names every missing field of every kind of test', () => {
    for (const kind of Object.values(TEST_KINDS)) {
      const outcome = judgeTest(kind.id, {}, { plate });
      expect(outcome.ok).toBe(false);
      expect(outcome.findings.filter((f) => f.code === 'test.field-missing')).toHaveLength(
        kind.fields.filter((f) => f.required).length,
      );
    }
  });
});

describe('limit scales', () => {
  const scale = usualRange({ from: 0, low: 1, high: 2, limit: 3, to: 4, source: 'test' });
  it('compares unrounded; a value on a limit is within it', () => {
    expect(judgeOn(scale, 2)).toBe('sound');
    expect(judgeOn(scale, 2.0000001)).toBe('watch');
    expect(judgeOn(scale, 3)).toBe('watch');
    expect(judgeOn(scale, 3.0000001)).toBe('stop');
    expect(judgeOn(scale, 99)).toBe('stop');
    expect(judgeOn(scale, -5)).toBe('watch');
    expect(judgeOn(scale, NaN)).toBe('stop');
    expect(marginTo(scale, 1.5)).toBeCloseTo(0.5, 12);
  });
});

const at = (hours: number) => new Date(Date.UTC(2026, 0, 1, hours)).toISOString();
const signed = (...ids: string[]): StepRecord[] =>
  ids.map((station, i) => ({
    station: station as StepRecord['station'],
    takenAt: at(i),
    takenBy: 'A',
    signedAt: at(i + 1),
    signedBy: 'A',
    takenOrder: 2 * i + 1,
    signedOrder: 2 * i + 2,
    reopenedOrder: null,
  }));
const hold = (body: HoldRecord['body']): HoldRecord => ({
  body,
  reason: 'wait',
  raisedAt: at(9),
  raisedBy: 'A',
  clearedAt: null,
});

describe('route', () => {
  it('opens, parts, meets, goes', () => {
    expect(standingOf([], []).phase).toBe('opening');
    const parted = standingOf(signed('intake', 'data'), []);
    expect(parted.phase).toBe('apart');
    expect(parted.standings.map((s) => s.station)).toEqual(['saw', 'inspect']);
    const rotorDone = standingOf(signed('intake', 'inspect', 'balance'), []);
    expect(rotorDone.standings[1]).toMatchObject({ station: null, state: 'done' });
    const all = STATIONS.map((s) => s.id);
    expect(standingOf(signed(...all.filter((s) => s !== 'ship')), []).standings[0]!.station).toBe('ship');
    expect(standingOf(signed(...all), []).phase).toBe('gone');
  });
  it('wants both bodies before they meet', () => {
    expect(requiredBefore('match')).toEqual(['cure', 'balance']);
    expect(requiredBefore('strip')).toEqual(['saw']);
    expect(requiredBefore('core')).toEqual(['pull']);
    expect(requiredBefore('intake')).toEqual([]);
  });
  it('a station that a route has grown since is behind a motor that is past it', () => {
    const older = signed('intake', 'data', 'strip', 'core');
    expect(isBehind('pull', older)).toBe(true);
    expect(standingOf(older, []).standings[0]!.station).toBe('insulate');
    expect(isBehind('pull', signed('intake', 'data', 'strip'))).toBe(false);
    expect(isBehind('saw', signed('intake', 'data', 'strip'))).toBe(true);
    // No other station may be left out.
    expect(isBehind('strip', signed('intake', 'data', 'pull'))).toBe(false);
  });
  it('a hold stops its own body and all that comes after they meet, not the other body', () => {
    expect(holdOn('wind', [hold('stator')])).not.toBeNull();
    expect(holdOn('balance', [hold('stator')])).toBeNull();
    expect(holdOn('assemble', [hold('rotor')])).not.toBeNull();
    expect(holdOn('wind', [{ ...hold('stator'), clearedAt: at(10) }])).toBeNull();
  });
  it('refuses two alike motors’ parts swapped, and doubts °F written as °C', () => {
    const swapped = checkStationRecord('match', { statorTag: '3101', rotorTag: '3110' }, '3101');
    expect(swapped.findings[0]!.code).toBe('station.wrong-pair');
    expect(
      checkStationRecord('varnish', { preheat: '230', batch: 'x', method: 'dip' }, '1').findings[0]!.message,
    ).toMatch(/°F/);
    expect(
      checkStationRecord('connect', { joints: 'brazed', allMade: 'no' }, '1').findings[0]!.severity,
    ).toBe('stop');
  });
  it('every station that can hurt carries its caution', () => {
    for (const s of STATIONS)
      if (!['insulate', 'wind', 'match'].includes(s.id)) expect(s.caution, s.id).toBeDefined();
  });
});

describe('gates and verdict', () => {
  const test = (
    kind: TestKindId,
    stage: LatestTest['stage'],
    typed: Typed,
    more: object = {},
  ): LatestTest => ({
    kind,
    stage,
    judgement: judged(kind, typed, more),
    voided: null,
  });
  const insulation = { testVoltage: '500', oneMinute: '640', temperature: '22' };
  const ohm = checked.analysis!.figures.lineResistance25!.value.toPrecision(5);
  const ohms = { uv: ohm, vw: ohm, wu: ohm, temperature: '25' };
  const hot = Array.from({ length: 60 }, (_, i) => ({ minute: 10 * i, partC: i < 10 ? 25 + 11 * i : 138.5 }));
  const full: LatestTest[] = [
    test('core-loss', 'bare', { before: '3', after: '3.1' }),
    test('polarity', 'before-varnish', { sequence: 'NSNSNSNSNSNS' }),
    test('insulation', 'before-varnish', insulation),
    test('resistance', 'before-varnish', ohms),
    test('cure', 'varnished', { target: '138', minutes: '360 min' }, { log: hot }),
    test('balance', 'final', { mass: '40', speed: '1455', plane1: '100', plane2: '100' }),
    test('insulation', 'final', insulation),
    test('resistance', 'final', ohms),
    test('no-load', 'final', { voltage: '400', u: '8', v: '8', w: '8' }),
    test('full-load', 'final', { voltage: '400', u: '22', v: '22', w: '22' }),
  ];
  const facts = (change: Partial<GateFacts> = {}): GateFacts => ({
    card: checked,
    tests: full,
    steps: [],
    passed: new Set(),
    ...change,
  });
  const without = (kind: TestKindId) => full.filter((t) => t.kind !== kind);

  // Common practice, no source: what a step destroys is on the card before it; the rest can still be seen after it.
  const OF_THE_CARD = ['before-stripping', 'before-burn-off', 'before-pulling', 'before-winding'] as const;
  it.each([
    ['overhang', [false, false, false, false]],
    ['endsPerLead', [false, false, false, false]],
    ['sensorsFound', [true, false, false, false]],
    ['linerFound', [true, false, false, false]],
    ['turns', [true, true, false, false]],
    ['wires', [true, true, false, false]],
    ['bore', [true, true, true, false]],
    ['slotArea', [true, true, true, false]],
  ] as const)('a card without %s opens its gates so: %j', (field, open) => {
    const { [field]: _, ...gap } = card;
    const of = facts({ card: checkDataCard(gap, plate, false) });
    expect(OF_THE_CARD.map((gate) => checkGate(gate, of).open)).toEqual(open);
    const shut = checkGate(OF_THE_CARD[open.indexOf(false)]!, of);
    expect(shut.findings.filter((f) => f.severity === 'stop').map((f) => [f.code, f.fields[0]])).toEqual([
      ['gate.card-gap', field],
    ]);
  });
  it('what a lead let go at one gate is not asked for again at the next', () => {
    const { overhang: _o, turns: _t, ...gap } = card;
    const of = facts({
      card: checkDataCard(gap, plate, false),
      passed: new Set(['before-stripping'] as const),
    });
    const fields = (gate: (typeof OF_THE_CARD)[number]) =>
      checkGate(gate, of)
        .findings.filter((f) => f.code === 'gate.card-gap')
        .map((f) => f.fields[0]);
    expect(OF_THE_CARD.map(fields)).toEqual([['overhang'], [], ['turns'], ['turns']]);
  });
  it('the gates of the card open for a complete card, and a contradiction shuts them while it can be looked at', () => {
    expect(OF_THE_CARD.map((gate) => checkGate(gate, facts()).open)).toEqual([true, true, true, true]);
    const ends = facts({ card: checkDataCard({ ...card, circuits: '4' }, plate, false) });
    expect(checkGate('before-stripping', ends).open).toBe(false);
    // Turns can be counted again until the coils are pulled.
    const turns = facts({ card: checkDataCard({ ...card, turns: '4' }, plate, false) });
    expect(OF_THE_CARD.map((gate) => checkGate(gate, turns).open)).toEqual([true, true, false, false]);
  });
  it.each([
    ['before-varnish', 'polarity'],
    ['before-assembly', 'cure'],
    ['before-assembly', 'balance'],
    ['before-assembly', 'core-loss'],
    ['before-shipping', 'full-load'],
  ] as const)('the gate %s stays shut without %s', (gate, kind) => {
    expect(checkGate(gate, facts()).open).toBe(true);
    expect(checkGate(gate, facts({ tests: without(kind) })).open).toBe(false);
  });
  it('ready, held, failed, in work', () => {
    expect(motorVerdict(facts(), [], []).state).toBe('ready');
    expect(motorVerdict(facts(), [hold('stator')], []).state).toBe('held');
    expect(motorVerdict(facts({ tests: without('cure') }), [], []).state).toBe('in-work');
    const reversed = test('polarity', 'before-varnish', { sequence: 'NSNSNSNNNSNS' });
    const failed = motorVerdict(facts({ tests: [...without('polarity'), reversed] }), [], []);
    expect(failed.state).toBe('failed');
    expect(failed.reasons[0]).toContain('8W is reversed');
  });
  it('counts of every test at every stage the newest, in the order taken', () => {
    const taken = ['cure varnished', 'insulation final', 'cure varnished', 'insulation incoming'].map(
      (words, id) => ({ id, kind: words.split(' ')[0]!, stage: words.split(' ')[1]! }),
    );
    expect(newestReadings(taken).map((r) => r.id)).toEqual([1, 2, 3]);
  });
  it('a gate passed with a reason is named on the verdict', () => {
    const pass = { gate: 'before-assembly' as const, reason: 'customer waits', by: 'Ida' };
    const verdict = motorVerdict(facts({ tests: without('core-loss') }), [], [pass]);
    expect(verdict.state).toBe('ready');
    expect(verdict.reasons.join()).toContain('customer waits');
  });
});
