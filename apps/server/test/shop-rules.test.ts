/** Rules that belong to the shop rather than to one motor: who may do what, finding, several servers, documents. */
import { randomUUID } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import { MACHINE_KIND_IDS, machineKind, TEST_KINDS } from '@norther/core';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrateDatabase } from '../src/database/migrate.ts';
import { v7 as uuidV7 } from 'uuid';
import { appOn, Caller, MIGRATIONS, QUARRY, QUARRY_CARD, signIn, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer();
});
afterAll(async () => {
  await s.stop();
});
interface Problem {
  title: string;
  findings: { code: string; fields: string[]; message: string }[];
}
const take = async (number: string, change: object = {}) => {
  const made = await s.winder.post<{ id: string }>('motors', { ...QUARRY, number, ...change });
  expect(made.status).toBe(201);
  return made.body.id;
};

describe('ids', () => {
  it('are UUIDs of version 7 that sort in the order they were made', () => {
    const ids = Array.from({ length: 20_000 }, () => uuidV7());
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.slice().sort()).toEqual(ids);
    for (const id of ids.slice(0, 50))
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    const made = parseInt(ids[0]!.replaceAll('-', '').slice(0, 12), 16);
    expect(Math.abs(made - Date.now())).toBeLessThan(60_000);
  });
});

describe('signing in', () => {
  it('takes the name in any case, and ends with signing out', async () => {
    const caller = await signIn(s.base, 'Asta Velle');
    expect((await caller.get<{ name: string; role: string; shop: string }>('session')).body).toMatchObject({
      name: 'Asta Velle',
      role: 'winder',
      shop: 'Skarnholt Motor Works',
      demo: true,
    });
    expect((await caller.call('DELETE', 'session')).status).toBe(204);
    expect((await caller.get('session')).status).toBe(401);
  });
  it('a made-up cookie is nobody', async () => {
    const forged = new Caller(s.base, `norther_session=${'x'.repeat(43)}`);
    expect((await forged.get('floor')).status).toBe(401);
  });
  it('an old session has run out', async () => {
    const caller = await signIn(s.base, 'Asta Velle');
    const db = new pg.Client({ connectionString: s.database.ownerUrl });
    await db.connect();
    await db.query(
      `update sessions set expires_at = now() - interval '1 minute' where person_id = (select id from people where name = 'Asta Velle')`,
    );
    expect((await caller.get('floor')).status).toBe(401);
    await db.end();
  });
  it('a lock runs out, and then a right PIN is right again', async () => {
    for (let i = 0; i < 6; i++) await s.nobody.post('session', { name: 'Jon Rie', pin: '0000' });
    expect((await s.nobody.post('session', { name: 'Jon Rie', pin: '1732' })).status).toBe(429);
    const db = new pg.Client({ connectionString: s.database.ownerUrl });
    await db.connect();
    await db.query(`update sign_in_tries set wait_until = now() - interval '1 second'`);
    await db.end();
    expect((await s.nobody.post('session', { name: 'Jon Rie', pin: '1732' })).status).toBe(200);
  });
});

describe('finding', () => {
  it('goes page by page by number, and treats signs of the database as letters', async () => {
    for (const number of ['F-1', 'F-2', 'F-3', 'F-4', 'F-5'])
      await take(number, { customer: 'Høgdal & 50%_Sønner' });
    const page = async (query: string) =>
      (await s.lead.get<{ number: string }[]>(`motors?${query}`)).body.map((m) => m.number);
    expect(await page('words=h%C3%B8gdal&limit=2')).toEqual(['F-1', 'F-2']);
    expect(await page('words=h%C3%B8gdal&limit=2&after=F-2')).toEqual(['F-3', 'F-4']);
    expect(await page('words=h%C3%B8gdal&limit=2&after=F-4')).toEqual(['F-5']);
    expect(await page('words=50%25_s')).toHaveLength(5);
    expect(await page('words=50%25xs')).toEqual([]);
    expect(await page(`words=${encodeURIComponent(`' or 1=1 --`)}`)).toEqual([]);
  });
});

describe('several servers, one shop', () => {
  it('a second server knows the session, the motor, and hears of changes made at the first', async () => {
    const app = await appOn(s.database.appUrl);
    await app.listen(0, '127.0.0.1');
    const base = await app.getUrl();
    const cookie = (s.lead as unknown as { cookie: string }).cookie;
    const there = new Caller(base, cookie);
    const stop = new AbortController();
    const stream = await fetch(`${base}/api/live`, { headers: { cookie }, signal: stop.signal });
    const reader = stream.body!.getReader();
    const id = await take('two-servers');
    let heard = '';
    while (!heard.includes(id)) heard += new TextDecoder().decode((await reader.read()).value as Uint8Array);
    expect((await there.get('motors/two-servers')).status).toBe(200);
    // The same write id at both servers at once is still one write.
    const writeId = randomUUID();
    const body = { ...QUARRY, number: 'both' };
    const answers = await Promise.all([
      s.lead.post<{ id: string }>('motors', body, writeId),
      there.post<{ id: string }>('motors', body, writeId),
    ]);
    expect(answers.map((a) => a.status)).toEqual([201, 201]);
    expect(answers[0]!.body.id).toBe(answers[1]!.body.id);
    stop.abort();
    await app.close();
  });

  it('migrations run again change nothing, also when two come at once', async () => {
    const count = async () => {
      const db = new pg.Client({ connectionString: s.database.ownerUrl });
      await db.connect();
      const { rows } = await db.query<{ n: string }>('select count(*) n from drizzle.__drizzle_migrations');
      await db.end();
      return Number(rows[0]!.n);
    };
    const before = await count();
    await Promise.all([1, 2, 3].map(() => migrateDatabase(s.database.ownerUrl, MIGRATIONS)));
    expect(await count()).toBe(before);
  });
});

describe('who may do what', () => {
  const typedFor: Record<string, Record<string, string>> = {
    check: { gauge: 'yes', masked: 'yes' },
    test: { sound: 'yes' },
    ship: {},
  };
  it.each([
    ['check', 'winder', 403],
    ['test', 'winder', 403],
    ['ship', 'winder', 403],
    ['ship', 'tester', 403],
    // The right hand, too early: refused for the order of the work, not for the person.
    ['check', 'tester', 409],
    ['test', 'lead', 409],
    ['ship', 'lead', 409],
  ] as const)('%s signed by a %s: %i', async (station, who, status) => {
    const number = `W-${station}-${who}`;
    await take(number);
    const answer = await s[who].post<Problem>(`motors/${number}/stations/${station}/sign`, {
      typed: typedFor[station],
    });
    expect(answer.status).toBe(status);
    expect(answer.body.title.length).toBeGreaterThan(10);
  });

  it('a hold on the rotor stops the rotor and not the stator', async () => {
    await take('H-1');
    await s.winder.post('motors/H-1/stations/intake/sign', { typed: { failed: 'x' } });
    await s.winder.post('motors/H-1/holds', { body: 'rotor', reason: 'shaft bent' });
    expect((await s.winder.post('motors/H-1/stations/inspect/take')).status).toBe(409);
    expect((await s.winder.post('motors/H-1/stations/data/take')).status).toBe(200);
    const floor = await s.lead.get<
      {
        motor: { number: string };
        notes: { body: string; state: string; text: string; who: string | null }[];
      }[]
    >('floor');
    const notes = floor.body.find((f) => f.motor.number === 'H-1')!.notes;
    expect(notes.find((n) => n.body === 'rotor')).toMatchObject({ state: 'held', text: 'shaft bent' });
    expect(notes.find((n) => n.body === 'stator')).toMatchObject({ state: 'working', who: 'Olav Tindal' });
  });

  it('a gate the lead passed stays passed and stands in the record', async () => {
    await take('G-1');
    await s.winder.post('motors/G-1/stations/intake/sign', { typed: { failed: 'x' } });
    await s.winder.post('motors/G-1/stations/data/sign', { typed: {} });
    const early = await s.winder.post<Problem>('motors/G-1/stations/saw/take');
    expect(early.status).toBe(409);
    expect(
      (await s.lead.post('motors/G-1/gates/before-stripping/pass', { reason: 'sister machine on file' }))
        .status,
    ).toBe(200);
    expect((await s.winder.post('motors/G-1/stations/saw/take')).status).toBe(200);
    const file = await s.lead.get<{
      gatePasses: { by: string; reason: string }[];
      verdict: { reasons: string[] };
    }>('motors/G-1');
    expect(file.body.gatePasses).toMatchObject([{ by: 'Ida Haft', reason: 'sister machine on file' }]);
    expect(file.body.verdict.reasons.join()).toContain('sister machine on file');
  });
});

describe('readings', () => {
  it('a later reading takes the place of an earlier one; the earlier one stays on the record', async () => {
    await take('R-1');
    await s.winder.put('motors/R-1/windings/as-found', { typed: QUARRY_CARD, version: 0 });
    const add = (oneMinute: string) =>
      s.tester.post<{ verdict: string }>('motors/R-1/readings', {
        kind: 'insulation',
        stage: 'final',
        typed: { testVoltage: '500', oneMinute, temperature: '25' },
      });
    expect((await add('0.3')).body.verdict).toBe('stop');
    const state = async () =>
      (
        await s.lead.get<{ verdict: { state: string }; readings: { typed: Record<string, string> }[] }>(
          'motors/R-1',
        )
      ).body;
    expect((await state()).verdict.state).toBe('failed');
    expect((await add('900')).body.verdict).toBe('sound');
    const after = await state();
    expect(after.verdict.state).toBe('in-work');
    expect(after.readings.map((r) => r.typed['oneMinute'])).toEqual(['0.3', '900']);
  });

  it('a proposal becomes the plan that readings are held against', async () => {
    await take('P-1');
    await s.winder.put('motors/P-1/windings/as-found', { typed: QUARRY_CARD, version: 0 });
    const planned = async () => {
      const file = await s.lead.get<{
        readings: { outcome: { judgement: { figures: { figure: { id: string; value: number } }[] } } }[];
      }>('motors/P-1');
      return file.body.readings[0]!.outcome.judgement.figures.find(
        (f) => f.figure.id === 'resistanceAgainstPlan',
      )!.figure.value;
    };
    await s.tester.post('motors/P-1/readings', {
      kind: 'resistance',
      stage: 'before-varnish',
      typed: { uv: '1', vw: '1', wu: '1', temperature: '25' },
    });
    const before = await planned();
    // One circuit instead of two: four times the resistance.
    await s.winder.put('motors/P-1/windings/proposed', { typed: { circuits: '1' }, version: 0 });
    expect(await planned()).toBe(before);
    // It is the plan when a lead says so, not when a winder kept it.
    expect((await s.winder.post('motors/P-1/windings/proposed/release', { version: 1 })).status).toBe(403);
    expect((await s.lead.post('motors/P-1/windings/proposed/release', { version: 1 })).status).toBe(200);
    const after = await planned();
    expect((100 + before) / (100 + after)).toBeCloseTo(4, 6);
  });

  it('every kind of test says which fields it lacks', async () => {
    for (const id of MACHINE_KIND_IDS) await take(`T-${id}`, { kind: id, plate: {} });
    for (const kind of Object.values(TEST_KINDS)) {
      const of = MACHINE_KIND_IDS.find((id) => machineKind(id).tests.includes(kind.id))!;
      const answer = await s.tester.post<Problem>(`motors/T-${of}/readings`, {
        kind: kind.id,
        stage: kind.stages[0],
        typed: {},
      });
      expect(answer.status).toBe(400);
      const missing = answer.body.findings
        .filter((f) => f.code === 'test.field-missing')
        .map((f) => f.fields[0]);
      expect(missing).toEqual(kind.fields.filter((f) => f.required).map((f) => f.id));
    }
  });
});

describe('documents', () => {
  /** Text operators of a PDF stand in its compressed streams. */
  const streams = (pdf: Buffer) => {
    const found: string[] = [];
    for (let at = pdf.indexOf('stream\n'); at >= 0; at = pdf.indexOf('stream\n', at + 1)) {
      const from = at + 7;
      const end = pdf.indexOf('\nendstream', from);
      try {
        found.push(inflateSync(pdf.subarray(from, end)).toString('latin1'));
      } catch {
        // a typeface, or not compressed
      }
    }
    return found;
  };
  it('a verdict with a winding draws it; one without still comes, on one page', async () => {
    await take('D-1');
    const bare = await s.lead.get('motors/D-1/verdict.pdf');
    expect(bare.bytes.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
    await s.winder.put('motors/D-1/windings/as-found', { typed: QUARRY_CARD, version: 0 });
    const drawn = await s.lead.get('motors/D-1/verdict.pdf');
    const curves = (pdf: Buffer) => streams(pdf).join('\n').match(/\bl\n/g)?.length ?? 0;
    expect(curves(drawn.bytes)).toBeGreaterThan(curves(bare.bytes) + 500);
  });
  it('a drawing or list of a winding that is not there yet is refused with what is missing', async () => {
    await take('D-2');
    for (const file of ['connection.csv', 'connection.svg', 'winding.svg']) {
      const answer = await s.lead.get<Problem>(`motors/D-2/${file}`);
      expect(answer.status).toBe(409);
      expect(answer.body.title).toContain('data card');
    }
  });
  it('the list names as many ends as the groups have, each once', async () => {
    const csv = (await s.lead.get('motors/D-1/connection.csv')).bytes.toString();
    const ends = csv
      .trim()
      .split('\r\n')
      .slice(1)
      .flatMap((line) => line.split(',')[4]!.split(' '));
    expect(ends).toHaveLength(24);
    expect(new Set(ends).size).toBe(24);
  });
});

describe('files that come in', () => {
  it('are refused whole when anything in them is wrong, and the shop stays as it was', async () => {
    await take('I-1');
    const file = (await s.lead.get<Record<string, unknown>>('motors/I-1/record.json')).body;
    const fresh = { ...(file['motor'] as object), id: uuidV7(), number: 'I-2' };
    const count = async () => (await s.lead.get<unknown[]>('motors?limit=200')).body.length;
    const before = await count();
    // History ids that are there already: the transaction fails half way and takes everything back.
    const doubled = await s.lead.post('import', { ...file, motor: fresh });
    expect(doubled.status).toBe(409);
    expect(await count()).toBe(before);
    const damaged = await s.lead.post<Problem>('import', { ...file, motor: fresh, history: [{ id: 'x' }] });
    expect(damaged.status).toBe(400);
    expect(damaged.body.findings.map((f) => f.code)).toContain('file.damaged');
    expect(await count()).toBe(before);
    const clean = await s.lead.post('import', { ...file, motor: fresh, history: [] });
    expect(clean.status).toBe(201);
    expect(await count()).toBe(before + 1);
  });
});
