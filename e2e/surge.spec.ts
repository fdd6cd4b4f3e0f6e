/** A surge test read from a file: what the heading leaves open is asked, the odd phase is named, and the waves stay. */
import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;

/** A damped ring; `faster` and `damped` as shares of a sound one. */
const ring = (t: number, volts: number, faster = 1, damped = 1) =>
  volts * Math.exp(-0.0138 * damped * t) * Math.cos(2 * Math.PI * 0.0216 * faster * t);
function file(heading: string, odd: (level: number) => readonly [faster: number, damped: number]) {
  const levels = [800, 1200, 1600];
  const lines = Array.from({ length: 500 }, (_, i) => {
    const t = i * 0.3;
    return [
      t.toFixed(2),
      ...(['U', 'V', 'W'] as const).flatMap((p) =>
        levels.map((v) => ring(t, v, ...(p === 'W' ? odd(v) : ([1, 1] as const))).toFixed(1)),
      ),
    ].join(';');
  });
  const heads = ['U', 'V', 'W'].flatMap((p) => levels.map((v) => `${p} ${v} V`));
  return {
    name: 'waves.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from([`${heading};${heads.join(';')}`, ...lines].join('\n')),
  };
}

test('a phase that breaks over is found from the waves, kept with them, and drawn again after a reload', async ({
  page,
}, info) => {
  await signIn(page, base(), 'Per Marsk');
  const number = `S${info.workerIndex}${info.retry}`;
  const taken = await page.request.post(`${base()}/api/motors`, {
    headers: { 'x-write-id': randomUUID() },
    data: { number, customer: 'Isvang Ice Rink', machine: 'Glycol pump', plate: { voltage: '400' } },
  });
  expect(taken.status()).toBe(201);
  await page.goto(`${base()}/motor/${number}/tests?kind=surge&stage=incoming`);
  // Before anything is read: how to connect, and the levels.
  await expect(page.getByRole('img', { name: /How to connect/ })).toBeVisible();
  await expect(page.getByText('2U + 1000, peak; common practice')).toBeVisible();

  const input = page.getByLabel('Waves of a surge test');
  await input.setInputFiles(file('time', (v) => (v >= 1600 ? [1.03, 1.4] : [1, 1])));
  await expect(page.getByText(/does not say its unit/)).toBeVisible();
  await page.getByRole('button', { name: 'Microseconds' }).click();
  await expect(page.getByRole('img', { name: /Waves of U, V, W/ })).toBeVisible();
  const verdict = page.getByRole('region', { name: 'Verdict' }).last();
  await expect(verdict).toContainText('Stop');
  await expect(verdict).toContainText('W breaks over from 1600 V');
  await expect(page.getByRole('region', { name: 'Likely causes' })).toContainText('of one coil');
  await expect(page.getByRole('region', { name: 'Likely causes' })).not.toContainText('wrong way round');

  await page.getByRole('button', { name: /Keep the reading/ }).click();
  await expect(page.getByRole('heading', { name: /As kept by Per Marsk/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('img', { name: /Waves of U, V, W/ })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Pulse to pulse over the test level' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Verdict' }).last()).toContainText('Stop');
});

test('a group the wrong way round rings faster from the first pulse on and is not called a short', async ({
  page,
}, info) => {
  await signIn(page, base(), 'Per Marsk');
  const number = `R${info.workerIndex}${info.retry}`;
  await page.request.post(`${base()}/api/motors`, {
    headers: { 'x-write-id': randomUUID() },
    data: { number, customer: 'Isvang Ice Rink', machine: 'Glycol pump', plate: { voltage: '400' } },
  });
  await page.goto(`${base()}/motor/${number}/tests?kind=surge&stage=incoming`);
  // With a third less of the inductance and the same ohms: √1.3 faster, 1.3 times as damped.
  await page.getByLabel('Waves of a surge test').setInputFiles(file('time µs', () => [1.14, 1.3]));
  const causes = page.getByRole('region', { name: 'Likely causes' });
  await expect(causes.getByRole('listitem').first()).toContainText('A group the wrong way round');
  await expect(page.getByRole('region', { name: 'Verdict' }).last()).toContainText('Walk the polarity');
});
