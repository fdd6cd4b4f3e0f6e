/** A long floor is narrowed to what one person came for, and says that it is. Others take in motors meanwhile, and ship some. */
import { expect, test } from '@playwright/test';
import { signIn } from './keyboard.ts';

test('the floor shows mine, or what a station or a customer has, and says how many it leaves out', async ({
  page,
}) => {
  await signIn(page, process.env['DEMO_SHOP']!, 'Per Marsk');
  const rows = page.getByRole('link', { name: /^Motor \d+,/ });
  const title = page.getByRole('banner').last();
  await expect(rows.first()).toBeVisible();
  const all = await rows.count();
  await page.getByRole('button', { name: 'Filter' }).click();
  await page.getByRole('button', { name: 'Mine' }).click();
  await page.keyboard.press('Escape');
  await expect(title).toContainText(/Of \d+ in the shop/);
  const mine = await rows.count();
  expect(mine).toBeGreaterThan(0);
  expect(mine).toBeLessThan(all);
  for (const row of await rows.all()) await expect(row).toContainText('Per Marsk');
  // A motor looked at and left again: the list is the one that was left.
  await rows.first().click();
  await expect(page).toHaveURL(/motor\/\d+/);
  await page.goBack();
  await expect(page).toHaveURL(/who=Per/);
  await expect(rows.first()).toContainText('Per Marsk');
  await expect.poll(() => rows.count()).toBeLessThan(all);
  // Chosen with the keyboard, on top of the other.
  await page.getByRole('button', { name: 'Filter' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('combobox', { name: 'That are' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: 'past its promise' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/None of the \d+ motors in the shop fits the filter/)).toBeVisible();
  await page.getByRole('button', { name: /past its promise/ }).click();
  await expect(title).toContainText('In the shop');
  expect(await rows.count()).toBeGreaterThan(mine);
});
