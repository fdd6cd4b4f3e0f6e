/** A batch of two hundred on the line: begun at the screen, drift and bad lot found before there is scrap, stopped and released. */
import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { serveLines } from '../apps/instruments/src/serve-lines.ts';
import { StandInLine } from '../apps/instruments/src/series-line.ts';
import { scanTag, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;
const write = () => ({ 'x-write-id': randomUUID() });
/** A batch of this run and no other. */
const batchName = (letter: string) => `${letter}${randomUUID().slice(0, 5).toUpperCase()}`;

test('a batch of two hundred runs through the line: a drift, a bad lot and three loops are found and shown', async ({
  page,
}) => {
  const line = new StandInLine({ line: 'drive-motor', planned: 200, seed: 5 });
  for (const fault of [
    'lot wind wire R31 120',
    'drift fuse.joint 1.1 120',
    'lot magnets magnet M15 90 magnetise.emf -0.4',
    'rework wind.coil 50',
    'rework test.surge 70',
    'rework mill.left 61',
  ])
    expect(line.answer(`FAULT ${fault}`)).toBe('OK');
  const server = await serveLines(line, 0);
  try {
    const name = batchName('S');
    await signIn(page, base(), 'Ida Haft');
    const made = await page.request.post(`${base()}/api/stores/instruments`, {
      headers: write(),
      data: {
        typed: {
          name: `Line ${name}`,
          kind: 'series-line',
          line: `127.0.0.1:${(server.address() as AddressInfo).port}`,
        },
      },
    });
    expect(made.status()).toBe(201);
    await page.goto(`${base()}/series`);
    await page.getByLabel('Batch, such as B8').fill(name);
    await page.getByRole('combobox', { name: 'Line' }).click();
    await page.getByRole('option', { name: 'Drive motor, coils on teeth' }).click();
    await page.getByLabel('Units', { exact: true }).fill('200');
    await page.getByLabel('Product').fill('Drive motor');
    await page.getByRole('combobox', { name: 'Reports by itself' }).click();
    await page.getByRole('option', { name: `Line ${name}` }).click();
    await page.getByRole('button', { name: 'Begin the batch' }).click();
    await expect(page).toHaveURL(new RegExp(`/series/${name}$`));

    // The line runs until unit 128 has its joints.
    for (let i = 0; i < 142; i++) line.answer('RUN 1');
    const says = page.getByRole('region', { name: 'What it says' });
    await page.getByRole('button', { name: /^Fuse, joint .*unit 1\d\d, watch$/ }).click({ timeout: 90_000 });
    await expect(says).toContainText('Watch: it climbs');
    await expect(says).toContainText('R31 from unit 120');
    await expect(says).toContainText('inside the limits');
    expect(Number(await says.locator('[data-hero]').textContent())).toBeGreaterThan(0);

    // Stopped with its key: the line makes no further joint; released with a reason.
    await page.locator('body').press('s');
    await page.getByLabel('Reason').fill('joint climbs with reel R31');
    await page.getByRole('dialog').getByRole('button', { name: 'Stop' }).click();
    await expect(says).toContainText('Fuse is stopped');
    const joints = () => line.practice.records.filter((r) => r.station === 'fuse').length;
    await expect
      .poll(
        () => {
          const before = joints();
          line.answer('RUN 1');
          return joints() - before;
        },
        { timeout: 60_000, intervals: [1500] },
      )
      .toBe(0);
    line.answer('FAULT lot wind wire R32 134');
    await page.getByRole('button', { name: 'Release R' }).click();
    await page.getByLabel('Reason').fill('electrode cleaned, reel R32');
    await page.getByRole('dialog').getByRole('button', { name: 'Release' }).click();
    await expect(page.getByRole('button', { name: 'Release R' })).toBeDisabled();

    // The bad lot: what moved, with whom, and which units have it.
    await page.getByRole('button', { name: /^Magnetise, EMF .*unit/ }).click();
    await expect(says).toContainText(/M15 from unit 90/);
    await page.getByRole('link', { name: 'Batch, lots, files' }).click();
    await page.getByLabel('Which units got this lot or reel').fill('M15');
    await page.getByRole('button', { name: 'Find' }).click();
    const units = page.getByRole('group', { name: 'Units with M15' });
    await expect(units).toContainText('90–');
    await page.getByRole('button', { name: 'Stop lot M15' }).click();
    await page.getByLabel('Reason').fill('weak magnets');
    await page.getByRole('dialog').getByRole('button', { name: 'Stop' }).click();
    await expect(units).toContainText('held');

    // Three loops, each at its station, in the life of their units.
    await page.getByRole('link', { name: 'the line' }).click();
    for (const [unit, words] of [
      ['50', /wind .*mΩ/],
      ['70', /test .*%/],
      ['61', /mill .*g·mm/],
    ] as const) {
      const { records } = (await (
        await page.request.get(`${base()}/api/series/${name}/units/${unit}`)
      ).json()) as {
        records: { verdict: string }[];
      };
      expect(records.filter((r) => r.verdict === 'out')).toHaveLength(1);
      await page.goto(`${base()}/series/${name}?unit=${unit}`);
      await expect(page.getByRole('img', { name: `Unit ${unit}` })).toContainText(words);
    }
    await expect(page.getByRole('img', { name: /^First pass 9\d\.\d percent/ })).toBeVisible();
  } finally {
    server.close();
  }
});

test('a technician with a scanner: a unit is taken, one that is out goes back, a pallet at once', async ({
  page,
}) => {
  const name = batchName('T');
  await signIn(page, base(), 'Ida Haft');
  const made = await page.request.post(`${base()}/api/series`, {
    headers: write(),
    data: { name, line: 'drive-motor', planned: 60, product: 'Drive motor' },
  });
  expect(made.status()).toBe(201);
  await page.goto(`${base()}/series/${name}/station/stack`);
  await page.getByLabel(/^Next stack/).fill('S77');
  await page.getByRole('button', { name: 'Load' }).click();
  await expect(page.getByText('S77', { exact: true })).toBeVisible();
  const unit = page.getByLabel(/^Unit/);
  const taken = page.getByRole('status', { name: 'What was taken' });
  // A tag scanned into the field, and Enter from field to field.
  await unit.fill(`${name}-1`);
  await unit.press('Enter');
  await page.keyboard.type('42,05');
  await page.keyboard.press('Enter');
  await expect(taken).toContainText('1 is within its limits');
  await expect(unit).toBeFocused();
  await unit.fill('2');
  await unit.press('Enter');
  await page.keyboard.type('43');
  await page.keyboard.press('Enter');
  await expect(taken).toContainText('2 is out, back to Stack');
  await expect(taken).toContainText('outside 41.7 to 42.3 mm');
  // What cannot be read is said, and nothing typed is lost.
  await unit.fill('3');
  await unit.press('Enter');
  await page.keyboard.type('42 kg');
  await page.keyboard.press('Enter');
  await expect(taken).toContainText('is not a unit');
  await expect(page.locator('input[name=height]')).toHaveValue('42 kg');
  await page.reload();
  await expect(page.locator('input[name=height]')).toHaveValue('42 kg');
  await page.locator('input[name=height]').fill('42');
  await unit.fill('3-6, 9');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(taken).toContainText('(5 units)');
  const life = (await (await page.request.get(`${base()}/api/series/${name}/units/9`)).json()) as {
    records: { lots: object }[];
  };
  expect(life.records[0]!.lots).toEqual({ stack: 'S77' });
  // An answer that is lost: the same press again takes nothing twice.
  const records = `${base()}/api/series/${name}/records`;
  await page.route(records, async (route) => {
    await route.fetch();
    await route.abort();
  });
  await unit.fill('20');
  await page.locator('input[name=height]').fill('42.1');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(taken).toContainText('cannot be reached');
  await page.unroute(records);
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(taken).toContainText('20 is within its limits');
  const once = (await (await page.request.get(`${base()}/api/series/${name}/units/20`)).json()) as {
    records: object[];
  };
  expect(once.records).toHaveLength(1);
  // A tag scanned anywhere opens the unit on its line.
  await page.goto(`${base()}/`);
  await expect(page.getByRole('region', { name: 'Floor' }).first()).toBeVisible();
  await scanTag(page, `${name}-9`);
  await expect(page).toHaveURL(new RegExp(`/series/${name}\\?unit=9`));
});
