/** Computation without storing: the examples of the documentation as they stand, and what each address refuses. */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startServer } from './harness.ts';

let shop: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  shop = await startServer();
});
afterAll(() => shop.stop());

const documentation = readFileSync(new URL('../../../docs/api.md', import.meta.url), 'utf8');
/** The JSON examples, in their order. */
const examples = [...documentation.matchAll(/```json\n([\s\S]*?)```/g)].map(
  (m) => JSON.parse(m[1]!) as object,
);

describe('the documentation’s examples', () => {
  it('winding', async () => {
    const { status, body } = await shop.lead.post<Record<string, unknown>>('calculate/winding', examples[0]);
    expect(status).toBe(200);
    expect((body['figures'] as Record<string, { value: number }>)['windingFactor']!.value).toBeCloseTo(
      0.9019,
      4,
    );
    expect(body['circuitsThatWork']).toEqual([1, 2, 4]);
  });
  it('a reversed group found by its walk', async () => {
    const { status, body } = await shop.lead.post<Record<string, unknown>>('calculate/walk', examples[1]);
    expect(status).toBe(200);
    expect(body['wrongGroups']).toEqual([8]);
    expect((body['explanations'] as object[])[0]).toMatchObject({ kind: 'group-reversed', joints: [6, 9] });
  });
  it('twice the volts', async () => {
    const { status, body } = await shop.lead.post<Record<string, unknown>>('calculate/redesign', examples[2]);
    expect(status).toBe(200);
    expect(body['typed']).toMatchObject({ turns: '36', wires: '2x0.75' });
  });
});

const line = '36s 4p 1-8 T18 2x1.06';
const plate = { voltage: '400', frequency: '50', current: '22' };
const iron = { bore: '165', coreLength: '150', backIron: '25', toothWidth: '7.8', slotArea: '192' };

describe('further addresses', () => {
  it('trace a current from lead to lead', async () => {
    const winding = { slots: 36, poles: 4, pitch: 7, circuits: 2, connection: 'star' };
    const { body } = await shop.lead.post<Record<string, unknown>>('calculate/trace', {
      ...winding,
      into: ['U1'],
      outOf: ['V1'],
    });
    // Two circuits of six coils parallel, twice in series. First principles.
    expect(body['resistanceCoils']).toBeCloseTo(6, 9);
    expect(body['live']).toHaveLength(8);
    const none = await shop.lead.post<Record<string, unknown>>('calculate/trace', {
      ...winding,
      into: ['U1'],
      outOf: ['Z9'],
    });
    expect(none.body['resistanceCoils']).toBeNull();
  });
  it('read a count of ends', async () => {
    const { body } = await shop.lead.post<Record<string, unknown>>('calculate/leads', {
      line,
      plate,
      typed: iron,
      ends: 2,
    });
    expect((body['readings'] as { circuits: number }[]).map((r) => r.circuits).toSorted()).toEqual([1, 2]);
    expect(body['furtherLook']).toMatch(/star joint/);
  });
  it('cut and search', async () => {
    const stock = [{ id: 'A', bareDiameterMm: 1.06, massKg: 20 }];
    const cut = await shop.lead.post<Record<string, unknown>>('calculate/cut-list', {
      line: `${line} 2Y`,
      plate,
      typed: iron,
      stock,
    });
    expect(cut.status).toBe(200);
    expect((cut.body['items'] as { id: string }[]).map((i) => i.id)).toEqual([
      'liner',
      'separator',
      'wedge',
      'phase-paper',
    ]);
    const search = await shop.lead.post<Record<string, unknown>>('calculate/search', {
      line,
      plate,
      typed: iron,
      stock,
      spans: { from: 6, to: 9 },
      turns: { from: 10, to: 40 },
      circuits: [1, 2],
      connections: ['star'],
    });
    expect(search.status).toBe(200);
    expect((search.body['best'] as object[]).length).toBeGreaterThan(0);
  });
  it.each<[string, string, object, RegExp]>([
    [
      'a search without a core',
      'calculate/search',
      {
        line,
        plate,
        stock: [],
        spans: { from: 6, to: 9 },
        turns: { from: 1, to: 9 },
        circuits: [1],
        connections: ['star'],
      },
      /needs the bore, the core length/,
    ],
    ['a cut without a slot', 'calculate/cut-list', { line: `${line} 2Y`, plate }, /slot’s size/],
    [
      'a redesign without volts',
      'calculate/redesign',
      { line: `${line} 2Y`, typed: iron, wanted: {}, stock: [] },
      /Volts and frequency/,
    ],
    ['ends of no winding', 'calculate/leads', { ends: 4 }, /Slots, poles/],
    [
      'circuits that do not part',
      'calculate/connection',
      { slots: 36, poles: 4, pitch: 7, circuits: 3, connection: 'star' },
      /do not part/,
    ],
    [
      'an odd number of circuits with nine leads',
      'calculate/connection',
      { slots: 36, poles: 4, pitch: 7, circuits: 1, connection: 'star', leads: 'nine' },
      /two halves/,
    ],
  ])('refuses %s in words', async (_name, url, body, words) => {
    const answer = await shop.lead.post<{ title: string }>(url, body);
    expect(answer.status).toBe(400);
    expect(answer.body.title).toMatch(words);
  });
});
