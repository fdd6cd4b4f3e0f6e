/** Planning windings from an empty core, reading and proving connections, searching, files: in the real interface. */
import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { choose, field, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();

/** A motor that came as a bare core: iron measured, no winding. */
async function emptyCore(
  page: Page,
  number: string,
  plate: Record<string, string>,
  iron: Record<string, string>,
) {
  await signIn(page, base(), 'Ida Haft');
  const headers = { 'x-write-id': randomUUID() };
  const taken = await page.request.post(`${base()}/api/motors`, {
    headers,
    data: { number, customer: 'Nordlund Quarry', machine: 'Screen', plate },
  });
  expect(taken.status()).toBe(201);
  await page.goto(`${base()}/motor/${number}/card`);
  for (const [id, value] of Object.entries(iron)) {
    if (!(await field(page, id).isVisible())) await page.getByText('Slot shape, end turns').click();
    await field(page, id).fill(value);
  }
  await page.getByRole('button', { name: /Save the card/ }).click();
  await expect(told(page)).toContainText('The card is saved');
}

const SMALL = { bore: '165', coreLength: '150', backIron: '25.3', toothWidth: '7.8', slotArea: '192' };
const PLATE = {
  power: '11',
  voltage: '400',
  plateConnection: 'star',
  current: '22',
  frequency: '50',
  speed: '1455',
};

async function propose(page: Page, number: string, line: string) {
  await page.goto(`${base()}/motor/${number}/winding`);
  await field(page, 'shorthand').fill(line);
  await page.keyboard.press('Enter');
}
const figure = (page: Page, id: string) =>
  page.locator('tr', { has: page.locator(`[data-figure="${id}"]`) }).locator('td');

test('a concentric winding is planned from an empty core, connected, cut, and goes out as files', async ({
  page,
}) => {
  await emptyCore(page, '5101', PLATE, SMALL);
  await expect(page.getByText(/to take before/)).toBeVisible();
  await propose(page, '5101', '36s 4p 1-12,1-10,1-8 cp T17 3x1.12+1x1.06 1Y L1');
  await expect(page.getByText('coil 1, group 1U')).toBeVisible();
  // One layer: the distribution factor of three slots a pole and phase, 0.960 (Fitzgerald, app. B, from memory).
  await expect(figure(page, 'windingFactor').nth(1)).toHaveText('0.9598');
  await page.getByRole('button', { name: 'Star of slots' }).click();
  await expect(page.getByRole('img', { name: /Star of slots: 36 slots/ })).toBeVisible();
  await page.getByRole('button', { name: 'Save the proposal' }).click();
  await expect(told(page)).toContainText('The proposal is saved');

  await page.goto(`${base()}/motor/5101/connection`);
  // Six groups of one polarity, in series: three jumpers, three leads, one star point.
  await expect(page.getByRole('heading', { name: '0 of 7 joints' })).toBeVisible();
  await page.getByRole('checkbox', { name: 'Joint 1 made' }).click();
  await expect(page.getByRole('heading', { name: '1 of 7 joints' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Joint 1 made' })).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('checkbox', { name: 'Joint 1 made' }).click();
  await expect(page.getByRole('heading', { name: '0 of 7 joints' })).toBeVisible();

  await page.goto(`${base()}/motor/5101/cut`);
  await expect(page.getByRole('row', { name: /Slot liner/ })).toContainText('36');
  await expect(page.getByRole('row', { name: /Separator/ })).toHaveCount(0);
  for (const [link, start] of [
    ['Cut sheet as PDF', '%PDF'],
    ['Shapes as DXF', '0\nSECTION'],
    ['List as CSV', 'item,material'],
  ] as const) {
    const href = await page.getByRole('link', { name: link }).getAttribute('href');
    const file = await page.request.get(`${base()}${href}`);
    expect(file.status(), link).toBe(200);
    expect(
      (await file.body()).toString('latin1').replaceAll('\r', '').trimStart().startsWith(start),
      link,
    ).toBe(true);
  }
});

test('a fractional-slot lap winding from an empty core shows its groups and its balance', async ({
  page,
}) => {
  await emptyCore(page, '5102', { ...PLATE, power: '3.7', current: '8.9', speed: '710' }, SMALL);
  await propose(page, '5102', '36s 8p 1-5 T24 2x0.95 1Y');
  await expect(page.getByText('coil 1, group 1U')).toBeVisible();
  // q = 1.5: groups of two and one in turn; balanced all the same.
  await expect(figure(page, 'slotsPerPolePerPhase').nth(1)).toHaveText('1.5');
  await page.getByRole('button', { name: 'Waves' }).click();
  await expect(page.getByText(/Negative sequence 0.00 %/)).toBeVisible();
  // The same core with six poles and 48 slots cannot be balanced; entered as found it is allowed and shown.
  await field(page, 'shorthand').fill('36s 8p 1-5 T24 2x0.95 8Y');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/do not part|would not carry equal voltage/).first()).toBeVisible();
});

test('two speeds from one winding: both speeds have figures, the leads their marks', async ({ page }) => {
  await emptyCore(
    page,
    '5103',
    { ...PLATE, power: '5.5', current: '12.4', speed: '1440' },
    { ...SMALL, slotArea: '222' },
  );
  await propose(page, '5103', '36s 4p 1-6 T31 2x0.75 2Y CT');
  await expect(page.getByRole('button', { name: '8 poles' })).toBeVisible();
  await expect(figure(page, 'windingFactor').nth(1)).toHaveText('0.7352');
  await page.getByRole('button', { name: '8 poles' }).click();
  await expect(figure(page, 'windingFactor').nth(1)).toHaveText('0.8312');
  await page.getByRole('button', { name: 'Save the proposal' }).click();
  await expect(told(page)).toContainText('The proposal is saved');
  await page.goto(`${base()}/motor/5103/connection`);
  await page.getByRole('button', { name: 'Terminals' }).click();
  await expect(page.getByRole('table', { name: /slow, 8 poles/ })).toContainText('1U');
  await expect(page.getByRole('table', { name: /fast, 4 poles/ })).toContainText('1U – 1V – 1W');
  await page.getByRole('button', { name: 'Trace' }).click();
  await choose(page, 'traceInto', '2U');
  await choose(page, 'traceOut', '1U');
  await expect(page.getByRole('status').filter({ hasText: 'carry current' })).toBeVisible();
});

test('every kind of winding is reached, also coil by coil, with empty slots and a second winding', async ({
  page,
}) => {
  await emptyCore(page, '5104', PLATE, SMALL);
  await propose(page, '5104', '36s 4p 1-10 T17 2x1.12 1Y L1 cp');
  // One layer, neighbouring coils; halved belts; concentric in two layers; uneven turns; consequent poles: what the line leaves
  // out is left out of the winding.
  for (const [line, factor] of [
    ['36s 4p 1-10 T17 2x1.12 1Y L1 cp', '0.9598'],
    ['36s 4p 1-9 T34 2x0.8 1Y L1', '0.9598'],
    ['36s 4p 1-10,1-8,1-6 T17 2x1.12 2Y', '0.9019'],
    ['36s 4p 1-8 T18,17,16 2x1.12 2Y', null],
    ['36s 4p 1-8 T17 2x1.12 2Y cp', null],
    ['36s 4p 1-8 T17 2x1.12 2Y K1 9L', '0.9019'],
  ] as const) {
    await field(page, 'shorthand').fill(line);
    await page.keyboard.press('Enter');
    await expect(page.getByText(/group 1U/)).toBeVisible();
    if (factor) await expect(figure(page, 'windingFactor').nth(1)).toHaveText(factor);
  }
  await expect(figure(page, 'skewFactor').nth(1)).toHaveText('0.9949');
  await field(page, 'shorthand').fill('36s 4p 1-8 T17 2x1.12 2Y');
  // A second winding in the same slots, and slots left empty.
  await page.locator('details').filter({ hasText: 'Poles, groups, joints' }).locator('summary').click();
  await field(page, 'second').fill('6p 1-6 T20 1x0.71 1Y');
  await page.getByRole('button', { name: '6 poles' }).click();
  await expect(page.getByRole('img', { name: /36 slots, 6 poles/ }).first()).toBeVisible();
  await field(page, 'second').fill('');
  await field(page, 'slots').or(page.locator('[name=leftEmpty]')).first().waitFor();
  await field(page, 'shorthand').fill('39s 4p 1-9 T17 2x1.12 1Y');
  await field(page, 'leftEmpty').fill('13 26 39');
  await expect(page.getByText(/group 1U/)).toBeVisible();
  await field(page, 'leftEmpty').fill('');
  await field(page, 'shorthand').fill('36s 4p 1-8 T17 2x1.12 1Y');
  // Coil by coil: one phase of it is enough to see the refusal name what is missing.
  await choose(page, 'kind', /coil by coil/);
  await field(page, 'coils').fill('1-8 U 12; 2-9 U 12');
  await expect(page.getByText(/Phase V and W would get no coil/).first()).toBeVisible();
  await field(page, 'coils').fill('1-8 U 12; 10-17 -U 12; 7-14 V 12; 16-23 -V 12; 13-20 W 12; 22-29 -W 12');
  await expect(page.getByText('coil 1, group 1U')).toBeVisible();
});

test('an unknown connection is read: both readings, the look that decides, the card filled', async ({
  page,
}) => {
  await emptyCore(
    page,
    '5105',
    { ...PLATE, power: '37', current: '69', speed: '985' },
    {
      bore: '250',
      coreLength: '210',
      backIron: '34',
      toothWidth: '8.3',
      slotArea: '330',
    },
  );
  await field(page, 'shorthand').fill('54s 6p 1-9 T22 4x1.06');
  await field(page, 'endsPerLead').fill('6');
  const readings = page.getByLabel('Readings of the lead count');
  await expect(readings).toContainText('6 ends on a lead read two ways');
  await expect(readings).toContainText('Look for a star joint');
  await choose(page, 'starJoint', 'no');
  await expect(readings).not.toContainText('Look for a star joint');
  await readings.getByRole('button', { name: /Put 3Δ on the card/ }).click();
  await expect(field(page, 'circuits')).toHaveValue('3');
  await expect(field(page, 'connection')).toHaveAttribute('data-value', 'delta');
});

test('a reversed group is found by the walk, and the walk is kept with the tests', async ({ page }) => {
  await signIn(page, base(), 'Per Marsk');
  await page.goto(`${base()}/motor/3122/connection`);
  await expect(page.getByRole('heading', { name: /of 7 joints/ })).toBeVisible();
  // Six groups of one polarity; the fourth shows south.
  for (const key of ['n', 'n', 'n']) await page.keyboard.press(key);
  await expect(page.getByText('Right so far')).toBeVisible();
  for (const key of ['s', 'n', 'n']) await page.keyboard.press(key);
  await expect(page.getByText('4U is reversed').first()).toBeVisible();
  // The reading is on this device until it is kept: a reload loses nothing.
  await page.reload();
  await expect(page.getByText('4U is reversed').first()).toBeVisible();
  await page.getByRole('button', { name: 'Keep the walk' }).click();
  await expect(told(page)).toContainText('kept with the tests');
  await page.goto(`${base()}/motor/3122/tests?kind=polarity&stage=before-varnish`);
  await expect(page.getByLabel('Verdict').last()).toContainText('4U is reversed');
});

test('a joint recorded wrong stays in the history and is mended', async ({ page }) => {
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/motor/3107/connection`);
  await page.getByRole('button', { name: 'Joint 5', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /It is wrong/ }).click();
  await page.keyboard.type('s taken for f');
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText('Joint 5 is wrong');
  await page.getByRole('checkbox', { name: 'Joint 5 made' }).click();
  await expect(told(page)).toContainText('Joint 5 is open again');
  await page.getByRole('checkbox', { name: 'Joint 5 made' }).click();
  await expect(told(page)).toContainText('Joint 5 is made');
  const history = (await (await page.request.get(`${base()}/api/motors/3107/history`)).json()) as {
    what: string;
  }[];
  const marks = history.filter((h) => h.what.includes('2s 5s')).map((h) => h.what.split(' ').at(-1));
  expect(marks.slice(-3)).toEqual(['wrong', 'undone', 'made']);
});

test('the way of joining is chosen beside the joints, and a mark of another way is said', async ({
  page,
}) => {
  await emptyCore(page, '5140', PLATE, SMALL);
  await propose(page, '5140', '36s 4p 1-8 T18 2x1.06 1Y');
  await page.getByRole('button', { name: 'Save the proposal' }).click();
  await expect(told(page)).toContainText('The proposal is saved');
  await page.goto(`${base()}/motor/5140/connection`);
  const row = page.locator('[data-view="B"] tbody tr').first();
  await expect(row).toBeVisible();
  const first = await row.textContent();
  await page.getByText('How it is joined').click({ timeout: 30_000 });
  await choose(page, 'jumpers', /long/);
  await choose(page, 'order', /leads first/);
  await page.locator('input[name=exitClock]').fill('19');
  await expect(page.getByRole('button', { name: 'Join it like this' })).toBeDisabled();
  await page.locator('input[name=exitClock]').fill('9');
  await page.getByRole('button', { name: 'Join it like this' }).click();
  await expect(told(page)).toContainText('The way of joining is kept');
  await expect(page.getByText('leads at 9 o’clock')).toBeVisible();
  expect(await row.textContent()).not.toBe(first);
  // A jumper is made; joined the short way it is no longer in the list, and that is said.
  const jumper = page
    .getByRole('row', { name: /jumper/ })
    .first()
    .getByRole('checkbox');
  await jumper.click();
  await expect(told(page)).toContainText('is made');
  await choose(page, 'jumpers', /short/);
  await page.getByRole('button', { name: 'Join it like this' }).click();
  await expect(page.getByText('1 mark belongs to another plan of this motor, or to joints')).toBeVisible();
  const drawing = page.locator('[data-view="A"] div[role=img]');
  const { width } = (await drawing.boundingBox())!;
  await page.getByRole('button', { name: 'Larger' }).click();
  expect((await drawing.boundingBox())!.width).toBeGreaterThan(1.8 * width);
});

test('a search is run, stopped, ranked, and its winding opened on the bench', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3110/search`);
  const search = page.getByRole('button', { name: 'Search', exact: true });
  const from = await page.locator('input[name=spanFrom]').inputValue();
  await page.locator('input[name=spanFrom]').fill('1-30');
  await expect(page.getByText('Span from 1-30 is longer than span to')).toBeVisible();
  await expect(search).toBeDisabled();
  await page.locator('input[name=spanFrom]').fill(from);
  await page.locator('input[name=strands]').fill('12');
  await page.locator('input[name=sizes]').fill('3');
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.locator('input[name=strands]').fill('6');
  await page.locator('input[name=sizes]').fill('2');
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  const status = page.getByRole('status').filter({ hasText: 'within the limits' });
  await expect(status).toContainText(/within the limits in/);
  const places = page.getByRole('button', { name: /^Choose \d+$/ });
  await expect(places).toHaveCount(20);
  await page.getByRole('button', { name: /^All \d+$/ }).click();
  expect(await places.count()).toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Choose 1', exact: true }).click();
  const chosen = page.getByLabel('Chosen winding');
  const loss = await chosen.getByRole('row', { name: /loss/ }).locator('td').nth(1).textContent();
  await page.getByRole('button', { name: 'Open on the bench' }).click();
  await expect(page).toHaveURL(/3110\/winding/);
  await expect(figure(page, 'copperLoss').nth(1)).toHaveText(loss!);
});

test('a redesign is worked out, with its working, and as found stays as it was', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3103/winding`);
  const before = await figure(page, 'toothDensity').first().textContent();
  const turns = Number(await field(page, 'turns').inputValue());
  await page.getByRole('button', { name: 'Redesign' }).click();
  await field(page, 'forVoltage').fill('800');
  await page.getByRole('button', { name: 'Work it out' }).click();
  // Twice the volts, twice the turns: first principles.
  const worked = page.getByLabel('How it was worked out');
  await expect(worked).toContainText(`${2 * turns} turns`);
  await worked.getByRole('button', { name: /Turns a coil, exactly/ }).click();
  await expect(worked).toContainText('U₂');
  await expect(figure(page, 'toothDensity').first()).toHaveText(before!);
  await expect(figure(page, 'toothDensity').nth(1)).toHaveText(before!);
});

// A motor of each kind, and the winding of it that is made from the reels.
for (const [number, winding] of [
  ['3103', null],
  ['3138', 'Rotor'],
  ['3134', 'Interpoles'],
  ['3126', 'Start'],
  ['3136', null],
] as const)
  test(`the reels are looked over for a winding of ${number}, and what is taken stands in the proposal`, async ({
    page,
  }) => {
    await signIn(page, base(), 'Ida Haft');
    await page.goto(`${base()}/motor/${number}/winding`);
    await page.getByRole('button', { name: 'Reels', exact: true }).click();
    if (winding) {
      await page.getByRole('combobox', { name: 'Winding' }).click();
      await page.getByRole('option', { name: winding }).click();
    }
    await field(page, 'strands').fill('20');
    await page.getByRole('button', { name: 'Look on the reels' }).click();
    const list = page.getByLabel('Windings from the reels');
    const first = list.getByRole('button').first();
    await expect(first).toBeVisible();
    const wires = (await first.locator('.fig').first().innerText())
      .replace(/^\d+ × /, '')
      .replaceAll(' ', '');
    expect(wires).toMatch(/^\d+x\d/);
    await first.click();
    await expect(page.getByRole('button', { name: 'Save the proposal' })).toBeEnabled();
    const fields = await page
      .locator('input')
      .evaluateAll((all) => all.map((x) => (x as HTMLInputElement).value));
    expect(fields).toContain(wires);
  });

test('a winding goes out as a file and comes back into another motor; a newer or damaged file is refused', async ({
  page,
}) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/motor/3120/winding`);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Winding as JSON' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  const record = JSON.parse(text) as Record<string, unknown>;
  expect(record).toMatchObject({
    format: 'norther.winding',
    version: 2,
    machine: 'three-phase',
    line: '36s 4p 1-6 T31 2x0.75 2Y CT',
  });
  await page.goto(`${base()}/motor/3110/winding`);
  const input = page.getByLabel('Winding record');
  const give = (data: unknown) =>
    input.setInputFiles({
      name: 'winding.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(data)),
    });
  await give({ ...record, version: 9 });
  await expect(page.getByRole('alert')).toContainText('newer Norther');
  await give({ ...record, typed: { slots: 36 } });
  await expect(page.getByRole('alert')).toContainText('typed.slots');
  await give(record);
  await expect(field(page, 'shorthand')).toHaveValue('36s 4p 1-6 T31 2x0.75 2Y CT');
  await expect(page.getByRole('button', { name: '8 poles' })).toBeVisible();
  // Its fields mean other things on another machine.
  await page.goto(`${base()}/motor/3134/winding`);
  await give(record);
  await expect(page.getByRole('alert')).toContainText('the winding of a three-phase machine');
});

test('settings of the shop show the default that holds, and are set over it', async ({ page }) => {
  const empty = process.env['EMPTY_SHOP']!;
  await signIn(page, empty, 'Ida Haft');
  await page.keyboard.press('F4');
  await page.keyboard.press('3');
  await expect(page.getByText('every default holds').last()).toBeVisible();
  await expect(field(page, 'backupKeep')).toHaveAttribute('placeholder', 'default: 14');
  await expect(page.getByRole('combobox', { name: 'Terminal marks' })).toContainText('U1 V1 W1');
  await field(page, 'backupKeep').fill('30');
  await page.getByRole('button', { name: 'Save for the shop' }).click();
  await expect(told(page)).toContainText('settings are saved');
  await page.reload();
  await expect(field(page, 'backupKeep')).toHaveValue('30');
  await expect(page.getByText(/^1 of \d+ set by the shop$/).last()).toBeVisible();
});

test('a reel is added and used up', async ({ page }) => {
  await signIn(page, base(), 'Ida Haft');
  await page.goto(`${base()}/stores`);
  await page.locator('input[name=name]').fill('Z1');
  await page.locator('input[name=bare]').fill('#18');
  await page.locator('input[name=mass]').fill('10 lb');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(told(page)).toContainText('Reel Z1 is kept');
  await expect(page.getByRole('row', { name: /Z1/ })).toContainText('1.02');
  await page.getByRole('row', { name: /Z1/ }).getByRole('button', { name: 'used up' }).click();
  await expect(told(page)).toContainText('Reel Z1 is retired');
});

test('the bench is worked by touch on a tablet', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, base(), 'Olav Tindal');
  await page.goto(`${base()}/motor/3124/winding`);
  await page.getByRole('button', { name: 'Waves' }).tap();
  await expect(page.getByText('Orders, ν / p')).toBeVisible();
  await page.getByRole('button', { name: 'Change', exact: true }).tap();
  await page.getByLabel('Drag the turns').fill('24');
  await expect(field(page, 'shorthand')).toHaveValue(/T24/);
  await page.goto(`${base()}/motor/3124/connection`);
  await page.getByRole('button', { name: 'reads N', exact: true }).tap();
  await expect(page.getByRole('listitem', { name: /1U: should N, reads N/ })).toBeVisible();
  const small = await page.evaluate(
    () =>
      [...document.querySelectorAll<HTMLElement>('[data-view="B"] [role=checkbox], [data-view="C"] button')]
        .filter((e) => e.offsetParent)
        .map((e) => e.getBoundingClientRect())
        .filter((r) => Math.min(r.width, r.height) < 39).length,
  );
  expect(small).toBe(0);
  await context.close();
});
