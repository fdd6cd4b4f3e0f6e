/** Hands on the keyboard: signing in, finding a field by Tab, typing into it. No mouse anywhere. */
import { expect, type Locator, type Page } from '@playwright/test';

export const PINS = { 'Ida Haft': '2718', 'Per Marsk': '1618', 'Olav Tindal': '3141' } as const;
export type Name = keyof typeof PINS;

/** Tab, until the element has the focus. */
export async function tabTo(page: Page, target: Locator, most = 120) {
  await expect(target).toBeVisible();
  const has = () => target.evaluate((e) => e === document.activeElement);
  for (let i = 0; i < most; i++) {
    if (await has()) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not reach ${String(target)}`);
}

export const field = (page: Page, name: string) => page.locator(`[name="${name}"]`).first();

/** Goes to each field by Tab and types; a choice is taken from its list. */
export async function typeAll(page: Page, values: Readonly<Record<string, string>>) {
  for (const [name, value] of Object.entries(values)) {
    const target = field(page, name);
    await tabTo(page, target);
    if ((await target.getAttribute('role')) === 'combobox') {
      await page.keyboard.press('Space');
      await expect(page.getByRole('listbox')).toBeVisible();
      const options = page.getByRole('option');
      const wanted = (await options.allTextContents()).findIndex((words) => words.startsWith(value));
      if (wanted < 0) throw new Error(`No choice of ${name} begins with “${value}”`);
      // The list follows a key a moment later, as the eye does.
      const here = (at: number) => expect(options.nth(at)).toHaveAttribute('data-highlighted', '');
      await page.keyboard.press('Home');
      for (let at = 0; await here(at), at < wanted; at++) await page.keyboard.press('ArrowDown');
      await page.keyboard.press('Enter');
      await expect(page.getByRole('listbox')).toHaveCount(0);
    } else {
      await page.keyboard.press('ControlOrMeta+a');
      await page.keyboard.type(value);
    }
  }
}

/** Opens a list of choices and takes one by its words. */
export async function choose(page: Page, name: string, label: string | RegExp) {
  await field(page, name).click();
  await page.getByRole('option', { name: label, exact: typeof label === 'string' }).click();
  await expect(page.getByRole('listbox')).toHaveCount(0);
}

/** Presses a key or follows a link by keyboard. */
export async function press(page: Page, target: Locator) {
  await tabTo(page, target);
  await page.keyboard.press('Enter');
}

export async function signIn(page: Page, base: string, name: Name) {
  await page.goto(`${base}/`);
  await expect(page).toHaveURL(/sign-in/);
  // Typing begins when the sheet listens.
  await expect(field(page, 'name')).toBeFocused();
  await page.keyboard.type(name);
  await page.keyboard.press('Tab');
  await page.keyboard.type(PINS[name]);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Floor/ })).toBeVisible();
}

/** A motor by its tag, as the scanner types it. */
export async function scan(page: Page, number: string) {
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('/');
  await page.keyboard.type(number);
  await page.keyboard.press('Enter');
  // The whole address: a sheet of the same motor may be open already.
  await expect(page).toHaveURL(new RegExp(`/motor/${number}$`));
  await expect(page.getByRole('banner').last()).toContainText(number);
}

/** Strokes that lead to the sheets of a motor. */
const STROKES = {
  '': '11',
  failure: '12',
  agreement: '13',
  card: '21',
  winding: '22',
  connection: '23',
  search: '24',
  cut: '25',
  traveller: '3',
  tests: '41',
  verdict: '42',
  trends: '43',
} as const;
export const MOTOR_SHEETS = Object.keys(STROKES) as (keyof typeof STROKES)[];

/** A sheet of the motor by its strokes, at the pace of a hand. */
export async function sheet(page: Page, end: keyof typeof STROKES) {
  // A hand turns from a sheet that it sees.
  await expect(page.locator('[data-view="A"]').first()).toBeVisible();
  await page.evaluate(() => new Promise((seen) => requestAnimationFrame(() => setTimeout(seen, 200))));
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.type(STROKES[end], { delay: 120 });
  await expect(page).toHaveURL(new RegExp(`/motor/[^/]+${end ? `/${end}` : ''}(\\?|$)`));
}

/** A scanner: a key every 8 ms, long before the sheet has drawn the first, and Enter ends them. */
export async function scanTag(page: Page, tag: string) {
  const cdp = await page.context().newCDPSession(page);
  const began = Date.now() / 1000;
  const sent = [...tag, 'Enter'].flatMap((key, i) => {
    const timestamp = began + i * 0.008;
    return [
      cdp.send('Input.dispatchKeyEvent', {
        type: 'keyDown',
        key,
        text: key === 'Enter' ? '\r' : key,
        timestamp,
      }),
      cdp.send('Input.dispatchKeyEvent', { type: 'keyUp', key, timestamp: timestamp + 0.003 }),
    ];
  });
  await Promise.all(sent);
  await cdp.detach();
}
