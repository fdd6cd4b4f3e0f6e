/** Machines that come back, work that is done again, and what came along: as the API keeps them. */
import type { AttemptRecord, EarlierVisit, MotorDocument, PartRecord } from '@norther/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Problem, QUARRY, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(() => s.stop());

interface File {
  motor: { version: number };
  steps: { station: string; takenAt: string | null; signedAt: string | null }[];
  attempts: AttemptRecord[];
  parts: PartRecord[];
}
const open = async (number: string) => (await s.lead.get<File>(`motors/${number}`)).body;
const codes = (body: Problem) => body.findings.map((f) => f.code);
let tag = 0;
const takeIn = async (maker: string, serial: string) => {
  const number = `V-${++tag}`;
  expect((await s.winder.post('motors', { ...QUARRY, number, maker, serial })).status).toBe(201);
  return number;
};
const visits = async (number: string) =>
  (await s.lead.get<EarlierVisit[]>(`motors/${number}/visits`)).body.map((v) => v.number).sort();

describe('a machine', () => {
  it('is known again by its number and maker in any case, and without a maker where only one has the number', async () => {
    const first = await takeIn('Ostrand', 'AB-77');
    const second = await takeIn('OSTRAND', 'ab-77 ');
    const stranger = await takeIn('Korvald', 'AB-77');
    expect(await visits(first)).toEqual([second]);
    expect(await visits(stranger)).toEqual([]);
    // Two machines have this number: which of them it is cannot be told.
    expect(await visits(await takeIn('', 'AB-77'))).toEqual([]);
    await takeIn('Ostrand', 'ZZ-1');
    expect(await visits(await takeIn('', 'zz-1'))).toHaveLength(1);
    expect(await visits(await takeIn('Ostrand', ''))).toEqual([]);
    expect((await s.lead.get('motors/nobody/visits')).status).toBe(404);
  });

  it('that many take in at once is one machine', async () => {
    const numbers = await Promise.all(Array.from({ length: 8 }, () => takeIn('Ostrand', 'QQ-20')));
    expect(await visits(numbers[0]!)).toEqual(numbers.slice(1).sort());
    expect(await visits(await takeIn('ostrand', 'qq-20'))).toHaveLength(8);
  });

  it('is corrected with the plate of its only visit, and another one where it was here before as what it was', async () => {
    const change = async (number: string, serial: string) => {
      const { motor } = await open(number);
      const { number: _n, ...rest } = { ...QUARRY, number };
      const answer = await s.winder.put(`motors/${number}`, {
        ...rest,
        maker: 'Dreyholt',
        serial,
        version: motor.version,
      });
      expect(answer.status).toBe(200);
    };
    const first = await takeIn('Dreyholt', 'M-1');
    const misread = await takeIn('Dreyholt', 'M-7');
    expect(await visits(misread)).toEqual([]);
    await change(misread, 'M-1');
    expect(await visits(misread)).toEqual([first]);
    // The later visit was another machine after all: the first stays what it was.
    await change(misread, 'M-9');
    expect(await visits(first)).toEqual([]);
    expect(await visits(await takeIn('Dreyholt', 'M-9'))).toEqual([misread]);
    expect(await visits(await takeIn('Dreyholt', 'M-1'))).toEqual([first]);
  });

  it('stays the same through a plate that is saved without a change, and through export and import', async () => {
    const first = await takeIn('Ulmark', 'X-1');
    const record = (await s.lead.get<MotorDocument>(`motors/${first}/record.json`)).body;
    const there = await startServer();
    try {
      const own = await there.winder.post('motors', {
        ...QUARRY,
        number: 'T-1',
        maker: 'Ulmark',
        serial: 'x-1',
      });
      expect(own.status).toBe(201);
      expect((await there.lead.post('import', record)).status).toBe(201);
      const seen = (await there.lead.get<EarlierVisit[]>(`motors/${first}/visits`)).body;
      expect(seen.map((v) => v.number)).toEqual(['T-1']);
    } finally {
      await there.stop();
    }
  });
});

describe('work that is done again', () => {
  it('keeps every attempt with its record, who signed it and why it did not count, and what was only begun', async () => {
    const { number } = await shop.motor();
    await shop.sign(s.winder, number, 'intake', { failed: 'burnt', cause: 'water' });
    await shop.sign(s.winder, number, 'data', { remarks: 'first' });
    await s.winder.post(`motors/${number}/stations/inspect/take`);
    const again = (reason: string) => s.lead.post(`motors/${number}/stations/intake/reopen`, { reason });
    expect((await again('wrong motor on the bench')).status).toBe(200);
    const file = await open(number);
    expect(file.steps.every((x) => x.takenAt === null && x.signedAt === null)).toBe(true);
    expect(file.attempts.map((a) => [a.station, a.attempt, a.from, a.signedBy])).toEqual([
      ['intake', 1, 'intake', 'Olav Tindal'],
      ['data', 1, 'intake', 'Olav Tindal'],
      ['inspect', 1, 'intake', null],
    ]);
    expect(file.attempts[0]).toMatchObject({
      typed: { failed: 'burnt', cause: 'water' },
      reason: 'wrong motor on the bench',
      endedBy: 'Ida Haft',
    });
    await shop.sign(s.winder, number, 'intake', { failed: 'turn short' });
    await again('looked at the wrong end');
    expect((await open(number)).attempts.filter((a) => a.station === 'intake').map((a) => a.typed)).toEqual([
      { failed: 'burnt', cause: 'water' },
      { failed: 'turn short' },
    ]);
    // All of it leaves with the motor, and comes in again equal.
    const record = (await s.lead.get<MotorDocument>(`motors/${number}/record.json`)).body;
    expect(record.attempts).toHaveLength(4);
    const there = await startServer();
    try {
      expect((await there.lead.post('import', record)).status).toBe(201);
      const copy = (await there.lead.get<MotorDocument>(`motors/${number}/record.json`)).body;
      expect(copy.attempts).toEqual(record.attempts);
    } finally {
      await there.stop();
    }
  });
});

describe('what came along', () => {
  const add = (number: string, entry: object) =>
    s.winder.post<PartRecord & Problem>(`motors/${number}/parts`, entry);
  it('is tagged once in the shop, found by its tag, and corrected in the version that was seen', async () => {
    const { number } = await shop.motor();
    const other = (await shop.motor()).number;
    const fan = (await add(number, { kind: 'fan' })).body;
    expect(fan.tag).toBe(`${number}-1`);
    expect((await add(number, { kind: 'key', tag: 'KEY 1' })).status).toBe(400);
    expect((await add(number, { kind: 'wheel' })).status).toBe(400);
    expect((await add(number, { kind: 'key', tag: 'KEY-1', note: '8 x 7 x 40' })).status).toBe(201);
    expect(codes((await add(other, { kind: 'key', tag: 'key-1' })).body)).toEqual(['part.tag-taken']);
    expect(codes((await add(number, { kind: 'fan', tag: 'key-1' })).body)).toEqual(['part.tag-taken']);
    expect((await s.winder.get<{ number: string }[]>('parts?tag=key-1')).body).toEqual([
      { number, kind: 'key', tag: 'KEY-1' },
    ]);
    const change = { kind: 'fan', tag: fan.tag, note: 'two blades chipped', back: false, version: 1 };
    const at = `motors/${number}/parts/${fan.id}`;
    expect((await s.winder.put(at, change)).status).toBe(200);
    expect((await s.winder.put(at, change)).status).toBe(409);
    expect((await s.winder.post(`${at}/withdraw`, { reason: 'not his', version: 2 })).status).toBe(200);
    expect(codes((await s.winder.put<Problem>(at, { ...change, version: 3 })).body)).toEqual([
      'part.withdrawn',
    ]);
    // Its tag is free again, and the list still shows that it was there.
    expect((await add(other, { kind: 'fan', tag: fan.tag })).status).toBe(201);
    expect((await open(number)).parts.map((p) => [p.tag, p.withdrawn?.reason ?? null])).toEqual([
      [`${number}-1`, 'not his'],
      ['KEY-1', null],
    ]);
  });
  it('has a tag to itself when one label is put on many motors at once, and when fifty correct it', async () => {
    const numbers: string[] = [];
    for (let i = 0; i < 12; i++) numbers.push((await shop.motor()).number);
    const answers = await Promise.all(numbers.map((n) => add(n, { kind: 'fan', tag: 'ONE-LABEL' })));
    expect(answers.map((a) => a.status).sort()).toEqual([201, ...numbers.slice(1).map(() => 409)]);
    const at = answers.findIndex((a) => a.status === 201);
    const change = { kind: 'fan', tag: 'ONE-LABEL', note: '', back: true, version: 1 };
    const corrected = await Promise.all(
      Array.from({ length: 50 }, () =>
        s.winder.put(`motors/${numbers[at]}/parts/${answers[at]!.body.id}`, change),
      ),
    );
    expect(corrected.filter((a) => a.status === 200)).toHaveLength(1);
    expect(corrected.filter((a) => a.status === 409)).toHaveLength(49);
  });
});

describe('labels', () => {
  it('are a page for the motor and each part that came along, in every size, and a list for a label writer', async () => {
    const number = await takeIn('Ostrand', 'L-1');
    for (const kind of ['stator', 'rotor', 'key'])
      await s.winder.post(`motors/${number}/parts`, { kind, tag: '', note: kind === 'key' ? '=1+1' : '' });
    for (const [size, wide, high] of [
      ['large', 283.46, 170.08],
      ['small', 161.57, 90.71],
      ['narrow', 141.73, 53.86],
    ] as const) {
      const pdf = await s.winder.get(`motors/${number}/labels.pdf?size=${size}`);
      expect([pdf.status, pdf.type]).toEqual([200, 'application/pdf']);
      const text = pdf.bytes.toString('latin1');
      expect(text.match(/\/Type \/Page\b/g)).toHaveLength(4);
      const [, w, h] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text)!;
      expect([Number(w), Number(h)]).toEqual([expect.closeTo(wide, 1), expect.closeTo(high, 1)]);
    }
    expect((await s.winder.get(`motors/${number}/labels.pdf?size=poster`)).status).toBe(400);
    const list = (await s.winder.get(`motors/${number}/labels.csv`)).bytes
      .toString('utf8')
      .trim()
      .split(/\r?\n/);
    expect(list).toHaveLength(5);
    expect(list[1]).toContain(number);
    // A note is no formula.
    expect(list.join('\n')).not.toMatch(/(^|,)"?=1\+1/m);
    expect((await s.winder.get('motors/nobody/labels.pdf')).status).toBe(404);
  });
});

it('sisters on the floor are motors of the same make and plate, with the tags of their rotors; the gone are none', async () => {
  const sistersOf = async (number: string) =>
    (await s.lead.get<{ sisters: { number: string; tags: string[] }[] }>(`motors/${number}`)).body.sisters
      .map((x) => x.number)
      .sort();
  const plate = { ...QUARRY.plate, speed: '1461' };
  const [a, b] = [
    await shop.motor({ plate, maker: 'Skogvik 160' }),
    await shop.motor({ plate, maker: 'SKOGVIK 160' }),
  ];
  const other = await shop.motor({ plate: { ...plate, power: '11' }, maker: 'Skogvik 160' });
  const nameless = await shop.motor({ plate, maker: '' });
  expect(await sistersOf(a.number)).toEqual([b.number]);
  for (const alone of [other, nameless]) expect(await sistersOf(alone.number)).toEqual([]);
  const part = await s.winder.post(`motors/${b.number}/parts`, { kind: 'rotor', tag: 'SK-R1', note: '' });
  expect(part.status).toBe(201);
  const { sisters } = (await s.lead.get<{ sisters: object[] }>(`motors/${a.number}`)).body;
  expect(sisters).toEqual([{ number: b.number, tags: ['SK-R1'] }]);
  await s.lead.post(`motors/${b.number}/withdraw`, { reason: 'taken in twice' });
  expect(await sistersOf(a.number)).toEqual([]);
});
