/** Ticks at the speed of a hand, whatever comes first: the answer, the record, or the next press. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { answer, turned, unseen, type PendingTick, type PendingTicks } from './pending-ticks.ts';

test('a tick that is answered but not yet in the record still stands', () => {
  const tick: PendingTick = { mark: 'undone', note: '' };
  const answered = answer(new Map([[1, tick]]), 1, tick, 'm7');
  // The record is the one from before the tick.
  expect(unseen(answered, new Set(['m1'])).get(1)?.mark).toBe('undone');
  expect(unseen(answered, new Set(['m1', 'm7'])).size).toBe(0);
});

test('a refused tick is taken back, and an answer to an older tick leaves the newer one', () => {
  const first: PendingTick = { mark: 'made', note: '' };
  const second: PendingTick = { mark: 'undone', note: '' };
  expect(answer(new Map([[1, first]]), 1, first, null).size).toBe(0);
  const both = new Map([[1, second]]);
  expect(answer(both, 1, first, 'm1')).toBe(both);
});

test('what is shown is what the last press made it, in every order of answers and fetches', () => {
  const step = fc.constantFrom('press', 'answer', 'fetch');
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      let pending: PendingTicks = new Map();
      const sent: { tick: PendingTick; id: string }[] = [];
      const onServer: { id: string; mark: PendingTick['mark'] }[] = [];
      let record: typeof onServer = [];
      const shown = () =>
        unseen(pending, new Set(record.map((m) => m.id))).get(1)?.mark ?? record.at(-1)?.mark ?? 'undone';
      let wanted = shown();
      for (const s of steps) {
        if (s === 'press') {
          const tick: PendingTick = { mark: turned(shown()), note: '' };
          wanted = tick.mark;
          pending = new Map(pending).set(1, tick);
          sent.push({ tick, id: `m${sent.length}-${onServer.length}` });
        } else if (s === 'answer' && sent.length) {
          const { tick, id } = sent.shift()!;
          onServer.push({ id, mark: tick.mark });
          pending = answer(pending, 1, tick, id);
        } else if (s === 'fetch') {
          record = [...onServer];
          pending = unseen(pending, new Set(record.map((m) => m.id)));
        }
        expect(shown()).toBe(wanted);
      }
    }),
  );
});
