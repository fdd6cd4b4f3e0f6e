/** Library, ovens, plan and drawn-upon photos: in the real interface, on the demo's shop. */
import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { field, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();
const post = async (page: Page, url: string, data: object) => {
  const answer = await page.request.post(`${base()}/api/${url}`, {
    headers: { 'x-write-id': randomUUID() },
    data,
  });
  expect(answer.status()).toBeLessThan(300);
  return (await answer.json()) as { id: string; version: number };
};

test('a bare core finds its sisters, and one of them fills its proposal', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3128/card`);
  await page.getByRole('link', { name: /find sisters in the library/ }).click();
  await expect(page.getByRole('button', { name: /2871/ })).toBeVisible();
  // The nearest stands first, and says what it would be here.
  await expect(page.getByLabel('Sisters, nearest first')).toContainText('Isvang Ice Rink');
  await expect(page.getByText(/turns a coil, joined as 2871 is/)).toBeVisible();
  // Another core: other slots do not fit, and say so.
  await field(page, 'slots').fill('36');
  await page.getByRole('button', { name: /2790/ }).click();
  await expect(
    page.getByLabel('From the sister to this motor').getByRole('button', { name: /^Fill/ }),
  ).toBeEnabled();
  await field(page, 'slots').fill('48');
  await page.getByRole('button', { name: /2933/ }).click();
  await page.getByRole('button', { name: /^Fill \d+ fields/ }).click();
  await expect(page).toHaveURL(/motor\/3128\/winding/);
  await page.goto(`${base()}/motor/3128`);
  await expect(page.getByText('proposed winding saved').first()).toBeVisible();
  await page.goto(`${base()}/motor/3128/library`);
  await expect(page.getByText('has a proposal already')).toBeVisible();
});

test('the library without a motor is kept in its address', async ({ page }) => {
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/library`);
  await expect(page.getByText('Count the slots and the poles')).toBeVisible();
  for (const [name, value] of [
    ['slots', '54'],
    ['poles', '6'],
    ['bore', '200'],
    ['coreLength', '190'],
  ] as const)
    await field(page, name).fill(value);
  await expect(page.getByRole('button', { name: /2299/ })).toBeVisible();
  // Two strokes before the page has drawn the first: neither is lost.
  await page.evaluate(() => {
    for (const [name, value] of [
      ['bore', '201'],
      ['coreLength', '191'],
      ['bore', '200'],
      ['coreLength', '190'],
    ] as const) {
      const input = document.querySelector<HTMLInputElement>(`[name="${name}"]`)!;
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, value);
      input.dispatchEvent(new Event('input', { bubbles: true }));
    }
  });
  await expect(page).toHaveURL(/bore=200&coreLength=190/);
  await page.reload();
  await expect(page.getByRole('button', { name: /2299/ })).toBeVisible();
  await expect(field(page, 'bore')).toHaveValue('200');
});

test('an oven is entered, loaded, read by hand, and its log is what the cure is judged by', async ({
  page,
}) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/ovens`);
  const ovens = page.getByRole('region', { name: 'New oven' });
  await ovens.locator('[name=name]').fill('Oven 9');
  await ovens.locator('[name=occupies]').fill('Cure');
  await ovens.locator('[name=hottest]').fill('392 F');
  await ovens.locator('[name=mass]').fill('100');
  await ovens.getByRole('button', { name: 'Keep the oven' }).click();
  // In the list: the line that tells it is kept names it as well.
  const listed = (name: string) => page.getByRole('listitem').filter({ hasText: name });
  await expect(listed('Oven 9')).toBeVisible();
  // 280 without a unit is asked, and cannot be kept.
  const programme = page.getByRole('region', { name: 'New programme' });
  await programme.locator('[name=name]').fill('Bake twice asked');
  await programme.getByRole('combobox').click();
  await page.getByRole('option', { name: 'bake and cure' }).click();
  await programme.locator('[name=target]').fill('280');
  await programme.locator('[name=minutes]').fill('1 h');
  await expect(programme.getByText(/280 °C, or 280 °F which is 138 °C/).first()).toBeVisible();
  await expect(programme.getByRole('button', { name: 'Keep the programme' })).toBeDisabled();
  await programme.locator('[name=target]').fill('280 F');
  await programme.getByRole('button', { name: 'Keep the programme' }).click();
  await expect(listed('Bake twice asked')).toBeVisible();

  await page.goto(`${base()}/heat`);
  await page.getByRole('button', { name: 'Load Oven 9' }).click();
  await page.getByRole('combobox', { name: 'Programme' }).click();
  await page.getByRole('option', { name: 'Bake twice asked' }).click();
  await page.getByRole('checkbox', { name: /3096/ }).check();
  await field(page, 'mass').fill('140');
  await expect(page.getByText('140 kg in all, Oven 9 takes 100 kg.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'In the oven now' })).toBeDisabled();
  await field(page, 'mass').fill('41');
  await expect(page.getByText(/In now: done/)).toBeVisible();
  await page.getByRole('button', { name: 'In the oven now' }).click();
  await expect(page.getByText('Can be lifted')).toBeVisible();
  await page.getByRole('button', { name: 'Write a reading' }).click();
  await field(page, 'partNow').fill('77 F');
  await field(page, 'airNow').fill('60');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByLabel('When')).toContainText('25.0');
  await page.getByRole('button', { name: /^Take it out, 1 h short/ }).click();
  await expect(page.getByText('Out since')).toBeVisible();
  await expect(page.getByLabel('When')).toContainText('Ida Haft');

  // One that was in since this morning, with its readings: the cure takes them from the oven.
  const heat = (await (await page.request.get(`${base()}/api/heat`)).json()) as {
    ovens: { id: string; name: string }[];
    programmes: { id: string; name: string }[];
  };
  const startedAt = new Date(Date.now() - 5 * 3_600_000).toISOString();
  const load = await post(page, 'heat/loads', {
    oven: heat.ovens.find((o) => o.name === 'Oven 9')!.id,
    programme: heat.programmes.find((p) => p.name === 'Bake twice asked')!.id,
    parts: [{ number: '3096', body: 'stator', massKg: 41 }],
    startedAt,
  });
  await post(page, `heat/loads/${load.id}/readings`, {
    points: Array.from({ length: 30 }, (_, i) => ({
      at: new Date(Date.parse(startedAt) + i * 600_000).toISOString(),
      partC: 138 - 116 * Math.exp((-10 * i) / 45),
      airC: 138,
    })),
  });
  await page.goto(`${base()}/motor/3096/tests?kind=cure`);
  const logs = page.getByRole('button', { name: /^Oven 9, Bake twice asked/ });
  // The newest has one reading only: said in words, and nothing is filled.
  await logs.first().click();
  await expect(told(page)).toContainText('has no log of this load');
  await logs.nth(1).click();
  await expect(field(page, 'minutes')).toHaveValue('1 h');
  await expect(page.getByLabel('Verdict').last()).toContainText('Sound');
});

test('the plan says what holds, a step is wished elsewhere by the keys, and what breaks a promise is refused', async ({
  page,
}) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/plan`);
  const days = page.getByLabel('The coming days');
  await expect(days.getByText('planned for')).toBeVisible();
  await expect(page.getByLabel('A motor that comes now')).toContainText('half the time by');
  const step = days.getByRole('button', { name: /^3112 Insulate, / }).first();
  await expect(step).toBeVisible();
  // Picked: its promise and its end in the title block.
  await step.click();
  await expect(page.getByText(/^ready /).last()).toBeVisible();
  await expect(page).toHaveURL(/motor=3112/);
  await step.focus();
  await page.keyboard.press('Space');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  const wishes = page.getByLabel('Promises and wishes');
  await expect(
    wishes
      .getByRole('button', { name: 'take back' })
      .or(wishes.getByRole('button', { name: 'Do it all the same' })),
  ).toBeVisible();
  if (await wishes.getByRole('button', { name: 'Do it all the same' }).isVisible()) {
    await expect(wishes.getByText(/It would break the promise of/)).toBeVisible();
    await wishes.getByRole('button', { name: 'Do it all the same' }).click();
    await expect(wishes.getByText(/insisted/)).toBeVisible();
  }
  await wishes.getByRole('button', { name: 'take back' }).click();
  await expect(wishes.getByRole('button', { name: 'take back' })).toHaveCount(0);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Motors ready, as iCalendar' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('motors-ready.ics');
  const text = (await (await file.createReadStream()).toArray()).join('');
  expect(text).toMatch(/^BEGIN:VCALENDAR\r\n[\s\S]*SUMMARY:Motor \d+ ready[\s\S]*END:VCALENDAR\r\n$/);
});

test('a photo is drawn upon by hand and by keys, and stands beside another', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3098`);
  const picture = await page.evaluate(async () => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 320, height: 240 });
    canvas.getContext('2d')!.fillRect(40, 40, 90, 90);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg'));
    return [...new Uint8Array(await blob!.arrayBuffer())];
  });
  const photos = page.getByRole('region', { name: 'Photos and papers' });
  for (const name of ['before.jpg', 'after.jpg'])
    await page
      .getByLabel('Photos or papers to add')
      .setInputFiles({ name, mimeType: 'image/jpeg', buffer: Buffer.from(picture) });
  await expect(photos.getByRole('button', { name: /before\.jpg/ })).toBeVisible();
  await expect(photos.getByRole('button', { name: /after\.jpg/ })).toBeVisible();
  await photos.getByRole('button', { name: /before\.jpg/ }).click();
  const draw = page.getByRole('group', { name: 'Draw on it' });
  await draw.getByRole('button', { name: 'Ring' }).click();
  const over = page.getByRole('application');
  await over.focus();
  for (const key of ['ArrowLeft', 'ArrowUp', 'Enter', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'Enter'])
    await page.keyboard.press(key);
  await field(page, 'markWords').fill('burnt here');
  await draw.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(page.locator('svg text', { hasText: 'burnt here' })).toBeVisible();
  await draw.getByRole('button', { name: 'Arrow' }).click();
  const box = (await over.boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await draw.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(draw.getByRole('button', { name: 'Take the last mark off' })).toBeVisible();
  await page.keyboard.press('Escape');
  // Still there after a reload, and beside the other one.
  await page.reload();
  await page.getByRole('button', { name: 'Before and after' }).click();
  await expect(page.locator('svg text', { hasText: 'burnt here' })).toBeVisible();
  await expect(page.getByRole('img', { name: /before|after/ })).toHaveCount(2);
});

test('labels and hours: what a shared shop needs on paper and in the plan', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3101`);
  const link = page.getByRole('link', { name: '57 × 32 mm' });
  const pdf = await page.request.get(base() + (await link.getAttribute('href'))!);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  await page.goto(`${base()}/people`);
  await page
    .getByRole('row', { name: /Per Marsk/ })
    .getByRole('button', { name: 'Change' })
    .click();
  const hours = page.getByRole('region', { name: 'Hours of Per Marsk' });
  await hours.locator('[name=days]').fill('whenever');
  await expect(hours.getByText(/names no days/).first()).toBeVisible();
  await expect(hours.getByRole('button', { name: 'Keep the hours' })).toBeDisabled();
  await hours.locator('[name=days]').fill('Mon-Thu');
  await hours.getByRole('button', { name: 'Keep the hours' }).click();
  await expect(page.getByRole('row', { name: /Per Marsk/ })).toContainText('Mon-Thu');
  await expect(told(page)).toContainText('The plan goes by the new hours');
});

test('a promise that the plan cannot keep is said as it is made', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3112`);
  const now = new Date(Date.now() + 3_600_000);
  await field(page, 'promised').fill(
    `${String(now.getHours()).padStart(2, '0')}:${String(now.getMinutes()).padStart(2, '0')}`,
  );
  await page.keyboard.press('Tab');
  await expect(page.getByText('Earlier than the plan can keep')).toBeVisible();
  const far = new Date(Date.now() + 60 * 86_400_000).toISOString().slice(0, 10);
  await field(page, 'promised').fill(`${far} 16:00`);
  await page.keyboard.press('Tab');
  await expect(page.getByText(/The plan keeps it: ready about/)).toBeVisible();
});
