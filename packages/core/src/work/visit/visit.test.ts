/** A visit is judged by what happened in which order: laws that hold for every order, whatever the clocks said. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  checkSigning,
  connectionList,
  jointKey,
  judgeVisit,
  buildLayout,
  mayGoOn,
  passOf,
  planKey,
  signerOf,
  windingOf,
  readDataCard,
  type PartKind,
  type StationId,
  type StepRecord,
  type Typed,
  type Visit,
  type VisitReading,
  threePhase,
} from '../../index.ts';
import { STATIONS, ROUTE } from '../../../test/ac-rewind.ts';
import { card as CARD, PLATE_TYPED as PLATE } from '../../../test/quarry.ts';

const at = (minute: number) => new Date(Date.UTC(2026, 2, 2, 6, minute)).toISOString();

const step = (station: StationId, order: number, minute = order): StepRecord => ({
  station,
  takenAt: at(minute),
  takenBy: 'Olav Tindal',
  signedAt: at(minute),
  signedBy: 'Olav Tindal',
  takenOrder: order - 0.5,
  signedOrder: order,
  reopenedOrder: null,
});
const reading = (
  kind: VisitReading['kind'],
  stage: VisitReading['stage'],
  typed: Typed,
  order: number,
): VisitReading => ({ kind, stage, typed, order, withdrawn: null });

const winding = windingOf(readDataCard(CARD).card)!;
const layout = buildLayout(winding);
if (!layout.ok) throw new Error('the card cannot be wound');
const list = connectionList(layout.value, winding);
if (!list.ok) throw new Error('the card cannot be joined');
const plan = planKey(layout.value);
const mark = (joint: number, order: number, what: 'made' | 'wrong' | 'undone' = 'made') => ({
  plan,
  joint: jointKey(list.value.joints[joint]!),
  mark: what,
  note: '',
  at: at(order),
  by: 'Olav Tindal',
  order,
});
const allMade = list.value.joints.map((_, i) => mark(i, 20 + i / 100));

/** Wound, joined, walked and measured: all before varnish is there. */
const VISIT: Visit = {
  machine: threePhase,
  route: ROUTE,
  number: '4001',
  plate: PLATE,
  windings: [{ role: 'as-found', typed: CARD, planOrder: 1, releasedAt: null }],
  steps: (['intake', 'data', 'saw', 'strip', 'pull', 'core', 'insulate', 'wind'] as const)
    .map((s, i) => step(s, 2 + i))
    .concat(step('connect', 30)),
  parts: [],
  holds: [],
  gatePasses: [],
  readings: [
    reading('core-loss', 'bare', { before: '3', after: '3.1' }, 4.5),
    reading('polarity', 'before-varnish', { sequence: 'NSNSNSNSNSNS' }, 25),
    reading('insulation', 'before-varnish', { testVoltage: '500', oneMinute: '640', temperature: '22' }, 40),
    reading('resistance', 'before-varnish', { uv: '0.5', vw: '0.5', wu: '0.5', temperature: '25' }, 41),
  ],
  jointMarks: allMade,
  settings: {},
};
const judge = (visit: Visit) => judgeVisit(visit, { working: false });
const missing = (visit: Visit) =>
  judge(visit)
    .gates.find((g) => g.gate === 'before-varnish')!
    .findings.filter((f) => f.severity === 'stop')
    .map((f) => f.code)
    .toSorted();
/** What is asked of the gate, without the figures of the resistance, which stand elsewhere. */
const proven = (visit: Visit) =>
  judge(visit)
    .readings.filter((r) => r.stage === 'before-varnish' && r.voided === null && !r.withdrawn)
    .map((r) => r.kind);

describe('what proves the winding', () => {
  it('is what was measured after it was made, in this visit', () => {
    expect(proven(VISIT)).toEqual(['polarity', 'insulation', 'resistance']);
  });

  it('does not hang on any clock: times thrown about change nothing', () => {
    const said = (v: Visit) => {
      const j = judge(v);
      return [j.readings.map((r) => r.voided?.code ?? null), j.gates.map((g) => g.open), j.verdict.state];
    };
    const expected = said(VISIT);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 1e6 }), { minLength: 40, maxLength: 40 }), (minutes) => {
        const time = (i: number) => at(minutes[i % minutes.length]!);
        const thrown: Visit = {
          ...VISIT,
          steps: VISIT.steps.map((s, i) => ({ ...s, takenAt: time(i), signedAt: time(i + 9) })),
          jointMarks: VISIT.jointMarks.map((m, i) => ({ ...m, at: time(i + 20) })),
        };
        expect(said(thrown)).toEqual(expected);
      }),
      { numRuns: 25 },
    );
  });

  it('ends with any joint made, found wrong or opened afterwards, and with no joint before', () => {
    const places = fc.tuple(
      fc.integer({ min: 0, max: list.value.joints.length - 1 }),
      fc.constantFrom('made' as const, 'wrong' as const, 'undone' as const),
      fc.double({ min: 21, max: 60, noNaN: true }),
    );
    fc.assert(
      fc.property(places, ([joint, what, order]) => {
        const marked = { ...VISIT, jointMarks: [...allMade, mark(joint, order, what)] };
        for (const r of judge(marked).readings.filter((x) => x.stage === 'before-varnish'))
          expect(r.voided?.code ?? null, `${r.kind} at ${r.order}, joint at ${order}`).toBe(
            order > r.order ? 'changed' : null,
          );
      }),
      { numRuns: 60 },
    );
  });

  it('ends when a station it rests on was signed later, and was never there when it is not signed', () => {
    const again = (station: StationId, order: number) => ({
      ...VISIT,
      steps: VISIT.steps.map((s) => (s.station === station ? { ...s, signedOrder: order } : s)),
    });
    expect(proven(again('connect', 50))).toEqual(['polarity']);
    expect(proven(again('wind', 50))).toEqual([]);
    // A core cleaned again does not unmake the winding.
    expect(proven(again('core', 3))).toHaveLength(3);
    const unsigned = { ...VISIT, steps: VISIT.steps.filter((s) => s.station !== 'connect') };
    const voided = judge(unsigned).readings.find((r) => r.kind === 'insulation')!.voided!;
    expect(voided.code).toBe('too-early');
    expect(voided.message).toContain('Connect groups and leads');
  });

  it('ends when the plan becomes another winding; what was kept as wound is no plan', () => {
    const changed = (role: 'as-found' | 'proposed' | 'as-wound') => ({
      ...VISIT,
      windings: [
        ...VISIT.windings.filter((w) => w.role !== role),
        { role, typed: role === 'as-found' ? CARD : {}, planOrder: 55, releasedAt: at(55) },
      ],
    });
    expect(proven(changed('as-found'))).toEqual([]);
    expect(proven(changed('proposed'))).toEqual([]);
    expect(proven(changed('as-wound'))).toHaveLength(3);
  });

  it('is not what was taken back, nor hidden by it or by what cannot be judged', () => {
    const add = (r: VisitReading) => ({ ...VISIT, readings: [...VISIT.readings, r] });
    const bad = { testVoltage: '500', oneMinute: '0.2', temperature: '22' };
    const stopped = reading('insulation', 'before-varnish', bad, 60);
    expect(missing(add(stopped))).toContain('gate.insulation-stops');
    expect(missing(add({ ...stopped, withdrawn: { by: 'Per Marsk', reason: 'wrong motor' } }))).toEqual(
      missing(VISIT),
    );
    const nonsense = reading('insulation', 'before-varnish', { ...bad, oneMinute: 'high' }, 60);
    expect(missing(add(nonsense))).toEqual(missing(VISIT));
  });

  it('is the same whether all is judged or only what counts', () => {
    const places = fc.array(
      fc.record({
        at: fc.integer({ min: 0, max: VISIT.readings.length - 1 }),
        order: fc.double({ min: 1, max: 60, noNaN: true }),
        back: fc.boolean(),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(places, (more) => {
        const readings = [
          ...VISIT.readings,
          ...more.map((m) => ({
            ...VISIT.readings[m.at]!,
            order: m.order,
            withdrawn: m.back ? { by: 'Per Marsk', reason: 'twice' } : null,
          })),
        ].toSorted((a, b) => a.order - b.order);
        const visit = { ...VISIT, readings };
        const all = judge(visit);
        const few = judgeVisit(visit, { working: false, onlyWhatCounts: true });
        expect(few.gates.map((g) => g.open)).toEqual(all.gates.map((g) => g.open));
        expect(few.verdict.state).toBe(all.verdict.state);
        expect(few.readings.length).toBeLessThanOrEqual(all.readings.length);
      }),
      { numRuns: 40 },
    );
  });
});

describe('going on', () => {
  const judged = (visit: Visit) => ({ visit, ...judge(visit) });
  const against = (visit: Visit, station: StationId) => mayGoOn(judged(visit), station).map((f) => f.code);

  it('waits for what comes first, for a hold, and for a gate; a pass opens the gate and nothing else', () => {
    const only = (...stations: StationId[]) => ({
      ...VISIT,
      steps: VISIT.steps.filter((s) => stations.includes(s.station)),
    });
    expect(against(only('intake'), 'strip')).toEqual(['step.too-early']);
    expect(against(VISIT, 'inspect')).toEqual([]);
    const hold = {
      body: 'stator' as const,
      reason: 'wait',
      raisedAt: at(1),
      raisedBy: 'Ida Haft',
      clearedAt: null,
    };
    expect(against({ ...VISIT, holds: [hold as Visit['holds'][number]] }, 'check')).toEqual(['step.held']);
    expect(against({ ...VISIT, holds: [hold as Visit['holds'][number]] }, 'inspect')).toEqual([]);
    const unmeasured = { ...VISIT, readings: [], steps: [...VISIT.steps, step('check', 45)] };
    expect(against(unmeasured, 'varnish')[0]).toBe('gate.shut');
    const pass = { gate: 'before-varnish' as const, reason: 'customer', by: 'Ida Haft', order: 46 };
    expect(against({ ...unmeasured, gatePasses: [pass] }, 'varnish')).toEqual([]);
    expect(against({ ...unmeasured, gatePasses: [{ ...pass, gate: 'before-assembly' }] }, 'varnish')[0]).toBe(
      'gate.shut',
    );
  });

  it('a pass counts until its station is opened again', () => {
    const pass = { gate: 'before-varnish' as const, reason: 'customer', by: 'Ida Haft', order: 46 };
    const station = STATIONS.find((s) => s.gate === 'before-varnish')!.id;
    const opened = (order: number) => ({
      route: ROUTE,
      gatePasses: [pass],
      steps: [{ ...step(station, 47), reopenedOrder: order }],
    });
    expect(passOf(opened(40), 'before-varnish')).toBe(pass);
    expect(passOf(opened(50), 'before-varnish')).toBeNull();
  });

  it('a station is signed by whom it is for, every station by a lead', () => {
    for (const s of STATIONS) {
      expect(signerOf(s, 'lead')).toEqual([]);
      if (s.signedBy && !s.signedBy.includes('winder'))
        expect(signerOf(s, 'winder')[0]!.message).toContain('you are signed in as winder');
    }
  });
});

describe('signing', () => {
  const sign = (visit: Visit, station: StationId, typed: Typed) => {
    const { record, claims } = checkSigning({ visit, ...judge(visit) }, station, typed);
    return {
      record: record.map((f) => f.code),
      claims: claims.filter((f) => f.severity === 'stop').map((f) => f.code),
    };
  };

  it('holds what was wound against the plan: turns, and the copper of other wires in hand', () => {
    const wind = (turnsWound: string, wireWound: string) =>
      sign(VISIT, 'wind', { turnsWound, wireWound }).record;
    expect(wind('18', '2x1.06')).toEqual([]);
    expect(wind('17', '2x1.06')).toEqual(['station.turns-differ']);
    expect(wind('18', '1x1.06')).toEqual(['station.wire-differs']);
    // 4 × 0.75 has the copper of 2 × 1.06 within 0.2 %: another wire, not another winding.
    expect(wind('18', '4x0.75')).toEqual([]);
    expect(wind('18', 'thick')).toEqual(['station.not-wires']);
  });

  it('refuses a stranger’s rotor, and asks a lead about a sister’s', () => {
    const sisters = [{ number: '4002', tags: ['4002-1', 'RT-7'] }];
    const match = (rotorTag: string) => {
      const said = sign({ ...VISIT, sisters }, 'match', { statorTag: VISIT.number, rotorTag });
      return [said.record.filter((c) => c.endsWith('-pair')), said.claims.filter((c) => c.endsWith('-pair'))];
    };
    expect(match(VISIT.number)).toEqual([[], []]);
    expect(match('9999')).toEqual([['station.wrong-pair'], []]);
    for (const tag of ['4002', 'rt-7', ' RT-7 '])
      expect(match(tag), tag).toEqual([[], ['station.sister-pair']]);
  });

  it('doubts the card when the scale says a fifth more or less, in any unit', () => {
    const expected = judge(VISIT).plans.asFound.plan!.copperKg!;
    const strip = (copper: string) => sign(VISIT, 'pull', { copper }).record;
    expect(strip(expected.toFixed(2))).toEqual([]);
    expect(strip(`${(expected * 1.19 * 2.20462).toFixed(2)} lb`)).toEqual([]);
    expect(strip(`${(expected * 1.22).toFixed(2)} kg`)).toEqual(['station.copper-differs']);
    expect(strip((expected * 0.5).toFixed(2))).toEqual(['station.copper-differs']);
  });

  it('claims no joint that is not ticked: none, some, one opened again', () => {
    const connect = (jointMarks: Visit['jointMarks']) =>
      sign({ ...VISIT, jointMarks }, 'connect', { joints: 'brazed', allMade: 'yes' }).claims;
    expect(connect(allMade)).not.toContain('station.joints-open');
    expect(connect([])).toContain('station.joints-open');
    fc.assert(
      fc.property(
        fc.subarray(allMade),
        (made) => connect(made).includes('station.joints-open') === made.length < allMade.length,
      ),
      { numRuns: 20 },
    );
    expect(connect([...allMade, mark(3, 28, 'undone')])).toContain('station.joints-open');
    // Ticks on another winding's plan say nothing of this one.
    expect(connect(allMade.map((m) => ({ ...m, plan: 'another' })))).toContain('station.joints-open');
  });
});

describe('what came along', () => {
  const part = (kind: PartKind, change: object = {}) => ({
    kind,
    tag: `T-${kind}`,
    note: '',
    backAt: null,
    withdrawn: null,
    ...change,
  });
  const left = (parts: Visit['parts'], station: StationId) => {
    const visit = { ...VISIT, parts };
    const { plans, facts } = judgeVisit(visit, { working: false });
    return checkSigning({ visit, plans, facts }, station, {}).claims.filter(
      (f) => f.code === 'station.part-left',
    );
  };
  it('is missed where the motor leaves, and nowhere before, unless it is laid to it or off the list', () => {
    const parts = [
      part('fan'),
      part('key', { backAt: at(1) }),
      part('brake', { withdrawn: { reason: 'thrown away' } }),
      // These are in the motor when it is put together.
      part('stator'),
      part('rotor'),
    ];
    expect(left(parts, 'ship').map((f) => [f.severity, f.message.includes('fan T-fan')])).toEqual([
      ['stop', true],
    ]);
    expect(left(parts, 'test')).toEqual([]);
    expect(left(parts.slice(1), 'ship')).toEqual([]);
  });
});
