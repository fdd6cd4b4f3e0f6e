/** How fast the sheets follow the hand, in a browser. */
import { chromium } from '@playwright/test';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { CHROMIUM } from '../prepare.mjs';
import { at, line } from './pace.mjs';

/** From the keystroke to the frame that shows it, on the data card of a 54-slot winding. */
export async function benchBrowser(base) {
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

  await benchFirstSight(browser, base, await page.context().cookies());
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
  await benchDragging(page, base);
  await benchSearch(page, base);
  await benchOvenLog(page, base);
  await browser.close();
}

/** From the address to the painted floor, signed in: with nothing kept, and again; at full pace and at a quarter of it. */
async function benchFirstSight(browser, base, cookies) {
  const wanted = { '1 first': '900 ms', '1 second': '500 ms', '4 first': '2000 ms', '4 second': '1200 ms' };
  for (const rate of [1, 4])
    for (const visit of ['first', 'second']) {
      const times = [];
      for (let i = 0; i < 7; i++) {
        const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
        await context.addCookies(cookies);
        const page = await context.newPage();
        const see = async () => {
          await page.goto(base);
          await page.waitForSelector('[data-motor="3090"]');
          await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
        };
        if (visit === 'second') {
          await see();
          await page.goto('about:blank');
        }
        const cdp = await context.newCDPSession(page);
        await cdp.send('Emulation.setCPUThrottlingRate', { rate });
        const from = performance.now();
        await see();
        times.push(performance.now() - from);
        await context.close();
      }
      times.sort((a, b) => a - b);
      line(
        `The floor, ${visit} sight${rate > 1 ? ', processor 4 times slower' : ''}`,
        `${at(times, 0.5).toFixed(0)} ms median`,
        wanted[`${rate} ${visit}`],
      );
    }
}

/** Span and turns dragged at 144 slots: from the input to the frame that shows drawing and figures. */
async function benchDragging(page, base) {
  const number = `D${Date.now() % 1e6}`;
  const write = (method, url, data) =>
    page.request.fetch(`${base}/api/${url}`, {
      method,
      data,
      headers: { 'x-write-id': crypto.randomUUID() },
    });
  await write('POST', 'motors', {
    number,
    customer: 'Bench',
    plate: { power: '315', voltage: '690', current: '330', frequency: '50', speed: '495' },
  });
  await write('PUT', `motors/${number}/windings/as-found`, {
    version: 0,
    typed: Object.fromEntries(
      Object.entries({
        slots: 144,
        poles: 12,
        layers: 2,
        span: '1-11',
        turns: 4,
        wires: '8x1.32',
        circuits: 4,
        connection: 'star',
        endsPerLead: 4,
        bore: 620,
        coreLength: 420,
        backIron: 45,
        toothWidth: 7.4,
        slotArea: 290,
      }).map(([k, v]) => [k, String(v)]),
    ),
  });
  await page.goto(`${base}/motor/${number}/winding`);
  await page.waitForSelector('[aria-label="Drag the turns"]');
  for (const what of ['turns', 'span']) {
    const times = await page.evaluate(async (name) => {
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
      const painted = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      const list = [];
      for (let i = 0; i < 80; i++) {
        await new Promise((r) => setTimeout(r, 40));
        const slider = document.querySelector(`[aria-label="Drag the ${name}"]`);
        const from = performance.now();
        set.call(slider, String(name === 'turns' ? 3 + (i % 5) : 8 + (i % 4)));
        slider.dispatchEvent(new Event('input', { bubbles: true }));
        await painted();
        list.push(performance.now() - from);
      }
      return list.slice(15).sort((a, b) => a - b);
    }, what);
    line(
      `Dragging the ${what} at 144 slots, median ${at(times, 0.5).toFixed(0)} ms`,
      `${at(times, 0.95).toFixed(0)} ms p95`,
      'under 50 ms at p95',
    );
  }
  await benchWalk(page, `${base}/motor/${number}/connection`);
  const opens = [];
  for (let i = 0; i < 8; i++) {
    await page.goto(`${base}/motor/3107/connection`);
    await page.waitForSelector('[data-view="C"]');
    const from = Date.now();
    await page.goto(`${base}/motor/3107/winding`);
    await page.waitForSelector('[data-figure="gapDensity"]');
    opens.push(Date.now() - from);
  }
  opens.sort((a, b) => a - b);
  line('Opening the bench, everything warm', `${at(opens, 0.5)} ms median`, '500 ms');
}

/** A walk of 36 groups with readings that are wrong here and there: from the key to the frame that shows it. */
async function benchWalk(page, address) {
  const cdp = await page.context().newCDPSession(page);
  for (const rate of [1, 4]) {
    await page.goto(address);
    await page.waitForSelector('[aria-label="Polarity walk"]');
    await cdp.send('Emulation.setCPUThrottlingRate', { rate });
    await page.click('text=Walk again', { force: true, timeout: 2000 }).catch(() => undefined);
    await page.waitForTimeout(300);
    const times = await page.evaluate(async () => {
      const painted = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      const press = (key) =>
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      const list = [];
      const wrong = new Set([3, 8, 17, 29]);
      for (let i = 0; i < 36; i++) {
        await new Promise((r) => setTimeout(r, 60));
        const from = performance.now();
        press((i % 2 === 0) === wrong.has(i) ? 'S' : 'N');
        await painted();
        list.push(performance.now() - from);
      }
      return list.sort((a, b) => a - b);
    });
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    line(
      `Polarity walk at 144 slots, a tap${rate > 1 ? ', processor 4 times slower' : ''}, median ${at(times, 0.5).toFixed(0)} ms`,
      `${at(times, 0.95).toFixed(0)} ms p95`,
      rate > 1 ? 'no figure' : '16 ms and a frame',
    );
  }
}

/** While a long search runs the page goes on; a stop is obeyed. */
async function benchSearch(page, base) {
  await page.goto(`${base}/motor/3103/search`);
  await page.fill('input[name=sizes]', '3');
  await page.fill('input[name=strands]', '20');
  await page.evaluate(() => {
    globalThis.longest = 0;
    let last = performance.now();
    const watch = () => {
      const now = performance.now();
      globalThis.longest = Math.max(globalThis.longest, now - last);
      last = now;
      globalThis.watching = setTimeout(watch, 4);
    };
    watch();
  });
  await page.click('button:has-text("Search")');
  await page.waitForTimeout(1500);
  const longest = await page.evaluate(() => globalThis.longest);
  line('Search running: longest time the page was blocked', `${longest.toFixed(0)} ms`, 'under 50 ms');
  const stopped = await page.evaluate(async () => {
    const told = () => document.querySelector('[data-view="B"] [role=status]')?.textContent;
    const from = performance.now();
    document.querySelector('[data-view="A"] button:not([type=submit])').click();
    await new Promise((done) => setTimeout(done, 100));
    const then = told();
    await new Promise((done) => setTimeout(done, 600));
    return { ms: performance.now() - from - 700, same: told() === then, text: then };
  });
  line(
    `Search stopped: nothing more is told after 100 ms`,
    stopped.same ? 'obeyed' : 'NOT OBEYED',
    'within 100 ms',
  );
}

/** A log of a million lines: from the file chosen to the bake judged and drawn; and the longest stop of the page. */
async function benchOvenLog(page, base) {
  const rows = ['minutes,part °C,air °C'];
  for (let i = 0; i < 1_000_000; i++) {
    const part = Math.min(140, 20 + i * 0.0005 + Math.sin(i) * 0.05);
    rows.push(`${(i * 0.0006).toFixed(4)},${part.toFixed(2)},${(part + 3).toFixed(2)}`);
  }
  const text = rows.join('\n');
  // What nobody can read it without: every line into its cells.
  const from = performance.now();
  const cells = text.split('\n').map((l) => l.split(',')).length;
  const parted = performance.now() - from;
  if (cells !== rows.length) throw new Error('The log was not parted.');
  await page.goto(`${base}/motor/3099/tests?kind=cure&stage=varnished`);
  await page.waitForSelector('[name=target]');
  await page.fill('[name=target]', '138');
  await page.fill('[name=minutes]', '2 h');
  await page.evaluate(() => {
    window.longest = 0;
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) window.longest = Math.max(window.longest, e.duration);
    }).observe({ entryTypes: ['longtask'] });
  });
  // A file on the disk: what a browser is handed otherwise goes through the page first.
  const file = join(mkdtempSync(join(tmpdir(), 'norther-bench-')), 'log.csv');
  writeFileSync(file, text);
  const chosen = performance.now();
  await page.getByLabel('Oven log', { exact: true }).setInputFiles(file);
  await page.getByText('As typed').waitFor();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
  const took = performance.now() - chosen;
  line('Oven log of a million lines, read, judged and drawn', `${(took / 1000).toFixed(1)} s`, 'under 3 s');
  line('  of what parting its cells takes', `${(took / parted).toFixed(1)} times`, '');
  rmSync(file);
  await page.waitForTimeout(500);
  const longest = await page.evaluate(() => window.longest);
  line(
    '  longest stop of the page',
    longest > 0 ? `${longest.toFixed(0)} ms` : 'none over 50 ms',
    'none over 50 ms',
  );
}
