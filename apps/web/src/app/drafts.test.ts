import { expect, it } from 'vitest';
import { draftDropped, draftRebased, draftsSlice, fieldTyped } from './drafts.ts';

const { reducer } = draftsSlice;
const base = { typed: {}, version: 3, writeId: 'first' };
const type = (typed: Record<string, string>) => fieldTyped({ form: 'card:1', typed, base });

it('gathers what is typed over the version it began from, and is a new write with every change', () => {
  const one = reducer({}, type({ slots: '36' }));
  const two = reducer(
    one,
    fieldTyped({ form: 'card:1', typed: { poles: '4' }, base: { ...base, version: 9 } }),
  );
  expect(two['card:1']!.typed).toEqual({ slots: '36', poles: '4' });
  // A version that arrives while somebody types must not hide that the typing began on an older one.
  expect(two['card:1']!.version).toBe(3);
  expect(two['card:1']!.writeId).not.toBe(one['card:1']!.writeId);
});

it('keeps other forms when one is sent or merged', () => {
  const both = reducer(
    reducer({}, type({ slots: '36' })),
    fieldTyped({ form: 'take-in', typed: { number: '7' }, base }),
  );
  const merged = reducer(
    both,
    draftRebased({ form: 'card:1', draft: { typed: { slots: '48' }, version: 5, writeId: 'x' } }),
  );
  expect(merged['card:1']).toMatchObject({ typed: { slots: '48' }, version: 5 });
  expect(Object.keys(reducer(merged, draftDropped('card:1')))).toEqual(['take-in']);
});
