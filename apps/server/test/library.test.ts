/** The library: what the index finds is what comparing one with all finds. */
import { distanceBetween, type CoreLikeness } from '@norther/core';
import type { LibraryAnswer } from '@norther/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { QUARRY, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
const made: { readonly number: string; readonly core: CoreLikeness }[] = [];

async function take(number: string, core: Readonly<Record<string, number>>) {
  expect((await s.winder.post('motors', { ...QUARRY, number, maker: '', serial: '' })).status).toBe(201);
  const typed = Object.fromEntries(Object.entries(core).map(([id, v]) => [id, String(v)]));
  expect((await s.winder.put(`motors/${number}/windings/as-found`, { typed, version: 0 })).status).toBe(200);
}
const ask = (core: Readonly<Record<string, string | number>>) =>
  s.winder.get<LibraryAnswer>(
    `library?${new URLSearchParams({ kind: 'three-phase', ...core } as Record<string, string>).toString()}`,
  );

beforeAll(async () => {
  s = await startServer();
  // Many cores by a fixed rule, some of them alike.
  const slots = [24, 36, 48, 54, 72];
  for (let i = 0; i < 60; i++) {
    const core = {
      slots: slots[i % 5]!,
      poles: [2, 4, 6, 8][(i * 7) % 4]!,
      bore: 90 + ((i * 37) % 210),
      coreLength: 80 + ((i * 53) % 190),
    };
    made.push({ number: `L${i}`, core });
    await take(`L${i}`, core);
  }
  await take('EMPTY', { slots: 48, poles: 4 });
}, 60_000);
afterAll(() => s.stop());

describe('the library', () => {
  it('gives the nearest first, as comparing with every one does', async () => {
    for (const core of [
      { slots: 48, poles: 4, bore: 180, coreLength: 190 },
      { slots: 36, poles: 2, bore: 300, coreLength: 80 },
      { slots: 100, poles: 10, bore: 91.7, coreLength: 261.3 },
    ]) {
      const { body } = await ask({ ...core, limit: 9 });
      const by = made
        .map((m) => ({ number: m.number, d: distanceBetween(core, m.core)!.total }))
        .sort((a, b) => a.d - b.d);
      expect(body.sisters.map((x) => x.distance)).toEqual(
        by.slice(0, 9).map((x) => expect.closeTo(x.d, 9) as number),
      );
      expect(new Set(body.sisters.map((x) => x.number)).size).toBe(9);
    }
  });
  it('takes equal slots and poles where bore or length is missing, and says how many were never measured', async () => {
    const { body } = await ask({ slots: 48, poles: 4, bore: 200 });
    const same = made.filter((m) => m.core.slots === 48 && m.core.poles === 4);
    expect(same.length).toBeGreaterThan(1);
    expect(body.sisters.map((x) => x.number)).toEqual(
      same
        .map((m) => ({ number: m.number, d: Math.abs(Math.log(m.core.bore! / 200)) }))
        .sort((a, b) => a.d - b.d)
        .map((m) => m.number),
    );
    expect(body).toMatchObject({ windings: 61, unmeasured: 1 });
  });
  it('leaves out the motor itself, what was withdrawn, other kinds, and answers with the winding as wound', async () => {
    const near = { slots: 48, poles: 4, bore: 401, coreLength: 402 };
    for (const number of ['ME', 'GONE', 'TWICE']) await take(number, near);
    expect((await s.lead.post('motors/GONE/withdraw', { reason: 'taken in by mistake' })).status).toBe(200);
    const typed = { slots: '48', poles: '4', bore: '401', coreLength: '402', turns: '12' };
    await s.winder.put('motors/TWICE/windings/as-wound', { typed, version: 0 });
    await s.winder.put('motors/TWICE/windings/proposed', { typed: { ...typed, turns: '9' }, version: 0 });
    const { body } = await ask({ ...near, except: 'ME', limit: 3 });
    expect(body.sisters[0]).toMatchObject({
      number: 'TWICE',
      role: 'as-wound',
      distance: 0,
      card: { turns: '12' },
    });
    expect(body.sisters.map((x) => x.number)).not.toContain('ME');
    expect(body.sisters.map((x) => x.number)).not.toContain('GONE');
    expect((await ask({ ...near, kind: 'single-phase' })).body.sisters).toEqual([]);
  });
  it('refuses what is no core, with the field', async () => {
    const answer = await ask({ slots: 48, poles: 4, bore: -3 });
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.body)).toContain('bore');
    expect((await ask({ slots: 'many', poles: 4 })).status).toBe(400);
  });
});
