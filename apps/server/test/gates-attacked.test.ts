/** A gate is shut for every address that writes: each of them is tried, by everybody, with what opens other doors. */
import { newestRoute, stationsOf } from '@norther/core';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { type Caller, QUARRY_CARD, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer({ empty: true });
  shop = shopOf(s);
});
afterAll(() => s.stop());

interface File {
  readonly motor: { readonly version: number; readonly shippedAt: string | null };
  readonly steps: readonly { station: string; takenAt: string | null; signedAt: string | null }[];
  readonly gatePasses: readonly unknown[];
}
const look = async (number: string) => (await s.lead.get<File>(`motors/${number}`)).body;

/** Every address that writes, as the contract lists it. */
async function writes(): Promise<{ method: 'POST' | 'PUT'; path: string }[]> {
  const contract = (await s.lead.get<{ paths: Record<string, Record<string, unknown>> }>('docs-json')).body;
  return Object.entries(contract.paths).flatMap(([path, methods]) =>
    (['POST', 'PUT'] as const).flatMap((method) =>
      methods[method.toLowerCase()] ? [{ method, path: path.replace(/^\/api\//, '') }] : [],
    ),
  );
}

const route = newestRoute('ac-rewind');
const BEHIND = stationsOf(route).find((x) => x.gate)!;

it('no write address takes or signs a station behind a shut gate, but a lead’s pass with its reason', async () => {
  const { number } = await shop.motor();
  for (const station of stationsOf(route)) {
    if (station.id === BEHIND.id) break;
    await s.winder.post(`motors/${number}/stations/${station.id}/take`, {});
    await shop.sign(s.lead, number, station.id, { failed: 'bearing' });
  }
  const before = await look(number);
  expect(before.gatePasses).toEqual([]);
  const all = await writes();
  expect(all.length).toBeGreaterThan(40);
  expect(all.some((w) => w.path.includes('stations'))).toBe(true);
  const bodies = (version: number): object[] => [
    {},
    { typed: {}, why: 'it is quick', reason: 'it is quick', version },
    { typed: { ...QUARRY_CARD }, version: 0 },
    { station: BEHIND.id, motor: number, worker: null, notBefore: null, why: 'now', insisted: true },
    { steps: [{ station: BEHIND.id, signedAt: '2026-01-01T00:00:00Z', signedBy: 'Ida Haft' }] },
  ];
  const answers: number[] = [];
  const attack = async (who: Caller, lead: boolean) => {
    for (const { method, path } of all) {
      // Signing out ends the attack; a lead's pass is the way through; a withdrawn motor is no motor.
      if (/^session|\/withdraw$|^import$/.test(path) || (lead && path.endsWith('/pass'))) continue;
      const url = path
        .replaceAll('{number}', number)
        .replaceAll('{station}', BEHIND.id)
        .replaceAll('{gate}', BEHIND.gate!)
        .replaceAll('{role}', 'proposed')
        .replaceAll('{kind}', 'failure')
        .replaceAll('{list}', 'supplies')
        .replaceAll(/\{[^}]+\}/g, randomUUID());
      for (const body of bodies(before.motor.version))
        answers.push((await who.call(method, url, body)).status);
    }
  };
  await attack(s.nobody, false);
  await attack(s.winder, false);
  await attack(s.tester, false);
  await attack(s.lead, true);
  // Nothing of it breaks the server either.
  expect(answers.filter((a) => a >= 500)).toEqual([]);
  expect(answers.filter((a) => a === 401).length).toBeGreaterThan(100);
  const after = await look(number);
  const stationsBehind = new Set(
    stationsOf(route)
      .slice(stationsOf(route).findIndex((x) => x.id === BEHIND.id))
      .filter((x) => x.body !== 'rotor')
      .map((x) => x.id),
  );
  expect(after.steps.filter((x) => stationsBehind.has(x.station) && (x.takenAt ?? x.signedAt))).toEqual([]);
  expect(after.gatePasses).toEqual([]);
  expect(after.motor.shippedAt).toBeNull();
});

it('of fifty who write on one motor at once every change is there, or was answered 409', async () => {
  const { number, version } = await shop.motor();
  const at = `motors/${number}`;
  const card = (turns: number) => ({ typed: { ...QUARRY_CARD, turns: String(turns) }, version: 0 });
  const reading = (ohms: number) => ({
    kind: 'insulation',
    stage: 'incoming',
    typed: { testVoltage: '500', oneMinute: String(ohms), temperature: '20' },
  });
  const kinds: ((i: number) => readonly ['POST' | 'PUT', string, object])[] = [
    (i) => ['PUT', `${at}/windings/as-found`, card(10 + i)],
    (i) => ['POST', `${at}/readings`, reading(100 + i)],
    (i) => ['POST', `${at}/holds`, { body: 'stator', reason: `waits for wire ${i}` }],
    (i) => ['POST', `${at}/parts`, { kind: 'key', note: `key ${i}` }],
    (i) => [
      'PUT',
      `${at}/write-ups/failure`,
      { body: { cause: `cause ${i}`, state: 'suspected' }, version: 0 },
    ],
  ];
  const sent = await Promise.all(
    Array.from({ length: 50 }, async (_, i) => {
      const [method, url, body] = kinds[i % kinds.length]!(i);
      return { i, url, status: (await s.winder.call(method, url, body)).status };
    }),
  );
  expect(sent.filter((x) => x.status >= 300 && x.status !== 409)).toEqual([]);
  const done = (word: string) => sent.filter((x) => x.url.includes(word) && x.status < 300);
  const file = (
    await s.lead.get<{
      motor: { version: number };
      windings: { typed: { turns: string } }[];
      readings: { typed: { oneMinute: string } }[];
      holds: { reason: string }[];
      parts: { note: string; tag: string }[];
      writeUps: { body: { cause: string } }[];
    }>(at)
  ).body;
  const sorted = (list: readonly string[]) => list.toSorted();
  expect(file.windings.map((w) => w.typed.turns)).toEqual(done('windings').map((x) => String(10 + x.i)));
  expect(file.writeUps.map((w) => w.body.cause)).toEqual(done('write-ups').map((x) => `cause ${x.i}`));
  expect(sorted(file.readings.map((r) => r.typed.oneMinute))).toEqual(
    sorted(done('readings').map((x) => String(100 + x.i))),
  );
  expect(sorted(file.holds.map((h) => h.reason))).toEqual(
    sorted(done('holds').map((x) => `waits for wire ${x.i}`)),
  );
  expect(sorted(file.parts.map((p) => p.note))).toEqual(sorted(done('parts').map((x) => `key ${x.i}`)));
  expect(new Set(file.parts.map((p) => p.tag)).size).toBe(10);
  expect(file.motor.version).toBe(version);
  // Everything that is there has its line in the history.
  const lines = (await s.lead.get<{ what: string }[]>(`${at}/history`)).body;
  expect(lines).toHaveLength(1 + sent.filter((x) => x.status < 300).length);
});
