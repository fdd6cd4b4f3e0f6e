/**
 * Every published route from the door to the door, as a lead works it on the screen; on each walk something happens that
 * happens in a shop: the network goes, work is done again, a stranger's rotor comes, two sign at once, a photo is marked.
 */
import { expect, test, type Page } from '@playwright/test';
import {
  barToBarOhm,
  commutatorPlanOf,
  machineKind,
  publishedRoutes,
  ringNetwork,
  stationsOf,
  TEST_KINDS,
  type Field,
  type Route,
  type Station,
  type TestKindId,
  type Typed,
} from '../packages/core/src/index.ts';
import { choose, field, signIn } from './keyboard.ts';
import { soundReading } from '../packages/core/test/sound-reading.ts';

const base = () => process.env['DEMO_SHOP']!;
const told = (page: Page) => page.getByRole('status').first();

/** Inside what each field takes, and inside what is usual where something is. */
const figure = (f: Extract<Field, { kind: 'quantity' }>) =>
  f.id === 'statorBore'
    ? '101'
    : f.id === 'rotorOutside'
      ? '100'
      : String(f.usual?.least ?? f.usual?.most ?? Math.max(f.min, Math.min(f.max, 10)));

async function fillOne(page: Page, f: Field, value: string) {
  if (f.kind === 'choice') await choose(page, f.id, f.options.find((o) => o.value === value)!.label);
  else if (value.includes('\n'))
    // A list of readings comes from somewhere: it is pasted.
    await field(page, f.id).evaluate((cell, text) => {
      const data = new DataTransfer();
      data.setData('text', text);
      cell.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, value);
  else await field(page, f.id).fill(value);
}

async function fillRecord(page: Page, station: Station, number: string) {
  for (const f of station.record.filter((x) => x.required || x.id.endsWith('Tag')))
    await fillOne(
      page,
      f,
      f.kind === 'choice'
        ? f.options[0]!.value
        : f.kind === 'quantity'
          ? figure(f)
          : f.id.endsWith('Tag')
            ? number
            : /wire/i.test(f.id)
              ? '2x1.06'
              : '18',
    );
}

async function reasonIn(page: Page, action: string) {
  await field(page, 'reason').fill('agreed with the customer on the phone');
  await page.getByRole('dialog').getByRole('button', { name: action }).click();
}

/** Takes what the station is proven by, as its example has it; what cannot be judged of this motor is left to the lead. */
async function measure(page: Page, motor: string, { tests }: Station, route: Route) {
  for (const { kind, stage } of tests) {
    const { log } = TEST_KINDS[kind as keyof typeof TEST_KINDS].examples.sound;
    const typed = soundReading(kind, route);
    await page.goto(`${motor}/tests?kind=${kind}&stage=${stage}`);
    const fields = TEST_KINDS[kind as keyof typeof TEST_KINDS].fields;
    for (const f of fields) if (typed[f.id]) await fillOne(page, f, typed[f.id]!);
    if (log)
      await page.getByLabel('Oven log', { exact: true }).setInputFiles({
        name: 'log.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(['minutes,part °C', ...log.map((p) => `${p.minute},${p.partC}`)].join('\n')),
      });
    await page.getByRole('button', { name: 'Keep the reading' }).click();
    await expect(told(page)).toContainText('kept');
  }
}

async function station(
  page: Page,
  motor: string,
  at: Station,
  number: string,
  route: Route,
): Promise<string | null> {
  const heading = page.getByRole('heading', { name: at.title, level: 2 });
  if (at.tests.length > 0) await measure(page, motor, at, route);
  await page.goto(`${motor}/traveller?station=${at.id}`);
  await expect(heading).toBeVisible();
  let passed: string | null = null;
  const shut = page.getByRole('button', { name: 'Pass, with reason' });
  if (at.gate && (await shut.count()) > 0) {
    // Nobody signs through a gate that is shut.
    await expect(page.getByRole('button', { name: /^Sign as/ })).toBeDisabled();
    await shut.click();
    await reasonIn(page, 'Pass the gate');
    await expect(shut).toHaveCount(0);
    passed = at.gate;
  }
  await fillRecord(page, at, number);
  await page.getByRole('button', { name: /^Sign as Ida Haft/ }).click();
  const over = page.getByRole('dialog');
  await expect(
    told(page)
      .filter({ hasText: `${at.title}: signed` })
      .or(over),
  ).toBeVisible();
  if ((await over.count()) > 0) {
    await reasonIn(page, 'Sign');
    await expect(told(page)).toContainText(`${at.title}: signed`);
  }
  return passed;
}

async function takeIn(page: Page, route: Route, number: string) {
  const { plate } = machineKind(route.machine).examples[0]!;
  await page.goto(`${base()}/new`);
  await field(page, 'number').fill(number);
  await field(page, 'customer').fill('Nordlund Quarry');
  const usual = machineKind(route.machine).route === route.id;
  if (route.machine !== 'three-phase') await choose(page, 'kind', machineKind(route.machine).name);
  if (!usual) await choose(page, 'route', new RegExp(`^${route.title}`));
  for (const f of machineKind(route.machine).plate) if (plate[f.id]) await fillOne(page, f, plate[f.id]!);
  await page.getByRole('button', { name: /^Take it in/ }).click();
  await expect(page).toHaveURL(new RegExp(`/motor/${number}`));
}

async function takeCard(page: Page, motor: string, route: Route) {
  const { card } = machineKind(route.machine).examples[0]!;
  await page.goto(`${motor}/card`);
  await expect(field(page, 'slots')).toBeVisible();
  await page.evaluate(() => document.querySelectorAll('details').forEach((d) => (d.open = true)));
  for (const f of machineKind(route.machine).card.flatMap((s) => s.fields))
    if (card[f.id]) await fillOne(page, f, card[f.id]!);
  await page.getByRole('button', { name: /^Save the card/ }).click();
  await expect(page.getByText(/revision 1\./)).toBeVisible();
}

/** What happens at a station before it is signed. */
type Incident = (page: Page, motor: string, at: Station, number: string, route: Route) => Promise<void>;

/** The record is typed without a network and over a reload; it is signed when the network is back. */
const networkGone: Incident = async (page, motor, at, number) => {
  await page.evaluate(async () => {
    const worker = await navigator.serviceWorker.ready;
    while (!navigator.serviceWorker.controller || worker.active?.state !== 'activated')
      await new Promise((next) => setTimeout(next, 100));
  });
  await page.goto(`${motor}/traveller?station=${at.id}`);
  await page.reload();
  await expect(page.getByRole('heading', { name: at.title, level: 2 })).toBeVisible();
  await page.context().setOffline(true);
  await fillRecord(page, at, number);
  await page.reload();
  await expect(page.getByRole('heading', { name: at.title, level: 2 })).toBeVisible();
  for (const f of at.record.filter((x) => x.required && x.kind !== 'choice'))
    await expect(field(page, f.id)).not.toHaveValue('');
  await page.context().setOffline(false);
};

/** A station that was signed is opened again with its cause, and done anew. */
const doneAgain: Incident = async (page, motor, at, number, route) => {
  await station(page, motor, at, number, route);
  await page.goto(`${motor}/traveller?station=${at.id}`);
  await page.getByRole('button', { name: 'Open it again' }).click();
  await field(page, 'reason').fill('done at the wrong end');
  await page.getByRole('dialog').getByRole('button', { name: 'Open again' }).click();
  await expect(page.getByText('The 2nd time: done at the wrong end')).toBeVisible();
};

/** The rotor of another motor lies on the bench. */
const strangersRotor: Incident = async (page, motor, at, number) => {
  await page.goto(`${motor}/traveller?station=${at.id}`);
  await fillRecord(page, at, number);
  await field(page, 'rotorTag').fill('3090');
  await expect(page.getByText(/Do not put them together/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Sign as/ })).toBeDisabled();
};

/** Two tablets have the same station open, and both sign: one signature stands, the other is told whose. */
const twoAtOnce: Incident = async (page, motor, at, number) => {
  const other = await page
    .context()
    .browser()!
    .newPage({ viewport: { width: 1280, height: 800 } });
  await signIn(other, base(), 'Olav Tindal');
  for (const p of [page, other]) {
    await p.goto(`${motor}/traveller?station=${at.id}`);
    await expect(p.getByRole('heading', { name: at.title, level: 2 })).toBeVisible();
    await fillRecord(p, at, number);
  }
  const sign = (p: Page) => p.getByRole('button', { name: /^Sign as/ }).click();
  await Promise.allSettled([sign(page), sign(other)]);
  const steps = async () =>
    (
      (await (await page.request.get(motor.replace('/motor/', '/api/motors/'))).json()) as {
        steps: { station: string; signedBy: string | null }[];
      }
    ).steps.filter((x) => x.station === at.id && x.signedBy);
  await expect.poll(async () => (await steps()).length).toBe(1);
  const [step] = await steps();
  for (const p of [page, other]) {
    await p.goto(`${motor}/traveller?station=${at.id}`);
    await expect(p.getByText(`signed by ${step!.signedBy}`)).toBeVisible();
  }
  await other.close();
};

/** A photo is taken at the station, and a ring drawn on it. */
const photoMarked: Incident = async (page, motor, at) => {
  await page.goto(`${motor}/traveller?station=${at.id}`);
  const picture = await page.evaluate(async () => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 320, height: 240 });
    canvas.getContext('2d')!.fillRect(40, 40, 90, 90);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg'));
    return [...new Uint8Array(await blob!.arrayBuffer())];
  });
  await page
    .getByLabel('Photos or papers to add')
    .setInputFiles({ name: 'station.jpg', mimeType: 'image/jpeg', buffer: Buffer.from(picture) });
  await page
    .getByRole('button', { name: /station\.jpg/ })
    .first()
    .click();
  const draw = page.getByRole('group', { name: 'Draw on it' });
  await draw.getByRole('button', { name: 'Ring' }).click();
  await page.getByRole('application').focus();
  for (const key of ['Enter', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'Enter'])
    await page.keyboard.press(key);
  await field(page, 'markWords').fill('rubbed here');
  await draw.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(page.locator('svg text', { hasText: 'rubbed here' })).toBeVisible();
  await page.keyboard.press('Escape');
};

/** A reading that says what was done wrong: it stops, in words that name it; the sound one comes after it is mended. */
const faultFound =
  (kind: TestKindId, spoilt: (route: Route, sound: Typed) => Typed, words: RegExp): Incident =>
  async (page, motor, at, _number, route) => {
    const { stage } = at.tests.find((t) => t.kind === kind)!;
    await page.goto(`${motor}/tests?kind=${kind}&stage=${stage}`);
    const typed = spoilt(route, soundReading(kind, route));
    for (const f of TEST_KINDS[kind].fields) if (typed[f.id]) await fillOne(page, f, typed[f.id]!);
    const verdict = page.getByLabel('Verdict').last();
    await expect(verdict).toContainText(words);
    await expect(verdict.getByRole('img', { name: 'stop' }).first()).toBeVisible();
    await page.getByRole('button', { name: 'Keep the reading' }).click();
    await expect(told(page)).toContainText('kept');
  };
const asks =
  (kind: TestKindId) =>
  (at: Station): boolean =>
    at.tests.some((t) => t.kind === kind && t.stage !== 'incoming');
/** One coil of the armature with an open joint. */
const openCoil = (route: Route, sound: Typed): Typed => {
  const kind = machineKind(route.machine);
  const { card, plate } = kind.examples[0]!;
  const plan = commutatorPlanOf(kind.checkCard(card, kind.readPlate(plate).plate, false, {}).plan)!;
  const network = ringNetwork(plan.ring!, [{ kind: 'open', coil: 7 }]);
  if (!network.ok) throw new Error('The example has no ring.');
  const ohms = barToBarOhm(plan.spec.bars, network.value);
  return { ...sound, readings: ohms.map((o) => (1000 * o!).toFixed(3)).join('\n') };
};
type Happening = readonly [Incident, (at: Station, place: number) => boolean];
const plain = (at: Station) => !at.gate && !at.signedBy && at.tests.length === 0;
/**
 * The routes that are walked on the screen, and what happens on each, in this order. The API walks every route; these three
 * have every kind of station between them.
 */
const WALKS: Readonly<Record<string, readonly Happening[]>> = {
  'ac-rewind': [
    [photoMarked, (_at, place) => place === 1],
    [doneAgain, (at) => at.id === 'wind'],
  ],
  'ac-sealed': [
    [twoAtOnce, (at, place) => place > 0 && plain(at)],
    [networkGone, (at, place) => place > 2 && !at.gate && at.record.some((f) => f.required)],
    [strangersRotor, (at) => at.record.some((f) => f.id === 'rotorTag')],
  ],
  'universal-rewind': [[faultFound('bar-to-bar', openCoil, /open/i), asks('bar-to-bar')]],
};

for (const [i, [id, happens]] of Object.entries(WALKS).entries()) {
  const route = publishedRoutes().find((r) => r.id === id)!;
  test(`a motor goes the route ${route.id} from the door to the door`, async ({ page }) => {
    test.setTimeout(600_000);
    const number = String(4300 + 10 * i + test.info().retry);
    const motor = `${base()}/motor/${number}`;
    await signIn(page, base(), 'Ida Haft');
    await takeIn(page, route, number);
    await takeCard(page, motor, route);
    const passed: string[] = [];
    const toCome = [...happens];
    for (const [place, at] of stationsOf(route).entries()) {
      if (at.record.some((f) => f.id === 'allMade')) {
        await page.goto(`${motor}/connection`);
        const rest = page.getByRole('button', { name: /rest/i });
        if ((await rest.count()) > 0) await rest.first().click();
      }
      const now = toCome.findIndex(([, fits]) => fits(at, place));
      if (now >= 0) {
        const [[incident]] = toCome.splice(now, 1) as [Happening];
        await incident(page, motor, at, number, route);
        if (incident === twoAtOnce) continue;
      }
      const gate = await station(page, motor, at, number, route);
      if (gate && !passed.includes(gate)) passed.push(gate);
    }
    expect(toCome, 'what was to happen on the way').toEqual([]);
    await page.goto(`${motor}/verdict`);
    // What a lead let through stands on the verdict.
    for (const gate of passed)
      await expect(
        page.getByText(new RegExp(`${gate.replace('-', ' ')}.*passed by`, 'i')).first(),
      ).toBeVisible();
    await page.goto(motor);
    await expect(page.getByRole('banner').last()).toContainText('shipped');
  });
}
