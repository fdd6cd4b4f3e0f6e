/** Many write the same thing at once: every acknowledged change is there, once, in an order that the rules allow. */
import { randomUUID } from 'node:crypto';
import { CARD, QUARRY, takeIn } from './shop.mjs';

const WRITERS = 50;
const together = (n, one) => Promise.all(Array.from({ length: n }, (_, i) => one(i)));
const ok = (answers) => answers.filter((a) => a.status >= 200 && a.status < 300);
const mean = (condition, words) => (condition ? [] : [words]);

async function fileOf(shop, number) {
  const [file, history] = await Promise.all([
    shop.lead.get(`/api/motors/${number}`),
    shop.lead.get(`/api/motors/${number}/history?limit=500`),
  ]);
  return { ...file.json, history: history.json };
}
const saidOf = (file, what) => file.history.filter((e) => e.what === what).length;

/** Each takes a fresh motor, races, and returns what is wrong. */
export const RACES = {
  async card(shop, number) {
    const answers = await together(WRITERS, (i) =>
      shop.winder.put(`/api/motors/${number}/windings/as-found`, {
        typed: { ...CARD, turns: String(i + 1) },
        version: 1,
      }),
    );
    const file = await fileOf(shop, number);
    return [
      ...mean(ok(answers).length === 1, `${ok(answers).length} cards of one version were acknowledged`),
      ...mean(file.windings[0].version === 2, `the card has version ${file.windings[0].version}`),
    ];
  },
  async plate(shop, number) {
    const answers = await together(WRITERS, (i) =>
      shop.winder.put(`/api/motors/${number}`, {
        ...QUARRY,
        machine: `conveyor ${i}`,
        version: 1,
        why: 'race',
      }),
    );
    const file = await fileOf(shop, number);
    return [
      ...mean(ok(answers).length === 1, `${ok(answers).length} plates of one version were acknowledged`),
      ...mean(saidOf(file, 'motor changed') === 1, 'the history does not have it once'),
    ];
  },
  async step(shop, number) {
    const answers = await together(WRITERS, (i) =>
      shop[i % 2 ? 'winder' : 'tester'].post(`/api/motors/${number}/stations/intake/sign`, {
        typed: { failed: `seen by ${i}` },
      }),
    );
    const file = await fileOf(shop, number);
    return [
      ...mean(ok(answers).length === 1, `${ok(answers).length} signatures of one step were acknowledged`),
      ...mean(saidOf(file, 'intake signed') === 1, 'the history does not have it once'),
    ];
  },
  async holdAgainstSignature(shop, number) {
    const answers = await together(WRITERS, (i) =>
      i % 2
        ? shop.winder.post(`/api/motors/${number}/holds`, { body: 'motor', reason: `wait ${i}` })
        : shop.winder.post(`/api/motors/${number}/stations/intake/sign`, { typed: { failed: `seen ${i}` } }),
    );
    const file = await fileOf(shop, number);
    const firstHold = Math.min(...file.holds.map((h) => h.order));
    const signed = file.steps.find((s) => s.station === 'intake')?.signedOrder ?? 0;
    const held = answers.filter((a, i) => i % 2 && a.status === 201).length;
    return [
      ...mean(signed < firstHold, 'a station was signed after a hold'),
      ...mean(file.holds.length === held, `${held} holds acknowledged, ${file.holds.length} there`),
    ];
  },
  async release(shop, number) {
    const hold = await shop.winder.post(`/api/motors/${number}/holds`, { body: 'motor', reason: 'wait' });
    const answers = await together(WRITERS, (i) =>
      shop.lead.post(`/api/motors/${number}/holds/${hold.json.id}/clear`, { reason: `done ${i}` }),
    );
    const file = await fileOf(shop, number);
    return [
      ...mean(ok(answers).length === 1, `one hold was released ${ok(answers).length} times`),
      ...mean(saidOf(file, 'motor released') === 1, 'the history does not have it once'),
    ];
  },
  async gate(shop, number) {
    const answers = await together(WRITERS, (i) =>
      shop.lead.post(`/api/motors/${number}/gates/before-varnish/pass`, { reason: `rush ${i}` }),
    );
    const file = await fileOf(shop, number);
    return [
      ...mean(ok(answers).length === 1, `one gate was passed ${ok(answers).length} times`),
      ...mean(file.gatePasses.length === 1, `${file.gatePasses.length} passes there`),
    ];
  },
  async reading(shop, number) {
    const answers = await together(WRITERS, (i) =>
      shop.tester.post(`/api/motors/${number}/readings`, {
        kind: 'insulation',
        stage: 'incoming',
        typed: { testVoltage: '500', oneMinute: String(100 + i), temperature: '22' },
      }),
    );
    const file = await fileOf(shop, number);
    const orders = file.readings.map((r) => r.order);
    return [
      ...mean(ok(answers).length === WRITERS, `${ok(answers).length} of ${WRITERS} readings acknowledged`),
      ...mean(new Set(file.readings.map((r) => r.id)).size === WRITERS, `${orders.length} readings there`),
      ...mean(
        new Set(orders).size === orders.length && orders.every((o, i) => i === 0 || o > orders[i - 1]),
        'readings are not in one order',
      ),
    ];
  },
  async joint(shop, number) {
    const answers = await together(WRITERS, () => shop.winder.post(`/api/motors/${number}/joints/rest`));
    const file = await fileOf(shop, number);
    const made = answers.reduce((n, a) => n + (a.json?.made ?? 0), 0);
    return [
      ...mean(
        made === file.jointMarks.length,
        `${made} joints said to be made, ${file.jointMarks.length} marks`,
      ),
      ...mean(
        new Set(file.jointMarks.map((m) => m.joint)).size === file.jointMarks.length,
        'a joint was made twice',
      ),
    ];
  },
  async reel(shop, number) {
    const body = { name: `reel ${number}`, bareDiameterMm: 1.06, grade: 2, massKg: 20 };
    const made = await shop.winder.post('/api/shop/reels', body);
    const answers = await together(WRITERS, (i) =>
      shop.winder.put(`/api/shop/reels/${made.json.id}`, { ...body, massKg: i, version: 1 }),
    );
    return mean(ok(answers).length === 1, `${ok(answers).length} changes of one version were acknowledged`);
  },
  async number(shop, number) {
    const answers = await together(WRITERS, () =>
      shop.winder.post('/api/motors', { ...QUARRY, number: `${number}N` }),
    );
    return mean(ok(answers).length === 1, `one number was given ${ok(answers).length} times`);
  },
  async settings(shop) {
    const { json } = await shop.lead.get('/api/shop');
    const answers = await together(WRITERS, (i) =>
      shop.lead.put('/api/shop/settings', {
        typed: { leadLength: String(400 + i) },
        version: json.settings.version,
      }),
    );
    return mean(ok(answers).length === 1, `${ok(answers).length} settings of one version were acknowledged`);
  },
  async import(shop, number) {
    const { json } = await shop.lead.get(`/api/motors/${number}/record.json`);
    // Under its own number it is known; as another motor it may come in once.
    const again = {
      ...json,
      motor: { ...json.motor, id: randomUUID(), number: `${number}I` },
      windings: json.windings.map((w) => ({ ...w, id: randomUUID() })),
      history: [],
    };
    const answers = await together(12, () => shop.lead.post('/api/import', again));
    return mean(ok(answers).length === 1, `one record came in ${ok(answers).length} times`);
  },
  async sameWrite(shop, number) {
    const writeId = randomUUID();
    const body = { body: 'motor', reason: 'once only' };
    const answers = await together(WRITERS, () =>
      shop.winder.post(`/api/motors/${number}/holds`, body, { writeId }),
    );
    const file = await fileOf(shop, number);
    const other = await shop.winder.post(
      `/api/motors/${number}/holds`,
      { ...body, reason: 'other' },
      { writeId },
    );
    const others = await shop.tester.post(`/api/motors/${number}/holds`, body, { writeId });
    return [
      ...mean(file.holds.length === 1, `one write was done ${file.holds.length} times`),
      ...mean(new Set(answers.map((a) => a.json?.id)).size === 1, 'the same write had several answers'),
      ...mean(other.status === 422 && others.status === 422, 'an id was taken for another write'),
    ];
  },
};

/** @returns races run, and what went wrong in which */
export async function raceAll(shop, rounds, only = Object.keys(RACES)) {
  const found = [];
  let races = 0;
  for (let round = 1; round <= rounds; round++)
    for (const name of only) {
      const number = `R${round}-${Object.keys(RACES).indexOf(name)}`;
      await takeIn(shop, number);
      races++;
      for (const wrong of await RACES[name](shop, number)) found.push(`${name}, round ${round}: ${wrong}`);
    }
  return { races, writers: WRITERS, found };
}
