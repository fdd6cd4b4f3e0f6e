/** What people write about a motor, what it draws from the stores, with what it is measured, and to whom it is given. */
import {
  openMotorDocument,
  type JournalLine,
  type SuppliesAnswer,
  type WriteUpRecord,
} from '@norther/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Problem, QUARRY, QUARRY_CARD, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer({ empty: true });
  shop = shopOf(s);
});
afterAll(() => s.stop());

const codes = (body: unknown) => (body as Problem).findings.map((f) => f.code);
const failure = (number: string, body: object, version = 0) =>
  s.winder.put<Problem & { version: number; current?: WriteUpRecord }>(`motors/${number}/write-ups/failure`, {
    body,
    version,
  });
const damage = (place: string) => ({ kind: 'burnt', place });

describe('a failure', () => {
  it('of two who write at once is one’s, and the other sees what stands there', async () => {
    const { number } = await shop.motor();
    const both = await Promise.all([
      failure(number, { cause: 'Water', state: 'suspected' }),
      failure(number, { cause: 'Bearing', state: 'suspected' }),
    ]);
    expect(both.map((a) => a.status).toSorted()).toEqual([200, 409]);
    const won = both.find((a) => a.status === 200)!;
    const lost = both.find((a) => a.status === 409)!;
    expect(lost.body.current!.version).toBe(1);
    expect((await failure(number, { cause: 'Both', state: 'suspected' }, won.body.version)).status).toBe(200);
    const history = (await s.lead.get<{ what: string }[]>(`motors/${number}/history`)).body;
    expect(history.filter((e) => e.what === 'failure analysis written')).toHaveLength(2);
  });
  it('names places of this winding only, a photo of this motor only, and evidence where it is confirmed', async () => {
    const { number } = await shop.motor();
    expect((await failure(number, { damages: [damage('slot/400')] })).status).toBe(200);
    await shop.saveCard(number, QUARRY_CARD);
    expect(codes((await failure(number, { damages: [damage('slot/37')] }, 1)).body)).toEqual([
      'failure.not-here',
    ]);
    expect(codes((await failure(number, { damages: [damage('nowhere')] }, 1)).body)).toEqual([
      'failure.no-place',
    ]);
    const photo = '019aa000-0000-7000-8000-000000000099';
    expect(codes((await failure(number, { damages: [{ ...damage('slot/3'), photo }] }, 1)).body)).toEqual([
      'failure.no-photo',
    ]);
    expect(codes((await failure(number, { state: 'confirmed', cause: 'Water' }, 1)).body)).toEqual([
      'failure.no-evidence',
    ]);
    expect(codes((await failure(number, { state: 'sure' }, 1)).body)).toEqual(['write-up.wrong']);
    expect((await s.winder.put(`motors/${number}/write-ups/poem`, { body: {}, version: 0 })).status).toBe(
      400,
    );
    expect((await s.nobody.put(`motors/${number}/write-ups/failure`, { body: {}, version: 0 })).status).toBe(
      401,
    );
  });
  it('and what is agreed leave with the record, come in again, and stand on paper', async () => {
    const { number } = await shop.motor();
    await failure(number, {
      damages: [damage('all')],
      cause: 'Screen of the fan clogged',
      state: 'suspected',
    });
    const agreement = {
      scope: 'rewind',
      estimate: [{ what: 'Rewind', amount: 1200.5 }],
      answers: [{ at: '2026-11-20T10:00:00Z', who: 'Owner', answer: 'yes', words: '' }],
    };
    expect(
      (await s.lead.put(`motors/${number}/write-ups/agreement`, { body: agreement, version: 0 })).status,
    ).toBe(200);
    const record = await s.lead.get(`motors/${number}/record.json`);
    const opened = openMotorDocument(record.body);
    expect(opened.ok && opened.value.writeUps.map((w) => w.kind)).toEqual(['agreement', 'failure']);
    for (const file of ['verdict.pdf', 'agreement.pdf', 'nameplate.pdf']) {
      const paper = await s.lead.get(`motors/${number}/${file}`);
      expect(paper.status, file).toBe(200);
      expect(paper.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    }
    const plate = (await s.lead.get(`motors/${number}/nameplate.csv`)).bytes.toString();
    expect(plate).toContain('Rated power,15 hp');
    expect(plate).toContain(`Job,${number}`);
  });
});

describe('a certified machine', () => {
  it('has no other winding proposed or released until its plate names the certificate', async () => {
    const plate = { certified: 'explosion' };
    const { number } = await shop.motor({ plate });
    const propose = () =>
      s.lead.put(`motors/${number}/windings/proposed`, { typed: { turns: '20' }, version: 0 });
    expect((await shop.saveCard(number, QUARRY_CARD)).status).toBe(200);
    const refused = await propose();
    expect([refused.status, codes(refused.body)]).toEqual([409, ['certified.no-redesign']]);
    const { motor } = (await s.lead.get<{ motor: Record<string, unknown> }>(`motors/${number}`)).body;
    const { customer, machine, maker, serial, version } = motor;
    const change = { customer, machine, maker, serial, version, plate: { ...plate, certificate: 'X 12' } };
    expect((await s.lead.put(`motors/${number}`, change)).status).toBe(200);
    expect((await propose()).status).toBe(200);
  });
});

describe('supplies', () => {
  const add = async (name: string) =>
    (
      await s.winder.post<{ id: string }>('stores/supplies', {
        typed: { name, kind: 'varnish', unit: 'l', low: '5' },
      })
    ).body.id;
  const receive = async (supply: string, lot: string, amount: number, expiresAt: string | null = null) =>
    (await s.winder.post<{ id: string }>('stores/lots', { supply, lot, amount, expiresAt })).body.id;
  const left = async (lot: string) =>
    (await s.winder.get<SuppliesAnswer>('stores')).body.supplies
      .flatMap((x) => x.lots)
      .find((l) => l.id === lot)!.left;
  const draw = (who: 'winder' | 'lead', lot: string, amount: number, more: object = {}) =>
    s[who].post<Problem>(`stores/lots/${lot}/moves`, { what: 'drawn', amount, ...more });

  it('that fifty draw from at once is never drawn below nothing', async () => {
    const lot = await receive(await add('Varnish A'), 'A-1', 10);
    const all = await Promise.all(Array.from({ length: 50 }, () => draw('winder', lot, 0.3)));
    // 10 l hold 33 draws of 0.3 l.
    expect(all.filter((a) => a.status === 201)).toHaveLength(33);
    expect(new Set(all.filter((a) => a.status !== 201).map((a) => codes(a.body)[0]))).toEqual(
      new Set(['lot.too-little']),
    );
    expect(await left(lot)).toBeCloseTo(0.1, 6);
  });
  it('that have expired are a lead’s to release, with a reason; drawn for a motor they stand on it', async () => {
    const { number } = await shop.motor();
    const lot = await receive(await add('Varnish B'), 'B-1', 4, '2020-01-01T00:00:00.000Z');
    expect(codes((await draw('winder', lot, 1, { why: 'nothing else' })).body)).toEqual(['lot.expired']);
    expect((await draw('lead', lot, 1, { motor: number })).status).toBe(409);
    expect((await draw('lead', lot, 1, { motor: number, why: 'tested on a strip' })).status).toBe(201);
    expect((await draw('lead', lot, 9, { why: 'tested on a strip' })).status).toBe(409);
    const drawn = (
      await s.winder.get<{ lot: string; amount: number; note: string }[]>(`motors/${number}/drawn`)
    ).body;
    expect(drawn).toMatchObject([{ lot: 'B-1', amount: -1, note: 'tested on a strip' }]);
    expect((await draw('lead', lot, 1, { motor: '9999', why: 'tested' })).status).toBe(404);
  });
  it('are counted anew to what is there, and never have two lots of a name', async () => {
    const supply = await add('Varnish C');
    const lot = await receive(supply, 'C-1', 7);
    expect((await s.winder.post(`stores/lots/${lot}/moves`, { what: 'counted', amount: 2.25 })).status).toBe(
      201,
    );
    expect(await left(lot)).toBe(2.25);
    expect(codes((await s.winder.post('stores/lots', { supply, lot: 'c-1', amount: 1 })).body)).toEqual([
      'lot.taken',
    ]);
    const order = (await s.winder.get('stores/to-order.csv')).bytes.toString();
    expect(order.split('\r\n')[0]).toBe('supply,to order,unit,usable now,expired,low below');
    expect(order).toContain('Varnish C,2.75,l,2.25,0,5');
  });
});

describe('instruments', () => {
  it('that are expired or of another kind sign nothing, but for a lead who says why', async () => {
    const instrument = async (typed: object) =>
      (await s.lead.post<{ id: string }>('stores/instruments', { typed })).body.id;
    expect((await s.winder.post('stores/instruments', { typed: { name: 'X', kind: 'gauge' } })).status).toBe(
      403,
    );
    const old = await instrument({ name: 'Megohm old', kind: 'insulation-tester', due: '2020-05-01' });
    const good = await instrument({ name: 'Megohm new', kind: 'insulation-tester', due: '2099-05-01' });
    const ohm = await instrument({ name: 'Ohm', kind: 'ohmmeter', due: '2099-05-01' });
    const { number } = await shop.motor();
    const measure = (who: 'tester' | 'lead', with_: string | null, why = '') =>
      s[who].post<Problem>(`motors/${number}/readings`, {
        kind: 'insulation',
        stage: 'incoming',
        typed: { testVoltage: '500', oneMinute: '900', temperature: '20' },
        instrument: with_,
        why,
      });
    const refused = await measure('tester', old, 'it is quick');
    expect([refused.status, codes(refused.body)]).toEqual([409, ['instrument.expired']]);
    expect(refused.body.title).toContain('Use Megohm new instead');
    expect(codes((await measure('lead', ohm, 'the only one here')).body)).toEqual(['instrument.other-kind']);
    expect((await measure('lead', old)).status).toBe(409);
    for (const [who, with_, why] of [
      ['lead', old, 'the new one is away'],
      ['tester', good, ''],
      ['tester', null, ''],
    ] as const)
      expect((await measure(who, with_, why)).status).toBe(201);
    const { readings } = (
      await s.lead.get<{ readings: { instrument: { name: string; reason: string } | null }[] }>(
        `motors/${number}`,
      )
    ).body;
    expect(readings.map((r) => r.instrument && [r.instrument.name, r.instrument.reason])).toEqual([
      ['Megohm old', 'the new one is away'],
      ['Megohm new', ''],
      null,
    ]);
  });
});

describe('on the floor', () => {
  const put = (who: 'winder' | 'tester' | 'lead', number: string, change: object) =>
    s[who].put<Problem>(`motors/${number}/floor`, change);
  it('one takes what nobody has and gives back one’s own; a lead gives to anybody who works here', async () => {
    const { number } = await shop.motor();
    expect((await put('winder', number, { givenTo: 'Per Marsk' })).status).toBe(403);
    expect((await put('winder', number, { givenTo: 'Olav Tindal' })).status).toBe(200);
    expect(codes((await put('tester', number, { givenTo: 'Per Marsk' })).body)).toEqual(['motor.given']);
    expect((await put('winder', number, { givenTo: null })).status).toBe(200);
    expect(codes((await put('lead', number, { givenTo: 'Nobody' })).body)).toEqual(['motor.nobody']);
    expect((await put('lead', number, { givenTo: 'Per Marsk' })).status).toBe(200);
  });
  it('a lead lays motors in another order; the plate that somebody is typing is not stale by that', async () => {
    const [a, b] = [await shop.motor(), await shop.motor({ promisedAt: null })];
    const order = async () =>
      (await s.winder.get<{ motor: { number: string } }[]>('floor')).body
        .map((r) => r.motor.number)
        .filter((n) => n === a.number || n === b.number);
    expect(await order()).toEqual([a.number, b.number]);
    expect((await put('winder', b.number, { place: 1 })).status).toBe(403);
    expect((await put('lead', b.number, { place: 1 })).status).toBe(200);
    expect(await order()).toEqual([b.number, a.number]);
    expect((await put('lead', b.number, { place: null })).status).toBe(200);
    expect(await order()).toEqual([a.number, b.number]);
    const { motor } = (await s.lead.get<{ motor: { version: number } }>(`motors/${b.number}`)).body;
    expect(motor.version).toBe(b.version);
  });
});

describe('a table of cards', () => {
  const send = (who: 'winder' | 'lead', text: string, writeId?: string) =>
    s[who].send<Problem & { cards: number }>('import', Buffer.from(text), 'text/csv', writeId);
  const row = (number: string) => `${number},36,4,1-8,18,2x1.06,2,star,165,150`;
  const head = 'number,slots,poles,span,turns,wires,circuits,connection,bore,coreLength';
  it('comes into the library by a lead, once, all of it or nothing, and stays off the floor', async () => {
    const table = `${head}\n${row('C-901')}\n${row('C-902')}\n`;
    expect((await send('winder', table)).status).toBe(403);
    const id = '019aa000-0000-7000-8000-0000000000aa';
    const first = await send('lead', table, id);
    expect([first.status, first.body.cards]).toEqual([201, 2]);
    expect((await send('lead', table, id)).body).toEqual(first.body);
    const again = await send('lead', `${head}\n${row('C-903')}\n${row('C-902')}\n`);
    expect([again.status, codes(again.body)]).toEqual([409, ['motor.known']]);
    expect((await s.lead.get('motors/C-903')).status).toBe(404);
    const floor = (await s.winder.get<{ motor: { number: string } }[]>('floor')).body;
    expect(floor.some((r) => r.motor.number.startsWith('C-9'))).toBe(false);
    const like = await s.winder.get<{ sisters: { number: string }[] }>(
      'library?kind=three-phase&slots=36&poles=4&bore=165&coreLength=150',
    );
    expect(like.body.sisters.map((x) => x.number)).toEqual(expect.arrayContaining(['C-901', 'C-902']));
  });
});

it('who did what is found by a lead, by person, motor, words and days, page by page', async () => {
  const { number } = await shop.motor();
  for (let i = 0; i < 5; i++)
    await s.winder.post(`motors/${number}/holds`, { body: 'stator', reason: `waits for 100% dry core ${i}` });
  const find = async (q: string) => (await s.lead.get<JournalLine[]>(`journal?${q}`)).body;
  expect((await s.winder.get('journal')).status).toBe(403);
  const all = await find(`motor=${number}`);
  expect(all).toHaveLength(6);
  expect(await find(`motor=${number}&who=Olav%20Tindal&words=raised`)).toHaveLength(
    all.filter((l) => l.what.includes('raised')).length,
  );
  // Signs of the database are letters.
  expect((await find(`motor=${number}&words=${encodeURIComponent('100% dry')}`)).length).toBe(5);
  expect(await find(`motor=${number}&words=${encodeURIComponent('100_ dry')}`)).toEqual([]);
  expect(await find(`motor=${number}&who=Ida%20Haft`)).toEqual([]);
  expect(await find(`motor=${number}&from=2199-01-01T00:00:00Z`)).toEqual([]);
  const first = await find(`motor=${number}&limit=4`);
  const rest = await find(
    `motor=${number}&limit=4&before=${encodeURIComponent(`${first.at(-1)!.at} ${first.at(-1)!.order}`)}`,
  );
  expect([...first, ...rest].map((l) => l.order)).toEqual(all.map((l) => l.order));
  expect((await s.lead.get('journal?limit=100000')).status).toBe(400);
});

it('wire is kept for motors on the floor, and what is short stands on the list to order', async () => {
  const plate = { ...QUARRY.plate };
  const { number } = await shop.motor({ plate });
  await shop.saveCard(number, { ...QUARRY_CARD, wires: '1x1.234' });
  const ask = async () =>
    (
      await s.winder.get<{ kept: { number: string; kg: number }[]; short: { number: string; kg: number }[] }>(
        'stores/wire-ahead',
      )
    ).body;
  const short = (await ask()).short.filter((x) => x.number === number);
  expect(short.length).toBe(1);
  expect((await s.winder.get('stores/to-order.csv')).bytes.toString()).toContain(
    'Winding wire 1.234 mm bare',
  );
  const reel = { name: 'X1', bareDiameterMm: 1.234, grade: 2, massKg: 100 };
  expect((await s.winder.post('shop/reels', reel)).status).toBe(201);
  const after = await ask();
  expect(after.short.filter((x) => x.number === number)).toEqual([]);
  expect(after.kept.find((x) => x.number === number)!.kg).toBeCloseTo(short[0]!.kg, 6);
});
