/** A shop that worked with an older database opens with everything it had, in the order in which it happened. */
import { randomUUID } from 'node:crypto';
import { cp, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hash } from '@node-rs/argon2';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrateDatabase } from '../src/database/migrate.ts';
import { appOn, Caller, makeDatabase, MIGRATIONS, QUARRY, QUARRY_CARD } from './harness.ts';

/** The last migration before what happened was numbered. */
const OLD = 4;
const shop = randomUUID();
const motor = randomUUID();
const cured = randomUUID();
const day = (n: number, time = '08:00') => `2026-03-${String(n).padStart(2, '0')}T${time}:00.000Z`;
const log = [0, 60, 120, 180].map((minute) => ({ minute, partC: 138, airC: 139 }));

let database: Awaited<ReturnType<typeof makeDatabase>>;
let owner: pg.Client;
let app: Awaited<ReturnType<typeof appOn>>;
let lead: Caller;

/** A folder of migrations that ends where the older version ended. */
async function olderMigrations() {
  const folder = await mkdtemp(join(tmpdir(), 'norther-older-'));
  await cp(MIGRATIONS, folder, { recursive: true });
  const file = join(folder, 'meta/_journal.json');
  const journal = JSON.parse(await readFile(file, 'utf8')) as { entries: unknown[] };
  await writeFile(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, OLD) }));
  return folder;
}

async function put(table: string, row: Record<string, unknown>) {
  const columns = Object.keys(row);
  const values = Object.values(row).map((v) => (v !== null && typeof v === 'object' ? JSON.stringify(v) : v));
  await owner.query(
    `insert into ${table} (${columns.map((c) => `"${c}"`).join(', ')}) values (${columns.map((_, i) => `$${i + 1}`).join(', ')})`,
    values,
  );
}

beforeAll(async () => {
  database = await makeDatabase({ nothing: true });
  const folder = await olderMigrations();
  await migrateDatabase(database.ownerUrl, folder);
  await rm(folder, { recursive: true });
  owner = new pg.Client({ connectionString: database.ownerUrl });
  await owner.connect();

  await put('shops', { id: shop, name: 'Nordlund Works' });
  await put('people', {
    id: randomUUID(),
    shop_id: shop,
    name: 'Berit Nordlund',
    role: 'lead',
    pin_hash: await hash('804215'),
  });
  const { number, promisedAt, ...rest } = QUARRY;
  await put('motors', {
    id: motor,
    shop_id: shop,
    number,
    ...Object.fromEntries(
      ['customer', 'machine', 'maker', 'serial', 'plate', 'rush'].map((k) => [
        k,
        rest[k as keyof typeof rest],
      ]),
    ),
    promised_at: promisedAt,
    arrived_at: day(1),
    words: '4001 nordlund quarry',
    version: 3,
  });
  const of = { shop_id: shop, motor_id: motor };
  const step = (station: string, taken: string, signed: string | null, typed = {}) =>
    put('steps', {
      id: randomUUID(),
      ...of,
      station,
      typed,
      taken_at: taken,
      taken_by: 'Olav',
      signed_at: signed,
      signed_by: signed && 'Olav',
      version: 1,
    });
  await step('intake', day(1), day(1, '09:00'), { failed: 'turn short' });
  await step('data', day(2), day(2, '09:00'));
  await step('strip', day(3), day(3, '09:00'), { partTemperature: '350' });
  await step('core', day(4), null);
  const winding = { ...of, values: {}, version: 2, changed_by: 'Olav' };
  await put('windings', {
    id: randomUUID(),
    ...winding,
    role: 'as-found',
    typed: QUARRY_CARD,
    changed_at: day(2),
  });
  await put('windings', {
    id: randomUUID(),
    ...winding,
    role: 'proposed',
    typed: { turns: '17' },
    changed_at: day(3, '10:00'),
  });
  const reading = { ...of, values: {}, taken_by: 'Per' };
  // At one and the same time as a signature: what was measured comes before what was signed on it.
  await put('readings', {
    id: randomUUID(),
    ...reading,
    kind: 'insulation',
    stage: 'incoming',
    typed: { testVoltage: '500', oneMinute: '0.4', temperature: '20' },
    taken_at: day(1, '09:00'),
  });
  await put('readings', {
    id: cured,
    ...reading,
    kind: 'cure',
    stage: 'varnished',
    typed: { target: '138', minutes: '180' },
    log,
    taken_at: day(5),
  });
  await put('joint_marks', {
    id: randomUUID(),
    ...of,
    plan: 'x',
    joint: '1f 4f',
    mark: 'made',
    note: '',
    at: day(4, '11:00'),
    by: 'Olav',
  });
  await put('gate_passes', {
    id: randomUUID(),
    ...of,
    gate: 'before-stripping',
    reason: 'customer waits',
    at: day(2, '10:00'),
    by: 'Berit',
  });
  await put('holds', {
    id: randomUUID(),
    ...of,
    body: 'rotor',
    reason: 'bar broken',
    raised_at: day(4),
    raised_by: 'Per',
  });
  // The same machine a year before, and another one of another maker that happens to have its number.
  for (const [again, maker] of [
    ['3001', QUARRY.maker],
    ['3002', 'Somebody else'],
    ['3003', QUARRY.maker],
  ] as const)
    await put('motors', {
      id: randomUUID(),
      shop_id: shop,
      number: again,
      customer: QUARRY.customer,
      machine: '',
      maker,
      serial: again === '3003' ? '' : QUARRY.serial.toUpperCase(),
      plate: {},
      rush: false,
      arrived_at: '2025-03-01T08:00:00.000Z',
      words: again,
      version: 1,
    });
  await put('events', {
    id: randomUUID(),
    ...of,
    at: day(2, '08:30'),
    who: 'Berit',
    what: 'data opened again',
    before: { remarks: 'clean', signedBy: 'Per', signedAt: day(2, '08:10') },
    why: 'turns counted on one coil only',
    write_id: randomUUID(),
  });
  for (const [n, what] of [
    [2, 'data signed'],
    [1, 'motor taken in'],
    [3, 'strip signed'],
  ] as const)
    await put('events', {
      id: randomUUID(),
      ...of,
      at: day(n),
      who: 'Olav',
      what,
      why: '',
      write_id: randomUUID(),
    });

  await migrateDatabase(database.ownerUrl, MIGRATIONS);
  app = await appOn(database.appUrl);
  await app.listen(0, '127.0.0.1');
  const base = (await app.getUrl()).replace('[::1]', '127.0.0.1');
  const response = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Berit Nordlund', pin: '804215' }),
  });
  expect(response.status).toBe(200);
  lead = new Caller(base, response.headers.get('set-cookie')!.split(';')[0]);
});
afterAll(async () => {
  await app.close();
  await owner.end();
  await database.drop();
});

interface File {
  motor: { customer: string; version: number };
  windings: { role: string; planOrder: number; releasedBy: string | null; typed: Record<string, string> }[];
  steps: { station: string; takenOrder: number | null; signedOrder: number | null; typed: object }[];
  readings: { id: string; kind: string; order: number; logPoints?: number; withdrawn: object | null }[];
  holds: { reason: string }[];
  attempts: object[];
  parts: object[];
}

describe('a database of an older version', () => {
  it('opens with its people, motors, cards, steps, holds and readings', async () => {
    const { status, body } = await lead.get<File>('motors/4001');
    expect(status).toBe(200);
    expect(body.motor).toMatchObject({ customer: QUARRY.customer, version: 3 });
    // Before there were other kinds of machine, every motor was of this one, on this route.
    expect(body.motor).toMatchObject({ kind: 'three-phase', route: 'ac-rewind', routeVersion: 1 });
    expect(body.steps.find((s) => s.station === 'strip')!.typed).toEqual({ partTemperature: '350' });
    expect(body.windings.find((w) => w.role === 'as-found')!.typed).toEqual(QUARRY_CARD);
    expect(body.holds.map((h) => h.reason)).toEqual(['bar broken']);
    expect(body.readings.map((r) => [r.kind, r.withdrawn])).toEqual([
      ['insulation', null],
      ['cure', null],
    ]);
  });

  it('has it in the order of its times, and what was measured before what was signed at the same time', async () => {
    const { body } = await lead.get<File>('motors/4001');
    const step = (station: string) => body.steps.find((s) => s.station === station)!;
    const order = [
      step('intake').takenOrder,
      body.readings[0]!.order,
      step('intake').signedOrder,
      step('data').takenOrder,
      step('data').signedOrder,
      step('strip').signedOrder,
      body.windings.find((w) => w.role === 'proposed')!.planOrder,
      step('core').takenOrder,
      body.readings[1]!.order,
    ];
    expect(order.every((o) => o !== null)).toBe(true);
    expect(order).toEqual(order.toSorted((a, b) => a! - b!));
    expect(new Set(order).size).toBe(order.length);
    expect(step('core').signedOrder).toBeNull();
    const history = (await lead.get<{ what: string }[]>('motors/4001/history')).body;
    expect(history.map((e) => e.what).toSorted()).toEqual([
      'data opened again',
      'data signed',
      'motor taken in',
      'strip signed',
    ]);
  });

  it('has what was opened again as an attempt of its own, as far as the history tells', async () => {
    const { body } = await lead.get<File>('motors/4001');
    expect(body.parts).toEqual([]);
    expect(body.attempts).toEqual([
      expect.objectContaining({
        station: 'data',
        attempt: 1,
        typed: { remarks: 'clean' },
        takenAt: null,
        signedAt: day(2, '08:10'),
        signedBy: 'Per',
        from: 'data',
        reason: 'turns counted on one coil only',
        endedAt: day(2, '08:30'),
        endedBy: 'Berit',
      }),
    ]);
  });

  it('knows a machine by its number and maker: the one that was here before, and no other', async () => {
    const visits = async (number: string) =>
      (await lead.get<{ number: string }[]>(`motors/${number}/visits`)).body.map((v) => v.number);
    expect(await visits('4001')).toEqual(['3001']);
    expect(await visits('3001')).toEqual(['4001']);
    expect(await visits('3002')).toEqual([]);
    expect(await visits('3003')).toEqual([]);
  });

  it('keeps the oven’s log point for point, and a proposal that was the plan stays it', async () => {
    const kept = await owner.query<{ points: typeof log }>(
      'select points from curves where reading_id = $1',
      [cured],
    );
    expect(kept.rows[0]!.points).toEqual(log);
    const { body } = await lead.get<File>('motors/4001');
    expect(body.windings.find((w) => w.role === 'proposed')!.releasedBy).toBe('Olav');
  });

  it('goes on: what happens next comes after all that happened, and its PIN is known to be published', async () => {
    const before = (await lead.get<File>('motors/4001')).body;
    const last = Math.max(...before.readings.map((r) => r.order), ...before.windings.map((w) => w.planOrder));
    const answer = await lead.post('motors/4001/readings', {
      kind: 'core-loss',
      stage: 'bare',
      typed: { before: '3', after: '3.1' },
    });
    expect(answer.status).toBe(201);
    const after = (await lead.get<File>('motors/4001')).body;
    expect(after.readings.at(-1)!.order).toBeGreaterThan(last);
    const people = (await lead.get<{ publishedPin: boolean }[]>('people')).body;
    expect(people.map((p) => p.publishedPin)).toEqual([true]);
  });

  it('takes nothing from the application that it may not do: history and logs are added to, never changed', async () => {
    const client = new pg.Client({ connectionString: database.appUrl });
    await client.connect();
    for (const forbidden of [
      "update curves set points = '[]'",
      'delete from curves',
      'delete from withdrawals',
      "update events set who = 'x'",
      'delete from readings',
      'delete from reels',
      "update attempts set reason = 'x'",
      'delete from attempts',
      'delete from parts',
    ])
      await expect(client.query(forbidden)).rejects.toThrow(/permission denied/);
    await client.end();
  });
});
