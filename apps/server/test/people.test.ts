/** Who works here: the first lead, PINs, roles, retiring, and what each ends. */
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newSetupWord, publishedPins, unlockPerson } from '../src/people/at-the-machine.ts';
import { weakPin } from '../src/people/pins.ts';
import { appOn, Caller, makeDatabase, startServer } from './harness.ts';

interface Row {
  id: string;
  name: string;
  version: number;
  retiredAt: string | null;
  publishedPin: boolean;
}
interface Problem {
  title: string;
  findings: { code: string }[];
}

describe('a shop that has nobody yet', () => {
  let database: Awaited<ReturnType<typeof makeDatabase>>;
  let app: Awaited<ReturnType<typeof appOn>>;
  let base: string;
  let word: string;
  beforeAll(async () => {
    database = await makeDatabase({ nobody: true });
    word = (await newSetupWord(database.ownerUrl))!;
    app = await appOn(database.appUrl);
    await app.listen(0, '127.0.0.1');
    base = (await app.getUrl()).replace('[::1]', '127.0.0.1');
  });
  afterAll(async () => {
    await app.close();
    await database.drop();
  });
  const entry = { shop: 'Nordlund Works', name: 'Berit Nordlund', pin: '804215' };

  it('lets its first lead in with the word of the machine, once, and with no PIN of the documentation', async () => {
    const nobody = new Caller(base);
    expect((await nobody.get('setup')).body).toEqual({ needed: true });
    for (const pin of ['2718', '1618', '3141'])
      expect((await nobody.post('session', { name: 'Ida Haft', pin })).status).toBe(401);
    expect((await nobody.post('setup', { ...entry, word: 'guess-guess-gues' })).status).toBe(401);
    expect(
      (await nobody.post<Problem>('setup', { ...entry, word, pin: '1234' })).body.findings[0]!.code,
    ).toBe('pin.too-short');
    const two = await Promise.all([1, 2].map(() => nobody.post('setup', { ...entry, word })));
    expect(two.map((a) => a.status).sort()).toEqual([201, 409]);
    expect((await nobody.get('setup')).body).toEqual({ needed: false });
    expect((await nobody.post('session', { name: entry.name, pin: entry.pin })).status).toBe(200);
    expect(await newSetupWord(database.ownerUrl)).toBeNull();
    expect(await publishedPins(database.ownerUrl)).toEqual([]);
  });
});

describe('a lead', () => {
  let s: Awaited<ReturnType<typeof startServer>>;
  beforeAll(async () => {
    s = await startServer();
  });
  afterAll(() => s.stop());
  const people = async () => (await s.lead.get<Row[]>('people')).body;
  const named = async (name: string) => (await people()).find((p) => p.name === name)!;
  const change = async (name: string, what: object, who = s.lead) => {
    const { id, version } = await named(name);
    return who.put<Row & Problem>(`people/${id}`, { version, ...what });
  };

  it('adds, renames, changes roles; a name is one in any case, and nobody else may', async () => {
    const entry = { name: 'Berit Nordlund', role: 'tester', pin: 'five green reels' };
    expect((await s.winder.post('people', entry)).status).toBe(403);
    expect((await s.lead.post('people', entry)).status).toBe(201);
    expect((await s.lead.post('people', { ...entry, name: 'berit nordlund' })).status).toBe(409);
    expect((await change('Berit Nordlund', { name: 'Ida haft' })).status).toBe(409);
    expect((await change('Berit Nordlund', { name: 'Berit Nord', role: 'winder' })).status).toBe(200);
    expect(
      (await s.nobody.post<{ role: string }>('session', { name: 'berit nord', pin: entry.pin })).body.role,
    ).toBe('winder');
  });

  it('gives a new PIN, and what was signed in with the old one ends', async () => {
    const caller = await s.signInAs('Asta Velle');
    expect((await caller.get('floor')).status).toBe(200);
    expect((await change('Asta Velle', { pin: '804215' })).status).toBe(200);
    expect((await caller.get('floor')).status).toBe(401);
    expect((await s.nobody.post('session', { name: 'Asta Velle', pin: '1414' })).status).toBe(401);
    expect((await s.nobody.post('session', { name: 'Asta Velle', pin: '804215' })).status).toBe(200);
    expect((await named('Asta Velle')).publishedPin).toBe(false);
  });

  it('retires somebody, whose name stays and whose session ends', async () => {
    const caller = await s.signInAs('Jon Rie');
    expect((await change('Jon Rie', { retired: true })).status).toBe(200);
    expect((await caller.get('floor')).status).toBe(401);
    expect((await s.nobody.post('session', { name: 'Jon Rie', pin: '1732' })).status).toBe(401);
    expect((await change('Jon Rie', { retired: false })).status).toBe(200);
  });

  it('is never the last to go, also when two leads retire each other at once', async () => {
    expect((await change('Ida Haft', { retired: true })).body.findings[0]!.code).toBe('people.last-lead');
    expect((await change('Ida Haft', { role: 'winder' })).status).toBe(409);
    await s.lead.post('people', { name: 'Second Lead', role: 'lead', pin: '804215' });
    const [first, second] = [await named('Ida Haft'), await named('Second Lead')];
    const answers = await Promise.all(
      [first, second].map((p) => s.lead.put(`people/${p.id}`, { version: p.version, role: 'winder' })),
    );
    expect(answers.filter((a) => a.status === 200).length).toBeLessThan(2);
    const db = new pg.Client({ connectionString: s.database.ownerUrl });
    await db.connect();
    const { rows } = await db.query<{ n: string }>(
      `select count(*) n from people where role = 'lead' and retired_at is null`,
    );
    expect(Number(rows[0]!.n)).toBeGreaterThan(0);
    await db.query(`update people set role = 'lead' where name in ('Ida Haft', 'Second Lead')`);
    await db.end();
    // Whose role changed had to sign in again.
    Object.assign(s, { lead: await s.signInAs('Ida Haft') });
  });

  it('sees who failed to sign in, and lets them try again, as the machine does', async () => {
    for (let i = 0; i < 7; i++) await s.nobody.post('session', { name: 'Per Marsk', pin: '000000' });
    expect((await s.nobody.post('session', { name: 'Per Marsk', pin: '1618' })).status).toBe(429);
    const { id } = await named('Per Marsk');
    expect((await s.winder.post(`people/${id}/unlock`)).status).toBe(403);
    expect((await s.lead.post(`people/${id}/unlock`)).status).toBe(200);
    expect((await s.nobody.post('session', { name: 'Per Marsk', pin: '1618' })).status).toBe(200);
    const history = await s.lead.get<{ who: string; what: string }[]>('shop/history');
    expect(history.body).toContainEqual(
      expect.objectContaining({ who: 'Per Marsk', what: 'failed to sign in' }),
    );
    expect((await s.winder.get('shop/history')).status).toBe(403);
    for (let i = 0; i < 7; i++) await s.nobody.post('session', { name: 'Per Marsk', pin: '000000' });
    expect(await unlockPerson(s.database.ownerUrl, 'per marsk')).toContain('may try again');
    expect((await s.nobody.post('session', { name: 'Per Marsk', pin: '1618' })).status).toBe(200);
  });

  it('gives themselves a PIN as everybody does, and a winder nothing else', async () => {
    expect((await change('Olav Tindal', { role: 'lead' }, s.winder)).status).toBe(403);
    expect((await change('Ida Haft', { pin: '804215' }, s.winder)).status).toBe(403);
    expect((await change('Olav Tindal', { pin: '804216' }, s.winder)).status).toBe(200);
  });
});

it.each([
  ['1234', 'pin.too-short'],
  ['12345', 'pin.too-short'],
  ['123456', 'pin.too-easy'],
  ['987654', 'pin.too-easy'],
  ['777777', 'pin.too-easy'],
  ['short', 'pin.too-short'],
  ['berit nordlund', 'pin.too-easy'],
  ['804215', undefined],
  ['five green reels', undefined],
])('the PIN %s: %s', (pin, code) => {
  expect(weakPin(pin, 'Berit Nordlund')?.code).toBe(code);
});
