/** A direct-current motor that is not in the demo, from nameplate to verdict; its own tests find a fault, which is mended. */
import { expect, test, type Page } from '@playwright/test';
import { field, press, scan, sheet, signIn, tabTo, typeAll } from './keyboard.ts';
import { read, sign, type Typed } from './work.ts';

const base = () => process.env['DEMO_SHOP']!;
const LINE = '16s 32b 4p lap+ 1-5 T6 0.80 @7 F1500 0.40 i B60 2x1.20';
const REST = {
  joint: 'fused',
  band: 'glass tape',
  overhang: '28',
  shuntTurn: '260',
  interpoleTurn: '210',
  diameter: '92',
  coreLength: '70',
  toothWidth: '7',
  slotDepth: '20',
  slotWidth: '8',
  poleArc: '46',
};

/** What a meter reads round the ring of this card, a line a bar [mΩ]: 6 turns of 317 mm of 0.80 mm wire. */
async function bars(page: Page, faults: readonly object[] = []): Promise<string> {
  const answer = await page.request.post(`${base()}/api/calculate/armature-readings`, {
    data: { barToBar: { bars: 32, kind: 'lap', poles: 4, coilOhm: 0.0652, faults } },
    headers: { 'x-write-id': crypto.randomUUID() },
  });
  const { barToBar } = (await answer.json()) as { barToBar: { ohm: number[] } };
  return barToBar.ohm.map((ohm) => (1000 * ohm).toFixed(2)).join('\n');
}

test('a direct-current motor goes from its nameplate to its verdict', async ({ page }) => {
  test.setTimeout(300_000);
  const number = String(4171 + test.info().retry);
  const motor = `${base()}/motor/${number}`;
  const told = page.getByRole('status').first();
  const traveller = () => page.goto(`${motor}/traveller`);
  const measure = (kind: string, stage: string, typed: Typed, verdict: string) =>
    read(page, motor, kind, stage, typed, verdict);
  const insulation = { testVoltage: '500', oneMinute: '1800', temperature: '24' };
  await signIn(page, base(), 'Ida Haft');

  await test.step('it is taken in as what it is', async () => {
    await page.keyboard.press('F2');
    await expect(field(page, 'number')).toBeVisible();
    await typeAll(page, { number, customer: 'Nordlund Quarry', machine: 'Belt drive', kind: 'direct' });
    await typeAll(page, {
      excitation: 'shunt',
      power: '1.1',
      voltage: '220',
      current: '6.8',
      fieldCurrent: '0.4',
      speed: '1500',
      turns: 'clockwise',
    });
    await press(page, page.getByRole('button', { name: /Take it in/ }));
    await expect(page).toHaveURL(new RegExp(`/motor/${number}/card`));
  });

  await test.step('a wave that cannot close names the nearest bars; the lap is drawn', async () => {
    await tabTo(page, field(page, 'shorthand'));
    await page.keyboard.type(LINE.replace('lap+', 'wave+'));
    await expect(page.getByText(/this wave does not close.*bars that do: 31 or 33/)).toBeVisible();
    await tabTo(page, field(page, 'shorthand'));
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type(LINE);
    await typeAll(page, REST);
    await expect(page.getByText('Complete, nothing contradicts')).toBeVisible();
    await page.keyboard.press('Control+s');
    await expect(told).toContainText('The card is saved');
  });

  await test.step('the armature is followed coil by coil, and redesigned for other volts', async () => {
    await sheet(page, 'winding');
    await expect(page.getByText('Coil 1: bar 7, slot 1 to slot 5, bar 8')).toBeVisible();
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('ArrowDown');
    await expect(page.getByText('Coil 2: bar 8, slot 1 to slot 5, bar 9')).toBeVisible();
    await press(page, page.locator('[data-figure="fluxPerPole"]'));
    await expect(page.getByLabel(/Working: Flux per pole/)).toContainText('Φ = 60 · E · 2a / (Z · n · 2p)');
    await page.keyboard.press('Escape');
    await press(page, page.getByRole('button', { name: 'Redesign' }));
    await typeAll(page, { forVoltage: '110' });
    await expect(page.getByText('Armature: turns')).toBeVisible();
    await press(page, page.getByRole('button', { name: 'Take it as the proposal' }));
    await press(page, page.getByRole('button', { name: 'Save the proposal' }));
    await expect(told).toContainText('The proposal is saved');
    const { windings } = (await (await page.request.get(`${base()}/api/motors/${number}`)).json()) as {
      windings: { role: string; typed: Record<string, string> }[];
    };
    // What was proposed is what is kept.
    expect(windings.find((w) => w.role === 'proposed')!.typed).toMatchObject({
      turns: '3',
      shuntTurns: '750',
    });
    // The customer stays with his volts: wound as it was.
    await tabTo(page, field(page, 'shorthand'));
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type(LINE);
    await typeAll(page, { forVoltage: ' ', forSpeed: ' ' });
    await press(page, page.getByRole('button', { name: 'Save the proposal' }));
    await expect(told).toContainText('The proposal is saved');
  });

  await test.step('the frame: a reversed pole is named by the needle, a shorted one by its drop', async () => {
    await traveller();
    await sign(page, 'Intake', { failed: 'bars burnt', cause: 'open riser' });
    await sign(page, 'Measure the frame, mark the poles', { leastGap: '1.0', mostGap: '1.1' });
    await sign(page, 'Wind or treat the field coils', { coilsDone: 'cleaned' });
    await sign(page, 'Mount the poles', { leastGap: '1.0', mostGap: '1.05' });
    await sheet(page, 'connection');
    await press(page, page.getByRole('button', { name: /All 10 others are made/ }));
    await expect(page.getByRole('heading', { name: '10 of 10 joints' })).toBeVisible();
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    for (const letter of 'NSNSSNSN') await page.keyboard.press(letter);
    await expect(page.getByText(/the whole circuit is crossed. Change over B1 and B2/)).toBeVisible();
    for (let i = 0; i < 4; i++) await page.keyboard.press('Backspace');
    for (const letter of 'NSNS') await page.keyboard.press(letter);
    await expect(page.getByText('North and south as they must')).toBeVisible();
    await press(page, page.getByRole('button', { name: 'Keep the walk' }));
    await expect(told).toContainText('The walk is kept');
    const drop = { winding: 'shunt', supply: 'alternating' };
    await measure('field-drop', 'before-varnish', { ...drop, volts: '56\n57\n47\n56' }, 'Pole 3 drops');
    await measure('field-drop', 'before-varnish', { ...drop, volts: '55\n55.4\n54.6\n55' }, 'Sound');
    await traveller();
    await sign(page, 'Connect the field', { joints: 'brazed', allMade: 'yes' });
    await sign(page, 'Varnish and close the frame', { facesClean: 'yes' });
  });

  await test.step('the armature: shorted turns stop it before varnish, and say which coil', async () => {
    await sign(page, 'Mark slot to bar, take the data', { marked: 'yes' });
    await sign(page, 'Take the old winding out', { softened: 'stripper' });
    await measure('core-loss', 'bare', { before: '3', after: '3.1' }, 'Sound');
    await traveller();
    await sign(page, 'Clean and prove core, shaft and commutator', {
      commutatorDone: 'kept',
      runOut: '0.01',
    });
    await sign(page, 'Slot insulation', { liner: '0.2', standOut: '5' });
    await sign(page, 'Wind the armature and lay the leads', {
      turnsWound: '6',
      wireWound: '0.80',
      firstBarWound: '7',
    });
    const shorted = await bars(page, [{ kind: 'partial', coil: 12, factor: 0.67 }]);
    await measure(
      'bar-to-bar',
      'before-varnish',
      { readings: shorted, temperature: '20' },
      'Coil 6 (bar 12 to 13, slots 3 and 7) has shorted turns',
    );
    await traveller();
    await expect(page.getByRole('button', { name: /^Sign as Ida Haft/ })).toBeVisible();
    await measure('insulation', 'before-varnish', insulation, 'Sound');
    const even = await bars(page);
    await measure('bar-to-bar', 'before-varnish', { readings: even, temperature: '20' }, 'Sound');
    await traveller();
    await sign(page, 'Connect the risers', { risersDone: 'fused' });
    await sign(page, 'Band the ends', { bandedWith: 'glass tape', bandTurnsWound: '12' });
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
    await measure('bar-to-bar', 'varnished', { readings: even, temperature: '20' }, 'Sound');
    await measure('insulation', 'varnished', insulation, 'Sound');
    await traveller();
    await sign(page, 'Bake and cure', { unmasked: 'yes' });
    const face = { runOut: '0.01', barStep: '0.002', edges: 'chamfered' };
    await measure('commutator', 'varnished', { ...face, micaDepth: '0.1' }, 'lifts the brushes');
    await measure('commutator', 'varnished', { ...face, micaDepth: '0.8' }, 'Sound');
    await traveller();
    await sign(page, 'Turn, undercut, chamfer the commutator', { turnedTo: '64.5' });
    await measure('balance', 'final', { mass: '6.1', speed: '1500', plane1: '12', plane2: '10' }, 'Sound');
    await traveller();
    await sign(page, 'Balance the rotor', { corrected: 'no correction' });
  });

  await test.step('together: off the neutral it is not signed, on it it runs, and ships', async () => {
    await sign(page, 'Bring frame and armature together', { statorTag: number, rotorTag: number });
    await sign(page, 'Assemble', { bearings: '6204 new' });
    const ways = { by: 'equal speeds' };
    await measure('neutral', 'final', { ...ways, clockwise: '1560', counter: '1450' }, 'off the neutral');
    await measure('neutral', 'final', { ...ways, clockwise: '1512', counter: '1498' }, 'Sound');
    await traveller();
    await sign(page, 'Brush gear and neutral', {
      brushGrade: '4 of 8 × 16 mm',
      seated: '85',
      springLeast: '95',
      springMost: '104',
    });
    await measure('insulation', 'final', insulation, 'Sound');
    await measure('bar-to-bar', 'final', { readings: await bars(page), temperature: '20' }, 'Sound');
    const quiet = { sparking: 'none' };
    await measure(
      'dc-no-load',
      'final',
      { voltage: '220', current: '0.5', speed: '1590', ...quiet },
      'Sound',
    );
    await measure('dc-load', 'final', { voltage: '220', current: '6.5', speed: '1505', ...quiet }, 'Sound');
    await traveller();
    await sign(page, 'Final tests', { sound: 'yes' });
    await scan(page, number);
    await sheet(page, 'verdict');
    await expect(page.getByText('Ready to ship')).toBeVisible();
    const pdf = await page.request.get(`${base()}/api/motors/${number}/verdict.pdf`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
    const record = (await (await page.request.get(`${base()}/api/motors/${number}/record.json`)).json()) as {
      motor: { kind: string; route: string };
      readings: object[];
    };
    expect(record.motor).toMatchObject({ kind: 'direct-current', route: 'dc-rewind' });
    expect(record.readings.length).toBeGreaterThan(14);
  });
});
