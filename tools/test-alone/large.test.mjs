/** Run when nothing else runs: the largest input of every address, and how long it holds the event loop of the server. */
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { HELD_MS, largeInputs, slowness } from '../lib/faults/large.mjs';
import { openShop } from '../lib/faults/shop.mjs';
import { startPostgres } from '../lib/postgres.mjs';
import { ROOT } from '../lib/prepare.mjs';

let shop;
beforeAll(async () => {
  shop = await openShop(await startPostgres(join(ROOT, '.data', 'test')));
});
afterAll(() => shop.close());

it('the largest input of every address holds nobody up', async () => {
  const most = HELD_MS * slowness();
  for (const r of await largeInputs(shop)) {
    expect(r.status, r.name).toBeGreaterThan(0);
    expect(r.status, r.name).toBeLessThan(500);
    expect(r.held, r.name).toBeLessThan(most);
    // Counted before it is begun, not stopped by the deadline.
    expect(r.code, r.name).not.toBe('work.too-long');
  }
});
