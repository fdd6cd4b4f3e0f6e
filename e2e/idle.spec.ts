/** A tablet that somebody left is signed out after the time that the shop set, and what was typed there is kept. */
import { expect, test } from '@playwright/test';
import { field, PINS, signIn } from './keyboard.ts';

test('an untouched device is signed out; the next signature is the next person’s', async ({
  page,
  browser,
}) => {
  const base = process.env['DEMO_SHOP']!;
  const lead = await browser.newPage();
  await signIn(lead, base, 'Ida Haft');
  const set = async (idle: string) => {
    const { settings } = (await (await lead.request.get(`${base}/api/shop`)).json()) as {
      settings: { version: number; typed: Record<string, string> };
    };
    const answer = await lead.request.put(`${base}/api/shop/settings`, {
      headers: { 'x-write-id': crypto.randomUUID() },
      data: { version: settings.version, typed: { ...settings.typed, idle } },
    });
    expect(answer.status()).toBe(200);
  };
  await set('60');
  try {
    await page.clock.install();
    await signIn(page, base, 'Olav Tindal');
    await page.goto(`${base}/motor/3109/card?at=idle`);
    await field(page, 'strippedCopper').fill('9.7');
    await page.clock.runFor('40:00');
    await page.mouse.move(300, 300);
    await page.mouse.move(320, 340);
    await page.clock.runFor('40:00');
    // Touched in between: still there.
    await expect(field(page, 'strippedCopper')).toHaveValue('9.7');
    // In a small step past the hour: the answer of the server takes real time.
    await page.clock.runFor('19:00');
    await expect(page).not.toHaveURL(/sign-in/);
    await page.clock.runFor('01:03');
    await expect(page).toHaveURL(/sign-in/);
    expect((await page.request.get(`${base}/api/session`)).status()).toBe(401);
    // The next one is led back to the sheet that lay open; who left it finds what was typed.
    await page.getByRole('button', { name: 'Olav Tindal' }).click();
    await page.keyboard.type(PINS['Olav Tindal']);
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/motor\/3109\/card\?at=idle/);
    await expect(field(page, 'strippedCopper')).toHaveValue('9.7');
  } finally {
    await set('0');
    await lead.close();
  }
});
