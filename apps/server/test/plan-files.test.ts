/** Files of a plan say what the plan says: cut shapes, lists, the winding record from motor to motor. */
import { inflateSync } from 'node:zlib';
import { MACHINE_KIND_IDS, machineKind } from '@norther/core';
import { openWindingDocument, openWindingFor } from '@norther/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { firstDocuments } from '../src/reports/first-documents.ts';
import { FONTS, QUARRY, QUARRY_CARD, startServer } from './harness.ts';

let shop: Awaited<ReturnType<typeof startServer>>;
const card = {
  ...QUARRY_CARD,
  endsPerLead: '1',
  circuits: '1',
  kind: 'concentric',
  grouping: 'consequent',
  layers: '1',
  span: '1-12,1-10,1-8',
};
beforeAll(async () => {
  shop = await startServer();
  for (const number of ['6101', '6102']) await shop.lead.post('motors', { ...QUARRY, number });
  await shop.lead.put('motors/6101/windings/as-found', { typed: card, version: 0 });
  await shop.lead.post('shop/reels', { name: 'R7', bareDiameterMm: 1.06, grade: 2, massKg: 4 });
});
afterAll(() => shop.stop());
it('can make the documents that every thread begins with', () =>
  expect(firstDocuments(FONTS)).resolves.toBeUndefined());

const text = async (url: string) => (await shop.winder.get(url)).bytes.toString();
const rows = (csv: string) =>
  csv
    .trim()
    .split('\r\n')
    .map((r) => r.split(','));

describe('shapes to cut', () => {
  it('are rectangles of the listed sizes in millimetres, on their layers', async () => {
    const dxf = await text('motors/6101/cut.dxf');
    const pairs = dxf.split(/\r?\n/);
    const values = (code: string) =>
      pairs.flatMap((p, i) => (i % 2 === 0 && p.trim() === code ? [pairs[i + 1]!] : []));
    expect(values('0').filter((v) => v === 'LWPOLYLINE').length).toBe(3);
    for (const layer of ['CUT', 'FOLD', 'CUFF', 'TEXT']) expect(values('2')).toContain(layer);
    const liner = rows(await text('motors/6101/cut.csv')).find((r) => r[0] === 'Slot liner')!;
    const xs = values('10').map(Number);
    // The first piece begins at zero and is as wide as the list says.
    expect(xs.some((x) => Math.abs(x - Number(liner[3])) < 0.06)).toBe(true);
  });
  it('a one-layer winding has no separator to cut', async () => {
    const names = rows(await text('motors/6101/cut.csv')).map((r) => r[0]);
    expect(names).toContain('Slot liner');
    expect(names).not.toContain('Separator between the layers');
    expect(names.some((n) => n!.startsWith('Wire 1.06'))).toBe(true);
  });
});

describe.each(MACHINE_KIND_IDS)('of a %s machine', (kind) => {
  it('the files say what its own plan says: joints, coils, drawings, a sheet to print', async () => {
    const machine = machineKind(kind);
    const [example] = machine.examples;
    const number = `62${MACHINE_KIND_IDS.indexOf(kind)}`;
    const { plate: _, maker: __, serial: ___, ...quarry } = QUARRY;
    const taken = await shop.lead.post('motors', { ...quarry, number, kind, plate: example!.plate });
    expect(taken.status).toBe(201);
    await shop.lead.put(`motors/${number}/windings/as-found`, { typed: example!.card, version: 0 });
    const { plan } = machine.checkCard(example!.card, machine.readPlate(example!.plate).plate, false, {});
    const [, ...joints] = rows(await text(`motors/${number}/connection.csv`));
    expect(joints.map((r) => Number(r[0]))).toEqual(plan!.joints.map((j) => j.number));
    const names = plan!.groups.map((g) => g.name);
    for (const r of joints) for (const end of r[4]!.split(' ')) expect(names).toContain(end.slice(0, -1));
    const [head, ...coils] = rows(await text(`motors/${number}/coils.csv`));
    expect(coils).toHaveLength(plan!.coils.length);
    const slot = head!.indexOf('first slot');
    expect(coils.map((c) => Number(c[slot]))).toEqual(plan!.coils.map((c) => c.slots[0]));
    for (const name of ['winding.svg', 'connection.svg', 'cut.csv', 'cut.dxf', 'cut.pdf', 'connection.pdf']) {
      const file = await shop.winder.get(`motors/${number}/${name}`);
      expect([name, file.status]).toEqual([name, 200]);
      if (name.endsWith('.svg')) expect(file.bytes.toString()).toMatch(/<svg[\s\S]*<\/svg>\s*$/);
      if (name.endsWith('.pdf')) expect(file.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    }
    const girth = await shop.winder.get(`motors/${number}/slots.svg`);
    expect([200, 404]).toContain(girth.status);
    // As a record it reads as the same winding again, with the figures that its plan has.
    const record = openWindingFor(kind, JSON.parse(await text(`motors/${number}/winding.json`)));
    if (!record.ok) throw new Error(record.findings[0]!.message);
    const { typed, plate, figures } = record.value;
    const again = machine.checkCard(typed, machine.readPlate(plate).plate, false, {});
    expect(again.plan!.key).toBe(plan!.key);
    expect(machine.shorthand.write(typed)).toBe(record.value.line);
    for (const coil of machine.coils)
      for (const f of Object.values(coil.figuresIn(again.plan!)?.figures ?? {}))
        expect(Object.values(figures)).toContainEqual({ value: f!.value, unit: f!.unit });
  });
});

describe('lists', () => {
  it('every coil once, with the spans of its group', async () => {
    const [head, ...coils] = rows(await text('motors/6101/coils.csv'));
    expect(head).toHaveLength(11);
    expect(coils).toHaveLength(18);
    expect(coils.slice(0, 3).map((c) => c[9])).toEqual(['1-12', '1-10', '1-8']);
    expect(new Set(coils.flatMap((c) => [c[5], c[7]])).size).toBe(36);
  });
  it('every end of every group once', async () => {
    const [, ...joints] = rows(await text('motors/6101/connection.csv'));
    const ends = joints.flatMap((j) => j[4]!.split(' '));
    expect(ends).toHaveLength(12);
    expect(new Set(ends).size).toBe(12);
  });
});

describe('sheets to print', () => {
  it('hold the sizes and the reels, with the product’s own typefaces', async () => {
    const pdf = (await shop.winder.get('motors/6101/cut.pdf')).bytes;
    expect(pdf.toString('latin1')).toMatch(/Archivo/);
    expect(pdf.toString('latin1')).toMatch(/Iosevka/);
    const streams = [...pdf.toString('latin1').matchAll(/stream\r?\n([\s\S]*?)endstream/g)].map((m) =>
      Buffer.from(m[1]!, 'latin1'),
    );
    const drawn = streams.filter((s) => {
      try {
        return inflateSync(s).toString('latin1').includes('BT');
      } catch {
        return false;
      }
    });
    expect(drawn.length).toBeGreaterThan(0);
  });
  it('the connection takes as many pages as it needs', async () => {
    const pdf = (await shop.winder.get('motors/6101/connection.pdf')).bytes.toString('latin1');
    expect(Number(/\/Count (\d+)/.exec(pdf)![1])).toBe(3);
  });
});

describe('the winding record', () => {
  it('goes into another motor and comes out of it the same', async () => {
    const out = openWindingDocument(JSON.parse(await text('motors/6101/winding.json')));
    if (!out.ok) throw new Error(out.findings[0]!.message);
    const saved = await shop.winder.put<{ version: number }>('motors/6102/windings/as-found', {
      typed: out.value.typed,
      version: 0,
    });
    expect(saved.status).toBe(200);
    const again = openWindingDocument(JSON.parse(await text('motors/6102/winding.json')));
    expect(again).toEqual(out);
    expect(out.value.figures['windingFactor']!.value).toBeCloseTo(0.9598, 4);
    expect(out.value.line).toContain('1-12,1-10,1-8');
  });
  it('as wound is a winding of its own, beside as found and proposed', async () => {
    const wound = { ...card, turns: '19' };
    expect(
      (await shop.winder.put('motors/6101/windings/as-wound', { typed: wound, version: 0 })).status,
    ).toBe(200);
    const line = async (role: string) =>
      (JSON.parse(await text(`motors/6101/winding.json?winding=${role}`)) as { line: string }).line;
    expect(await line('as-wound')).toContain('T19');
    expect(await line('as-found')).toContain('T18');
    const history = await shop.lead.get<{ what: string }[]>('motors/6101/history');
    expect(history.body.map((h) => h.what)).toContain('winding as wound saved');
    expect(
      (await shop.winder.put('motors/6101/windings/as-dreamt', { typed: wound, version: 0 })).status,
    ).toBe(404);
  });
  it('of a single-phase winding are cut and bought for by main and start, and drawn', async () => {
    const { plate, card: typed } = machineKind('single-phase').examples[0]!;
    const entry = { number: '6104', kind: 'single-phase', customer: 'Nordlund Quarry', plate };
    expect((await shop.lead.post('motors', entry)).status).toBe(201);
    await shop.lead.put('motors/6104/windings/as-found', { typed, version: 0 });
    const cut = rows(await text('motors/6104/cut.csv'));
    expect(cut.find((r) => r[0] === 'Separator between the windings')![5]).toBe('8');
    expect(cut.filter((r) => /wire/.test(r[0]!)).map((r) => r[0])).toEqual([
      'Main: wire 0.950 mm',
      'Start: wire 0.560 mm',
    ]);
    expect(await text('motors/6104/cut.dxf')).toContain('Separator between the windings, 8 pieces');
    expect((await shop.winder.get('motors/6104/cut.pdf')).type).toBe('application/pdf');
    expect((await text('motors/6104/winding.svg')).includes('24 slots, 4 poles, main winding outside')).toBe(
      true,
    );
    // What only a three-phase winding has is not there, and says so.
    const none = await shop.winder.get<{ title: string }>('motors/6104/slots.svg');
    expect(none.status).toBe(404);
    expect(none.body.title).toContain('single-phase');
  });
  it('of a motor without a winding is refused in words', async () => {
    await shop.lead.post('motors', { ...QUARRY, number: '6103' });
    for (const name of ['winding.json', 'cut.pdf', 'coils.csv', 'connection.pdf']) {
      const answer = await shop.winder.get<{ title: string }>(`motors/6103/${name}`);
      expect(answer.status).toBe(409);
      expect(answer.body.title).toMatch(/fill its data card/);
    }
  });
});
