/** npm run bench: prints how fast it is. Never part of the tests. */
import { chromium } from '@playwright/test';
import { spawn, spawnSync } from 'node:child_process';
import { Agent, get } from 'node:http';
import { gzipSync } from 'node:zlib';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { CHROMIUM, checkNode, ensureBuild, ensureChromium, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run } from './lib/say.mjs';

const line = (what, value, wanted) =>
  console.log(`${what.padEnd(62)} ${value.padStart(12)}   wanted ${wanted}`);
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];

/** The core, compiled as the applications compile it. */
async function benchCore() {
  const outDir = join(ROOT, 'node_modules/.norther-bench');
  await build({
    root: ROOT,
    configFile: false,
    logLevel: 'error',
    build: { ssr: join(ROOT, 'packages/core/src/index.ts'), outDir, emptyOutDir: true, minify: false },
  });
  const { analyseWinding } = await import(join(outDir, 'index.js'));
  const input = {
    winding: {
      slots: 96,
      poles: 8,
      pitch: 10,
      turnsPerCoil: 6,
      wires: [{ count: 6, bareDiameterMm: 1.06 }],
      circuits: 4,
      connection: 'delta',
    },
    core: { boreDiameterMm: 400, coreLengthMm: 300, backIronMm: 40, toothWidthMm: 7, slotAreaMm2: 320 },
    supply: { voltageV: 400, frequencyHz: 50, currentA: 250 },
  };
  for (const [working, wanted] of [
    [true, '1 ms'],
    [false, '0.2 ms'],
  ]) {
    for (let i = 0; i < 3000; i++) analyseWinding(input, working);
    const rounds = 5000;
    const from = performance.now();
    for (let i = 0; i < rounds; i++) analyseWinding(input, working);
    const each = (performance.now() - from) / rounds;
    line(`Analysis of 96 slots, ${working ? 'with' : 'without'} working`, `${each.toFixed(3)} ms`, wanted);
  }
}

const MOTORS = 10_000;

/** Ten thousand motors, sixty of them on the floor, each with steps, a card, readings and history. */
const fill = (shop) => `
  insert into motors (id, shop_id, number, customer, machine, maker, serial, plate, promised_at, rush, arrived_at, shipped_at, words, version)
  select gen_random_uuid(), '${shop}', 'B' || i, 'Customer ' || i % 400, 'Machine ' || i % 90, 'Maker', 's' || i,
    '{"power":"11","voltage":"400","frequency":"50","speed":"1455","current":"22"}', now() + i * interval '1 hour', false,
    now() - i * interval '1 hour', case when i > 60 then now() else null end, 'b' || i || ' customer ' || i % 400 || ' machine ' || i % 90, 1
  from generate_series(1, ${MOTORS}) i;
  insert into steps (id, shop_id, motor_id, station, typed, taken_at, taken_by, signed_at, signed_by, version)
  select gen_random_uuid(), shop_id, m.id, s, '{}', now(), 'A', now(), 'A', 1
  from motors m, unnest(array['intake','data','strip','core','insulate','wind','connect']) s where number like 'B%';
  insert into windings (id, shop_id, motor_id, role, typed, "values", version, changed_at, changed_by)
  select gen_random_uuid(), shop_id, id, 'as-found', '{"slots":"36","poles":"4","layers":"2","span":"1-8","turns":"18","wires":"2x1.06","circuits":"2","connection":"star","endsPerLead":"2","bore":"165","coreLength":"150","backIron":"26","toothWidth":"7.9","slotArea":"180"}', '{}', 1, now(), 'A'
  from motors where number like 'B%';
  insert into readings (id, shop_id, motor_id, kind, stage, typed, "values", taken_at, taken_by)
  select gen_random_uuid(), shop_id, m.id, 'insulation', s, '{"testVoltage":"500","oneMinute":"640","temperature":"22"}', '{}', now(), 'A'
  from motors m, unnest(array['incoming','before-varnish','final']) s where number like 'B%';
  insert into events (id, shop_id, motor_id, at, who, what, why, write_id)
  select gen_random_uuid(), shop_id, m.id, now(), 'A', 'data card saved', '', '' from motors m, generate_series(1, 10) where number like 'B%';
  analyze;`;

const RATE = 100;
const agent = new Agent({ keepAlive: true, maxSockets: 16 });

/** Requests evenly spaced, each timed from when it was due, so that a slow answer also counts for those behind it. */
function load(url, cookie, seconds) {
  const count = RATE * seconds;
  const times = [];
  let failed = 0;
  return new Promise((done) => {
    const from = performance.now();
    const finish = (due, ok) => {
      times.push(performance.now() - due);
      if (!ok) failed++;
      if (times.length === count) done({ times: times.sort((a, b) => a - b), failed });
    };
    for (let i = 0; i < count; i++) {
      const due = from + (i * 1000) / RATE;
      setTimeout(
        () =>
          get(url, { agent, headers: { cookie, 'accept-encoding': 'gzip' } }, (r) => {
            r.resume().once('end', () => finish(due, r.statusCode === 200));
          }).once('error', () => finish(due, false)),
        due - from,
      );
    }
  });
}

async function benchServer() {
  const postgres = await startPostgres(join(ROOT, '.data', 'bench'));
  let server = null;
  try {
    postgres.dropDatabase('bench');
    postgres.ensureDatabase('bench');
    const env = {
      ...process.env,
      OWNER_URL: postgres.ownerUrl('bench'),
      MIGRATIONS: join(ROOT, 'apps/server/drizzle'),
    };
    for (const args of [['migrate'], ['demo']])
      spawnSync('node', [join(ROOT, 'apps/server/dist/cli.js'), ...args], { env, stdio: 'inherit' });
    const psql = (sql) =>
      spawnSync('psql', ['-XqAt', '-d', postgres.ownerUrl('bench'), '-c', sql], {
        encoding: 'utf8',
      }).stdout.trim();
    const shop = psql('select id from shops');
    psql(fill(shop));
    console.log(`${psql('select count(*) from motors')} motors loaded`);
    const port = await freePort();
    server = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
      env: {
        ...process.env,
        DATABASE_URL: postgres.appUrl('bench'),
        FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
        WEB_FOLDER: join(ROOT, 'apps/web/dist'),
        PORT: String(port),
        NODE_ENV: 'production',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((ready) => server.stdout.once('data', ready));
    const base = `http://127.0.0.1:${port}`;
    const signed = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Ida Haft', pin: '2718' }),
    });
    const cookie = signed.headers.get('set-cookie').split(';')[0];
    for (const [name, path] of [
      ['floor, 75 motors on it', '/api/floor'],
      ['one motor with everything', '/api/motors/B4711'],
      ['search by part of a word', '/api/motors?words=customer%20311'],
      ['history of a motor', '/api/motors/B4711/history'],
    ]) {
      await load(base + path, cookie, 2);
      const { times, failed } = await load(base + path, cookie, 10);
      line(
        `API at ${RATE} requests/s: ${name}${failed ? `, ${failed} FAILED` : ''}`,
        `${at(times, 0.95).toFixed(1)} ms p95`,
        'under 20 ms at p95',
      );
    }
    await benchBrowser(base);
    const memory =
      Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;
    line('Server memory after all this', `${memory.toFixed(0)} MB`, 'under 300 MB');
  } finally {
    server?.kill('SIGTERM');
    postgres.stop();
  }
}

/** From the keystroke to the frame that shows it, on the data card of a 54-slot winding. */
async function benchBrowser(base) {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--disable-gpu', '--disable-quic'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const scripts = new Map();
  page.on('response', async (r) => {
    if (r.url().endsWith('.js')) scripts.set(r.url(), gzipSync(await r.body().catch(() => '')).length);
  });
  await page.goto(`${base}/sign-in`);
  await page.fill('[name=name]', 'Ida Haft');
  await page.fill('[name=pin]', '2718');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-motor="3090"]');
  const first = [...scripts.values()].reduce((a, b) => a + b, 0) / 1000;
  line('First view, script compressed (floor and sign-in)', `${first.toFixed(0)} kB`, 'under 250 kB');

  await page.goto(`${base}/motor/3112/card`);
  await page.waitForSelector('[name=turns]');
  const times = await page.evaluate(async () => {
    const field = document.querySelector('[name=turns]');
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
    const painted = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    const list = [];
    for (let i = 0; i < 120; i++) {
      await new Promise((r) => setTimeout(r, 30));
      const from = performance.now();
      set.call(field, String(10 + (i % 9)));
      field.dispatchEvent(new Event('input', { bubbles: true }));
      await painted();
      list.push(performance.now() - from);
    }
    return list.slice(20).sort((a, b) => a - b);
  });
  line(
    `Data card, keystroke to repaint, median ${at(times, 0.5).toFixed(0)} ms`,
    `${at(times, 0.95).toFixed(0)} ms p95`,
    'under 50 ms at p95',
  );
  await browser.close();
}

await run(async () => {
  checkNode();
  ensurePackages();
  ensureChromium();
  ensureBuild();
  await benchCore();
  await benchServer();
});
