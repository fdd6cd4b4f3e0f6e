/** Series: two hundred station records a second with their rules checked, and a figure of a hundred thousand units drawn. */
import { chromium } from '@playwright/test';
import pg from 'pg';
import { CHROMIUM } from '../prepare.mjs';
import { at, line } from './pace.mjs';
import { withShop } from './shop.mjs';

const SECONDS = 30;
const RATE = 200;
const AT_ONCE = 50;

export const benchSeries = () =>
  withShop(500, async ({ base, cookie, databaseUrl }) => {
    const ask = (method, path, body) =>
      fetch(`${base}/api/${path}`, {
        method,
        headers: { cookie, 'content-type': 'application/json', 'x-write-id': crypto.randomUUID() },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
    await ask('POST', 'series', { name: 'BENCH', line: 'drive-motor', planned: 200_000 });
    const send = async (from) => {
      const records = Array.from({ length: AT_ONCE }, (_, i) => ({
        serial: from + i,
        station: 'fuse',
        figures: { joint: String(500 + 4 * Math.sin((from + i) * 12.9898)) },
      }));
      const began = performance.now();
      const answer = await ask('POST', 'series/BENCH/records', { records });
      if (answer.status !== 201) throw new Error(`${answer.status} ${await answer.text()}`);
      return performance.now() - began;
    };
    const times = [];
    const began = performance.now();
    let sent = 0;
    while (performance.now() - began < SECONDS * 1000) {
      const due = began + (sent / RATE) * 1000;
      await new Promise((r) => setTimeout(r, Math.max(0, due - performance.now())));
      times.push(await send(sent + 1));
      sent += AT_ONCE;
    }
    const took = (performance.now() - began) / 1000;
    const kept = await (await ask('GET', 'series/BENCH')).json();
    times.sort((a, b) => a - b);
    line(
      `Series: ${sent} records in ${took.toFixed(0)} s, ${kept.started} kept, ${AT_ONCE} at once`,
      `${(sent / took).toFixed(0)}/s, ${at(times, 0.95).toFixed(0)} ms p95`,
      '200/s, none lost',
    );
    const flat = performance.now();
    for (let i = 0; i < 40; i++) await send(sent + 1 + i * AT_ONCE);
    line(
      'Series: records as fast as they are taken',
      `${((40 * AT_ONCE) / ((performance.now() - flat) / 1000)).toFixed(0)}/s`,
      '200/s',
    );
    const db = new pg.Client({ connectionString: databaseUrl });
    await db.connect();
    await db.query(`insert into series_values (batch_id, shop_id, figure, "order", serial, value, first)
      select id, shop_id, 'wind.coil', 700000000 + n, n, 118 + sin(n * 12.9898), true
      from generate_series(1, 100000) n, series_batches where name = 'BENCH'`);
    await db.end();
    const browser = await chromium.launch({
      executablePath: CHROMIUM,
      args: ['--disable-gpu', '--disable-quic'],
    });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.request.post(`${base}/api/session`, { data: { name: 'Ida Haft', pin: '2718' } });
    await page.goto(`${base}/series/BENCH?figure=fuse.joint`);
    await page.waitForSelector('[aria-label^="joint of"]');
    const painted = [];
    for (let i = 0; i < 12; i++) {
      await page.goto(`${base}/series/BENCH?figure=wind.coil`);
      await page.waitForSelector('[aria-label^="coil of 100000"]');
      const ms = await page.evaluate(async () => {
        const from = performance.now();
        [...document.querySelectorAll('button')].find((b) => b.textContent === 'every unit').click();
        while (!document.querySelector('[aria-label^="coil of 100000"] path[fill="var(--hair)"]'))
          await new Promise((r) => requestAnimationFrame(r));
        await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
        return performance.now() - from;
      });
      painted.push(ms);
    }
    painted.sort((a, b) => a - b);
    await browser.close();
    line(
      `Series: a figure of 100,000 units, from the press to the paint, median ${at(painted, 0.5).toFixed(0)} ms`,
      `${at(painted, 0.95).toFixed(0)} ms p95`,
      'under 300 ms',
    );
  });
