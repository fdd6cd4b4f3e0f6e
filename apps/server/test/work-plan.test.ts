/** What the plan is made from, wishes, and people's hours, as the API keeps them. */
import type { PersonRecord, PlanAnswer, WishRecord } from '@norther/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Problem, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(() => s.stop());

const codes = (body: unknown) => (body as Problem).findings.map((f) => f.code);
const plan = async () => (await s.winder.get<PlanAnswer>('plan')).body;
const wish = (motor: string, more: object = {}) =>
  s.winder.post<WishRecord[]>('plan/wishes', { motor, station: 'data', worker: 'Asta Velle', ...more });
const ofMotor = async (number: string) => (await plan()).wishes.filter((w) => w.motor === number);

describe('what a plan is made from', () => {
  it('is every motor on the floor with its steps, held or not, the people and their hours', async () => {
    const { number } = await shop.motor({ rush: true });
    await s.winder.post(`motors/${number}/stations/intake/take`, {});
    await s.lead.post(`motors/${number}/holds`, { body: 'stator', reason: 'waits for the customer' });
    const { motors, people } = await plan();
    const own = motors.find((m) => m.motor.number === number)!;
    expect(own).toMatchObject({ held: 'stator: waits for the customer', motor: { rush: true } });
    expect(own.steps).toHaveLength(1);
    expect(own.steps[0]).toMatchObject({ station: 'intake', takenBy: 'Olav Tindal', signedAt: null });
    expect(own.steps[0]!.takenAt).toMatch(/Z$/);
    expect(people.map((p) => p.name)).toContain('Per Marsk');
    expect(people.find((p) => p.name === 'Olav Tindal')?.shift['from']).toBe('06:00');
  });
});

describe('a wish', () => {
  it('is kept with who wished it, the newest of a station counts, and it can be taken back', async () => {
    const { number } = await shop.motor();
    expect((await wish(number)).status).toBe(201);
    const later = new Date(Date.now() + 86_400_000).toISOString();
    await wish(number, { worker: null, notBefore: later });
    const [open, ...more] = await ofMotor(number);
    expect(more).toEqual([]);
    expect(open).toMatchObject({ worker: null, notBefore: later, by: 'Olav Tindal', insisted: false });
    expect((await s.tester.post(`plan/wishes/${open!.id}/take-back`, {})).status).toBe(200);
    expect(await ofMotor(number)).toEqual([]);
    expect((await s.tester.post(`plan/wishes/${open!.id}/take-back`, {})).status).toBe(404);
    const history = (await s.lead.get<{ what: string }[]>(`motors/${number}/history`)).body.map(
      (e) => e.what,
    );
    expect(history.filter((w) => w.includes('wish'))).toHaveLength(3);
  });
  it('names somebody who works here and a station that there is, and is not insisted on by anybody', async () => {
    const { number } = await shop.motor();
    expect(codes((await wish(number, { worker: 'Nobody Known' })).body)).toEqual(['wish.nobody']);
    expect(codes((await wish(number, { station: 'polish' })).body)).toEqual(['wish.no-station']);
    expect((await wish(number, { worker: null })).status).toBe(400);
    expect((await wish('9999')).status).toBe(404);
    expect((await wish(number, { insisted: true })).status).toBe(403);
    const insisted = await s.lead.post('plan/wishes', {
      motor: number,
      station: 'data',
      worker: 'Asta Velle',
      insisted: true,
    });
    expect(insisted.status).toBe(201);
  });
  it('stands once, however many wish at once', async () => {
    const { number } = await shop.motor();
    const answers = await Promise.all(Array.from({ length: 12 }, () => wish(number)));
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([201]));
    expect(await ofMotor(number)).toHaveLength(1);
  });
});

describe('hours', () => {
  it('are a lead’s to set, are read, and end nobody’s session', async () => {
    const people = (await s.lead.get<PersonRecord[]>('people')).body;
    const olav = people.find((p) => p.name === 'Olav Tindal')!;
    const set = (who: typeof s.lead, shift: Record<string, string>, version = olav.version) =>
      who.put<PersonRecord>(`people/${olav.id}`, { version, shift });
    expect((await set(s.winder, { from: '10:00' })).status).toBe(403);
    expect(codes((await set(s.lead, { from: 'early' })).body)).toEqual(['shift.unread']);
    const saved = await set(s.lead, { from: '05:30', to: '14:00', days: 'Tue-Sat' });
    expect(saved.body.shift).toEqual({ from: '05:30', to: '14:00', days: 'Tue-Sat' });
    expect((await set(s.lead, { from: '06:00' })).status).toBe(409);
    expect((await s.winder.get('plan')).status).toBe(200);
  });
});
