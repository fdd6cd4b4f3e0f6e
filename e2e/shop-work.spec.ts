/** Around the winding: why it failed, what is agreed, what is drawn, with what it is measured, who is to do it. */
import { expect, test } from '@playwright/test';
import { field, scan, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;

test('what is burnt is tapped on the winding, its cause suspected, and it stands on the verdict', async ({
  page,
}) => {
  await signIn(page, base(), 'Ida Haft');
  const motor = `${base()}/motor/3125`;
  await page.goto(`${motor}/failure`);
  await expect(page.getByText('Nothing has been found yet')).toBeVisible();
  // Both windings' groups stand round the bore; the whole start winding is tapped in the middle.
  const drawing = page.getByRole('img', { name: /Winding to point at/ });
  const tap = async (of: string) => {
    const box = await drawing.evaluate((host, place) => {
      const mark = host.shadowRoot!.querySelector(`[data-of="${place}"]`)!;
      const { x, y, width, height } = mark.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2 };
    }, of);
    await page.mouse.click(box.x, box.y);
  };
  await tap('winding/start');
  await expect(page.getByText('Burnt: start winding')).toBeVisible();
  await expect(
    page.getByRole('heading', { name: /start winding: one phase in all its groups/i }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Suspect it' }).first().click();
  await expect(page.getByLabel('Cause', { exact: true })).toHaveValue(/start winding stayed in/);
  // A second tap takes it off; and it is put on again.
  await tap('winding/start');
  await expect(page.getByText('Burnt: start winding')).toHaveCount(0);
  await tap('winding/start');
  // Typed, and not lost by a reload.
  await page.getByLabel('What confirmed it').fill('Contacts welded');
  await page.reload();
  await expect(page.getByLabel('What confirmed it')).toHaveValue('Contacts welded');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('status').first()).toContainText('Saved');
  await page.goto(`${motor}/verdict`);
  await expect(page.getByText(/start winding stayed in/)).toBeVisible();
});

test('two who write about one failure see both sides', async ({ page, browser }) => {
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(page, base(), 'Ida Haft');
  await signIn(other, base(), 'Olav Tindal');
  for (const p of [page, other]) {
    await p.goto(`${base()}/motor/3129/failure`);
    await expect(p.getByLabel('Cause', { exact: true })).toBeVisible();
  }
  await other.getByLabel('Cause', { exact: true }).fill('Water from the roof');
  await page.getByLabel('Cause', { exact: true }).fill('Bearing ran dry');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(other.getByRole('status').first()).toContainText('Saved');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Olav Tindal wrote meanwhile.')).toBeVisible();
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Cause', { exact: true })).toHaveValue('Water from the roof');
  await other.context().close();
});

test('an estimate is added up, answered, and handed over as a note', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3116/agreement`);
  for (const [i, [what, amount]] of [
    ['Rewind', '1200,50'],
    ['Bearings', '80.25'],
  ].entries()) {
    await page.getByRole('button', { name: 'another line' }).click();
    await page.getByLabel(`Line ${i + 1}`, { exact: true }).fill(what!);
    await page.getByLabel(`Amount of line ${i + 1}`, { exact: true }).fill(amount!);
  }
  await expect(page.getByText('1280.75')).toBeVisible();
  await page.getByRole('button', { name: 'Take the facts from the readings' }).click();
  await expect(page.getByLabel(/What decided it/)).toHaveValue(/Insulation resistance: /);
  await page.getByLabel(/Who said it/).fill('Rink manager');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('agreed', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('status').first()).toContainText('Saved');
  const note = await page.request.get(`${base()}/api/motors/3116/agreement.pdf`);
  expect((await note.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a lot is drawn for a motor, an expired one only by a lead with a reason', async ({ page }) => {
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/stores`);
  await page.getByRole('button', { name: /Polyester-imide varnish/ }).click();
  const lot = (name: string) => page.getByRole('button', { name: new RegExp(name) }).first();
  await expect(lot('V-2291')).toContainText('29 l');
  await lot('V-2291').click();
  await field(page, 'amount').fill('1.5');
  await field(page, 'motor').fill('3108');
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
  await expect(lot('V-2291')).toContainText('27.5 l');
  await expect(page.getByText(/Olav Tindal: drawn −1.5 l, motor 3108/)).toBeVisible();
  await field(page, 'viscosity').fill('40');
  await page.getByRole('button', { name: 'Viscosity taken' }).click();
  await expect(lot('V-2291')).toContainText('40 s in the cup');
  await lot('V-2291').click();
  await lot('V-2140').click();
  await field(page, 'amount').fill('1');
  await expect(page.getByLabel('Expired: a lead may release it')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Draw', exact: true })).toBeDisabled();
});

test('a reading with an expired instrument is not kept; the sheet says which to use instead', async ({
  page,
}) => {
  await signIn(page, base(), 'Per Marsk');
  await page.goto(`${base()}/motor/3116/tests?kind=insulation&stage=incoming`);
  await field(page, 'testVoltage').fill('500');
  await field(page, 'oneMinute').fill('800');
  await field(page, 'temperature').fill('20');
  const keep = page.getByRole('button', { name: 'Keep the reading' });
  await expect(keep).toBeEnabled();
  await page.getByLabel('Measured with').click();
  await page.getByRole('option', { name: /Megohm 2/ }).click();
  await expect(page.getByText(/Use Megohm 1 instead/)).toBeVisible();
  await expect(keep).toBeDisabled();
  await page.getByLabel('Measured with').click();
  await page.getByRole('option', { name: /Megohm 1/ }).click();
  await keep.click();
  await expect(page.getByRole('status').first()).toContainText('kept');
  await expect(page.getByText(/with Megohm 1/)).toBeVisible();
});

test('a motor is given and moved on the floor, seen at once in another browser', async ({
  page,
  browser,
}) => {
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(page, base(), 'Ida Haft');
  await signIn(other, base(), 'Olav Tindal');
  const numbers = (p: typeof page) =>
    p.locator('[data-motor]').evaluateAll((all) => all.map((a) => (a as HTMLElement).dataset['motor']));
  await page.goto(base());
  await other.goto(base());
  const row = page.locator('[data-motor="3122"]');
  await row.focus();
  const before = await numbers(page);
  await page.keyboard.press('Alt+ArrowUp');
  const at = before.indexOf('3122');
  const wanted = [...before.slice(0, at - 1), '3122', before[at - 1], ...before.slice(at + 1)];
  await expect.poll(() => numbers(page)).toEqual(wanted);
  await expect.poll(() => numbers(other)).toEqual(wanted);
  await page.getByRole('button', { name: 'Give' }).click();
  await page.getByRole('button', { name: 'Jon Rie' }).click();
  await expect(other.locator('[data-motor="3122"]')).toContainText('Jon Rie');
  await page.keyboard.press('Escape');
  // By drag, in the list made for it: back to where it stood.
  await page.goto(`${base()}/?order=drag`);
  const grip = page.getByRole('button', { name: 'Move motor 3122' });
  await grip.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('Motor 3122 would stand where 3122 stands.')).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(`Motor 3122 would stand where ${before[at - 1]} stands.`)).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(() => numbers(other)).toEqual(before);
  await other.context().close();
});

test('one group counted coil by coil and a wire measured put themselves on the card', async ({ page }) => {
  await signIn(page, base(), 'Olav Tindal');
  await scan(page, '3112');
  await page.goto(`${base()}/motor/3112/card`);
  await page.getByText('Count a whole group, measure a wire').click();
  for (const [i, turns] of ['14', '14', '13'].entries())
    await page.getByLabel(`Coil ${i + 1} of the group, turns`).fill(turns);
  await expect(page.getByText(/counted with 14, 14, 13 turns/)).toBeVisible();
  await page.getByRole('button', { name: 'Put 14,14,13 turns on the card' }).click();
  await expect(field(page, 'turns')).toHaveValue('14,14,13');
  await field(page, 'wireBare').fill('0.947');
  await page
    .getByRole('list', { name: 'Nearest sizes' })
    .getByRole('button', { name: /0\.95 mm/ })
    .click();
  await expect(field(page, 'wires')).toHaveValue(/x0\.95/);
  await page.getByRole('button', { name: 'Undo typing' }).click();
});

test('a table of cards is refused with its lines, mended, and found in the library', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/library`);
  await page.getByText('Bring cards in from a table').click();
  const give = (text: string) =>
    page
      .getByLabel('Table of cards')
      .setInputFiles({ name: 'cards.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const head =
    'Motor number,For,Slots,Poles,Coil span 1 to,Turns in a coil,Wires in hand,Circuits,Connection,Bore,Core length';
  await give(`${head}\n7701,Old drawer,thirty,4,1-8,17,2x1.00,1,star,123,111\n`);
  await expect(page.getByText(/Line 2: Slots/).last()).toBeVisible();
  await give(`${head}\n7701,Old drawer,30,2,1-8,17,2x1.00,1,star,123,111\n`);
  await expect(page.getByRole('status').first()).toContainText('1 cards of cards.csv');
  await page.goto(`${base()}/library?slots=30&poles=2&bore=123&coreLength=111`);
  await expect(page.getByText('7701').first()).toBeVisible();
});
