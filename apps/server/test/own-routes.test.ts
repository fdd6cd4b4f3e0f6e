/** Routes of the shop's own as the API keeps them: versions, who may, what motors go by, and what leaves with a motor. */
import {
  changedStation,
  copyOfRoute,
  newestRoute,
  quantity,
  withoutStation,
  withStation,
  type Route,
} from '@norther/core';
import type { MotorDocument, MotorRecord, OwnRoute } from '@norther/records';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Problem, QUARRY, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(() => s.stop());

const published = newestRoute('ac-rewind');
const photo = {
  id: 'lead-photo',
  body: 'motor' as const,
  name: 'Photo',
  title: 'Photograph the lead exit',
  todo: ['From the connection end, the terminal box in the picture.'],
  record: [{ ...quantity('leadLength', 'Longest lead', 'length', 10, 5000), usual: { least: 150 } }],
  tests: [],
  standardMinutes: 5,
};
const withPhoto = (title: string): Route =>
  withStation(copyOfRoute(published, 'draft', title), 'opening', 1, photo);
const publish = (route: Route, why = '') =>
  s.lead.post<{ id: string; version: number } & Problem>('routes', { route, why });
const own = async (id: string) => (await s.lead.get<OwnRoute[]>('routes')).body.find((r) => r.id === id)!;
const codes = (body: Problem) => body.findings.map((f) => f.code);
let tag = 0;
const takeIn = (change: object = {}) =>
  s.winder.post<MotorRecord & Problem>('motors', { ...QUARRY, number: `R-${++tag}`, ...change });

describe('a route of the shop’s own', () => {
  it('is published by a lead, and says why where it goes without something', async () => {
    const route = withPhoto('With photo');
    expect((await s.winder.post('routes', { route })).status).toBe(403);
    expect(codes((await publish({ ...route, title: '' })).body)).toContain('route.no-title');
    const less = withoutStation(route, 'saw');
    const unsaid = await publish(less);
    expect(unsaid.status).toBe(400);
    expect(codes(unsaid.body)).toEqual(
      expect.arrayContaining(['route.reason-missing', 'route.gate-left-out']),
    );
    expect((await publish(less, 'we pull in one piece')).status).toBe(201);
    expect((await publish(withPhoto('with PHOTO'))).body).toMatchObject({ status: 409 });
    // What is not a route at all is refused by its shape.
    expect((await publish({ ...route, gates: 'none' } as never)).status).toBe(400);
    expect((await publish({ ...route, title: 'X', machine: 'single-phase' })).status).toBe(400);
    expect((await publish({ ...route, title: 'X', basedOn: { id: 'nothing', version: 1 } })).status).toBe(
      400,
    );
  });

  it('is gone by in the version that a motor began with, and the server holds its own stations', async () => {
    const { id } = (await publish(withPhoto('Photo first'))).body;
    const first = (await takeIn({ route: id })).body;
    expect([first.route, first.routeVersion]).toEqual([id, 1]);
    // The next version, made from the one that was seen, does without the photo.
    const seen = await own(id);
    const without = { ...withoutStation(seen.versions[0]!.route, 'lead-photo'), title: 'Photo first' };
    const next = { route: without, version: seen.version };
    expect((await s.lead.post(`routes/${id}/versions`, next)).status).toBe(201);
    expect((await s.lead.post(`routes/${id}/versions`, next)).status).toBe(409);
    const second = (await takeIn({ route: id })).body;
    expect(second.routeVersion).toBe(2);
    expect((await own(id)).versions.map((v) => v.route.version)).toEqual([2, 1]);

    await shop.sign(s.winder, first.number, 'intake', { failed: 'burnt', cause: 'water' });
    await shop.sign(s.winder, second.number, 'intake', { failed: 'burnt', cause: 'water' });
    // The first still wants its photo before the card is taken; the second has no such station.
    expect((await shop.sign(s.winder, first.number, 'data')).status).toBe(409);
    expect((await shop.sign(s.winder, second.number, 'data')).status).toBe(200);
    expect((await s.winder.post(`motors/${second.number}/stations/lead-photo/take`)).status).toBe(404);
    const wrong = await shop.sign(s.winder, first.number, 'lead-photo', { leadLength: '7 m' });
    expect(wrong.status).toBe(400);
    expect((await shop.sign(s.winder, first.number, 'lead-photo', { leadLength: '90' })).status).toBe(200);
    expect((await shop.sign(s.winder, first.number, 'data')).status).toBe(200);
    const floor = (await s.winder.get<{ motor: MotorRecord; notes: { station: string }[] }[]>('floor')).body;
    expect(floor.find((r) => r.motor.number === first.number)!.notes.map((n) => n.station)).toContain('saw');
    // A motor that has begun stays on its route.
    const moved = await s.lead.put<Problem>(`motors/${first.number}`, {
      ...QUARRY,
      route: 'ac-rewind',
      version: 1,
    });
    expect(codes(moved.body)).toEqual(['motor.route-fixed']);
  });

  it('is the one that motors begin with once a lead says so, until it is retired', async () => {
    const { id } = (await publish(withPhoto('Ours'))).body;
    const choose = async (usual: boolean, retired: boolean) =>
      s.lead.put<Problem>(`routes/${id}`, { usual, retired, version: (await own(id)).version });
    expect((await takeIn()).body.route).toBe('ac-rewind');
    expect((await choose(true, true)).status).toBe(400);
    expect((await choose(true, false)).status).toBe(200);
    const motor = (await takeIn()).body;
    expect(motor.route).toBe(id);
    expect((await takeIn({ kind: 'single-phase' })).body.route).toBe('single-phase-rewind');
    expect(codes((await takeIn({ kind: 'single-phase', route: id })).body)).toEqual(['route.wrong-kind']);
    // Nothing has begun: it may still go another way.
    const back = await s.winder.put<MotorRecord>(`motors/${motor.number}`, {
      ...QUARRY,
      route: 'ac-rewind',
      version: 1,
    });
    expect(back.body.route).toBe('ac-rewind');
    expect((await choose(false, true)).status).toBe(200);
    expect((await takeIn()).body.route).toBe('ac-rewind');
    expect(codes((await takeIn({ route: id })).body)).toEqual(['route.retired']);
    expect((await takeIn({ route: 'own-nothing' })).status).toBe(404);
  });

  it('fifty leads at once: one route of a name, one next version, one usual route', async () => {
    const fifty = <T>(one: (i: number) => Promise<T>) =>
      Promise.all(Array.from({ length: 50 }, (_, i) => one(i)));
    const statuses = (answers: readonly { status: number }[]) => [
      ...new Set(answers.map((a) => a.status).sort()),
    ];
    const named = await fifty(() => publish(withPhoto('All at once')));
    expect(named.filter((a) => a.status === 201)).toHaveLength(1);
    expect(statuses(named)).toEqual([201, 409]);

    const { id } = named.find((a) => a.status === 201)!.body;
    const seen = await own(id);
    const next = { route: seen.versions[0]!.route, version: seen.version };
    const versions = await fifty(() => s.lead.post(`routes/${id}/versions`, next));
    expect(versions.filter((a) => a.status === 201)).toHaveLength(1);
    expect(statuses(versions)).toEqual([201, 409]);

    const other = (await publish(withPhoto('The other'))).body.id;
    const heads = await Promise.all([own(id), own(other)]);
    const chosen = await fifty((i) =>
      s.lead.put(`routes/${heads[i % 2]!.id}`, {
        usual: true,
        retired: false,
        version: heads[i % 2]!.version,
      }),
    );
    expect(statuses(chosen)).toEqual([200, 409]);
    const all = (await s.lead.get<OwnRoute[]>('routes')).body;
    expect(all.filter((r) => r.usual)).toHaveLength(1);
    await s.lead.put(`routes/${id}`, { usual: false, retired: true, version: (await own(id)).version });
    await s.lead.put(`routes/${other}`, { usual: false, retired: true, version: (await own(other)).version });
  });

  it('of a version that was published nobody changes a letter, not even the program', async () => {
    const db = new pg.Client({ connectionString: s.database.appUrl });
    await db.connect();
    await expect(db.query(`update route_versions set why = 'x'`)).rejects.toThrow(/permission denied/);
    await expect(db.query('delete from route_versions')).rejects.toThrow(/permission denied/);
    await db.end();
  });

  it('leaves with a motor, and is gone by in another shop without being its own', async () => {
    const { id } = (await publish(withPhoto('Away'))).body;
    const { number } = (await takeIn({ route: id })).body;
    await shop.sign(s.winder, number, 'intake', { failed: 'burnt' });
    await shop.sign(s.winder, number, 'lead-photo', { leadLength: '300' });
    const record = (await s.winder.get<MotorDocument>(`motors/${number}/record.json`)).body;
    expect(record.route!.opening.map((x) => x.id)).toEqual(['intake', 'lead-photo']);
    const there = await startServer();
    try {
      // Several motors of one foreign route at once, as a folder of files is dropped in.
      const folder = [record];
      for (let i = 0; i < 7; i++) {
        const other = (await takeIn({ route: id })).body.number;
        folder.push((await s.winder.get<MotorDocument>(`motors/${other}/record.json`)).body);
      }
      const answers = await Promise.all(folder.map((f) => there.lead.post('import', f)));
      expect(answers.map((a) => a.status)).toEqual(folder.map(() => 201));
      const again = (await there.winder.get<MotorDocument>(`motors/${number}/record.json`)).body;
      expect({ ...again, history: [] }).toEqual({ ...record, history: [] });
      expect((await shopOf(there).sign(there.winder, number, 'data')).status).toBe(200);
      const [route] = (await there.lead.get<OwnRoute[]>('routes')).body;
      expect(route).toMatchObject({ id, imported: true });
      const changed = await there.lead.post<Problem>(`routes/${id}/versions`, {
        route: changedStation(route!.versions[0]!.route, 'data', { name: 'Card' }),
        version: route!.version,
      });
      expect(codes(changed.body)).toEqual(['route.imported']);
      // The same version with other words is another route under its name.
      const forged = structuredClone(record);
      forged.motor.number = 'F-1';
      forged.motor.id = '019aa000-0000-7000-8000-00000000f001';
      for (const list of [forged.steps, forged.history]) list.splice(0);
      forged.route!.opening[0]!.todo = ['Nothing.'];
      expect(codes((await there.lead.post<Problem>('import', forged)).body)).toEqual(['route.differs']);
      // A route nobody can work by, and one that is not the motor's, are no routes.
      const broken = structuredClone(forged);
      broken.route!.closing.pop();
      expect(codes((await there.lead.post<Problem>('import', broken)).body)).toContain('file.route-broken');
      const another = structuredClone(forged);
      another.route!.id = 'own-other';
      expect(codes((await there.lead.post<Problem>('import', another)).body)).toContain('file.wrong-route');
    } finally {
      await there.stop();
    }
  });
});
