/** One reading has one judgement, wherever it is looked at: the panel, the record, the reopened motor, the verdict, the API. */
import {
  contextFor,
  judgeTest,
  judgeVisit,
  kindAndRoute,
  MACHINE_KIND_IDS,
  machineKind,
  plansOf,
  TEST_KINDS,
  type Judgement,
  type Route,
  type Stage,
  type TestKindId,
  type Typed,
  type Visit,
} from '@norther/core';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer();
});
afterAll(() => s.stop());

interface File {
  ownRoute: Route | null;
  motor: { number: string; kind: string; route: string; routeVersion: number; plate: Typed };
  readings: { id: string; outcome: { ok: boolean; judgement: Judgement } }[];
}
/** As the browser makes a visit of what it was sent. */
const visitOf = (file: File) =>
  ({
    ...file,
    ...kindAndRoute(file.motor, file.ownRoute),
    number: file.motor.number,
    plate: file.motor.plate,
  }) as unknown as Visit;

/** What a tester could read: an example of the test, sound or bad, with some of its figures read otherwise. */
const anyReading = (kind: TestKindId, bad: boolean): fc.Arbitrary<Typed> => {
  const { examples, fields } = TEST_KINDS[kind];
  const example: Typed = bad ? examples.stop.typed : examples.sound.typed;
  const figures = fields.filter((f) => f.kind === 'quantity' && Number(example[f.id]) > 0);
  return fc
    .record(Object.fromEntries(figures.map((f) => [f.id, fc.constantFrom(1, 1, 1, 1.004, 0.97)])))
    .map((factors) => ({
      ...example,
      ...Object.fromEntries(
        figures.map((f) => [f.id, String(Number((Number(example[f.id]) * factors[f.id]!).toPrecision(6)))]),
      ),
    }));
};

let next = 1;
async function motorOf(kindId: string, example: number) {
  const kind = machineKind(kindId);
  const { plate, card } = kind.examples[example]!;
  const number = `J${next++}`;
  const made = await s.lead.post('motors', { number, kind: kindId, customer: 'Nordlund Quarry', plate });
  expect(made.status).toBe(201);
  expect((await s.lead.put(`motors/${number}/windings/as-found`, { typed: card, version: 0 })).status).toBe(
    200,
  );
  return number;
}
/** What JSON carries of it. */
const told = (judgement: unknown) => JSON.parse(JSON.stringify(judgement)) as unknown;

const CASES = MACHINE_KIND_IDS.flatMap((kind) =>
  machineKind(kind).tests.flatMap((test) =>
    // A log is judged by itself, and has a test of its own.
    TEST_KINDS[test as TestKindId].needsLog
      ? []
      : TEST_KINDS[test as TestKindId].stages.map((stage): [string, TestKindId, Stage] => [
          kind,
          test as TestKindId,
          stage,
        ]),
  ),
);

describe.each(CASES.map((c, i) => [...c, i % 2 === 1] as const))(
  '%s: %s, %s, bad: %s',
  (kindId, test, stage, bad) => {
    it('is judged alike everywhere', async () => {
      await fc.assert(
        fc.asyncProperty(
          anyReading(test, bad),
          fc.nat(machineKind(kindId).examples.length - 1),
          async (typed, example) => {
            const number = await motorOf(kindId, example);
            const base = `motors/${number}`;
            const before = (await s.lead.get<File>(base)).body;
            const panel = judgeTest(test, typed, contextFor(plansOf(visitOf(before), true), stage));
            const kept = await s.tester.post<{ id: string; verdict: string }>(`${base}/readings`, {
              kind: test,
              stage,
              typed,
            });
            const api = await s.lead.post<{ judgement: Judgement }>('calculate/test', {
              machine: kindId,
              kind: test,
              typed,
              plate: machineKind(kindId).examples[example]!.plate,
              card: machineKind(kindId).examples[example]!.card,
            });
            if (!panel.ok) {
              expect([kept.status, api.status]).toEqual([400, 400]);
              return;
            }
            expect(kept.body.verdict).toBe(panel.judgement.verdict);
            const reopened = (await s.lead.get<File>(base)).body;
            const { outcome } = reopened.readings.find((r) => r.id === kept.body.id)!;
            expect(outcome.judgement).toEqual(told(panel.judgement));
            expect(api.body.judgement).toEqual(told(panel.judgement));
            const { facts } = judgeVisit(visitOf(reopened), { working: false });
            expect(told(facts.tests.find((t) => t.kind === test && t.stage === stage)!.judgement)).toEqual(
              told(panel.judgement),
            );
          },
        ),
        { numRuns: 1 },
      );
    });
  },
);

describe('a machine that comes back', () => {
  it('is known by its serial number: its plate, and the winding that was in it when it left', async () => {
    const kind = machineKind('single-phase');
    const { plate, card } = kind.examples[0]!;
    const take = (number: string, serial: string) =>
      s.lead.post('motors', {
        number,
        kind: kind.id,
        customer: 'Nordlund Quarry',
        maker: 'Vestby DE 80',
        serial,
        plate,
      });
    expect((await take('S1', '77-20 a')).status).toBe(201);
    await s.lead.put('motors/S1/windings/as-found', { typed: card, version: 0 });
    const visits = (serial: string) =>
      s.winder.get<{ number: string; winding: Typed | null }[]>(
        `machines?serial=${encodeURIComponent(serial)}`,
      );
    expect((await visits('77-20 A')).body).toMatchObject([
      { number: 'S1', kind: 'single-phase', maker: 'Vestby DE 80', plate, winding: card },
    ]);
    const wound = { ...card, startTurns: '72,50' };
    await s.lead.put('motors/S1/windings/as-wound', { typed: wound, version: 0 });
    expect((await visits('77-20 a')).body[0]!.winding).toEqual(wound);
    await take('S2', '77-20 a');
    expect((await visits('77-20 a')).body.map((v) => v.number)).toEqual(['S2', 'S1']);
    await s.lead.post('motors/S2/withdraw', { reason: 'entered twice' });
    expect((await visits('77-20 a')).body.map((v) => v.number)).toEqual(['S1']);
    expect((await visits('77-2')).body).toEqual([]);
    expect((await s.lead.get('machines?serial=7')).status).toBe(400);
  });
});

describe('a kind of machine', () => {
  const entry = { customer: 'Nordlund Quarry', plate: {} };
  it('can be put right until something was read as of it', async () => {
    await s.lead.post('motors', { ...entry, number: 'K1' });
    const change = (kind: string, version: number) =>
      s.lead.put<{ kind: string; route: string; findings: { code: string }[] }>('motors/K1', {
        ...entry,
        kind,
        version,
      });
    const changed = await change('single-phase', 1);
    expect(changed.body).toMatchObject({ kind: 'single-phase', route: 'single-phase-rewind' });
    // A change that does not say it leaves it.
    const left = await s.lead.put<{ kind: string }>('motors/K1', { ...entry, machine: 'Pump', version: 2 });
    expect(left.body.kind).toBe('single-phase');
    await s.lead.put('motors/K1/windings/as-found', { typed: { slots: '24' }, version: 0 });
    const refused = await change('three-phase', 3);
    expect(refused.status).toBe(409);
    expect(refused.body.findings[0]!.code).toBe('motor.kind-fixed');
    expect((await change('solenoid', 3)).status).toBe(400);
  });
  it('has its own tests, stations and gates, and no others', async () => {
    await s.lead.post('motors', { ...entry, number: 'K2', kind: 'single-phase' });
    const read = await s.tester.post<{ findings: { code: string }[] }>('motors/K2/readings', {
      kind: 'resistance',
      stage: 'incoming',
      typed: { uv: '1', vw: '1', wu: '1', temperature: '20' },
    });
    expect([read.status, read.body.findings[0]!.code]).toEqual([400, 'test.of-another-kind']);
    await s.lead.post('motors', { ...entry, number: 'K3' });
    expect((await s.lead.post('motors/K3/stations/starting/take')).status).toBe(404);
    // Of its own route it only waits for what comes first.
    expect((await s.lead.post('motors/K2/stations/starting/take')).status).toBe(409);
  });
});
