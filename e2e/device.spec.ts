/** What a workshop does to a device: two tabs, a lost answer, a full store, a server brought up to date, a scanner anywhere. */
import { expect, test, type Page } from '@playwright/test';
import { field, scanTag, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();
const card = async (page: Page, number: string) => {
  await page.goto(`${base()}/motor/${number}/card`);
  await expect(field(page, 'turns')).not.toHaveValue('');
};

const SMALL = {
  customer: 'Isvang Ice Rink',
  power: '4',
  voltage: '400',
  current: '8.4',
  frequency: '50',
  speed: '1440',
};
const { customer: _customer, ...SMALL_PLATE } = SMALL;
const fillAll = async (page: Page, values: Readonly<Record<string, string>>) => {
  for (const [name, value] of Object.entries(values)) await field(page, name).fill(value);
};

test.beforeEach(async ({ page }) => {
  await signIn(page, base(), 'Olav Tindal');
});

test('two tabs of one person: what is typed in one stands in the other, and both are clean when one undoes it', async ({
  page,
  context,
}) => {
  await card(page, '3124');
  const found = await field(page, 'endsPerLead').inputValue();
  const other = await context.newPage();
  await card(other, '3124');
  await field(page, 'coilsCounted').fill('27');
  await expect(field(other, 'coilsCounted')).toHaveValue('27');
  await field(other, 'groupsCounted').fill('12');
  await expect(field(page, 'groupsCounted')).toHaveValue('12');
  await other.getByRole('button', { name: 'Undo typing' }).click();
  await expect(field(page, 'coilsCounted')).not.toHaveValue('27');
  await expect(field(page, 'groupsCounted')).not.toHaveValue('12');
  await expect(field(page, 'endsPerLead')).toHaveValue(found);
});

test('a tab that is closed at once loses nothing that was typed', async ({ page, context }) => {
  await card(page, '3124');
  await field(page, 'coilsCounted').fill('26');
  await page.close({ runBeforeUnload: true });
  const again = await context.newPage();
  await card(again, '3124');
  await expect(field(again, 'coilsCounted')).toHaveValue('26');
  await again.getByRole('button', { name: 'Undo typing' }).click();
});

test('an answer that is lost: the same press again is the same motor, taken in once', async ({ page }) => {
  await page.goto(`${base()}/new`);
  await fillAll(page, { ...SMALL, number: '5901', machine: 'Pump of the lower basin' });
  let lost = 0;
  await page.route('**/api/motors', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.fallback();
    lost++;
    // The server has done it; the answer never comes.
    await route.fetch();
    await route.abort('connectionreset');
  });
  await page.getByRole('button', { name: /Take it in/ }).click();
  await expect.poll(() => lost).toBe(1);
  await expect(page).toHaveURL(/\/new$/);
  await expect(field(page, 'machine')).toHaveValue('Pump of the lower basin');
  await page.getByRole('button', { name: /Take it in/ }).click();
  await expect(page).toHaveURL(/motor\/5901\/card/);
  const history = (await (await page.request.get(`${base()}/api/motors/5901/history`)).json()) as {
    what: string;
  }[];
  expect(history.filter((e) => e.what === 'motor taken in')).toHaveLength(1);
});

test('a device whose store is full says so, and what is typed can still be saved', async ({ page }) => {
  await page.addInitScript(() => {
    // The store behind the page, which takes everything but what is typed.
    Storage.prototype.setItem = function (this: Storage, key: string, value: string) {
      if (key.startsWith('norther.draft')) throw new DOMException('full', 'QuotaExceededError');
      this[key] = value;
    };
  });
  await page.goto(`${base()}/new`);
  await fillAll(page, { ...SMALL, number: '5902', machine: 'Pump of the upper basin' });
  await expect(told(page)).toContainText('This device’s store is full');
  await page.getByRole('button', { name: /Take it in/ }).click();
  await expect(page).toHaveURL(/motor\/5902\/card/);
});

test('a sheet that a newer server no longer has is said in words, and comes when it is loaded again', async ({
  page,
}) => {
  await card(page, '3124');
  await field(page, 'coilsCounted').fill('25');
  await page.route('**/assets/cut-sheet-*.js', (route) => route.fulfill({ status: 404, body: '' }));
  await page.getByRole('link', { name: /Cut$/ }).click();
  await expect(page.getByRole('alert')).toContainText('This sheet could not be fetched');
  await expect(page.getByRole('alert')).toContainText('What you typed is kept');
  await page.unroute('**/assets/cut-sheet-*.js');
  await page.getByRole('button', { name: 'Load it again' }).click();
  await expect(page.locator('[data-view="A"]')).toBeVisible();
  await card(page, '3124');
  await expect(field(page, 'coilsCounted')).toHaveValue('25');
  await page.getByRole('button', { name: 'Undo typing' }).click();
});

test('a tag scanned on a sheet opens its motor, however slowly that comes, and turns no other sheet after it', async ({
  page,
}) => {
  await card(page, '3124');
  await page.goto(`${base()}/motor/3124/traveller`);
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
  // The sheet of the motor is on its way for longer than a digit waits.
  await page.route('**/assets/motor-*.js', async (route) => {
    await new Promise((later) => setTimeout(later, 400));
    await route.continue();
  });
  await scanTag(page, '3112');
  await expect(page).toHaveURL(/motor\/3112$/);
  await page.waitForTimeout(600);
  await expect(page).toHaveURL(/motor\/3112$/);
});

test('a tag scanned while a field has the focus opens its motor and leaves the field as it was', async ({
  page,
}) => {
  await card(page, '3124');
  const turns = await field(page, 'turns').inputValue();
  await field(page, 'turns').focus();
  await scanTag(page, '3101');
  await expect(page).toHaveURL(/motor\/3101/);
  await card(page, '3124');
  await expect(field(page, 'turns')).toHaveValue(turns);
  // Nor does a choice follow the letters of a tag.
  await page.request.post(`${base()}/api/motors`, {
    headers: { 'x-write-id': crypto.randomUUID() },
    data: {
      number: 'LAP7',
      customer: 'Isvang Ice Rink',
      machine: '',
      maker: '',
      serial: '',
      plate: SMALL_PLATE,
    },
  });
  await field(page, 'kind').focus();
  await scanTag(page, 'LAP7');
  await expect(page).toHaveURL(/motor\/LAP7/);
  await card(page, '3124');
  await expect(field(page, 'kind')).toHaveAttribute('data-value', '');
  // A hand that tabs on and presses a key is no scanner.
  await field(page, 'coilsCounted').focus();
  await page.keyboard.type('3101');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/motor\/3124/);
  await expect(field(page, 'coilsCounted')).toHaveValue('3101');
  await page.getByRole('button', { name: 'Undo typing' }).click();
});

test('ticks that are under way when the sheet is left, or the network drops, are all written, in the order of the hand', async ({
  page,
}) => {
  const marks = async () => {
    const answer = await page.request.get(`${base()}/api/motors/3124`);
    return ((await answer.json()) as { jointMarks: { joint: string; mark: string }[] }).jointMarks;
  };
  const before = (await marks()).length;
  const open = async () => {
    await page.goto(`${base()}/motor/3124/connection`);
    await expect(page.getByRole('heading', { name: /of \d+ joints/ })).toBeVisible();
    await choose();
  };
  // A joint that is made hands on to the next.
  const press = async () => {
    await turn.click();
    await choose();
  };
  const choose = () => page.getByRole('button', { name: 'Joint 1', exact: true }).click();
  const turn = page.getByRole('button', { name: /(Open joint 1|Joint 1 is made)/ });
  await open();
  const made = (await turn.textContent())?.includes('Open') ?? false;
  const [first, second] = made ? (['undone', 'made'] as const) : (['made', 'undone'] as const);

  // Held on its way: the sheet is left before anything is answered.
  await page.route('**/joints', () => undefined);
  await press();
  await expect(turn).toHaveText(made ? /Joint 1 is made/ : /Open joint 1/);
  await press();
  await expect(turn).toHaveText(made ? /Open joint 1/ : /Joint 1 is made/);
  await page.unrouteAll();
  await page.goto(`${base()}/motor/3124/traveller`);
  await expect.poll(async () => (await marks()).slice(before).map((m) => m.mark)).toEqual([first, second]);

  // Dropped: the ticks wait, the sheet says so, and they go when the network is back.
  await open();
  await page.context().setOffline(true);
  await press();
  await expect(page.getByText('1 tick waits on this device for the server.')).toBeVisible();
  await page.context().setOffline(false);
  await expect
    .poll(async () => (await marks()).slice(before).map((m) => m.mark))
    .toEqual([first, second, first]);
  await expect(page.getByText(/waits? on this device/)).toHaveCount(0);
});
