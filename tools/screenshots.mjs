/** npm run screenshots: one picture of every main view, from the demo data of a shop that runs on the given address. */
import { chromium } from '@playwright/test';
import { join } from 'node:path';
import { CHROMIUM, ROOT } from './lib/prepare.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4173';
const SHOTS = [
  ['floor', '/'],
  ['floor-dark', '/', { dark: true }],
  ['floor-tablet', '/', { tablet: true }],
  ['take-in', '/new'],
  ['motor', '/motor/3101'],
  ['card', '/motor/3112/card'],
  ['winding', '/motor/3107/winding', { press: ['[data-figure=gapDensity]'] }],
  ['connection', '/motor/3107/connection'],
  ['traveller-tablet', '/motor/3109/traveller', { tablet: true }],
  ['tests', '/motor/3096/tests?kind=cure&stage=varnished'],
  ['verdict', '/motor/3090/verdict'],
  ['legend', '/legend'],
];
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--disable-gpu', '--disable-quic'],
});
for (const [name, path, { dark = false, tablet = false, press = [] } = {}] of SHOTS) {
  const page = await browser.newPage({
    baseURL: base,
    viewport: tablet ? { width: 820, height: 1180 } : { width: 1280, height: 800 },
    colorScheme: dark ? 'dark' : 'light',
  });
  await page.request.post('/api/session', { data: { name: 'Ida Haft', pin: '2718' } });
  await page.goto(path);
  await page.waitForSelector('[data-view="A"]');
  for (const target of press) await page.click(target);
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
}
await browser.close();
