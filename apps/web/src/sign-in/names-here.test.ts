/** Names that a device remembers. */
import { expect, test } from 'vitest';
import { MemoryStore } from '../kit/memory-store.ts';
import { namesHere, signedInHere } from './names-here.ts';

test('the newest is first, nobody is there twice, and only a few are kept', () => {
  const store = new MemoryStore();
  for (const name of ['Ida', 'Per', 'Olav', 'Ida']) signedInHere(store, name);
  expect(namesHere(store)).toEqual(['Ida', 'Olav', 'Per']);
  for (let i = 0; i < 20; i++) signedInHere(store, `W${i}`);
  expect(namesHere(store)).toHaveLength(6);
});

test('a full or damaged store only means that the name is typed', () => {
  const full = new MemoryStore(3);
  signedInHere(full, 'Ida');
  expect(namesHere(full)).toEqual([]);
  const damaged = new MemoryStore();
  damaged.setItem('norther.names', '{"a":1}');
  expect(namesHere(damaged)).toEqual([]);
});
