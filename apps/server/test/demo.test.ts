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
  // 3112 contradicts itself, 3116 has only just come in, 3128 came as a bare core.
  expect(shut.sort()).toEqual(['3112', '3116', '3128']);
});

it('issues a verdict as PDF for every one of them', async () => {
  const floor = (await s.lead.get<{ motor: { number: string } }[]>('floor')).body;
  for (const { motor } of floor) {
    const pdf = await s.lead.get(`motors/${motor.number}/verdict.pdf`);
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  }
});
