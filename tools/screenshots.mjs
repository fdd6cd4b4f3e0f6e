/** npm run screenshots: one picture of every main view, from the demo data of a shop that runs on the given address. */
import { chromium } from '@playwright/test';
import { join } from 'node:path';
import { CHROMIUM, ROOT } from './lib/prepare.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4173';
const SHOTS = [
  ['floor', '/'],
  ['motor', '/motor/3101'],
  ['failure', '/motor/3112/failure'],
  ['card', '/motor/3112/card'],
  ['winding', '/motor/3107/winding', { press: ['[data-figure=gapDensity]'] }],
  ['connection', '/motor/3107/connection', { keys: 'nsnsnsnnns' }],
  ['armature', '/motor/3134/winding'],
  ['bars', '/motor/3134/tests?kind=bar-to-bar&stage=before-varnish'],
  ['teeth', '/motor/3136/winding'],
  ['traveller-tablet', '/motor/3109/traveller', { tablet: true }],
  ['tests', '/motor/3096/tests?kind=cure&stage=varnished'],
  ['surge', '/motor/3107/tests?kind=surge&stage=incoming'],
  ['balance', '/motor/3101/tests?kind=balance&stage=final'],
  ['performance', '/motor/3090/tests?kind=efficiency&stage=final'],
  ['verdict', '/motor/3090/verdict'],
  ['series', '/series/B7'],
  ['library', '/motor/3128/library'],
  ['heat', '/heat'],
  ['plan', '/plan?motor=3107'],
];
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--disable-gpu', '--disable-quic'],
});
for (const [name, path, options = {}] of SHOTS) {
  const { tablet = false, press = [], fill = {}, then = [], keys = '' } = options;
  const page = await browser.newPage({
    baseURL: base,
    viewport: tablet ? { width: 820, height: 1180 } : { width: 1280, height: 800 },
  });
  await page.request.post('/api/session', { data: { name: 'Ida Haft', pin: '2718' } });
  await page.goto(path);
  await page.waitForSelector('[data-view="A"]');
  for (const target of press) await page.click(target);
  for (const [field, value] of Object.entries(fill)) await page.fill(`[name=${field}]`, value);
  for (const target of then) await page.click(target, { timeout: 60_000 });
  for (const key of keys) await page.keyboard.press(key);
  // The plan is made first.
  await page.waitForFunction(
    () =>
      !document.body.innerText.includes('planning,') && !document.body.innerText.includes('Making the plan'),
  );
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
}
await browser.close();
