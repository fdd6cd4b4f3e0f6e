/** A part of what npm run faults does, on every run: strangers, roles, races, mutated requests. Kills are left to it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { strangers } from '../lib/faults/closed.mjs';
import { fuzz } from '../lib/faults/fuzz.mjs';
import { RACES, raceAll } from '../lib/faults/races.mjs';
import { asTable, roleMatrix } from '../lib/faults/roles.mjs';
import { openShop, takeIn } from '../lib/faults/shop.mjs';
import { startPostgres } from '../lib/postgres.mjs';
import { ROOT } from '../lib/prepare.mjs';

let shop;
beforeAll(async () => {
  shop = await openShop(await startPostgres(join(ROOT, '.data', 'test')));
});
afterAll(() => shop.close());

it('no spelling of an address goes round signing in', async () => {
  const { requests, found } = await strangers(shop);
  expect(found).toEqual([]);
  expect(requests).toBeGreaterThan(800);
});

it('docs/security.md says who may do what', async () => {
  const rows = await roleMatrix(shop);
  // Made by: npm run faults -- --only roles --write
  const cells = (text) =>
    text
      .split('\n')
      .filter((l) => l.startsWith('| `'))
      .map((l) => l.split('|').map((c) => c.trim()));
  expect(cells(asTable(rows))).toEqual(cells(readFileSync(join(ROOT, 'docs/security.md'), 'utf8')));
  for (const [address, nobody] of rows)
    if (!/session|setup|health|ready/.test(address)) expect(nobody, address).toBe('sign in');
});

it.each(Object.keys(RACES))('fifty at once: %s', async (race) => {
  expect((await raceAll(shop, 1, [race])).found).toEqual([]);
});

it('mutated requests never make it fail', async () => {
  for (const number of ['F1', 'F2']) await takeIn(shop, number);
  const { found, requests } = await fuzz(shop, { requests: 1500, seed: 20261128, slowMs: 20_000 });
  expect(found).toEqual([]);
  expect(requests).toBe(1500);
});
