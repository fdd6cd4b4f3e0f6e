/** Joints ticked, reels and settings: kept with who and when, refused in words, never changed behind anybody's back. */
import { randomUUID } from 'node:crypto';
import { buildLayout, planKey } from '@norther/core';
import { MOTOR_FORMAT_VERSION } from '@norther/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import pg from 'pg';
import { startServer } from './harness.ts';

let shop: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  shop = await startServer();
  await shop.lead.post('motors', {
    number: '6001',
    customer: 'Nordlund Quarry',
    plate: { voltage: '400', frequency: '50', current: '22' },
  });
  await shop.lead.put('motors/6001/windings/as-found', {
    version: 0,
    typed: {
      slots: '36',
      poles: '4',
      layers: '2',
      span: '1-8',
      turns: '18',
      wires: '2x1.06',
      circuits: '2',
      connection: 'star',
      bore: '165',
      coreLength: '150',
      backIron: '25',
      toothWidth: '7.8',
      slotArea: '192',
    },
  });
});
afterAll(() => shop.stop());

describe('a joint', () => {
  const plan = (() => {
    const made = buildLayout({ slots: 36, poles: 4, pitch: 7 });
    if (!made.ok) throw new Error('this lap winding can be laid out');
    return planKey(made.value);
  })();
  const entry = { plan, joint: '1f 4f', mark: 'made', note: '' };
  it('of another plan, or that the plan does not have, is refused', async () => {
    for (const other of [{ plan: '36s 4p 0' }, { joint: '1f 2f' }]) {
      const answer = await shop.winder.post<{ findings: { code: string }[] }>('motors/6001/joints', {
        ...entry,
        ...other,
      });
      expect(answer.status).toBe(409);
      expect(answer.body.findings[0]!.code).toBe('joint.not-in-plan');
    }
  });
  it('is marked once for its write id, and every mark stays', async () => {
    const id = randomUUID();
    const first = await shop.winder.post<{ id: string }>('motors/6001/joints', entry, id);
    const again = await shop.winder.post<{ id: string }>('motors/6001/joints', entry, id);
    expect(again.body.id).toBe(first.body.id);
    await shop.winder.post('motors/6001/joints', { ...entry, mark: 'wrong', note: 's taken for f' });
    await shop.winder.post('motors/6001/joints', { ...entry, mark: 'undone' });
    const { body } = await shop.lead.get<{ jointMarks: { mark: string; by: string }[] }>('motors/6001');
    expect(body.jointMarks.map((m) => m.mark)).toEqual(['made', 'wrong', 'undone']);
    expect(new Set(body.jointMarks.map((m) => m.by))).toEqual(new Set(['Olav Tindal']));
    const history = await shop.lead.get<{ what: string; why: string }[]>('motors/6001/history');
    expect(history.body.filter((h) => h.what.startsWith('joint 1f 4f'))).toHaveLength(3);
  });
  it('cannot be changed or deleted by the application', async () => {
    const client = new pg.Client({ connectionString: shop.database.appUrl });
    await client.connect();
    await expect(client.query("update joint_marks set mark = 'made'")).rejects.toThrow(/permission denied/);
    await expect(client.query('delete from joint_marks')).rejects.toThrow(/permission denied/);
    await client.end();
  });
  it('of another kind, or of no motor, is refused', async () => {
    expect((await shop.winder.post('motors/6001/joints', { ...entry, mark: 'perhaps' })).status).toBe(400);
    expect((await shop.winder.post('motors/9999/joints', entry)).status).toBe(404);
  });
  it('goes out with the record and comes in again', async () => {
    const out = await shop.lead.get<Record<string, unknown>>('motors/6001/record.json');
    expect(out.body['jointMarks']).toHaveLength(3);
    expect(out.body['version']).toBe(MOTOR_FORMAT_VERSION);
  });
});

describe('reels', () => {
  const reel = { name: 'R1', bareDiameterMm: 1.06, grade: 2, massKg: 20 };
  it('are added, changed, used up; a stale change is answered with both states', async () => {
    const made = await shop.winder.post<{ id: string; version: number }>('shop/reels', reel);
    expect(made.status).toBe(201);
    expect((await shop.winder.post('shop/reels', reel)).status).toBe(409);
    const changed = await shop.winder.put<{ massKg: number }>(`shop/reels/${made.body.id}`, {
      ...reel,
      massKg: 12,
      version: 1,
    });
    expect(changed.body.massKg).toBe(12);
    const stale = await shop.winder.put<{ current: { massKg: number } }>(`shop/reels/${made.body.id}`, {
      ...reel,
      massKg: 9,
      version: 1,
    });
    expect(stale.status).toBe(409);
    expect(stale.body.current.massKg).toBe(12);
    const retire = (version: number) => shop.winder.post(`shop/reels/${made.body.id}/retire`, { version });
    expect((await retire(1)).status).toBe(409);
    expect((await retire(2)).status).toBe(200);
    const { reels, retired } = (await shop.winder.get<{ reels: object[]; retired: object[] }>('shop')).body;
    expect([reels.length, retired.length]).toEqual([0, 1]);
    // Retired, not gone: its name is still its own, and it can come back.
    expect((await shop.winder.post('shop/reels', reel)).status).toBe(409);
    expect((await shop.winder.post(`shop/reels/${made.body.id}/restore`, { version: 3 })).status).toBe(200);
  });
  it('of strap go by their two sides, whatever diameter is sent with them', async () => {
    const strap = { thicknessMm: 2, widthMm: 5 };
    const made = await shop.winder.post<{ bareDiameterMm: number; strap: object }>('shop/reels', {
      ...reel,
      name: 'R2',
      strap,
    });
    expect(made.body.strap).toEqual(strap);
    // 9.637 mm² of copper.
    expect((Math.PI / 4) * made.body.bareDiameterMm ** 2).toBeCloseTo(9.637, 3);
  });
  it.each([
    [{ ...reel, strap: { thicknessMm: 20, widthMm: 30 } }, /12/],
    [{ ...reel, bareDiameterMm: 8 }, /two sides/],
    [{ ...reel, bareDiameterMm: 40.5 }, /at most 6 mm/],
    [{ ...reel, name: ' ' }, /name/],
    [{ ...reel, massKg: -1 }, /0 kg or more/],
  ])('%j is refused in words', async (body, words) => {
    const answer = await shop.winder.post<{ findings: { message: string }[] }>('shop/reels', body);
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.body)).toMatch(words);
  });
});

describe('settings', () => {
  it('are the lead’s, checked, and reach every motor', async () => {
    expect((await shop.winder.put('shop/settings', { typed: { marks: 'nema' }, version: 0 })).status).toBe(
      403,
    );
    expect(
      (await shop.lead.put('shop/settings', { typed: { stackingFactor: '3' }, version: 0 })).status,
    ).toBe(400);
    const saved = await shop.lead.put<{ version: number }>('shop/settings', {
      typed: { marks: 'nema' },
      version: 0,
    });
    expect(saved.body.version).toBe(1);
    expect((await shop.lead.put('shop/settings', { typed: {}, version: 0 })).status).toBe(409);
    const csv = await shop.lead.get('motors/6001/connection.csv');
    expect(csv.bytes.toString()).toMatch(/lead,U,T1/);
  });
});

describe('the plan as files', () => {
  it.each([
    ['winding.json', /"format": "norther.winding"/],
    ['coils.csv', /^coil,group,phase,polarity,circuit,/],
    ['cut.csv', /^item,material,thickness mm,/],
    ['cut.dxf', /AC10\d\d[\s\S]*FOLD/],
    ['slots.svg', /<svg/],
    ['winding.svg', /<svg/],
    ['connection.svg', /<svg/],
    ['cut.pdf', /^%PDF/],
    ['connection.pdf', /^%PDF/],
  ])('%s', async (name, starts) => {
    const answer = await shop.winder.get(`motors/6001/${name}`);
    expect(answer.status).toBe(200);
    expect(answer.bytes.toString('latin1')).toMatch(starts);
  });
  it('lists every coil with its slots', async () => {
    const rows = (await shop.winder.get('motors/6001/coils.csv')).bytes.toString().trim().split('\r\n');
    expect(rows).toHaveLength(37);
    expect(rows[1]).toBe('1,1U,U,N,1,1,bore,8,back,1-8,18');
  });
});
