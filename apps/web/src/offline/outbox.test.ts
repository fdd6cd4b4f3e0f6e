/** Entries that wait: sent in order, once each, through a network that comes and goes; a refusal holds what rests on it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Outbox, type Answered, type Waiting } from './outbox.ts';
import { queuedWrite } from './queued.ts';

let n = 0;
const entry = (motor: string, url = `motors/${motor}/readings/${++n}`, body: unknown = {}): Waiting => ({
  writeId: `w${++n}`,
  method: 'POST',
  url,
  body,
  motor,
  what: 'reading',
  at: '2026-03-18T11:12:00Z',
});
const memory = (kept: readonly Waiting[] = []) => {
  let list = kept;
  return {
    load: () => Promise.resolve(list),
    save: (l: readonly Waiting[]) => Promise.resolve(void (list = l)),
    now: () => list,
  };
};
const refusal = { title: 'Somebody changed this.', status: 409, findings: [] };

describe('the outbox', () => {
  it('sends everything once and in order, however often the network is gone, and keeps it over a restart', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.boolean(), { maxLength: 30 }),
        fc.integer({ min: 1, max: 8 }),
        async (network, many) => {
          const store = memory();
          const arrived: string[] = [];
          let at = 0;
          const send = (w: Waiting): Promise<Answered> => {
            if (network[at++] === false) return Promise.resolve('away');
            arrived.push(w.writeId);
            return Promise.resolve({ done: true });
          };
          let box = new Outbox(store, send, () => undefined);
          const wanted: string[] = [];
          for (let i = 0; i < many; i++) {
            const e = entry('1');
            wanted.push(e.writeId);
            await box.add(e);
            await Promise.all([box.resume(), box.resume()]);
            // The page is loaded anew.
            if (i % 3 === 2) box = new Outbox(store, send, () => undefined);
          }
          for (let i = 0; i <= network.length; i++) await box.resume();
          expect(arrived).toEqual(wanted);
          expect(store.now()).toEqual([]);
        },
      ),
    );
  });
  it('keeps what was refused with the shop’s words, and what follows on the same motor behind it; others go on', async () => {
    const sent: string[] = [];
    const box = new Outbox(
      memory(),
      (w) => Promise.resolve(w.url === 'bad' ? { refused: refusal } : (sent.push(w.writeId), { done: true })),
      () => undefined,
    );
    const [bad, after, other] = [entry('1', 'bad'), entry('1'), entry('2')];
    for (const e of [bad, after, other]) await box.add(e);
    await box.resume();
    expect(sent).toEqual([other.writeId]);
    expect(box.entries().map((w) => [w.writeId, w.refused?.title])).toEqual([
      [bad.writeId, refusal.title],
      [after.writeId, undefined],
    ]);
    expect(box.holds('1')).toBe(true);
    await box.leaveOut(bad.writeId);
    await box.resume();
    expect(sent).toEqual([other.writeId, after.writeId]);
  });
  it('takes a second try at the same card as the same entry, in its place', async () => {
    const box = new Outbox(
      memory(),
      () => Promise.resolve('away'),
      () => undefined,
    );
    const url = 'motors/1/windings/as-found';
    const [first, between, again] = [
      entry('1', url, { turns: 12 }),
      entry('1'),
      entry('1', url, { turns: 14 }),
    ];
    for (const e of [first, between, again]) await box.add(e);
    expect(box.entries().map((w) => w.writeId)).toEqual([again.writeId, between.writeId]);
  });
  it('sends what was typed anew while the older one was on its way', async () => {
    const url = 'motors/1/windings/as-found';
    const [old, fresh] = [entry('1', url), entry('1', url)];
    const arrived: string[] = [];
    const box: Outbox = new Outbox(
      memory(),
      async (w) => {
        arrived.push(w.writeId);
        if (w === old) await box.add(fresh);
        return { done: true };
      },
      () => undefined,
    );
    await box.add(old);
    await box.resume();
    expect(arrived).toEqual([old.writeId, fresh.writeId]);
    expect(box.entries()).toEqual([]);
  });
  it('stops where somebody has to sign in, and says so', async () => {
    let who: Answered = 'sign-in';
    const box = new Outbox(
      memory(),
      () => Promise.resolve(who),
      () => undefined,
    );
    await box.add(entry('1'));
    await box.resume();
    expect([box.needsSignIn, box.entries().length]).toEqual([true, 1]);
    who = { done: true };
    await box.resume();
    expect([box.needsSignIn, box.entries().length]).toEqual([false, 0]);
  });
  it('lives without a store that works', async () => {
    const broken = {
      load: () => Promise.reject(new Error('full')),
      save: () => Promise.reject(new Error('full')),
    };
    const box = new Outbox(
      broken,
      () => Promise.resolve({ done: true }),
      () => undefined,
    );
    await box.add(entry('1'));
    await box.resume();
    expect(box.entries()).toEqual([]);
  });
});

describe('what waits', () => {
  it.each([
    ['PUT', 'motors/31%2F1/windings/as-found', '31/1'],
    ['POST', 'motors/3103/stations/wind/sign', '3103'],
    ['POST', 'motors/3103/readings', '3103'],
  ])('%s %s', (method, url, motor) => {
    expect(queuedWrite(method, url)?.motor).toBe(motor);
  });
  it.each([
    ['GET', 'motors/3103/readings'],
    ['POST', 'motors/3103/gates/before-varnish/pass'],
    ['POST', 'motors/3103/readings/abc/withdraw'],
    ['POST', 'session'],
    ['POST', 'plan/wishes'],
  ])('not %s %s: it has to be answered at once', (method, url) => {
    expect(queuedWrite(method, url)).toBeNull();
  });
});
