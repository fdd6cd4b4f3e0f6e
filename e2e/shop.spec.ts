/** What holds on every sheet: signing in, other hands on the same card, a dropped network. */
import { expect, test } from '@playwright/test';
import { field, MOTOR_SHEETS, PINS, scan, sheet, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;

test('nobody sees anything before signing in, and a wrong PIN says so', async ({ page }) => {
  await page.goto(`${base()}/motor/3090/verdict`);
  await expect(page).toHaveURL(/sign-in/);
  // Typing begins when the sheet listens.
  await expect(field(page, 'name')).toBeFocused();
  await page.keyboard.type('Olav Tindal');
  await page.keyboard.press('Tab');
  await page.keyboard.type('9999');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Name or PIN is wrong.');
  await field(page, 'pin').fill(PINS['Olav Tindal']);
  await page.keyboard.press('Enter');
  // Back to the sheet that was asked for.
  await expect(page).toHaveURL(/3090\/verdict/);
  await page.getByRole('button', { name: 'sign out' }).last().click();
  await expect(page).toHaveURL(/sign-in/);
});

test('a winder may not pass a gate; the lead may, with a reason', async ({ page, browser }) => {
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/motor/3112/traveller?station=saw`);
  await expect(page.getByText('Gate before the saw is shut')).toBeVisible();
  await expect(page.getByRole('button', { name: /Pass, with reason/ })).toHaveCount(0);
  const lead = await browser.newPage();
  await signIn(lead, base(), 'Ida Haft');
  await lead.goto(`${base()}/motor/3112/traveller?station=saw`);
  await expect(lead.getByRole('button', { name: /Pass, with reason/ })).toBeVisible();
  await lead.close();
});

test('the scan line finds by number and by part of a name, and says when nothing fits', async ({ page }) => {
  await signIn(page, base(), 'Per Marsk');
  await scan(page, '3101');
  await page.keyboard.press('/');
  await page.keyboard.type('bell found');
  // Those in the shop stand before those that have left.
  await expect(page.getByRole('option', { name: /Malmtinn Bell Foundry/ }).first()).toContainText('3099');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/motor\/3099/);
  await expect(page.getByRole('banner').last()).toContainText('Furnace blower');
  await page.keyboard.press('/');
  await page.keyboard.type('zzz');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').first()).toContainText('No motor in this shop fits “zzz”.');
});

test('the line goes anywhere: a sheet of this motor, of another, of the shop, and what can be done', async ({
  page,
}) => {
  await signIn(page, base(), 'Per Marsk');
  await scan(page, '3101');
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('option', { name: /Connection/ })).toBeVisible();
  await page.keyboard.type('polar');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/3101\/connection/);
  // A sheet listens once it is there.
  await expect(page.getByRole('heading', { name: /joints/ })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('3107 tests');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/3107\/tests/);
  await expect(page.getByRole('button', { name: 'Keep the reading' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('reel');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/stores/);
  await expect(page.getByRole('heading', { name: /Wire on the reels/ })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('option')).toHaveCount(0);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('dark');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-sheet', /dark|light/);
});

test('two people on one card: neither loses what was typed', async ({ page, browser }) => {
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/motor/3118/card`);
  await expect(field(page, 'turns')).not.toHaveValue('');
  const other = await browser.newPage();
  await signIn(other, base(), 'Per Marsk');
  await other.goto(`${base()}/motor/3118/card`);
  await expect(field(other, 'turns')).not.toHaveValue('');

  await field(page, 'turns').fill('31');
  await field(page, 'meanTurn').fill('510');
  await field(other, 'turns').fill('29');
  await field(other, 'coilsCounted').fill('48');
  await other.keyboard.press('Control+s');
  await expect(other.getByRole('status').first()).toContainText('saved');
  await page.keyboard.press('Control+s');
  const merge = page.getByRole('alertdialog');
  await expect(merge).toContainText('Per Marsk saved this card meanwhile');
  await expect(merge).toContainText('Turns in a coil');
  await merge.locator('label', { hasText: '29' }).click();
  await merge.getByRole('button', { name: 'Take these' }).click();
  await page.keyboard.press('Control+s');
  await expect(page.getByRole('status').first()).toContainText('saved');
  const file = (await (await page.request.get(`${base()}/api/motors/3118`)).json()) as {
    windings: { typed: Record<string, string> }[];
  };
  expect(file.windings[0]!.typed).toMatchObject({ turns: '29', meanTurn: '510', coilsCounted: '48' });
  await other.close();
});

test('a dropped network keeps what is typed, and what was to be saved is saved when it is back', async ({
  page,
  context,
}) => {
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/motor/3110/card`);
  await field(page, 'strippedCopper').fill('12.4');
  await context.setOffline(true);
  await page.keyboard.press('Control+s');
  await expect(page.getByRole('status').first()).toContainText('does not answer');
  await expect(field(page, 'strippedCopper')).toHaveValue('12.4');
  // Nobody is made to believe that they are signed out while they are not.
  await page.getByRole('button', { name: 'sign out' }).last().click();
  await page.waitForTimeout(500);
  await expect(page).toHaveURL(/3110\/card/);
  await expect(page.getByRole('button', { name: 'sign out' }).last()).toBeVisible();
  await context.setOffline(false);
  // It waited in the browser and goes by itself.
  await expect
    .poll(async () => (await page.request.get(`${base()}/api/motors/3110`)).text())
    .toContain('"strippedCopper":"12.4"');
  await page.reload();
  await expect(field(page, 'strippedCopper')).toHaveValue('12.4');
});

test('a change by somebody else shows by itself', async ({ page, browser }) => {
  await signIn(page, base(), 'Ida Haft');
  await expect(page.getByRole('link', { name: /Motor 3109/ })).not.toContainText('no such hold');
  const other = await browser.newPage();
  await signIn(other, base(), 'Per Marsk');
  await other.goto(`${base()}/motor/3109/traveller`);
  await other.getByRole('button', { name: 'Hold', exact: true }).click();
  await other.keyboard.type('liner too short');
  await other.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Motor 3109.*liner too short/ })).toBeVisible();
  await other.close();
});

test('strokes of a hand that a busy page hears all at once are not taken for a scan', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await scan(page, '3107');
  await expect(page.locator('[data-view="A"]').first()).toBeVisible();
  await page.evaluate(() => {
    (document.activeElement as HTMLElement | null)?.blur();
    setTimeout(() => {
      const until = performance.now() + 900;
      while (performance.now() < until);
    }, 50);
  });
  await page.waitForTimeout(120);
  // Both fall into the time in which the page does something else.
  void page.keyboard.press('2');
  await new Promise((r) => setTimeout(r, 200));
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/motor\/3107\/connection/);
});

test('sheets are turned by their keys', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await scan(page, '3107');
  for (const end of MOTOR_SHEETS) await sheet(page, end);
  await page.keyboard.press('F4');
  await page.keyboard.type('2', { delay: 120 });
  await expect(page).toHaveURL(`${base()}/routes`);
  await page.keyboard.press('F1');
  await expect(page).toHaveURL(`${base()}/`);
});
