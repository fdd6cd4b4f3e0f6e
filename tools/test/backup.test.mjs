/** Back-up and restore: on a new machine everything is there as it was, and what is damaged is not taken for a shop. */
import { spawnSync } from 'node:child_process';
import {
  appendFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Started } from '../lib/faults/kills.mjs';
import { QUARRY, signIn } from '../lib/faults/shop.mjs';
import { backupsDue, makeBackup } from '../lib/backups.mjs';
import { startPostgres } from '../lib/postgres.mjs';
import { ROOT } from '../lib/prepare.mjs';

const script = (name, ...args) => {
  const done = spawnSync('node', [join(ROOT, 'tools', name), ...args], { encoding: 'utf8' });
  return { code: done.status, output: done.stdout + done.stderr };
};
const everything = async (base) => {
  const lead = await signIn(base, 'lead');
  const floor = (await lead.get('/api/floor')).json.map((f) => f.motor.number);
  const records = [];
  const photos = [];
  for (const number of floor) {
    const { json, text } = await lead.get(`/api/motors/${number}/record.json`);
    records.push(text);
    for (const { id } of json.attachments)
      photos.push((await lead.get(`/api/motors/${number}/attachments/${id}/file`)).text);
  }
  const shop = (await lead.get('/api/shop')).text;
  const people = (await lead.get('/api/people')).text;
  return { floor, records, photos, shop, people };
};

let here;
const away = mkdtempSync(join(tmpdir(), 'norther-backup-'));
beforeAll(async () => {
  spawnSync('chmod', ['755', away]);
  here = await new Started().start();
});
afterAll(async () => {
  await here.stop();
  rmSync(away, { recursive: true, force: true });
});

it('restored on another machine, the shop is equal to the byte', async () => {
  const lead = await signIn(here.base, 'lead');
  await lead.post('/api/motors', { ...QUARRY, number: 'B1' });
  await lead.put('/api/shop/settings', { typed: { leadLength: '420' }, version: 0 });
  const before = await everything(here.base);
  const made = script('backup.mjs', '--data', here.data, '--to', join(away, 'kept'));
  expect(made.output).toMatch(/found equal/);
  // What comes after it is not in it.
  await lead.post('/api/motors', { ...QUARRY, number: 'B2' });
  const backup = join(away, 'kept', readdirSync(join(away, 'kept'))[0]);

  const refused = script('restore.mjs', backup, '--data', here.data);
  expect(refused.code).toBe(1);
  expect(refused.output).toMatch(/runs on/);

  const there = new Started(mkdtempSync(join(tmpdir(), 'norther-new-')));
  spawnSync('chmod', ['755', there.folder]);
  const restored = script('restore.mjs', backup, '--data', join(there.folder, 'data'));
  expect(restored.output).toMatch(/found equal to what was backed up/);
  await there.start();
  try {
    expect(await everything(there.base)).toEqual(before);
    expect(before.floor).toContain('B1');
    expect(before.photos.length).toBeGreaterThan(5);
    expect(before.photos.every((text) => text.length > 10_000)).toBe(true);
  } finally {
    await there.stop();
  }
});

it('a damaged back-up, and a folder that is none, are refused', () => {
  const backup = join(away, 'kept', readdirSync(join(away, 'kept'))[0]);
  const [photo] = readdirSync(join(backup, 'files'), { recursive: true }).filter((f) => f.endsWith('.jpg'));
  const whole = readFileSync(join(backup, 'files', photo));
  // The shop's own file is the same one, so that it is not written into.
  const put = (bytes) => {
    rmSync(join(backup, 'files', photo));
    if (bytes) writeFileSync(join(backup, 'files', photo), bytes);
  };
  for (const bad of [whole.subarray(0, 5000), null]) {
    put(bad);
    const broken = script('restore.mjs', backup, '--data', join(away, 'fresh'));
    expect([broken.code, broken.output]).toEqual([1, expect.stringMatching(/missing or damaged/)]);
    writeFileSync(join(backup, 'files', photo), whole);
  }
  appendFileSync(join(backup, 'database.dump'), 'x');
  const damaged = script('restore.mjs', backup, '--data', join(away, 'fresh'));
  expect(damaged.code).toBe(1);
  expect(damaged.output).toMatch(/is damaged/);
  expect(script('restore.mjs', away, '--data', join(away, 'fresh')).output).toMatch(/not a back-up/);
});

it('is due once a day from the hour that was set, keeps as many as were set, and rests when told to', async () => {
  const lead = await signIn(here.base, 'lead');
  const set = async (typed) => {
    const { version } = (await lead.get('/api/shop')).json.settings;
    expect((await lead.put('/api/shop/settings', { typed, version })).status).toBe(200);
  };
  const postgres = await startPostgres(here.data);
  const folder = join(postgres.home, 'backups');
  const at = (hour, days = 0) => {
    const day = new Date();
    day.setDate(day.getDate() + days);
    day.setHours(hour, 30, 0, 0);
    return day;
  };
  await set({ backupHour: '3', backupKeep: '1' });
  expect(backupsDue(postgres, at(2), 9999)).toBe(false);
  expect(backupsDue(postgres, at(4), 9999)).toBe(true);
  // A machine that has only just come up has other things to do.
  expect(backupsDue(postgres, at(4), 60)).toBe(false);
  await makeBackup(postgres, folder, () => undefined);
  const first = readdirSync(folder);
  expect(backupsDue(postgres, at(23), 9999)).toBe(false);
  expect(backupsDue(postgres, at(4, 1), 9999)).toBe(true);
  await new Promise((done) => setTimeout(done, 1100));
  await makeBackup(postgres, folder, () => undefined);
  const then = readdirSync(folder);
  expect([first.length, then.length]).toEqual([1, 1]);
  expect(then).not.toEqual(first);
  await set({ backup: 'by-hand' });
  expect(backupsDue(postgres, at(4, 1), 9999)).toBe(false);
});

it('a database that ends during a back-up ends the back-up only; what it left is cleared away by the next', async () => {
  const postgres = await startPostgres(here.data);
  const folder = join(away, 'interrupted');
  const dying = Object.create(postgres, {
    asAdmin: {
      value: (name, ...rest) => {
        if (name === 'pg_dump') process.kill(here.postmaster, 'SIGKILL');
        return postgres.asAdmin(name, ...rest);
      },
    },
  });
  await expect(makeBackup(dying, folder, () => undefined)).rejects.toThrow();
  // Time for what its connection has to say: nobody is brought down by it.
  await new Promise((done) => setTimeout(done, 500));
  await here.ready();
  expect(readdirSync(folder)).toHaveLength(1);
  const again = await startPostgres(here.data);
  again.ensureDatabase('scratch_99999999');
  mkdirSync(join(folder, '.making-99999999'));
  renameSync(join(folder, `.making-${process.pid}`), join(folder, '.making-99999998'));
  await makeBackup(again, folder, () => undefined);
  expect(readdirSync(folder).filter((d) => d.startsWith('.'))).toEqual([]);
  expect(again.databases().filter((d) => d.startsWith('scratch_'))).toEqual([]);
});

it('of a shop that does not run the nightly one starts nothing', () => {
  const still = mkdtempSync(join(tmpdir(), 'norther-still-'));
  writeFileSync(join(still, 'postgres.made'), '15');
  const refused = script('backup.mjs', '--if-running', '--data', still);
  expect(refused.code).toBe(1);
  expect(refused.output).toMatch(/does not run/);
  expect(readdirSync(still)).toEqual(['postgres.made']);
  rmSync(still, { recursive: true });
});
