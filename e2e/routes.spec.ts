/** A shop makes a route of its own, and a motor goes it: in the real interface. */
import { expect, test, type Page } from '@playwright/test';
import { choose, field, signIn } from './keyboard.ts';
import { sign } from './work.ts';

const base = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('navigation', { name: 'Sheets' }).getByRole('status');
const stations = (page: Page, stretch: string) =>
  page.getByRole('region', { name: stretch, exact: true }).getByRole('listitem');

test('a route is copied, given a station, ordered by keyboard, published, and gone by', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/routes`);
  await page.getByRole('button', { name: 'Copy it, to change the copy' }).click();
  await page.getByLabel('Name of the route').fill('Rewind with photo');
  await page.getByRole('button', { name: /Add a station: the way in/ }).click();
  // What is not whole yet is said, and is not published.
  await expect(page.getByText('it needs a short name for the floor')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Publish it' })).toBeDisabled();
  await page.getByLabel('On the floor').fill('Leads');
  await page.getByLabel('What is done').fill('Photograph and measure the leads');
  await page.getByLabel('What to do, a line each').fill('From the connection end.\nMeasure the longest.');
  await page.getByLabel('Usually takes').fill('10');
  await page.getByRole('button', { name: 'record something more' }).click();
  await page.getByLabel('What is recorded').fill('Longest lead');
  await page.getByLabel('Possible from').fill('10');
  await page.getByLabel('to', { exact: true }).first().fill('3 m');
  await page.getByLabel('Usual from').fill('150');
  // Another order: the rotor is balanced first, by the keyboard's own way of dragging.
  await page.getByRole('button', { name: 'Move Balance' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('Balance would go to place 2.')).toBeAttached();
  // Places are measured after it is lifted; a press before that is one to repeat. It cannot go above the first.
  await expect(async () => {
    await page.keyboard.press('ArrowUp');
    await expect(page.getByText('Balance would go to place 1.')).toBeAttached({ timeout: 2000 });
  }).toPass();
  await page.keyboard.press('Space');
  await expect(stations(page, 'Rotor').first()).toContainText('Balance');
  await page.reload();
  // It is kept on this device until it is published.
  await expect(page.getByLabel('Name of the route')).toHaveValue('Rewind with photo');
  await expect(stations(page, 'Rotor').first()).toContainText('Balance');
  await page.getByRole('button', { name: 'Publish it' }).click();
  await expect(told(page)).toContainText('Rewind with photo is published');
  await expect(page.getByRole('button', { name: 'Rewind with photo version' })).toBeVisible();

  await page.goto(`${base()}/new`);
  await field(page, 'number').fill('5801');
  await field(page, 'customer').fill('Nordlund Quarry');
  await page.getByLabel('The plate is missing or cannot be read').check();
  await choose(page, 'route', 'Rewind with photo');
  await page.getByRole('button', { name: /Take it in/ }).click();
  await expect(told(page)).toContainText('Motor 5801 is in the shop');
  await page.goto(`${base()}/motor/5801/traveller`);
  await sign(page, 'Intake', { failed: 'burnt' });
  await expect(page.getByRole('heading', { name: 'Photograph and measure the leads' })).toBeVisible();
  await page.locator('[name="own-longest-lead"]').fill('9 cm');
  await expect(page.getByText('Longest lead is usually 150 or more mm')).toBeVisible();
  await page.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(page.getByText('of usually 10 min')).toBeVisible();
  await sign(page, 'Photograph and measure the leads', { 'own-longest-lead': '300' });
  await page.goto(`${base()}/`);
  await expect(page.getByRole('link', { name: /^Motor 5801/ })).toHaveAccessibleName(
    /rotor waits for balance/,
  );

  // The next version does without; the motor under way keeps its own.
  await page.goto(`${base()}/routes`);
  await page.getByRole('button', { name: /Rewind with photo/ }).click();
  await page.getByRole('button', { name: /^Cure/ }).click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByText('Bake and cure is left out.')).toBeVisible();
  await expect(page.getByText(/asks for cure.*no station before it asks for that test/i)).toBeVisible();
  await page.getByRole('button', { name: 'Undo all of it' }).click();
  await page.getByRole('button', { name: /^Saw/ }).click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByRole('button', { name: 'Publish the next version' })).toBeDisabled();
  await page.getByLabel('Why it goes without').fill('we pull in one piece');
  await page.getByRole('button', { name: 'Publish the next version' }).click();
  await expect(page.getByText('version 2', { exact: true })).toBeVisible();
  await page.goto(`${base()}/motor/5801/traveller`);
  await expect(page.getByRole('button', { name: 'Saw' })).toBeVisible();
});
