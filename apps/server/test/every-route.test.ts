/** Every published route from door to door over the API: each gate is shut until what it asks for is there, or a lead passes it. */
import {
  checkRoute,
  machineKind,
  publishedRoutes,
  stationsOf,
  TEST_KINDS,
  type Route,
  type Station,
  type TestKindId,
  type Typed,
} from '@norther/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { soundReading } from '../../../packages/core/test/sound-reading.ts';
import { type Problem, QUARRY, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer();
});
afterAll(() => s.stop());

const figure = (id: string, min: number, max: number) =>
  id === 'statorBore' ? 101 : id === 'rotorOutside' ? 100 : Math.max(min, Math.min(max, 10));

/** What somebody would fill in: the first of each choice, a figure in its usual range. */
const filled = (station: Station, number: string) =>
  Object.fromEntries(
    station.record
      .filter((f) => f.required || f.id.endsWith('Tag'))
      .map((f) => [
        f.id,
        f.kind === 'choice'
          ? f.options[0]!.value
          : f.kind === 'quantity'
            ? String(f.usual?.least ?? f.usual?.most ?? figure(f.id, f.min, f.max))
            : f.id.endsWith('Tag')
              ? number
              : /wire/i.test(f.id)
                ? '2x1.06'
                : /turns/i.test(f.id)
                  ? '18'
                  : '18',
      ]),
  );

/** A reading that is sound for this motor, with the log that the test's example has. */
function reading(route: Route, kind: TestKindId, card: Record<string, string>, plate: Typed) {
  const { log } = TEST_KINDS[kind].examples.sound;
  return { typed: soundReading(kind, route, { card, plate }), ...(log ? { log } : {}) };
}

describe.each(publishedRoutes().map((r) => [r.id, r] as const))('route %s', (id, route) => {
  it('can be worked by', () => {
    expect(checkRoute(route, null).map((f) => f.message)).toEqual([]);
  });
  it('is walked from door to door, and no station is taken through a gate that is shut', async () => {
    const example = machineKind(route.machine).examples[0]!;
    const number = `R-${id}`.slice(0, 16);
    const taken = await s.winder.post('motors', {
      ...QUARRY,
      number,
      serial: '',
      kind: route.machine,
      route: id,
      plate: example.plate,
    });
    expect(taken.status).toBe(201);
    expect(taken.body).toMatchObject({ route: id, routeVersion: route.version });
    const card = { ...example.card };
    await s.winder.put(`motors/${number}/windings/as-found`, { typed: card, version: 0 });
    const passed: string[] = [];
    for (const station of stationsOf(route)) {
      const at = `motors/${number}/stations/${station.id}`;
      const who = station.signedBy?.includes('tester') ? s.tester : station.signedBy ? s.lead : s.winder;
      let go = await who.post<Problem>(`${at}/take`, {});
      if (go.status === 409) {
        expect(station.gate).toBeDefined();
        expect(go.body.findings.map((f) => f.code)).toContain('gate.shut');
        // Neither signing nor another person gets past it.
        expect((await who.post(`${at}/sign`, { typed: filled(station, number) })).status).toBe(409);
        expect((await s.lead.post(`${at}/take`, {})).status).toBe(409);
        const pass = await s.lead.post(`motors/${number}/gates/${station.gate}/pass`, {
          reason: 'agreed with the customer',
        });
        expect(pass.status).toBe(200);
        passed.push(station.gate!);
        go = await who.post<Problem>(`${at}/take`, {});
      }
      expect([station.id, go.status, go.status === 200 ? '' : go.body.title]).toEqual([station.id, 200, '']);
      if (station.record.some((f) => f.id === 'allMade'))
        expect((await s.winder.post(`motors/${number}/joints/rest`, {})).status).toBe(200);
      for (const test of station.tests) {
        const body = {
          kind: test.kind,
          stage: test.stage,
          ...reading(route, test.kind, card, example.plate),
        };
        const kept = await s.tester.post<Problem>(`motors/${number}/readings`, body);
        expect([test.kind, kept.status, kept.status < 300 ? '' : kept.body.title]).toEqual([
          test.kind,
          201,
          '',
        ]);
      }
      const signed = await who.post<Problem>(`${at}/sign`, { typed: filled(station, number) });
      expect([
        station.id,
        signed.status,
        signed.status === 200 ? '' : JSON.stringify(signed.body.findings),
      ]).toEqual([station.id, 200, '']);
    }
    const file = (
      await s.lead.get<{
        motor: { shippedAt: string | null };
        gatePasses: { gate: string }[];
        verdict: { reasons: string[] };
      }>(`motors/${number}`)
    ).body;
    expect(file.motor.shippedAt).not.toBeNull();
    // What a lead let through stands on the verdict.
    expect(file.gatePasses.map((g) => g.gate)).toEqual(passed);
    for (const gate of passed) expect(file.verdict.reasons.join(' ')).toContain(gate.replace('-', ' '));
  });
});
