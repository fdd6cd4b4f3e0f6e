/** A server killed in the middle of writing loses nothing it acknowledged; a database that goes away does not kill it. */
import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import sharp from 'sharp';
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { Caller, FONTS, makeDatabase, newFilesFolder, QUARRY, signIn } from './harness.ts';

let database: Awaited<ReturnType<typeof makeDatabase>>;
const running: ChildProcess[] = [];
beforeAll(async () => {
  database = await makeDatabase();
});
afterEach(() => {
  for (const child of running.splice(0)) child.kill('SIGKILL');
});
afterAll(() => database.drop());

const freePort = () =>
  new Promise<number>((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

async function serve(filesFolder = newFilesFolder()) {
  const port = await freePort();
  const main = fileURLToPath(new URL('../dist/main.js', import.meta.url));
  const child = spawn('node', [main], {
    env: {
      ...process.env,
      DATABASE_URL: database.appUrl,
      FONT_FOLDER: FONTS,
      FILES_FOLDER: filesFolder,
      WEB_FOLDER: FONTS,
      PORT: String(port),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running.push(child);
  await new Promise((ready) => child.stdout.once('data', ready));
  return { child, base: `http://127.0.0.1:${port}` };
}

it('keeps every acknowledged card and history line, and takes the open write again without doing it twice', async () => {
  const first = await serve();
  const who = await signIn(first.base, 'Olav Tindal');
  const numbers = ['K1', 'K2', 'K3', 'K4'];
  for (const number of numbers) expect((await who.post('motors', { ...QUARRY, number })).status).toBe(201);

  const acknowledged = new Map<string, number>();
  const open: { number: string; writeId: string; version: number }[] = [];
  const writer = async (number: string) => {
    for (let version = 0; ; version++) {
      const writeId = randomUUID();
      open.push({ number, writeId, version });
      const answer = await who
        .put<{ version: number }>(
          `motors/${number}/windings/as-found`,
          { typed: { turns: String(version + 1) }, version },
          writeId,
        )
        .catch(() => null);
      if (!answer) return; // the server is gone
      expect(answer.status).toBe(200);
      open.splice(
        open.findIndex((o) => o.writeId === writeId),
        1,
      );
      acknowledged.set(number, answer.body.version);
    }
  };
  const writers = numbers.map(writer);
  while ([...acknowledged.values()].reduce((a, b) => a + b, 0) < 60)
    await new Promise((r) => setTimeout(r, 5));
  first.child.kill('SIGKILL');
  await Promise.all(writers);
  expect(open.length).toBeGreaterThan(0);

  const second = await serve();
  const again = new Caller(second.base, (who as unknown as { cookie: string }).cookie); // the session outlives the process
  for (const number of numbers) {
    const wrote = acknowledged.get(number)!;
    const state = async () => {
      const file = await again.get<{ windings: { version: number; typed: { turns: string } }[] }>(
        `motors/${number}`,
      );
      const history = await again.get<{ what: string }[]>(`motors/${number}/history`);
      return {
        version: file.body.windings[0]!.version,
        turns: Number(file.body.windings[0]!.typed.turns),
        lines: history.body.filter((e) => e.what === 'data card saved').length,
      };
    };
    const found = await state();
    // The write in flight may have been committed before its answer was lost; never less than what was acknowledged.
    expect([wrote, wrote + 1]).toContain(found.version);
    expect(found.turns).toBe(found.version);
    expect(found.lines).toBe(found.version);
    for (const o of open.filter((x) => x.number === number)) {
      const body = { typed: { turns: String(o.version + 1) }, version: o.version };
      expect((await again.put(`motors/${number}/windings/as-found`, body, o.writeId)).status).toBe(200);
    }
    const after = await state();
    expect(after.version).toBe(wrote + 1);
    expect(after.lines).toBe(wrote + 1);
  }
});

it('keeps every acknowledged signature and photo, and takes the open ones again without doing them twice', async () => {
  const files = newFilesFolder();
  const first = await serve(files);
  const who = await signIn(first.base, 'Olav Tindal');
  const numbers = Array.from({ length: 12 }, (_, i) => `S${i}`);
  for (const number of numbers) expect((await who.post('motors', { ...QUARRY, number })).status).toBe(201);
  const photo = (i: number) =>
    sharp({ create: { width: 60 + i, height: 40, channels: 3, background: { r: i, g: 90, b: 120 } } })
      .png()
      .toBuffer();
  const photos = await Promise.all(numbers.map((_n, i) => photo(i)));
  const sign = (caller: Caller, number: string, writeId: string) =>
    caller.post(`motors/${number}/stations/intake/sign`, { typed: { failed: 'bearing' } }, writeId);
  const upload = (caller: Caller, i: number, writeId: string) =>
    caller.send<{ id: string }>(`motors/${numbers[i]}/attachments`, photos[i]!, 'image/png', writeId);
  const writes = numbers.flatMap((number, i) => [
    { i, id: randomUUID(), go: (c: Caller, id: string) => sign(c, number, id), done: false },
    { i, id: randomUUID(), go: (c: Caller, id: string) => upload(c, i, id), done: false },
  ]);
  let acknowledged = 0;
  const all = writes.map(async (write) => {
    const answer = await write.go(who, write.id).catch(() => null);
    if (!answer) return;
    expect(answer.status).toBeLessThan(300);
    write.done = true;
    acknowledged++;
  });
  while (acknowledged < 8) await new Promise((r) => setTimeout(r, 2));
  first.child.kill('SIGKILL');
  await Promise.all(all);
  expect(writes.some((w) => !w.done)).toBe(true);

  const second = await serve(files);
  const again = new Caller(second.base, (who as unknown as { cookie: string }).cookie);
  interface File {
    steps: { station: string; signedBy: string | null }[];
    attachments: { id: string; hash: string }[];
  }
  const look = async (i: number) => (await again.get<File>(`motors/${numbers[i]}`)).body;
  const signed = (file: File) => file.steps.filter((x) => x.station === 'intake' && x.signedBy).length;
  for (const [k, write] of writes.entries()) {
    const count = async () => (k % 2 === 0 ? signed : (f: File) => f.attachments.length)(await look(write.i));
    if (write.done) expect(await count()).toBe(1);
    // In flight it was done or not; sent again it is done once.
    expect((await write.go(again, write.id)).status).toBeLessThan(300);
    expect(await count()).toBe(1);
  }
  for (const i of numbers.keys()) {
    const [kept] = (await look(i)).attachments;
    const file = await again.get(`motors/${numbers[i]}/attachments/${kept!.id}/file`);
    expect(createHash('sha256').update(file.bytes).digest('hex')).toBe(kept!.hash);
  }
});

it('outlives connections broken by the database, idle and at work, and hears of changes again', async () => {
  const { base, child } = await serve();
  const who = await signIn(base, 'Olav Tindal');
  const admin = new pg.Client({ connectionString: process.env['TEST_ADMIN_URL'] });
  const name = new URL(database.ownerUrl).pathname.slice(1);
  await admin.connect();
  const breakAll = () =>
    admin.query('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1', [name]);
  await who.post('motors', { ...QUARRY, number: 'K9' });
  const work = Array.from({ length: 60 }, () => who.get('floor'));
  await breakAll();
  await Promise.allSettled(work);
  await Promise.allSettled(Array.from({ length: 8 }, () => who.get('floor')));
  await breakAll();
  await expect.poll(async () => (await who.get('floor')).status, { timeout: 10_000 }).toBe(200);
  expect(child.exitCode).toBeNull();

  await expect
    .poll(
      async () =>
        (
          await admin.query(
            `select 1 from pg_stat_activity where datname = $1 and query = 'listen norther'`,
            [name],
          )
        ).rowCount,
      { timeout: 10_000 },
    )
    .toBe(1);
  expect((await who.put('motors/K9/windings/as-found', { typed: { turns: '9' }, version: 0 })).status).toBe(
    200,
  );
  await admin.end();
});
