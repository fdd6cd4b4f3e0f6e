/** A single-phase motor that is not in the demo, from nameplate to verdict, by keyboard alone. */
import { expect, test } from '@playwright/test';
import { field, press, scan, sheet, signIn, tabTo, typeAll } from './keyboard.ts';
import { read, sign, type Typed } from './work.ts';

const base = () => process.env['DEMO_SHOP']!;

test('a single-phase motor goes from its nameplate to its verdict', async ({ page }) => {
  test.setTimeout(300_000);
  const number = String(4071 + test.info().retry);
  const motor = `${base()}/motor/${number}`;
  const told = page.getByRole('status').first();
  const traveller = () => page.goto(`${motor}/traveller`);
  const measure = (kind: string, stage: string, typed: Typed, verdict: string) =>
    read(page, motor, kind, stage, typed, verdict);
  await signIn(page, base(), 'Ida Haft');

  await test.step('it is taken in as what it is, and its plate is asked for as such', async () => {
    await page.keyboard.press('F2');
    await expect(field(page, 'number')).toBeVisible();
    await typeAll(page, { number, customer: 'Nordlund Quarry', machine: 'Grease pump', kind: 'single' });
    await expect(field(page, 'plateConnection')).toHaveCount(0);
    await typeAll(page, {
      starts: 'capacitor start',
      power: '3/4 hp',
      voltage: '230',
      current: '4.9',
      frequency: '50',
      speed: '1430',
      startCapacitor: '80',
      runCapacitor: '20',
    });
    await expect(page.getByText(/stays on while running/)).toBeVisible();
    await typeAll(page, { runCapacitor: ' ' });
    await press(page, page.getByRole('button', { name: /Take it in/ }));
    await expect(page).toHaveURL(new RegExp(`/motor/${number}/card`));
  });

  await test.step('both windings are filled from one line, and a start winding in line with the main one is found', async () => {
    await tabTo(page, field(page, 'shorthand'));
    await page.keyboard.type('24s 4p M 1-6,1-4 T62,44 0.95 S@7 1-6,1-4 T70,50 0.56');
    await expect(page.getByText(/such a motor does not start/)).toBeVisible();
    await typeAll(page, {
      startFirst: '4',
      rotation: 'clockwise',
      leadsFound: '4 of 1 mm²',
      overhang: '28',
      linerFound: '0.2',
      protectorFound: 'none',
      bore: '82',
      coreLength: '80',
      backIron: '13.5',
      toothWidth: '6',
      slotArea: '150',
    });
    await expect(page.getByText('Complete, nothing contradicts')).toBeVisible();
    await page.keyboard.press('Control+s');
    await expect(told).toContainText('The card is saved');
  });

  await test.step('the winding sheet opens the working of a figure, and grades turns by a sine', async () => {
    await sheet(page, 'winding');
    await press(page, page.locator('[data-figure="effectiveRatio"]'));
    await expect(page.getByLabel(/Working: Start to main/)).toContainText('a = N_s·k_s');
    await page.keyboard.press('Escape');
    await press(page, page.getByRole('button', { name: 'Sine' }));
    await expect(page.getByRole('button', { name: 'Take these turns as the proposal' })).toBeVisible();
    await press(page, page.getByRole('button', { name: 'Redesign' }));
    await typeAll(page, { forVoltage: '115' });
    await expect(page.getByText('Main: turns of a pole, 31, 22')).toBeVisible();
    await expect(page.getByText(/Start capacitor, estimated/)).toBeVisible();
  });

  await test.step('the cut sheet has a former for each winding, and paper between them', async () => {
    await sheet(page, 'cut');
    await expect(page.getByRole('heading', { name: 'Start', exact: true })).toBeVisible();
    await expect(page.getByRole('row', { name: /Separator between the windings/ })).toContainText('8');
    await typeAll(page, { trialStandOut: '33' });
    await press(page, page.getByRole('button', { name: 'Put on the card' }));
    await expect(page.getByText(/The trial coil is taken into account/)).toBeVisible();
  });

  await test.step('the traveller goes its own way: switch and capacitors before the rotor is balanced', async () => {
    await traveller();
    await sign(page, 'Intake', { failed: 'start winding burnt', cause: 'switch welded' });
    await sign(page, 'Take the winding data', {});
    await sign(page, 'Saw one end winding off', {});
    await sign(page, 'Burn off', { partTemperature: '350' });
    await sign(page, 'Pull the coils', {});
    await measure('core-loss', 'bare', { before: '3', after: '3.1' }, 'Sound');
    await traveller();
    await sign(page, 'Clean and prove the core', { media: 'soft' });
    await sign(page, 'Slot insulation', { liner: '0.2', standOut: '6' });
    await sign(page, 'Wind and insert the coils', {
      mainTurnsWound: '62,44',
      mainWireWound: '0.95',
      startTurnsWound: '70,50',
      startWireWound: '0.56',
    });
  });

  await test.step('joints of both windings are ticked, a reversed start group is named, and proven mended', async () => {
    await sheet(page, 'connection');
    await expect(page.getByRole('heading', { name: '0 of 10 joints' })).toBeVisible();
    await press(page, page.getByRole('button', { name: /All 10 others are made/ }));
    await expect(page.getByRole('heading', { name: '10 of 10 joints' })).toBeVisible();
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    for (const letter of 'NSNSNNNS') await page.keyboard.press(letter);
    await expect(page.getByText('2S is reversed', { exact: true })).toBeVisible();
    for (let i = 0; i < 3; i++) await page.keyboard.press('Backspace');
    for (const letter of 'SNS') await page.keyboard.press(letter);
    await expect(page.getByText('North and south as they must')).toBeVisible();
    await press(page, page.getByRole('button', { name: 'Keep the walk' }));
    await expect(told).toContainText('The walk is kept');
    await traveller();
    await sign(page, 'Connect groups and leads', { joints: 'soldered', allMade: 'yes' });
  });

  const insulation = { testVoltage: '500', oneMinute: '1800', temperature: '24' };
  const ohms = { main: '3.75', start: '12.2', temperature: '20' };
  await test.step('ohms of both windings: changed clips are told from a fault', async () => {
    await measure('insulation', 'before-varnish', insulation, 'Sound');
    await measure(
      'branch-resistance',
      'before-varnish',
      { main: '12.2', start: '3.75', temperature: '20' },
      'on each other’s leads',
    );
    await measure('branch-resistance', 'before-varnish', ohms, 'Sound');
    await traveller();
    await sign(page, 'Test before varnish', { gauge: 'yes', masked: 'yes' });
    await sign(page, 'Preheat and impregnate', { preheat: '110', batch: 'B-12', method: 'dip' });
    const rows = Array.from({ length: 48 }, (_, i) => `${i * 10};${Math.min(140, 24 + i * 12)}`);
    await page.goto(`${motor}/tests?kind=cure&stage=varnished`);
    await typeAll(page, { target: '138', minutes: '5 h', tolerance: '5' });
    await page.getByLabel('Oven log', { exact: true }).setInputFiles({
      name: 'oven.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`time min;part °C\n${rows.join('\n')}`),
    });
    await expect(page.getByLabel('Verdict').last()).toContainText('Sound');
    await press(page, page.getByRole('button', { name: 'Keep the reading' }));
    await expect(told).toContainText('kept');
    await measure('insulation', 'varnished', insulation, 'Sound');
    await traveller();
    await sign(page, 'Bake and cure', { unmasked: 'yes' });
  });

  await test.step('the rotor: a welded switch stops, a new one and a measured capacitor go on', async () => {
    await sign(page, 'Check the rotor', { runOut: '0.01', bars: 'yes' });
    await measure('starting', 'final', { startCapacitor: '84', switch: 'does not open' }, 'Stop');
    await measure('starting', 'final', { startCapacitor: '84', switch: 'closed at rest' }, 'Sound');
    await traveller();
    await sign(page, 'Switch and capacitors', { switchDone: 'replaced', capacitorsFitted: '80 µF 250 V' });
    await measure('balance', 'final', { mass: '4.1', speed: '1430', plane1: '9', plane2: '8' }, 'Sound');
    await traveller();
    await sign(page, 'Balance the rotor', { corrected: 'no correction' });
    await sign(page, 'Bring stator and rotor together', { statorTag: number, rotorTag: number });
    await sign(page, 'Assemble', { bearings: '6203 new' });
  });

  await test.step('the run: the wrong way round is no pass, and says which leads to exchange', async () => {
    await measure('insulation', 'final', insulation, 'Sound');
    await measure('branch-resistance', 'final', ohms, 'Sound');
    const run = { voltage: '230', current: '3.2', power: '180 W' };
    await measure(
      'single-no-load',
      'final',
      { ...run, startsItself: 'yes, the wrong' },
      'Exchange the two leads',
    );
    await measure('single-no-load', 'final', { ...run, startsItself: 'yes' }, 'Sound');
    await measure(
      'single-load',
      'final',
      { voltage: '230', current: '4.8', power: '0.85', startsItself: 'yes' },
      'Sound',
    );
    await traveller();
    await sign(page, 'Final tests', { sound: 'yes', rotation: 'clockwise' });
  });

  await test.step('the verdict says ready, comes as PDF, and the record goes out and in', async () => {
    await scan(page, number);
    await sheet(page, 'verdict');
    await expect(page.getByText('Ready to ship')).toBeVisible();
    const pdf = await page.request.get(`${base()}/api/motors/${number}/verdict.pdf`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
    const record = (await (await page.request.get(`${base()}/api/motors/${number}/record.json`)).json()) as {
      motor: { kind: string; route: string };
      readings: object[];
    };
    expect(record.motor).toMatchObject({ kind: 'single-phase', route: 'single-phase-rewind' });
    expect(record.readings.length).toBeGreaterThan(12);
  });
});
