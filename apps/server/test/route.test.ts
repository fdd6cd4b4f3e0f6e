/** The route as the API keeps it: gates, holds, order, and who may do what. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, type Problem, QUARRY_CARD, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(() => s.stop());

describe('the route', () => {
  it('holds the saw until the card is complete and free of contradictions', async () => {
    const { number } = await shop.motor();
    await shop.sign(s.winder, number, 'intake', { failed: 'burnt', cause: 'water' });
    expect((await shop.sign(s.winder, number, 'saw')).status).toBe(409);
    await shop.sign(s.winder, number, 'data');
    await shop.saveCard(number, { ...QUARRY_CARD, endsPerLead: '4', overhang: '' });
    const shut = await s.winder.post<Problem>(`motors/${number}/stations/saw/take`);
    expect(shut.status).toBe(409);
    expect(shut.body.findings.map((f) => f.code)).toEqual(
      expect.arrayContaining(['gate.shut', 'gate.card-gap']),
    );
    // The winder may not pass it; the lead only with a reason.
    expect(
      (await s.winder.post(`motors/${number}/gates/before-stripping/pass`, { reason: 'in a hurry' })).status,
    ).toBe(403);
    expect((await s.lead.post(`motors/${number}/gates/before-stripping/pass`, { reason: ' ' })).status).toBe(
      400,
    );
    // Turns are counted on the burnt winding; what the saw takes is there and does not contradict itself.
    await shop.saveCard(number, { ...QUARRY_CARD, turns: '', bore: '', sensorsFound: '' }, 1);
    expect((await s.winder.post(`motors/${number}/stations/saw/take`)).status).toBe(200);
    expect((await shop.sign(s.winder, number, 'saw')).status).toBe(200);
    // Sensors are looked for until they burn.
    const oven = () => s.winder.post<Problem>(`motors/${number}/stations/strip/take`);
    expect((await oven()).body.findings.map((f) => f.fields[0])).toContain('sensorsFound');
    await shop.saveCard(number, { ...QUARRY_CARD, turns: '', bore: '' }, 2);
    expect((await shop.sign(s.winder, number, 'strip', { partTemperature: '350' })).status).toBe(200);
    const pull = () => s.winder.post<Problem>(`motors/${number}/stations/pull/take`);
    expect((await pull()).body.findings.map((f) => [f.code, f.fields[0]])).toContainEqual([
      'gate.card-gap',
      'turns',
    ]);
    await shop.saveCard(number, { ...QUARRY_CARD, bore: '' }, 3);
    expect((await pull()).status).toBe(200);
    expect(
      (await s.lead.post(`motors/${number}/gates/before-pulling/pass`, { reason: 'not needed' })).status,
    ).toBe(409);
  });

  it('a hold stops the next step until it is released with a reason, by the lead or who raised it', async () => {
    const { number } = await shop.motor();
    const hold = await s.tester.post<{ id: string }>(`motors/${number}/holds`, {
      body: 'motor',
      reason: 'customer to decide',
    });
    const stopped = await shop.sign(s.winder, number, 'intake', { failed: 'x' });
    expect(stopped.status).toBe(409);
    expect(stopped.body.title).toContain('customer to decide');
    const clear = (who: Caller, reason: string) =>
      who.post(`motors/${number}/holds/${hold.body.id}/clear`, { reason });
    expect((await clear(s.winder, 'I say so')).status).toBe(403);
    expect((await clear(s.lead, '')).status).toBe(400);
    expect((await clear(s.lead, 'customer agreed')).status).toBe(200);
    expect((await clear(s.lead, 'once more')).status).toBe(409);
    expect((await shop.sign(s.winder, number, 'intake', { failed: 'x' })).status).toBe(200);
    expect((await shop.sign(s.winder, number, 'intake', { failed: 'x' })).status).toBe(409);
  });

  it('wants what a station records, and the right hand to sign it', async () => {
    const { number } = await shop.motor();
    const gap = await shop.sign(s.winder, number, 'intake', { cause: 'bearing' });
    expect(gap.status).toBe(400);
    expect(gap.body.findings[0]!.fields).toEqual(['failed']);
    expect((await shop.sign(s.winder, number, 'moon')).status).toBe(404);
    expect((await shop.sign(s.winder, number, 'test', { sound: 'yes' })).status).toBe(403);
  });
});
