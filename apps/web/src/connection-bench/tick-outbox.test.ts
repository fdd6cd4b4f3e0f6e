/** Ticks at the speed of a hand, whatever comes first: the answer, the record, the next press, or a new page. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { MemoryStore } from '../kit/memory-store.ts';
import { TickOutbox, turned, unseen, type Sent, type TickKind } from './tick-outbox.ts';
import { KeptTicks, type WaitingTick } from './waiting-ticks.ts';

const tick = (writeId: string, mark: TickKind = 'made'): WaitingTick => ({
  writeId,
  number: '4007',
  jointNumber: 1,
  entry: { plan: 'p', joint: '1f 4f', mark, note: '' },
});
const settled = () => new Promise((done) => setTimeout(done));

test('what nobody answered stays, in its turn, and is sent by the next page under the same id', async () => {
  const store = new MemoryStore();
  const sent: string[] = [];
  const first = new TickOutbox(new KeptTicks(store, 'ida'), (t) => {
    sent.push(t.writeId);
    return Promise.resolve('later' as Sent);
  });
  first.add(tick('a', 'undone'));
  first.add(tick('b'));
  await settled();
  // The second never goes before the first.
  expect(new Set(sent)).toEqual(new Set(['a']));
  const next = new TickOutbox(new KeptTicks(store, 'ida'), (t) => {
    sent.push(t.writeId);
    return Promise.resolve({ id: `mark-${t.writeId}` });
  });
  expect(next.list()).toHaveLength(2);
  await next.resume();
  expect(sent.slice(-2)).toEqual(['a', 'b']);
  expect(new KeptTicks(store, 'ida').list()).toEqual([]);
  // Answered is not yet seen.
  expect(next.list()).toHaveLength(2);
  next.saw(new Set(['mark-a', 'mark-b']));
  expect(next.list()).toEqual([]);
});

test('a refused tick is taken back, and those after it are sent', async () => {
  const outbox = new TickOutbox(new KeptTicks(new MemoryStore(), 'ida'), (t) =>
    Promise.resolve(t.writeId === 'a' ? 'refused' : { id: 'm1' }),
  );
  outbox.add(tick('a', 'undone'));
  outbox.add(tick('b'));
  await settled();
  expect(outbox.list().map((t) => t.answered)).toEqual(['m1']);
});

test('the last press is what is shown and what is written, in every order of answers, fetches and new pages', async () => {
  const step = fc.constantFrom('press', 'answer', 'lost answer', 'dropped', 'fetch', 'new page');
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 40 }), async (steps) => {
      const store = new MemoryStore();
      const onServer: { id: string; mark: TickKind }[] = [];
      let record: typeof onServer = [];
      let underWay: { t: WaitingTick; done: (sent: Sent) => void }[] = [];
      // The shop does a write once, however often it is sent.
      const write = (t: WaitingTick) => {
        const id = `mark-${t.writeId}`;
        if (!onServer.some((m) => m.id === id)) onServer.push({ id, mark: t.entry.mark });
        return { id };
      };
      const page = () => {
        // A page that was left never hears of its answers.
        underWay = [];
        const outbox = new TickOutbox(
          new KeptTicks(store, 'ida'),
          (t) => new Promise<Sent>((done) => underWay.push({ t, done })),
        );
        void outbox.resume();
        return outbox;
      };
      let outbox = page();
      let presses = 0;
      const shown = () =>
        unseen(outbox.list(), new Set(record.map((m) => m.id))).at(-1)?.entry.mark ??
        record.at(-1)?.mark ??
        'undone';
      let wanted = shown();
      for (const s of steps) {
        if (s === 'press') {
          wanted = turned(shown());
          outbox.add(tick(`w${presses++}`, wanted));
        } else if (s === 'answer') {
          const going = underWay.shift();
          if (going) going.done(write(going.t));
        } else if (s === 'lost answer' || s === 'dropped') {
          const going = underWay.shift();
          if (going && s === 'lost answer') write(going.t);
          going?.done('later');
          await settled();
          void outbox.resume();
        } else if (s === 'fetch') {
          record = [...onServer];
          outbox.saw(new Set(record.map((m) => m.id)));
        } else {
          // The new page has the record before it shows anything.
          record = [...onServer];
          outbox = page();
        }
        await settled();
        expect(shown()).toBe(wanted);
      }
      while (underWay.length > 0) {
        const going = underWay.shift()!;
        going.done(write(going.t));
        await settled();
      }
      expect(onServer.at(-1)?.mark ?? 'undone').toBe(wanted);
      expect(onServer).toHaveLength(presses);
    }),
    { numRuns: 60 },
  );
});
