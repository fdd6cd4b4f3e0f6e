/** Ovens and their loads as the API keeps them, and controllers that answer well, badly, or not at all. */
import type { HeatAnswer, NamedItem, LoadLog, LoadRecord } from '@norther/records';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readLine } from '../src/heat/oven-line.ts';
import { OvenReader } from '../src/heat/oven-reader.ts';
import { type Problem, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
const servers: Server[] = [];
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(async () => {
  for (const server of servers) server.close();
  await s.stop();
});

const codes = (body: unknown) => (body as Problem).findings.map((f) => f.code);
const BAKE = { name: 'Bake 138', kind: 'cure', target: '138', minutes: '6 h' };
let names = 0;
const oven = async (typed: Record<string, string> = {}) =>
  (
    await s.lead.post<NamedItem>('heat/ovens', {
      typed: { name: `Oven ${++names}`, occupies: 'Cure', hottest: '200', mass: '200', ...typed },
    })
  ).body;
const programme = async (typed: Record<string, string> = {}) =>
  (await s.lead.post<NamedItem>('heat/programmes', { typed: { ...BAKE, name: `P ${++names}`, ...typed } }))
    .body;
const part = (number: string, massKg = 40) => ({ number, body: 'stator', massKg });
const heat = async () => (await s.winder.get<HeatAnswer>('heat')).body;

/** A controller that answers every question with the next of these. */
async function controller(answer: (question: string, socket: Socket) => string | null): Promise<string> {
  const server = createServer((socket) => {
    socket.on('error', () => undefined);
    socket.on('data', (data) => {
      const text = answer(String(data).trim(), socket);
      if (text !== null) socket.write(text);
    });
  });
  servers.push(server);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return `127.0.0.1:${(server.address() as AddressInfo).port}/2`;
}

describe('ovens and programmes', () => {
  it('are entered by a lead, with what can be read, once of a name; a stale change is refused', async () => {
    expect(
      (await s.winder.post('heat/ovens', { typed: { name: 'X', occupies: 'Cure', hottest: '200' } })).status,
    ).toBe(403);
    expect(codes((await s.lead.post('heat/ovens', { typed: { name: 'X' } })).body)).toContain('oven.missing');
    const made = await oven();
    expect(
      codes(
        (await s.lead.post('heat/ovens', { typed: { ...made.typed, name: made.name.toUpperCase() } })).body,
      ),
    ).toEqual(['item.name-taken']);
    const asked = await s.lead.post('heat/programmes', { typed: { ...BAKE, target: '280' } });
    expect(codes(asked.body)).toEqual(['programme.celsius-or-fahrenheit']);
    const change = (version: number) =>
      s.lead.put<NamedItem>(`heat/ovens/${made.id}`, { typed: { ...made.typed, hottest: '220' }, version });
    expect((await change(made.version)).status).toBe(200);
    expect((await change(made.version)).status).toBe(409);
    expect((await s.lead.post('heat/kettles', { typed: {} })).status).toBe(404);
  });

  it('that are retired take no load, and come back', async () => {
    const [o, p] = [await oven(), await programme()];
    const { number } = await shop.motor();
    const go = () =>
      s.winder.post<LoadRecord>('heat/loads', { oven: o.id, programme: p.id, parts: [part(number)] });
    expect((await s.lead.post(`heat/programmes/${p.id}/retire`, { version: p.version })).status).toBe(200);
    expect((await go()).status).toBe(404);
    expect((await s.lead.post(`heat/programmes/${p.id}/restore`, { version: p.version + 1 })).status).toBe(
      200,
    );
    expect((await go()).status).toBe(201);
  });
});

describe('a load', () => {
  it('holds motors of this shop, once each, that the oven can take', async () => {
    const [o, p] = [await oven(), await programme()];
    const { number } = await shop.motor();
    const go = (parts: readonly object[], more: object = {}) =>
      s.winder.post('heat/loads', { oven: o.id, programme: p.id, parts, ...more });
    expect(codes((await go([part('9999')])).body)).toEqual(['load.stranger']);
    expect(codes((await go([part(number), part(number)])).body)).toEqual(['load.twice']);
    expect(codes((await go([part(number, 201)])).body)).toEqual(['oven.too-heavy']);
    expect((await go([])).status).toBe(400);
    const tomorrow = new Date(Date.now() + 86_400_000).toISOString();
    expect(codes((await go([part(number)], { startedAt: tomorrow })).body)).toEqual(['load.time']);
    const hot = await programme({ kind: 'burn-off', target: '350', most: '370' });
    expect(
      codes(
        (await s.winder.post('heat/loads', { oven: o.id, programme: hot.id, parts: [part(number)] })).body,
      ),
    ).toEqual(['oven.too-cold']);
  });

  it('is one at a time however many put one in, is taken out once, and stands in the history of its motors', async () => {
    const [o, p] = [await oven(), await programme()];
    const motors = await Promise.all([1, 2, 3, 4].map(() => shop.motor()));
    const answers = await Promise.all(
      motors.map((m) =>
        s.winder.post<LoadRecord>('heat/loads', { oven: o.id, programme: p.id, parts: [part(m.number)] }),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([201, 409, 409, 409]);
    const load = answers.find((a) => a.status === 201)!.body;
    // What the programme says later does not change what this load was baked by.
    await s.lead.put(`heat/programmes/${p.id}`, { typed: { ...p.typed, target: '150' }, version: p.version });
    expect((await heat()).loads.find((l) => l.id === load.id)?.programme['target']).toBe('138');
    const out = () =>
      s.tester.post<LoadRecord>(`heat/loads/${load.id}/out`, { version: load.version, note: 'door ajar' });
    expect((await Promise.all([out(), out()])).map((a) => a.status).sort()).toEqual([200, 409]);
    const { number } = load.parts[0]!;
    const history = (await s.lead.get<{ what: string }[]>(`motors/${number}/history`)).body.map(
      (e) => e.what,
    );
    expect(history.filter((w) => w.includes(o.name))).toHaveLength(2);
    expect((await s.lead.get<LoadRecord[]>(`motors/${number}/loads`)).body.map((l) => l.id)).toEqual([
      load.id,
    ]);
  });

  it('takes readings by hand where there is no controller, and none from another time', async () => {
    const [o, p] = [await oven(), await programme()];
    const { number } = await shop.motor();
    const startedAt = new Date(Date.now() - 4 * 3_600_000).toISOString();
    const load = (
      await s.winder.post<LoadRecord>('heat/loads', {
        oven: o.id,
        programme: p.id,
        parts: [part(number)],
        startedAt,
      })
    ).body;
    const at = (minute: number) => new Date(Date.parse(startedAt) + minute * 60_000).toISOString();
    const points = Array.from({ length: 23 }, (_, i) => ({
      at: at(10 * i),
      partC: 138 - 115 * Math.exp(-(10 * i) / 50),
      airC: 138,
    }));
    expect((await s.winder.post(`heat/loads/${load.id}/readings`, { points })).status).toBe(201);
    expect(
      (await s.winder.post(`heat/loads/${load.id}/readings`, { points: points.slice(0, 3) })).status,
    ).toBe(201);
    const early = await s.winder.post(`heat/loads/${load.id}/readings`, {
      points: [{ at: at(-60), partC: 20 }],
    });
    expect(codes(early.body)).toEqual(['load.reading-outside']);
    const log = (await s.winder.get<LoadLog>(`heat/loads/${load.id}/log`)).body;
    expect(log.points).toHaveLength(23);
    expect(log.points[3]!.minute).toBeCloseTo(30, 6);
    await s.winder.post(`heat/loads/${load.id}/out`, { version: load.version });
    const learned = (await heat()).ovens.find((x) => x.id === o.id)!.pasts;
    expect(learned).toHaveLength(1);
    expect(Math.abs(learned[0]!.tau - 50)).toBeLessThan(2);
  });
});

describe('a controller', () => {
  const loaded = async (address: string) => {
    const [o, p] = [await oven({ controller: address }), await programme()];
    const { number } = await shop.motor();
    const startedAt = new Date(Date.now() - 60_000).toISOString();
    const load = (
      await s.winder.post<LoadRecord>('heat/loads', {
        oven: o.id,
        programme: p.id,
        parts: [part(number)],
        startedAt,
      })
    ).body;
    await s.app.get(OvenReader).readAll();
    const state = (await heat()).ovens.find((x) => x.id === o.id)!.controller;
    const log = (await s.winder.get<LoadLog>(`heat/loads/${load.id}/log`)).body;
    await s.winder.post(`heat/loads/${load.id}/out`, { version: load.version });
    return { state, log };
  };
  it('is asked for its channel, in either unit; the coldest thermocouple counts, an open one is said', async () => {
    const asked: string[] = [];
    const address = await controller((q) => {
      asked.push(q);
      return 'READ 2 air=280.0F tc1=OPEN tc2=96.2C tc3=95.1C set=138.0C door=shut heat=on\n';
    });
    const { state, log } = await loaded(address);
    expect(new Set(asked)).toEqual(new Set(['READ 2']));
    expect(state.state).toBe('heard');
    expect(state.words).toContain('Thermocouple 1 is open');
    expect(log.points).toHaveLength(1);
    expect(log.points[0]!.partC).toBe(95.1);
    expect(log.points[0]!.airC).toBeCloseTo(137.78, 2);
    expect(log.open).toEqual([1]);
  });
  it('that says a door, a runaway or no thermocouple at all is heard to say so', async () => {
    const words = async (line: string) => (await loaded(await controller(() => `${line}\n`))).state.words;
    expect(await words('READ 2 air=100.0C tc1=90.0C set=138.0C door=open heat=on')).toContain('door is open');
    expect(await words('READ 2 air=190.0C tc1=150.0C set=138.0C door=shut heat=on')).toContain('52 K over');
    expect(await words('READ 2 air=138.0C set=138.0C door=shut heat=off')).toContain('no thermocouple');
  });
  it.each([
    ['answers half a line and stops', () => 'READ 2 air=137.', 'middle of a line'],
    ['says nothing', () => null, 'does not answer'],
    ['answers for another channel', () => 'READ 3 air=137.0C\n', 'not a reading of channel 2'],
    ['names no unit', () => 'READ 2 air=137.0 tc1=96.0\n', 'neither °C nor °F'],
    ['refuses', () => 'ERR no channel 2\n', 'no channel 2'],
    ['talks without end', () => 'x'.repeat(2000), 'more than it was asked for'],
    [
      'hangs up',
      (_q: string, socket: Socket) => {
        socket.destroy();
        return null;
      },
      'closed the line',
    ],
  ])('that %s is said to be silent, and nothing is kept', async (_name, answer, words) => {
    const { state, log } = await loaded(await controller(answer));
    expect(state.state).toBe('silent');
    expect(state.words).toContain(words);
    expect(log.points).toEqual([]);
  });
  it('that is not there at all is said to be silent', async () => {
    const { state } = await loaded('127.0.0.1:10/2');
    expect(state.words).toContain('Nothing listens');
  });
  it('is read without taking its word for what no oven can be', () => {
    expect(readLine('READ 1 air=9999.0C tc1=20.0C', 1).airC).toBeNull();
    expect(readLine('READ 1 tc2=20.0C', 1).parts).toEqual([]);
  });
});
