/** A machine that was here before, what came along with it, and work that is done again: in the real interface. */
import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { field, scanTag, signIn } from './keyboard.ts';
import { sign } from './work.ts';

const base = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();

test('what came along has a tag, and opens its motor when it is scanned', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3101`);
  const parts = page.getByRole('region', { name: 'What came along' });
  await expect(parts.getByText('3 to lay to it before it leaves')).toBeVisible();
  await page.getByRole('combobox', { name: 'Part', exact: true }).click();
  await page.getByRole('option', { name: 'fan cover' }).click();
  await parts.getByLabel('Tag on it; empty: one is made').fill('COVER-77');
  await parts.getByRole('button', { name: 'Add it' }).click();
  await expect(parts.getByText('4 to lay to it before it leaves')).toBeVisible();
  await parts.getByRole('checkbox', { name: /spring brake/ }).click();
  await expect(parts.getByText('laid to it, Ida Haft')).toBeVisible();
  // The same tag on another motor is refused in words.
  await page.goto(`${base()}/motor/3112`);
  await page.getByRole('combobox', { name: 'Part', exact: true }).click();
  await page.getByRole('option', { name: 'key', exact: true }).click();
  await field(page, 'part-tag').fill('cover-77');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(told(page)).toContainText('on a part of motor 3101 already');
  // As a scanner types it, on any sheet.
  await page.goto(`${base()}/motor/3112/traveller`);
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
  await scanTag(page, 'COVER-77');
  await expect(page).toHaveURL(/motor\/3101$/);
  // One entered by mistake goes with a reason.
  await page.getByRole('button', { name: 'Take COVER-77 off the list' }).click();
  await page.locator('textarea[name=reason]').fill('it belongs to 3112');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'What came along' }).getByText('COVER-77')).toHaveCount(0);
});

test('a station opened again shows its cause and what stood there, and the machine’s other visit is known', async ({
  page,
}) => {
  await signIn(page, base(), 'Ida Haft');
  for (const number of ['5701', '5702'])
    expect(
      (
        await page.request.post(`${base()}/api/motors`, {
          headers: { 'x-write-id': randomUUID() },
          data: { number, customer: 'Nordlund Quarry', maker: 'Vestby V160', serial: 'QX-12' },
        })
      ).status(),
    ).toBe(201);
  await page.goto(`${base()}/motor/5702`);
  await expect(page.getByRole('region', { name: 'Other visits' })).toContainText('5701');
  await page.goto(`${base()}/motor/5702/traveller`);
  await sign(page, 'Intake', { failed: 'burnt at the drive end' });
  await page.goto(`${base()}/motor/5702/traveller?station=intake`);
  await page.getByRole('button', { name: 'Open it again' }).click();
  await page.locator('textarea[name=reason]').fill('looked at the wrong end');
  await page.keyboard.press('Enter');
  const before = page.getByRole('region', { name: 'Done before' });
  await expect(before).toContainText('The 2nd time: looked at the wrong end');
  await expect(before).toContainText('burnt at the drive end');
  await sign(page, 'Intake', { failed: 'burnt at the other end' });
  await page.goto(`${base()}/motor/5702`);
  await page.getByText('Every station').click();
  await expect(page.getByRole('row', { name: /Intake/ })).toContainText('2nd time');
  await expect(page.getByRole('img', { name: /What happened to this motor/ })).toBeVisible();
});
