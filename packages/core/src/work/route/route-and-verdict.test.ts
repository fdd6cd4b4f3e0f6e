/** Where a motor stands on its route, what its gates want, and the verdict. */
import { describe, expect, it } from 'vitest';
import * as core from '../../index.ts';
import {
  checkDataCard,
  motorVerdict,
  newestReadings,
  type GateFacts,
  type HoldRecord,
  type LatestTest,
  type StepRecord,
  type TestKindId,
  type Typed,
} from '../../index.ts';
import {
  checkGate,
  checkStationRecord,
  holdOn,
  isBehind,
  requiredBefore,
  standingOf,
  STATIONS,
  ROUTE,
} from '../../../test/ac-rewind.ts';
import { card, checked, judged, plate } from '../../../test/quarry.ts';

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
    const tags = { stator: ['ST-9'], rotor: ['RT-9'] };
    const tagged = (rotorTag: string) =>
      core.checkStationRecord(core.stationOf(ROUTE, 'match'), { statorTag: 'st-9', rotorTag }, '3101', tags)
        .findings;
    expect(tagged('rt-9')).toEqual([]);
    expect(tagged('3101')).toEqual([]);
    // The tag of the stator is not on the rotor.
    expect(tagged('ST-9').map((f) => f.code)).toEqual(['station.wrong-pair']);
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
    route: ROUTE,
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
