/** The journal of the shop: every kind of write leaves one line, is done once, and can be told from its history. */
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Answer, type Caller, QUARRY, QUARRY_CARD, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer();
});
afterAll(async () => {
  await s.stop();
});

interface Line {
  what: string;
  who: string;
  why: string;
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
  order: number;
}
interface File {
  motor: { version: number; customer: string; rush: boolean; plate: Record<string, string> };
  windings: { role: string; version: number; typed: Record<string, string> }[];
  steps: { station: string; takenBy: string | null; signedBy: string | null }[];
  holds: { id: string; clearedAt: string | null; clearReason: string | null }[];
  gatePasses: unknown[];
  readings: { kind: string }[];
}
const history = async (number: string) => (await s.lead.get<Line[]>(`motors/${number}/history`)).body;
const file = async (number: string) => (await s.lead.get<File>(`motors/${number}`)).body;

interface Write {
  readonly name: string;
  readonly by: 'winder' | 'tester' | 'lead';
  readonly send: (caller: Caller, writeId: string) => Promise<Answer>;
  /** What of the record must differ after it. */
  readonly changed: (before: File, after: File) => boolean;
}
const at = 'motors/J-1';
const { number: _number, ...identity } = QUARRY;
let holdId = '';

/** In the order in which a motor meets them. */
const WRITES: readonly Write[] = [
  {
    name: 'change of the plate',
    by: 'winder',
    send: (c, w) =>
      c.put(at, { ...identity, customer: 'Nordlund Quarry, pit 2', version: 1, why: 'other pit' }, w),
    changed: (b, a) => b.motor.customer !== a.motor.customer && a.motor.version === 2,
  },
  {
    name: 'intake signed',
    by: 'winder',
    send: (c, w) => c.post(`${at}/stations/intake/sign`, { typed: { failed: 'drive-end bearing' } }, w),
    changed: (b, a) => b.steps.length === 0 && a.steps[0]!.signedBy === 'Olav Tindal',
  },
  {
    name: 'data taken in hand',
    by: 'winder',
    send: (c, w) => c.post(`${at}/stations/data/take`, {}, w),
    changed: (_b, a) => a.steps.some((x) => x.station === 'data' && x.takenBy === 'Olav Tindal'),
  },
  {
    name: 'data card',
    by: 'winder',
    send: (c, w) => c.put(`${at}/windings/as-found`, { typed: QUARRY_CARD, version: 0 }, w),
    changed: (b, a) => b.windings.length === 0 && a.windings[0]!.version === 1,
  },
  {
    name: 'proposal',
    by: 'winder',
    send: (c, w) => c.put(`${at}/windings/proposed`, { typed: { turns: '19' }, version: 0 }, w),
    changed: (b, a) => a.windings.length === b.windings.length + 1,
  },
  {
    name: 'hold',
    by: 'winder',
    send: (c, w) => c.post(`${at}/holds`, { body: 'stator', reason: 'waits for wire' }, w),
    changed: (b, a) => b.holds.length === 0 && a.holds[0]!.clearedAt === null,
  },
  {
    name: 'hold cleared',
    by: 'lead',
    send: (c, w) => c.post(`${at}/holds/${holdId}/clear`, { reason: 'wire came' }, w),
    changed: (_b, a) => a.holds[0]!.clearReason === 'wire came',
  },
  {
    name: 'gate passed',
    by: 'lead',
    send: (c, w) => c.post(`${at}/gates/before-varnish/pass`, { reason: 'rush of the quarry' }, w),
    changed: (b, a) => a.gatePasses.length === b.gatePasses.length + 1,
  },
  {
    name: 'reading',
    by: 'tester',
    send: (c, w) =>
      c.post(
        `${at}/readings`,
        {
          kind: 'insulation',
          stage: 'incoming',
          typed: { testVoltage: '500', oneMinute: '2 GΩ', temperature: '68 F' },
        },
        w,
      ),
    changed: (b, a) => a.readings.length === b.readings.length + 1,
  },
];

describe('each kind of write', () => {
  beforeAll(async () => {
    expect((await s.winder.post('motors', { ...QUARRY, number: 'J-1' })).status).toBe(201);
  });
  it.each(WRITES)(
    '$name: one line in the history, once for its id, and seen on the record',
    async (write) => {
      const before = await file('J-1');
      if (before.holds[0]) holdId = before.holds[0].id;
      const lines = await history('J-1');
      const writeId = randomUUID();
      const first = await write.send(s[write.by], writeId);
      expect(first.status, JSON.stringify(first.body)).toBeLessThan(300);
      const again = await write.send(s[write.by], writeId);
      expect(again.status).toBe(first.status);
      expect(again.body).toEqual(first.body);
      const after = await file('J-1');
      expect(write.changed(before, after)).toBe(true);
      const now = await history('J-1');
      const known = new Set(lines.map((l) => l.order));
      const added = now.filter((l) => !known.has(l.order));
      // Whoever reads the history could send the write again in another's name.
      expect(JSON.stringify(now)).not.toContain(writeId);
      expect(added).toHaveLength(1);
      expect(now).toHaveLength(lines.length + 1);
      expect(added[0]!.who).toBe({ winder: 'Olav Tindal', tester: 'Per Marsk', lead: 'Ida Haft' }[write.by]);
      expect(added[0]!.what.length).toBeGreaterThan(4);
    },
  );

  it('the reason that was given stands in the line it belongs to', async () => {
    const lines = await history('J-1');
    for (const reason of ['other pit', 'waits for wire', 'wire came', 'rush of the quarry'])
      expect(lines.filter((l) => JSON.stringify(l).includes(reason)).length, reason).toBeGreaterThan(0);
  });

  it('a change says what was there before and what is there now', async () => {
    const line = (await history('J-1')).find((l) => l.why === 'other pit')!;
    expect(line.before!['customer']).toBe('Nordlund Quarry');
    expect(line.after!['customer']).toBe('Nordlund Quarry, pit 2');
  });

  it('a refused write leaves no line and nothing changed', async () => {
    const before = await file('J-1');
    const lines = await history('J-1');
    const wrong = [
      await s.winder.put(at, { ...identity, version: 1 }),
      await s.winder.put(`${at}/windings/as-found`, { typed: QUARRY_CARD, version: 7 }),
      await s.winder.post(`${at}/stations/cure/sign`, { typed: {} }),
      await s.winder.post(`${at}/holds`, { body: 'stator', reason: '' }),
      await s.winder.post(`${at}/gates/before-assembly/pass`, { reason: 'no time' }),
      await s.tester.post(`${at}/readings`, { kind: 'insulation', stage: 'incoming', typed: {} }),
    ];
    expect(wrong.map((w) => w.status)).toEqual([409, 409, 409, 400, 403, 400]);
    expect(await file('J-1')).toEqual(before);
    expect(await history('J-1')).toEqual(lines);
  });
});

describe('whatever is sent', () => {
  const HOSTILE: readonly unknown[] = [
    null,
    [],
    'text',
    42,
    {},
    { typed: null },
    { typed: { slots: { deep: true } }, version: 0 },
    { typed: { slots: 'x'.repeat(700) }, version: 0 },
    { typed: Object.fromEntries(Array.from({ length: 300 }, (_, i) => [`f${i}`, '1'])), version: 0 },
    { typed: { ['__proto__']: '1', constructor: '2' }, version: 0 },
    { typed: { slots: '36\u0000' }, version: 0 },
    { typed: { slots: '36' }, version: -1 },
    { typed: { slots: '36' }, version: 1.5 },
    { typed: { slots: '36' }, version: '0' },
    { number: '../../etc', customer: 'x' },
    { number: '4002', customer: '   ' },
    { number: "4002'; drop table motors; --", customer: 'x' },
    { number: '4003', customer: 'x', promisedAt: 'tomorrow' },
    { number: '4004', customer: 'x', rush: 'yes' },
    { kind: 'none', stage: 'final', typed: {} },
    { kind: 'insulation', stage: 'never', typed: {} },
  ];
  it.each([
    ['POST', 'motors'],
    ['PUT', 'motors/J-1'],
    ['PUT', 'motors/J-1/windings/as-found'],
    ['PUT', 'motors/J-1/windings/dreamed'],
    ['POST', 'motors/J-1/readings'],
    ['POST', 'motors/J-1/holds'],
    ['POST', 'motors/J-1/stations/nowhere/take'],
    ['POST', 'motors/J-1/gates/garden/pass'],
    ['POST', 'motors/none-such/holds'],
    ['POST', 'import'],
    ['POST', 'calculate/winding'],
    ['POST', 'calculate/card'],
    ['POST', 'calculate/test'],
  ])('%s %s answers with a sentence and never with a fault of its own', async (method, url) => {
    for (const body of HOSTILE) {
      const answer = await s.lead.call<{ title?: string }>(method, url, body);
      expect(answer.status, `${JSON.stringify(body)} → ${answer.bytes.toString()}`).toBeLessThan(500);
      if (answer.status >= 400) {
        expect(answer.type).toContain('problem+json');
        expect(answer.body.title!.length).toBeGreaterThan(8);
        expect(answer.bytes.toString()).not.toMatch(/\bat .*\.(ts|js):\d+/);
      }
    }
  });
  it('and the shop still answers', async () => {
    expect((await s.lead.get('floor')).status).toBe(200);
    expect((await file('J-1')).motor.customer).toBe('Nordlund Quarry, pit 2');
  });
});
