/** A tablet whose network drops in the middle: what is open goes on, also after a reload; entries arrive once, conflicts are shown. */
import { randomUUID } from 'node:crypto';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { expect, test, type Page } from '@playwright/test';
import { field, signIn } from './keyboard.ts';

/** A wire between the tablet and the shop that can be cut. */
async function cuttableWire(to: string) {
  const { port, hostname } = new URL(to);
  const open = new Set<Socket>();
  let cut = false;
  const server = createServer((tablet) => {
    if (cut) {
      tablet.destroy();
      return;
    }
    const shop = connect(Number(port), hostname);
    for (const [a, b] of [
      [tablet, shop],
      [shop, tablet],
    ] as const) {
      open.add(a);
      a.on('error', () => b.destroy());
      a.on('close', () => b.destroy());
      a.pipe(b);
    }
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return {
    base: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    cut: () => {
      cut = true;
      for (const s of open) s.destroy();
      open.clear();
    },
    mend: () => {
      cut = false;
    },
    close: () => {
      for (const s of open) s.destroy();
      server.close();
    },
  };
}

const shop = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();
const cardOf = async (page: Page, number: string) =>
  (
    (await (await page.request.get(`${shop()}/api/motors/${number}`)).json()) as {
      windings: { role: string; version: number; typed: Record<string, string> }[];
    }
  ).windings.find((w) => w.role === 'as-found')!;

/** Signed in through the wire, with everything of the application on the device. */
async function tablet(page: Page, base: string) {
  await signIn(page, base, 'Ida Haft');
  await page.evaluate(async () => {
    const worker = await navigator.serviceWorker.ready;
    await new Promise<void>((done) => {
      const look = () =>
        worker.active?.state === 'activated' && navigator.serviceWorker.controller
          ? done()
          : setTimeout(look, 100);
      look();
    });
  });
  // What was fetched before the worker was there is fetched once more through it.
  await page.reload();
}

test('the card goes on without a network and over a reload, and arrives once when it is back', async ({
  page,
}) => {
  const wire = await cuttableWire(shop());
  try {
    await tablet(page, wire.base);
    await page.goto(`${wire.base}/motor/3098/traveller`);
    await page.goto(`${wire.base}/motor/3098/card`);
    await expect(field(page, 'overhang')).toBeVisible();
    const before = await cardOf(page, '3098');
    wire.cut();
    await field(page, 'overhang').fill('77');
    await page.getByRole('button', { name: /^Save/ }).first().click();
    await expect(told(page)).toContainText(/does not answer|Kept on this device/);
    await expect(page.getByRole('button', { name: '1 wait for the network' })).toBeVisible();
    // Typed again while it waits: still one entry.
    await field(page, 'overhang').fill('78');
    await page.getByRole('button', { name: /^Save/ }).first().click();
    await page.reload();
    await expect(field(page, 'overhang')).toHaveValue('78');
    await expect(page.getByRole('button', { name: '1 wait for the network' })).toBeVisible();
    // The other sheets that a tablet works with open as well.
    await page.goto(`${wire.base}/motor/3098/traveller`);
    await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
    expect((await cardOf(page, '3098')).version).toBe(before.version);
    wire.mend();
    await expect(page.getByRole('button', { name: /wait for the network/ })).toHaveCount(0, {
      timeout: 60_000,
    });
    const after = await cardOf(page, '3098');
    expect([after.version, after.typed['overhang']]).toEqual([before.version + 1, '78']);
    await page.goto(`${wire.base}/motor/3098/card`);
    await expect(field(page, 'overhang')).toHaveValue('78');
  } finally {
    wire.close();
  }
});

test('what somebody else changed meanwhile is shown with both sides, and nothing is lost', async ({
  page,
}) => {
  const wire = await cuttableWire(shop());
  try {
    await tablet(page, wire.base);
    await page.goto(`${wire.base}/motor/3120/card`);
    await expect(field(page, 'overhang')).toBeVisible();
    wire.cut();
    await field(page, 'overhang').fill('61');
    await page.getByRole('button', { name: /^Save/ }).first().click();
    await expect(page.getByRole('button', { name: '1 wait for the network' })).toBeVisible();
    const there = await cardOf(page, '3120');
    const changed = await page.request.put(`${shop()}/api/motors/3120/windings/as-found`, {
      headers: { 'x-write-id': randomUUID() },
      data: { typed: { ...there.typed, overhang: '55' }, version: there.version },
    });
    expect(changed.status()).toBe(200);
    wire.mend();
    const refused = page.getByRole('button', { name: '1 refused' });
    await expect(refused).toBeVisible({ timeout: 60_000 });
    await refused.click();
    const row = page.getByRole('row', { name: /overhang/ });
    await expect(row).toContainText('61');
    await expect(row).toContainText('55');
    await page.getByRole('button', { name: 'Leave it out' }).click();
    // It was the only one: there is nothing left to decide, and the sheet is free again.
    await expect(page.getByText('Not in the shop’s record yet')).toHaveCount(0);
    await expect(refused).toHaveCount(0);
    // Typed stays typed: it stands in the field until its person decides.
    await expect(field(page, 'overhang')).toHaveValue('61');
    expect((await cardOf(page, '3120')).typed['overhang']).toBe('55');
  } finally {
    wire.close();
  }
});
