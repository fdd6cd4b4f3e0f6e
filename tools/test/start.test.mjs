/** npm start on folders and ports as they are found: one clear sentence, a way out, and no data touched. */
import { spawn, spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freePort } from '../lib/postgres.mjs';

const START = fileURLToPath(new URL('../start.mjs', import.meta.url));
const parent = mkdtempSync(join(tmpdir(), 'norther-start-'));
const data = join(parent, 'data');
const children = [];

/** Starts the script and waits until it serves, or has ended. */
async function start(...args) {
  const child = spawn('node', [START, ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
  children.push(child);
  let output = '';
  const ended = new Promise((done) => child.once('exit', (code) => done(code)));
  const serving = new Promise((done) => {
    const read = (d) => {
      output += d;
      if (output.includes('Ctrl-C')) done('serving');
    };
    child.stdout.on('data', read);
    child.stderr.on('data', read);
  });
  const code = await Promise.race([ended, serving]);
  return { child, code, ended, output: () => output };
}
const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
  } catch {
    return false;
  }
};
const serves = async (port) =>
  (await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => null))?.status === 200;
async function signedIn(port) {
  const answer = await fetch(`http://127.0.0.1:${port}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Ida Haft', pin: '2718' }),
  });
  const cookie = answer.headers.get('set-cookie').split(';')[0];
  return (method, path, body) =>
    fetch(`http://127.0.0.1:${port}/api/${path}`, {
      method,
      headers: { cookie, 'content-type': 'application/json', 'x-write-id': crypto.randomUUID() },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
}
const postmaster = () => Number(readFileSync(join(data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);

let port;
beforeAll(async () => {
  port = await freePort();
  // User postgres must reach the folder when this runs as root.
  spawnSync('chmod', ['755', parent]);
});
afterAll(() => {
  for (const c of children) c.kill('SIGTERM');
  const pid = existsSync(join(data, 'postgres/postmaster.pid')) ? postmaster() : 0;
  if (pid && alive(pid)) process.kill(pid, 'SIGINT');
  rmSync(parent, { recursive: true, force: true });
});

it('serves, refuses a second start, is killed, starts again with its data, and stops all it started', async () => {
  const first = await start('--port', String(port), '--data', data);
  expect(first.output()).toMatch(/Sign in as one of/);
  expect(first.output()).toMatch(/demo shop has been loaded/);
  const call = await signedIn(port);
  const taken = await call('POST', 'motors', { number: 'S1', customer: 'Nordlund Quarry' });
  expect(taken.status).toBe(201);
  const page = await fetch(`http://127.0.0.1:${port}/motor/S1/card`);
  expect(await page.text()).toContain('<div id="root">');

  const second = await start('--port', String(await freePort()), '--data', data);
  expect(second.code).toBe(1);
  expect(second.output()).toMatch(/already running.*\n.*kill/);
  expect(await serves(port)).toBe(true);

  const database = postmaster();
  first.child.kill('SIGKILL');
  await first.ended;
  // The server ends by itself when its script is gone; the database goes on and is found again.
  while (await serves(port)) await new Promise((r) => setTimeout(r, 50));
  expect(alive(database)).toBe(true);

  const third = await start('--port', String(port), '--data', data);
  expect(third.output()).not.toMatch(/demo shop has been loaded/);
  const again = await signedIn(port);
  expect((await again('GET', 'motors/S1')).status).toBe(200);
  third.child.kill('SIGINT');
  expect(await third.ended).toBe(0);
  expect(await serves(port)).toBe(false);
  expect(alive(database)).toBe(false);

  // The same with the database killed as well: its pid file is stale then.
  const fourth = await start('--port', String(port), '--data', data);
  const pid = postmaster();
  fourth.child.kill('SIGTERM');
  await fourth.ended;
  writeFileSync(join(data, 'postgres/postmaster.pid'), `${process.pid}\n${data}\n0\n1\n\n127.0.0.1\n`);
  expect(alive(pid)).toBe(false);
  const fifth = await start('--port', String(port), '--data', data);
  expect(fifth.code).toBe('serving');
  fifth.child.kill('SIGINT');
  await fifth.ended;
});

it('says that the port is taken and which to try', async () => {
  const other = createServer().listen(0, '127.0.0.1');
  await new Promise((r) => other.once('listening', r));
  const { port: taken } = other.address();
  const tried = await start('--port', String(taken), '--data', join(parent, 'never'));
  expect(tried.code).toBe(1);
  expect(tried.output()).toContain(`Port ${taken} is used by another program.`);
  expect(existsSync(join(parent, 'never'))).toBe(false);
  other.close();
});

it.each([
  ['half made', (dir) => mkdirSync(join(dir, 'postgres/base'), { recursive: true }), /left half made/],
  [
    'damaged',
    (dir) => {
      mkdirSync(join(dir, 'postgres'), { recursive: true });
      writeFileSync(join(dir, 'postgres.made'), '15\n');
    },
    /is damaged/,
  ],
])('leaves a %s data folder untouched, and goes on with --fresh', async (name, spoil, words) => {
  const dir = join(parent, name.replace(' ', '-'));
  mkdirSync(dir);
  spoil(dir);
  writeFileSync(join(dir, 'keepsake'), 'mine');
  const tried = await start('--port', String(await freePort()), '--data', dir);
  expect(tried.code).toBe(1);
  expect(tried.output()).toMatch(words);
  expect(tried.output()).toMatch(/--fresh/);
  expect(readFileSync(join(dir, 'keepsake'), 'utf8')).toBe('mine');
  const fresh = await start('--port', String(await freePort()), '--data', dir, '--fresh', '--empty');
  expect(fresh.code).toBe('serving');
  const kept = readdirSync(dirname(dir)).find((d) => d.startsWith(`${name.replace(' ', '-')}-2`));
  expect(readFileSync(join(parent, kept, 'keepsake'), 'utf8')).toBe('mine');
  fresh.child.kill('SIGINT');
  await fresh.ended;
});

it('says so where nobody may write, and what an option takes', async () => {
  const file = join(parent, 'a-file');
  writeFileSync(file, '');
  const tried = await start('--port', String(await freePort()), '--data', join(file, 'below'));
  expect(tried.code).toBe(1);
  expect(tried.output()).toMatch(/cannot be made.*\n.*--data/);
  expect((await start('--port', 'many')).output()).toMatch(/--port takes a number/);
  expect((await start('--colour', 'red')).output()).toMatch(/--help/);
});

it('without root and without PostgreSQL says what to run', () => {
  const script = `
    import { ensureDebian } from ${JSON.stringify(new URL('../lib/prepare.mjs', import.meta.url).href)};
    process.getuid = () => 1000;
    try { ensureDebian(() => false, 'postgresql', 'PostgreSQL'); } catch (e) { console.log(e.message); }`;
  const { stdout } = spawnSync('node', ['--input-type=module', '-e', script], { encoding: 'utf8' });
  expect(stdout).toMatch(/only root may install it.*\n.*sudo apt-get install -y postgresql/);
});
