/** The made-up shop: alive, and with every fault it is meant to show. */
import {
  canDo,
  MACHINE_KIND_IDS,
  publishedRoutes,
  readShift,
  ROUTES,
  stationsOf,
  TEST_KINDS,
} from '@norther/core';
import type { PersonRecord } from '@norther/records';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer({ empty: false });
});
afterAll(async () => {
  await s.stop();
});
interface File {
  verdict: { state: string; reasons: string[] };
  gates: { gate: string; open: boolean; findings: { code: string }[] }[];
}
const file = async (number: string) => (await s.lead.get<File>(`motors/${number}`)).body;

it('has at least a dozen motors at all stages', async () => {
  const floor = (await s.lead.get<{ notes: { station: string | null }[] }[]>('floor')).body;
  expect(floor.length).toBeGreaterThanOrEqual(12);
  const stations = new Set(floor.flatMap((f) => f.notes.map((n) => n.station)));
  for (const station of [
    'intake',
    'data',
    'strip',
    'insulate',
    'wind',
    'connect',
    'check',
    'varnish',
    'cure',
    'balance',
    'test',
    'ship',
  ])
    expect(stations).toContain(station);
});

it('has somebody for every station of every route', async () => {
  const people = (await s.lead.get<PersonRecord[]>('people')).body.map((p) => ({
    name: p.name,
    role: p.role,
    shift: readShift(p.shift).shift,
  }));
  const without = publishedRoutes()
    .flatMap((r) => stationsOf(r).filter((station) => !people.some((p) => canDo(p, station))))
    .map((station) => station.name);
  expect([...new Set(without)]).toEqual([]);
});

it.each([
  ['3112', 'in-work', /lead/],
  ['3107', 'failed', /8W is reversed/],
  ['3096', 'failed', /The part was at/],
  ['3101', 'failed', /times its share/],
  ['3104', 'failed', /against before burn-off/],
  ['3103', 'failed', /over the two others|under the two others/],
  ['3125', 'failed', /4S is reversed/],
  ['3126', 'failed', /run capacitor has lost/],
  ['3090', 'ready', /within its limit/],
  ['3089', 'ready', /./],
  ['3086', 'ready', /./],
  ['3085', 'ready', /./],
])('motor %s is %s', async (number, state, reason) => {
  const { verdict } = await file(number);
  expect(verdict.state, verdict.reasons.join(' ')).toBe(state);
  expect(verdict.reasons.join(' ')).toMatch(reason);
});

it('shows every kind of machine with its drawing, every route and every test', async () => {
  const motors = (await s.lead.get<{ number: string }[]>('motors?limit=200')).body;
  const files = await Promise.all(
    motors.map(
      async ({ number }) =>
        (
          await s.lead.get<{
            motor: { kind: string; route: string };
            windings: unknown[];
            readings: { kind: string }[];
          }>(`motors/${number}`)
        ).body,
    ),
  );
  const seen = (of: (f: (typeof files)[number]) => readonly string[]) => new Set(files.flatMap(of));
  expect([...seen((f) => (f.windings.length > 0 ? [f.motor.kind] : []))].sort()).toEqual(
    [...MACHINE_KIND_IDS].sort(),
  );
  expect([...seen((f) => [f.motor.route])]).toEqual(expect.arrayContaining(ROUTES.map((r) => r.id)));
  expect([...seen((f) => f.readings.map((r) => r.kind))].sort()).toEqual(Object.keys(TEST_KINDS).sort());
});

it('has no other card that contradicts itself', async () => {
  const floor = (await s.lead.get<{ motor: { number: string } }[]>('floor')).body;
  const shut: string[] = [];
  for (const { motor } of floor) {
    const gate = (await file(motor.number)).gates.find((g) => g.gate === 'before-stripping');
    if (gate && !gate.open) shut.push(motor.number);
  }
  // 3112 contradicts itself, 3116 has only just come in, 3135 is only being marked, 3128 came as a bare core.
  expect(shut.sort()).toEqual(['3112', '3116', '3128', '3135']);
});

it('issues a verdict as PDF for every one of them', async () => {
  const floor = (await s.lead.get<{ motor: { number: string } }[]>('floor')).body;
  for (const { motor } of floor) {
    const pdf = await s.lead.get(`motors/${motor.number}/verdict.pdf`);
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  }
});

interface Dossier {
  verdict: { state: string; reasons: string[] };
  tests: {
    title: string;
    verdict: string;
    assumed: string[];
    voided: string | null;
    charts: { lines: { points: [number, number][] }[] }[];
    figures: { name: string; value: number; source: string }[];
  }[];
  work: { station: string; signedBy: string | null }[];
  curves: { charts: unknown[] } | null;
  gaps: string[];
  overTime: { title: string; readings: { number: string }[] }[];
  sources: { fromMemory: string[]; commonPractice: string[] };
}
const dossier = async (number: string) => (await s.lead.get<Dossier>(`motors/${number}/dossier.json`)).body;

it('the dossier says what the motor’s own sheet says, every figure with its source, and what is missing', async () => {
  const d = await dossier('3090');
  const own = (
    await s.lead.get<{
      verdict: { state: string };
      readings: {
        outcome: { ok: boolean; judgement: { verdict: string; figures: { figure: { value: number } }[] } };
      }[];
    }>('motors/3090')
  ).body;
  const values = (f: readonly { readonly value: number }[]) => f.map((x) => x.value);
  expect(d.tests.map((t) => [t.verdict, values(t.figures)])).toEqual(
    own.readings.map((r) => [
      r.outcome.judgement.verdict,
      values(r.outcome.judgement.figures.map((f) => f.figure)),
    ]),
  );
  for (const t of d.tests)
    for (const f of t.figures) expect(f.source.length, `${t.title}: ${f.name}`).toBeGreaterThan(4);
  expect(d.verdict.state).toBe(own.verdict.state);
  expect(d.gaps.join(' ')).toMatch(/Winding resistance, as it came: asked for by “Intake”, not made/);
  expect(d.gaps.join(' ')).toMatch(/Finish and ship/);
  expect(d.sources.fromMemory.length).toBeGreaterThan(5);
  expect(d.curves!.charts).toHaveLength(3);
  // The cure's log and the load test are drawn from what was recorded.
  expect(d.tests.flatMap((t) => t.charts).every((c) => c.lines.every((l) => l.points.length > 1))).toBe(true);
  expect(d.tests.filter((t) => t.charts.length > 0).map((t) => t.title)).toEqual(
    expect.arrayContaining([
      'Cure log',
      'No-load run',
      'Load test, efficiency',
      'Vibration',
      'Temperature rise',
    ]),
  );
});

it('as CSV it has every figure once, as PDF it opens, also of a motor that failed', async () => {
  const d = await dossier('3103');
  const csv = (await s.lead.get(`motors/3103/dossier.csv`)).bytes.toString('utf8').trim().split('\n');
  expect(csv).toHaveLength(1 + d.tests.reduce((n, t) => n + t.figures.length, 0));
  for (const name of ['dossier.pdf', 'certificate.pdf']) {
    const { status, bytes } = await s.lead.get(`motors/3103/${name}`);
    expect([status, bytes.subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  }
  expect((await s.lead.get('motors/9999/dossier.pdf')).status).toBe(404);
});

it('sets a machine that came back beside its own past', async () => {
  const past = (
    await s.lead.get<{ kind: string; stage: string; readings: { number: string; sister: boolean }[] }[]>(
      'motors/3103/past',
    )
  ).body;
  const own = (kind: string, stage: string) =>
    past
      .find((f) => f.kind === kind && f.stage === stage)!
      .readings.filter((r) => !r.sister)
      .map((r) => r.number);
  expect(own('insulation', 'incoming')).toEqual(['2311', '2702', '2958', '3103']);
  expect(own('vibration', 'final')).toEqual(['2311', '2702', '2958']);
});
