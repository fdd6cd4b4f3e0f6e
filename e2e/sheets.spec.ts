/** What single sheets promise: drawing and figures that answer, refusals in words, tablets, paper. */
import { expect, test, type Page } from '@playwright/test';
import { field, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;
const open = async (page: Page, path: string) => {
  await page.goto(`${base()}${path}`);
  await expect(page.locator('[data-view="A"]')).toBeVisible();
};
const told = (page: Page) => page.getByRole('status').first();

test.beforeEach(async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
});

test('the card reads two ways of a lead count, and puts the right one on the card', async ({ page }) => {
  await open(page, '/motor/3112/card');
  const readings = page.getByLabel('Readings of the lead count');
  await expect(readings).toContainText('4 ends on a lead read two ways');
  await expect(readings).toContainText('2Δ');
  await expect(readings).toContainText('4Y');
  await readings.getByRole('button', { name: 'Put 2Δ on the card' }).click();
  await expect(field(page, 'circuits')).toHaveValue('2');
  await expect(field(page, 'shorthand')).toHaveValue(/2D$/);
  await expect(page.getByText('Complete, nothing contradicts')).toBeVisible();
  // Only typed, not saved: the other people of the shop still see the old card.
  await page.getByRole('button', { name: 'Undo typing' }).click();
  await expect(field(page, 'circuits')).toHaveValue('3');
});

test('a finding leads to the field to count again', async ({ page }) => {
  await open(page, '/motor/3112/card');
  await page.getByRole('button', { name: /The card says 3Δ/ }).click();
  await expect(field(page, 'circuits')).toBeFocused();
});

test('the shorthand names what it does not understand and keeps the rest', async ({ page }) => {
  await open(page, '/motor/3109/card');
  await field(page, 'shorthand').fill('48s 4p 1-11 T14 2x1.00 wat 1D');
  await expect(page.getByText('“wat” is not in the shorthand', { exact: false })).toBeVisible();
  await expect(field(page, 'turns')).toHaveValue('14');
  await expect(field(page, 'wires')).toHaveValue('2x1.00');
  await page.getByRole('button', { name: 'Undo typing' }).click();
});

test('Enter goes on from the line to the fields, past what is folded away, and digits stay in them', async ({
  page,
}) => {
  await open(page, '/motor/3109/card');
  await field(page, 'shorthand').focus();
  await page.keyboard.press('Enter');
  await expect(field(page, 'slots')).toBeFocused();
  await page.keyboard.type('36');
  await expect(field(page, 'slots')).toHaveValue('36');
  await expect(page).toHaveURL(/3109\/card$/);
  await field(page, 'leads').focus();
  await page.keyboard.press('Enter');
  await expect(field(page, 'endsPerLead')).toBeFocused();
  await page.getByRole('button', { name: 'Undo typing' }).click();
});

for (const [path, name, key] of [
  ['/motor/3112/card', 'turns', 'Save the card'],
  ['/motor/3125/card', 'mainTurns', 'Save the card'],
  ['/motor/3112', 'customer', 'Save the change'],
  ['/new', 'customer', 'Take it in'],
] as const)
  test(`on ${path} the key that keeps what is typed stays in sight, and covers no field that is gone to`, async ({
    page,
  }) => {
    await open(page, path);
    await field(page, name).fill('21');
    await expect(page.getByRole('button', { name: key })).toBeInViewport({ ratio: 1 });
    const fields = page.locator('form input:visible');
    await fields.first().focus();
    for (let n = await fields.count(); n > 0; n--) {
      await page.keyboard.press('Tab');
      const covered = await page.evaluate(() => {
        const at = document.activeElement!;
        if (!at.matches('form input, form select, form button')) return null;
        const { left, top, width, height } = at.getBoundingClientRect();
        const seen = document.elementFromPoint(left + width / 2, top + height / 2);
        return seen === at || at.contains(seen) || seen?.contains(at) ? null : at.outerHTML.slice(0, 120);
      });
      expect(covered).toBeNull();
    }
    await page.getByRole('button', { name: /Undo typing|Clear the form/ }).click();
  });

test('wrong units and figures are said in the field, beside what is right', async ({ page }) => {
  await open(page, '/motor/3109/card');
  for (const [name, typed, words] of [
    ['bore', '5 kg', 'is not a unit for this field'],
    ['coreLength', 'long', 'is not a number'],
    ['slots', '2', 'it lies between'],
    ['span', 'nine', 'is not a span'],
    ['wires', '2x14', 'is no winding wire'],
  ] as const) {
    await field(page, name).fill(typed);
    await expect(page.getByText(words, { exact: false }).first()).toBeVisible();
    await expect(field(page, name)).toHaveValue(typed);
  }
  await page.getByRole('button', { name: 'Undo typing' }).click();
});

test('a coil, its group, its circuit light up, in the ring and in the strip', async ({ page }) => {
  await open(page, '/motor/3107/winding');
  /** How much of the ring is copper: lines drawn on their own or many in one mark. */
  const copper = () =>
    page
      .locator('[role=img] path[stroke="var(--copper)"]')
      .evaluateAll((paths) => paths.reduce((n, p) => n + p.getAttribute('d')!.length, 0));
  await expect(page.getByText('coil 1, group 1U')).toBeVisible();
  const one = await copper();
  await page.getByRole('button', { name: 'group', exact: true }).click();
  const group = await copper();
  await page.getByRole('button', { name: 'circuit', exact: true }).click();
  const circuit = await copper();
  expect(group).toBeGreaterThan(one);
  expect(circuit).toBeGreaterThan(group);
  // Pointing at a cell of the strip picks the same coil in the ring.
  const slot = (await page.locator('[data-view="D"] text').getByText('20', { exact: true }).boundingBox())!;
  await page.mouse.click(slot.x + slot.width / 2, slot.y + slot.height + 6);
  await expect(page.getByText('coil 20, group 7U')).toBeVisible();
});

test('a drawing that has followed the hand is the one drawn afresh', async ({ page }) => {
  await open(page, '/motor/3107/winding');
  const drawn = () =>
    page
      .locator('[data-view="A"] div[role=img], [data-view="D"] div[role=img]')
      .evaluateAll((hosts) => hosts.map((h) => h.shadowRoot!.querySelector('svg')!.innerHTML));
  const attributes = (html: string) =>
    html.match(/<[^>]+>[^<]*/g)!.map((mark) => mark.split(/(?<=") /).sort());
  await field(page, 'span').fill('1-8');
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowLeft', 'ArrowRight']) {
    await page.getByLabel('Drag the span').press(key);
    await page.getByLabel('Drag the turns').press(key);
  }
  const followed = await drawn();
  await page.reload();
  await expect(page.getByRole('heading', { name: /Bore from the connection end/ })).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  const heading = page.getByRole('heading', { name: /Bore from the connection end/ });
  if (!(await heading.textContent())!.includes('proposed')) await page.keyboard.press('w');
  await expect(heading).toContainText('proposed');
  const afresh = await drawn();
  expect(followed.map(attributes)).toEqual(afresh.map(attributes));
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
});

test('a proposal turns with W, and its span changes the drawing', async ({ page }) => {
  await open(page, '/motor/3107/winding');
  await field(page, 'span').fill('1-9');
  await expect(page.getByRole('heading', { name: /Bore from the connection end/ })).toContainText('proposed');
  await expect(page.getByText('1–9').first()).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press('w');
  await expect(page.getByRole('heading', { name: /Bore from the connection end/ })).toContainText('as found');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
});

test('an oven log without the part’s column is refused in words, and nothing is kept', async ({ page }) => {
  await open(page, '/motor/3099/tests?kind=cure&stage=varnished');
  await field(page, 'target').fill('138');
  await field(page, 'minutes').fill('6 h');
  await page.getByLabel('Oven log', { exact: true }).setInputFiles({
    name: 'air.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('time,air\n0,20\n400,138\n'),
  });
  await expect(page.getByText('The log has no column for part', { exact: false })).toBeVisible();
  await expect(
    page.getByText('a log of the air alone, or of the set point, cannot show it', { exact: false }),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep the reading' })).toBeDisabled();
});

test('a figure of a test opens its working', async ({ page }) => {
  await open(page, '/motor/3103/tests?kind=insulation&stage=before-varnish');
  await page.getByRole('button', { name: 'Insulation to ground, at 40 °C' }).click();
  const working = page.getByLabel(/^Working: Insulation to ground/);
  await expect(working).toContainText('R₄₀');
  await expect(working).toContainText('IEEE 43');
});

test('a hold wants a reason', async ({ page }) => {
  await open(page, '/motor/3098/traveller');
  await page.getByRole('button', { name: 'Hold', exact: true }).click();
  await expect(page.getByRole('button', { name: /Hold it/ })).toBeDisabled();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText(/^Held:/)).toHaveCount(0);
});

test('a file that is no motor’s record is refused in words', async ({ page }) => {
  const input = page.getByLabel('Motor record to import').first();
  await input.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"a":1}') });
  await expect(told(page)).toContainText('This file is not a motor record.');
  await input.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('not json'),
  });
  await expect(told(page)).toContainText('This file is not valid JSON.');
  const newer = { format: 'norther.motor', version: 99 };
  await input.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(newer)),
  });
  await expect(told(page)).toContainText('newer Norther');
});

test('a motor that is not here, an address that is not there', async ({ page }) => {
  await page.goto(`${base()}/motor/9999`);
  await expect(page.getByText('Motor 9999 is not in this shop.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the floor' }).click();
  await expect(page.getByRole('link', { name: /Motor 3090/ })).toBeVisible();
  await page.goto(`${base()}/nowhere`);
  await expect(page.getByRole('link', { name: /Motor 3090/ })).toBeVisible();
});

test('on a tablet every target of the traveller is large enough for a glove', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  const page = await context.newPage();
  await page.request.post(`${base()}/api/session`, { data: { name: 'Asta Velle', pin: '1414' } });
  await open(page, '/motor/3109/traveller');
  const small = await page
    .locator('[data-view="A"] button:visible, [data-view="A"] input:visible, [data-view="A"] select:visible')
    .evaluateAll((elements) =>
      elements
        .filter((e) => !e.classList.contains('sr-only'))
        .map((e) => ({
          name: e.textContent || e.getAttribute('name'),
          height: e.getBoundingClientRect().height,
        }))
        .filter((e) => e.height < 47.5),
    );
  expect(small).toEqual([]);
  await page.getByRole('button', { name: 'Wind', exact: false }).first().tap();
  await expect(page.getByRole('heading', { name: 'Wind and insert the coils' })).toBeVisible();
  await context.close();
});

test('the sheet turns dark with D and stays so', async ({ page }) => {
  const sheet = () => page.evaluate(() => document.documentElement.dataset['sheet']);
  const before = await sheet();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press('d');
  expect(await sheet()).not.toBe(before);
  await page.reload();
  await expect(page.getByRole('link', { name: /Motor 3090/ })).toBeVisible();
  expect(await sheet()).not.toBe(before);
  await page.keyboard.press('d');
});

test('the connection prints without keys and links', async ({ page }) => {
  await open(page, '/motor/3107/connection');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Sheets' })).toBeHidden();
  await expect(page.getByRole('link', { name: 'List as CSV' })).toBeHidden();
  await expect(page.getByRole('heading', { name: /of 10 joints/ })).toBeVisible();
});

test('the floor prints whole on A4, lying, and light also from a dark sheet', async ({ page }) => {
  await open(page, '/');
  await expect(page.locator('[data-motor]').first()).toBeVisible();
  await page.keyboard.press('d');
  await expect(page.locator('html')).toHaveAttribute('data-sheet', 'dark');
  const paper = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  const boxes = [...paper.matchAll(/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)];
  expect(boxes.length).toBeGreaterThan(0);
  for (const [, width, height] of boxes) {
    expect(Number(width)).toBeCloseTo(841.9, 0);
    expect(Number(height)).toBeCloseTo(594.9, 0);
  }
  // As laid out for the paper: nothing runs over its edge, and no row is left out.
  const motors = await page.locator('[data-motor]').count();
  await page.emulateMedia({ media: 'print' });
  await page.setViewportSize({ width: 1062, height: 733 });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await expect(page.locator('html')).toHaveAttribute('data-sheet', 'light');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1062);
  for (let i = 0; i < motors; i++) await expect(page.locator('[data-motor]').nth(i)).toBeVisible();
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await expect(page.locator('html')).toHaveAttribute('data-sheet', 'dark');
});
