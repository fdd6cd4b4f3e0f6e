import { expect, it } from 'vitest';
import { settles, WriteIds } from './write-ids.ts';

it('gives the same write the same id until it is answered, and another afterwards', () => {
  const ids = new WriteIds();
  expect(ids.idFor('POST steps {"a":1}', 'one')).toBe('one');
  expect(ids.idFor('POST steps {"a":1}', 'two')).toBe('one');
  expect(ids.idFor('POST steps {"a":2}', 'three')).toBe('three');
  ids.settled('POST steps {"a":1}');
  expect(ids.idFor('POST steps {"a":1}', 'four')).toBe('four');
});

it.each([
  [200, true],
  [409, true],
  [422, true],
  [429, false],
  [503, false],
  ['FETCH_ERROR', false],
  ['TIMEOUT_ERROR', false],
])('an answer %s settles the write: %s', (status, settled) => {
  expect(settles(status)).toBe(settled);
});
