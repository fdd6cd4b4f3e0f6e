/** Ticks on a device that is closed, full or damaged. */
import { expect, test } from 'vitest';
import { tickAnswered, tickWaits, waitingTicks, type WaitingTick } from './waiting-ticks.ts';

function store(most = Infinity) {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => {
      if (v.length > most) throw new Error('full');
      kept.set(k, v);
    },
    removeItem: (k: string) => void kept.delete(k),
  };
}
const tick = (writeId: string, mark: 'made' | 'undone' = 'made'): WaitingTick => ({
  writeId,
  number: '4007',
  entry: { plan: 'p', joint: '1f 4f', mark, note: '' },
});

test('wait in the order of the hand until each is answered, each person’s apart', () => {
  const s = store();
  for (const id of ['a', 'b', 'c']) tickWaits(s, 'ida', tick(id));
  tickWaits(s, 'per', tick('d'));
  tickAnswered(s, 'ida', 'b');
  expect(waitingTicks(s, 'ida').map((t) => t.writeId)).toEqual(['a', 'c']);
  for (const id of ['a', 'c']) tickAnswered(s, 'ida', id);
  expect([...s.kept.keys()]).toEqual(['norther.ticks.per']);
});

test('a full or damaged store stops nobody', () => {
  const full = store(10);
  tickWaits(full, 'ida', tick('a'));
  expect(waitingTicks(full, 'ida')).toEqual([]);
  const damaged = store();
  damaged.kept.set('norther.ticks.ida', '{{');
  expect(waitingTicks(damaged, 'ida')).toEqual([]);
  tickWaits(damaged, 'ida', tick('a'));
  expect(waitingTicks(damaged, 'ida')).toHaveLength(1);
});
