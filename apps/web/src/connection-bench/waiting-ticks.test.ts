/** Ticks on a device that is closed, full or damaged. */
import { expect, test } from 'vitest';
import { MemoryStore } from '../kit/memory-store.ts';
import { KeptTicks, type WaitingTick } from './waiting-ticks.ts';

const tick = (writeId: string): WaitingTick => ({
  writeId,
  number: '4007',
  jointNumber: 1,
  entry: { plan: 'p', joint: '1f 4f', mark: 'made', note: '' },
});

test('wait in the order of the hand until each is answered, each person’s apart', () => {
  const s = new MemoryStore();
  const ida = new KeptTicks(s, 'ida');
  for (const id of ['a', 'b', 'c']) ida.keep(tick(id));
  new KeptTicks(s, 'per').keep(tick('d'));
  ida.remove('b');
  expect(ida.list().map((t) => t.writeId)).toEqual(['a', 'c']);
  for (const id of ['a', 'c']) ida.remove(id);
  expect(ida.list()).toEqual([]);
  expect(new KeptTicks(s, 'per').list().map((t) => t.writeId)).toEqual(['d']);
});

test('two pages of one person overwrite nothing of each other', () => {
  const s = new MemoryStore();
  const [one, two] = [new KeptTicks(s, 'ida'), new KeptTicks(s, 'ida')];
  one.keep(tick('a'));
  two.keep(tick('b'));
  one.remove('a');
  two.keep(tick('c'));
  expect(one.list().map((t) => t.writeId)).toEqual(['b', 'c']);
});

test('a full or damaged store stops nobody', () => {
  const full = new KeptTicks(new MemoryStore(10), 'ida');
  full.keep(tick('a'));
  expect(full.list()).toEqual([]);
  const s = new MemoryStore();
  s.setItem('norther.tick.ida.1.x', '{{');
  const damaged = new KeptTicks(s, 'ida');
  expect(damaged.list()).toEqual([]);
  damaged.keep(tick('a'));
  expect(damaged.list()).toHaveLength(1);
});
