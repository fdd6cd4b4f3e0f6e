/** Every test kind and the route are complete; a kind nobody knows yet needs nothing but its own definition. */
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_CUT_SETTINGS,
  defineTest,
  derive,
  given,
  judgeFigure,
  judgeOn,
  judgeVisit,
  MACHINE_KIND_IDS,
  machineKind,
  mayGoOn,
  newestRoute,
  lowerIsBetter,
  quantity,
  readField,
  required,
  ROUTES,
  sayCaution,
  STAGES,
  stationsOf,
  TEST_KINDS,
  type TestKindId,
  type MachineKind,
  type Nameplate,
  type Route,
  type TestContext,
  type Typed,
  type Visit,
} from '../index.ts';
import { measuredAfter, stageReached } from '../../test/ac-rewind.ts';
import type { TestExample } from '../test-kinds/define-test.ts';

function planOf({ machine, line }: NonNullable<TestExample['winding']>, plate: Nameplate) {
  const kind = machineKind(machine);
  const typed = { ...kind.examples[0]!.card, ...kind.shorthand.read(line ?? '').fills };
  return kind.checkCard(typed, { ...plate, voltageV: plate.voltageV ?? 400 }, false, {}).plan;
}
const contextOf = ({ plate = {}, log, winding }: TestExample): TestContext => ({
  plate,
  plan: winding ? planOf(winding, plate) : null,
  ...(log ? { log } : {}),
});

describe.each(Object.values(TEST_KINDS).map((kind) => [kind.id, kind] as const))(
  'test kind %s',
  (_id, kind) => {
    it('has fields, stages, a place on the route, and no two fields alike', () => {
      expect(kind.fields.some((f) => f.required)).toBe(true);
      expect(new Set(kind.fields.map((f) => f.id)).size).toBe(kind.fields.length);
      expect(kind.stages.length).toBeGreaterThan(0);
      for (const stage of kind.stages) expect(STAGES[stage]).toBeDefined();
      // Asked for by a route, unless it is left to the shop.
      expect(
        ROUTES.flatMap(stationsOf).some((s) =>
          s.tests.some((t) => t.kind === kind.id && kind.stages.includes(t.stage)),
        ),
      ).toBe(kind.leftToShop !== true);
    });
    it.each(['sound', 'stop'] as const)('has an example that is %s', (verdict) => {
      const example = kind.examples[verdict];
      const outcome = kind.evaluate(example.typed, contextOf(example));
      expect(outcome.findings.filter((f) => f.severity === 'stop')).toEqual([]);
      expect(outcome.ok && outcome.judgement.verdict).toBe(verdict);
    });
    it('has its scales before there is a reading, and what it expects on them is sound', () => {
      const { typed: _t, ...example } = kind.examples.sound;
      // By plate and plan; where only a log says how long and how hot, there is nothing yet.
      const ahead = kind.scalesAhead(contextOf({ typed: {}, ...example }));
      if (!kind.needsLog && !kind.takesFrom) expect(ahead.length).toBeGreaterThan(0);
      for (const { scale, expected } of ahead)
        if (expected !== null) expect(judgeOn(scale, expected)).toBe('sound');
      // The same scales as the reading is then judged on.
      const outcome = kind.evaluate(kind.examples.sound.typed, contextOf(kind.examples.sound));
      const judged = outcome.ok ? outcome.judgement.figures.filter((f) => f.scale) : [];
      for (const { figure, scale } of ahead) {
        const same = judged.find((f) => f.figure.id === figure.id);
        if (same) expect(same.scale).toEqual(scale);
      }
      expect(() => kind.scalesAhead({ plate: {} })).not.toThrow();
    });
    it('says in its caution what the shop has set, and nothing is left to be filled in', () => {
      if (kind.caution) expect(sayCaution(kind.caution, '48 °C').text).not.toContain('{');
    });
  },
);

describe.each(ROUTES.map((r) => [`${r.id} ${r.version}`, r] as const))('route %s', (_id, route) => {
  const stations = stationsOf(route);
  it('has every station once, every gate at one station, and one that ends the visit', () => {
    const ids = stations.map((s) => s.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(stations.flatMap((s) => s.gate ?? []).sort()).toEqual(route.gates.map((g) => g.id).sort());
    expect(stations.filter((s) => s.ends === 'visit')).toHaveLength(1);
    for (const [body, track] of Object.entries(route.tracks))
      for (const s of track) expect(s.body).toBe(body);
    for (const s of [...route.opening, ...route.closing]) expect(s.body).toBe('motor');
  });
  it('asks for tests that exist at their stages, and its gates for tests that a station asks for', () => {
    const asked = stations.flatMap((s) => s.tests);
    for (const { kind, stage } of asked) expect(TEST_KINDS[kind].stages).toContain(stage);
    for (const want of route.gates.flatMap((g) => g.wants))
      if ('test' in want) expect(asked).toContainEqual({ kind: want.test, stage: want.stage });
  });
  it('says cautions with nothing left to be filled in, and fields with no two alike', () => {
    for (const s of stations) {
      if (s.caution) expect(sayCaution(s.caution, '48 °C').text).not.toContain('{');
      expect(new Set(s.record.map((f) => f.id)).size).toBe(s.record.length);
    }
  });
});

describe.each(MACHINE_KIND_IDS.map((id) => [id, machineKind(id)] as const))('machine kind %s', (id, kind) => {
  const fields = kind.card.flatMap((s) => s.fields);
  it('has a route of its own, whose tests are its tests', () => {
    const route = newestRoute(kind.route);
    expect([...new Set(stationsOf(route).flatMap((s) => s.tests.map((t): string => t.kind)))].sort()).toEqual(
      kind.tests.filter((id) => !TEST_KINDS[id as TestKindId].leftToShop).sort(),
    );
  });
  it('has forms with no two fields alike, and asks at its moments for fields that it has', () => {
    for (const form of [kind.plate, fields]) expect(new Set(form.map((f) => f.id)).size).toBe(form.length);
    // Words of a winder on every label, never a name of the code.
    for (const f of [...kind.plate, ...fields]) expect(f.label, f.id).not.toMatch(/[a-z]{2}[A-Z]/);
    const ids = fields.map((f) => f.id);
    for (const m of kind.moments) for (const need of m.needs) expect(ids).toContain(need);
    const empty = kind.checkCard({}, {}, false, {});
    expect(empty.missing.map((m) => m.id).sort()).toEqual(kind.moments.flatMap((m) => m.needs).sort());
  });
  it.each(kind.examples.map((e, i) => [i + 1, e] as const))('winds its example %i', (_i, { plate, card }) => {
    const read = kind.readPlate(plate);
    expect(read.findings.filter((f) => f.severity === 'stop')).toEqual([]);
    const checked = kind.checkCard(card, read.plate, true, {});
    expect(checked.findings.filter((f) => f.severity === 'stop')).toEqual([]);
    const plan = checked.plan!;
    expect(plan.machine).toBe(id);
    expect(plan.lines.length).toBeGreaterThan(4);
    expect(plan.copperKg).toBeGreaterThan(0);
    // Every end of every group in exactly one joint.
    const ends = plan.joints.flatMap((j) => j.ends.map((e) => `${e.group}${e.end}`));
    expect(ends.sort()).toEqual(plan.groups.flatMap((g) => [`${g.number}s`, `${g.number}f`]).sort());
    expect(plan.walk.judge(plan.walk.expected, true).state).toBe('right');
    const flipped = plan.walk.expected.map((r, i) => (i === 0 ? (r === 'N' ? 'S' : 'N') : r));
    expect(plan.walk.judge(flipped, true)).toMatchObject({ state: 'wrong', wrongGroups: [1] });
    expect(kind.nameOfPlan(card, {})).toContain(plan.key);
  });
  it.each(kind.examples.map((e, i) => [i + 1, e] as const))(
    'has a list to cut and buy for its example %i, or says what of the slot it lacks',
    (_i, { plate, card }) => {
      const read = kind.readPlate(plate).plate;
      const checked = kind.checkCard(card, read, false, {});
      const cut = kind.cutList(checked, read, [], DEFAULT_CUT_SETTINGS);
      if (!cut.ok) {
        expect(cut.findings.map((f) => f.code)).toEqual(['cut.no-slot']);
        return;
      }
      const { formers, wire, items, soft } = cut.value;
      expect(items.map((x) => x.id)).toEqual(expect.arrayContaining(['liner', 'wedge', 'phase-paper']));
      expect(soft.every((x) => x.totalM > 0)).toBe(true);
      for (const { former } of formers)
        for (const c of former.coils) expect(c.perimeterMm).toBeGreaterThan(2 * c.straightMm);
      // The wire to take is that of the plan, with the allowance for leads and waste.
      const kg = wire.reduce((n, w) => n + w.massKg, 0);
      expect(kg / checked.plan!.copperKg!).toBeCloseTo(1 + DEFAULT_CUT_SETTINGS.wireAllowance, 2);
      expect(kind.cutList(kind.checkCard({}, {}, false, {}), {}, [], DEFAULT_CUT_SETTINGS).ok).toBe(false);
    },
  );
  it.each(kind.examples.map((e, i) => [i + 1, e] as const))(
    'winds its example %i no differently when what it assumes is typed',
    (_i, { card }) => {
      const joining = { jumpers: 'long' };
      for (const given of [card, Object.fromEntries(Object.entries(card).filter(([k]) => k !== 'leads'))])
        for (const shop of [{}, { joining }]) {
          const assumed = kind.assumed(given, shop);
          for (const [name, value] of Object.entries(assumed)) {
            const field = fields.find((f) => f.id === name);
            expect(['read', 'said'], name).toContain(field && readField(field, value).state);
          }
          expect(kind.nameOfPlan({ ...assumed, ...given }, {})).toBe(kind.nameOfPlan(given, shop));
        }
    },
  );
  it('writes and reads its line of shorthand', () => {
    const { tokens, fills } = kind.shorthand.read(kind.shorthand.example);
    expect(tokens.filter((t) => t.problem)).toEqual([]);
    expect(kind.shorthand.read(kind.shorthand.write(fills)).fills).toEqual(fills);
    for (const key of Object.keys(fills)) expect(fields.map((f) => f.id)).toContain(key);
    expect(kind.shorthand.change(kind.shorthand.example, kind.shorthand.example)).toEqual(fills);
  });
});

describe('a kind and a route that nobody knows yet', () => {
  it('is judged like any other, and needs nothing but its own definition', () => {
    const coil = quantity('turns', 'Turns', 'count', 1, 5000);
    const toy: MachineKind = {
      ...machineKind('single-phase'),
      id: 'solenoid',
      name: 'solenoid',
      plate: [],
      card: [{ title: null, fields: [coil] }],
      moments: [{ id: 'pulling', name: 'the coil is pulled', because: 'It is cut.', needs: ['turns'] }],
      tests: ['insulation'],
      readPlate: () => ({ plate: { voltageV: 230 }, findings: [] }),
      checkCard: (typed) => ({
        machine: 'solenoid',
        typed,
        plan: null,
        findings: [],
        missing: typed['turns'] ? [] : [{ id: 'turns', label: 'Turns', moment: 'pulling' }],
        moments: toy.moments,
        complete: typed['turns'] !== undefined,
      }),
      nameOfPlan: () => '',
      cutList: () => ({ ok: false, findings: [] }),
    };
    const route: Route = {
      id: 'solenoid',
      version: 1,
      machine: 'solenoid',
      title: 'Solenoid',
      opening: [
        { id: 'look', body: 'motor', name: 'Look', title: 'Look at it', todo: [], record: [], tests: [] },
      ],
      tracks: {
        stator: [
          {
            id: 'coil',
            body: 'stator',
            name: 'Coil',
            title: 'Wind it',
            todo: [],
            record: [],
            gate: 'cut',
            tests: [],
          },
        ],
        rotor: [
          { id: 'pin', body: 'rotor', name: 'Pin', title: 'Free the pin', todo: [], record: [], tests: [] },
        ],
      },
      closing: [
        {
          id: 'click',
          body: 'motor',
          name: 'Click',
          title: 'Try it',
          todo: [],
          record: [],
          tests: [{ kind: 'insulation', stage: 'final' }],
          ends: 'visit',
        },
      ],
      gates: [{ id: 'cut', title: 'Gate before the cut', wants: [{ card: 'pulling' }] }],
    };
    const visit = (typed: Typed): Visit => ({
      machine: toy,
      route,
      number: '1',
      plate: {},
      windings: [{ role: 'as-found', typed, planOrder: 1, releasedAt: null }],
      steps: [],
      parts: [],
      holds: [],
      gatePasses: [],
      readings: [],
      jointMarks: [],
      settings: {},
    });
    const judged = judgeVisit(visit({}), { working: false });
    expect(judged.standing.phase).toBe('opening');
    expect(judged.gates).toMatchObject([{ gate: 'cut', open: false }]);
    expect(judged.verdict.state).toBe('in-work');
    expect(judgeVisit(visit({ turns: '900' }), { working: false }).gates[0]!.open).toBe(true);
    expect(mayGoOn({ visit: visit({}), ...judged }, 'coil')[0]!.code).toBe('step.too-early');
  });
});

describe('the route of a three-phase rewind', () => {
  // Common practice, no source: a thing is measured when it is there.
  it.each([
    ['insulation', 'incoming', []],
    ['core-loss', 'bare', ['strip']],
    ['polarity', 'before-varnish', ['wind']],
    ['insulation', 'before-varnish', ['wind', 'connect']],
    ['resistance', 'varnished', ['varnish']],
    ['cure', 'varnished', ['varnish']],
    ['balance', 'final', ['inspect']],
    ['full-load', 'final', ['match', 'assemble']],
  ] as const)('%s, %s, counts from %j', (kind, stage, after) => {
    expect(measuredAfter(kind, stage)).toEqual(after);
  });
  it('a motor is tested at the latest stage it has reached', () => {
    const signed = (...ids: string[]) => ids.map((station) => ({ station, signedAt: '2026-01-01' }));
    const of = TEST_KINDS.insulation.stages;
    expect(stageReached(of, [])).toBe('incoming');
    expect(stageReached(of, signed('intake', 'strip'))).toBe('incoming');
    expect(stageReached(of, signed('intake', 'strip', 'wind'))).toBe('before-varnish');
    expect(stageReached(of, signed('wind', 'varnish', 'match'))).toBe('final');
  });
});

it('a test kind of its own is read, refused and judged by its definition alone', () => {
  const spring = defineTest({
    id: 'brush-spring',
    title: 'Brush spring',
    body: 'motor',
    form: [required(quantity('grams', 'Spring force', 'mass', 0, 10))],
    stages: ['final'],
    hookUp: { instrument: 'spring scale', clips: [{ name: 'hook', to: ['brush'] }], words: 'Pull straight.' },
    judge: ({ grams }) => {
      const figure = derive(
        {
          id: 'spring',
          name: 'Spring',
          symbol: 'F',
          unit: 'kg',
          formula: 'F as measured',
          source: 'made up',
          inputs: { F: given('F', grams, 'kg', 'read') },
          value: (v) => v.F,
        },
        true,
      );
      const judged = judgeFigure(
        figure,
        lowerIsBetter({ from: 0, watch: 1, limit: 2, to: 4, name: 'limit', source: 'made up' }),
      );
      return { verdict: judged.verdict!, figures: [judged], reasons: ['as read'], next: 'go on' };
    },
    examples: { sound: { typed: { grams: '0.5' } }, stop: { typed: { grams: '3' } } },
  });
  const context = { plate: {} };
  expect(spring.evaluate({}, context)).toMatchObject({
    ok: false,
    findings: [{ code: 'test.field-missing' }],
  });
  for (const verdict of ['sound', 'stop'] as const) {
    const outcome = spring.evaluate(spring.examples[verdict].typed, context);
    expect(outcome.ok && outcome.judgement.verdict).toBe(verdict);
  }
});
