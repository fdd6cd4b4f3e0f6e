/** A shop begins: its first lead by the word of the machine, then people, roles, PINs, somebody who left. */
import { expect, test, type Page } from '@playwright/test';
import { field } from './keyboard.ts';

const base = () => process.env['NEW_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();
const fill = async (page: Page, values: Readonly<Record<string, string>>) => {
  for (const [name, value] of Object.entries(values)) await field(page, name).fill(value);
};
async function enter(page: Page, name: string, pin: string) {
  await page.goto(`${base()}/sign-in`);
  await fill(page, { name, pin });
  await page.keyboard.press('Enter');
}
const row = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });

test('a new shop, from its first lead to a winder who left', async ({ page, browser }) => {
  await test.step('nobody of the documentation gets in; the first lead does, with the word of the machine', async () => {
    await page.goto(`${base()}/`);
    await expect(page.getByText('Nobody works here yet.')).toBeVisible();
    const lead = { shop: 'Nordlund Works', name: 'Berit Nordlund', pin: '804215' };
    await fill(page, { word: 'not-the-word-of-it', ...lead, again: '80421' });
    await expect(page.getByText('This is not the same.')).toBeVisible();
    await expect(page.getByRole('button', { name: /Begin the shop/ })).toBeDisabled();
    await field(page, 'again').fill('804215');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('That is not the word');
    // What was entered stands there still; only the word is put right.
    await expect(field(page, 'name')).toHaveValue('Berit Nordlund');
    await field(page, 'word').fill(process.env['NEW_SHOP_WORD']!);
    await page.getByRole('button', { name: /Begin the shop/ }).click();
    await expect(page.getByText('No motor in the shop.')).toBeVisible();
    await expect(page.getByRole('banner').last()).not.toContainText('DEMO');
  });

  await test.step('a lead adds a winder, whose PIN must be long enough and whose name is one in any case', async () => {
    await page.keyboard.press('F4');
    await expect(page).toHaveURL(/\/people$/);
    await fill(page, { name: 'Tor Bakke', pin: '1234' });
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(told(page)).toContainText('A PIN has at least 6 digits.');
    await expect(field(page, 'name')).toHaveValue('Tor Bakke');
    await field(page, 'pin').fill('551188');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(row(page, 'Tor Bakke')).toContainText('winder');
    await fill(page, { name: 'TOR BAKKE', pin: '551189' });
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(told(page)).toContainText('✗');
    await expect(page.getByRole('row', { name: /tor bakke/i })).toHaveCount(1);
  });

  const other = await (await browser.newContext()).newPage();
  await test.step('a winder sees the people, changes only the own PIN, and nobody’s role', async () => {
    await enter(other, 'tor bakke', '551188');
    await expect(other.getByText('No motor in the shop.')).toBeVisible();
    await other.goto(`${base()}/people`);
    await expect(row(other, 'Berit Nordlund')).toBeVisible();
    await expect(row(other, 'Berit Nordlund').getByRole('button')).toHaveCount(0);
    await row(other, 'Tor Bakke').getByRole('button', { name: 'Change' }).click();
    await expect(other.getByRole('radio')).toHaveCount(0);
    await expect(other.getByRole('button', { name: 'Retire' })).toHaveCount(0);
  });

  await test.step('a tester by the lead’s hand: what was open elsewhere ends', async () => {
    await row(page, 'Tor Bakke').getByRole('button', { name: 'Change' }).click();
    await page.getByRole('radio', { name: /^tester/ }).check();
    await page.getByRole('button', { name: 'Change', exact: true }).last().click();
    await expect(row(page, 'Tor Bakke')).toContainText('tester');
    await other.goto(`${base()}/people`);
    await expect(other).toHaveURL(/sign-in/);
  });

  await test.step('the last lead cannot leave; a tester can, and does not come in again', async () => {
    await row(page, 'Berit Nordlund').getByRole('button', { name: 'Change' }).click();
    await page.getByRole('button', { name: 'Retire' }).click();
    await expect(told(page)).toContainText('✗');
    await row(page, 'Berit Nordlund').getByRole('button', { name: 'Close' }).click();
    await row(page, 'Tor Bakke').getByRole('button', { name: 'Change' }).click();
    await page.getByRole('button', { name: 'Retire' }).click();
    await expect(row(page, 'Tor Bakke')).toContainText('retired, was tester');
    await enter(other, 'Tor Bakke', '551188');
    await expect(other.getByRole('alert')).toContainText('Name or PIN is wrong.');
    // Who tried, and what was changed, stands below.
    await page.reload();
    await expect(page.getByText('Berit Nordlund: Tor Bakke added as winder')).toBeVisible();
  });
  await other.context().close();
});
