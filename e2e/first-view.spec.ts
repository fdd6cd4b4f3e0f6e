/** What a device has to load before it sees the floor. */
import { gzipSync } from 'node:zlib';
import { expect, test, type Response } from '@playwright/test';
import { signIn } from './keyboard.ts';

const MOST = 250_000;

test('the floor is there with less than 250 kB of script', async ({ page }) => {
  const sizes: Promise<number>[] = [];
  const count = (response: Response) => {
    if (new URL(response.url()).pathname.endsWith('.js'))
      sizes.push(response.body().then((body) => gzipSync(body).length));
  };
  page.on('response', count);
  await signIn(page, process.env['DEMO_SHOP']!, 'Ida Haft');
  await expect(page.getByRole('link', { name: /^Motor 3090/ })).toBeVisible();
  // What comes from now on is fetched ahead for other sheets.
  page.off('response', count);
  const total = (await Promise.all(sizes)).reduce((a, b) => a + b, 0);
  expect(total).toBeGreaterThan(50_000);
  expect(total).toBeLessThan(MOST);
});
