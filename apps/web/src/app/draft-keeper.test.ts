import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { MemoryStore } from '../kit/memory-store.ts';
import { DraftKeeper } from './draft-keeper.ts';
import type { Draft } from './drafts.ts';

const draft = (turns: string): Draft => ({ typed: { turns }, version: 2, writeId: `w${turns}` });
let shelf: MemoryStore;
let told: boolean[];
let keeper: DraftKeeper;
beforeEach(() => {
  vi.useFakeTimers();
  shelf = new MemoryStore();
  told = [];
  keeper = new DraftKeeper(shelf, (full) => told.push(full));
});
afterEach(() => vi.useRealTimers());
/** The same device after the page was loaded again. */
const again = (owner = 'olav') => new DraftKeeper(shelf, () => {}).load(owner);

it('keeps what is typed soon after the last key, and at once when the page goes', () => {
  keeper.load('olav');
  keeper.keep({ 'card:1': draft('18') });
  expect(again()).toEqual({});
  vi.advanceTimersByTime(300);
  expect(again()).toEqual({ 'card:1': draft('18') });
  keeper.keep({ 'card:1': draft('19') });
  keeper.flush();
  expect(again()['card:1']!.typed).toEqual({ turns: '19' });
});

it('drops a form that was sent, and no other', () => {
  keeper.load('olav');
  keeper.keep({ 'card:1': draft('18'), 'card:2': draft('9') });
  keeper.flush();
  keeper.keep({ 'card:2': draft('9') });
  keeper.flush();
  expect(Object.keys(again())).toEqual(['card:2']);
});

it('shows nobody what another person typed, though one’s id may begin like the other’s', () => {
  keeper.load('olav');
  keeper.keep({ 'card:1': draft('18') });
  expect(keeper.load('per')).toEqual({});
  expect(again('ola')).toEqual({});
  expect(again('olav')).toEqual({ 'card:1': draft('18') });
});

it('writes what is typed here although another tab was heard before it was written', () => {
  keeper.load('olav');
  const here = draft('18');
  keeper.keep({ 'card:1': here });
  const heard = keeper.heard('norther.draft:olav:card:2', JSON.stringify(draft('9')));
  expect(heard).toEqual({ form: 'card:2', draft: draft('9') });
  keeper.keep({ 'card:1': here, 'card:2': heard!.draft! });
  keeper.flush();
  expect(again()['card:1']).toEqual(here);
});

it('does not hear other people’s forms, nor nonsense', () => {
  keeper.load('olav');
  expect(keeper.heard('norther.draft:per:card:1', JSON.stringify(draft('1')))).toBeNull();
  expect(keeper.heard(null, null)).toBeNull();
  expect(keeper.heard('norther.draft:olav:card:1', '{"typed":')).toEqual({ form: 'card:1', draft: null });
});

it('says once that the store is full, tries again, and says when it fits', () => {
  keeper.load('olav');
  shelf.full = true;
  const drafts = { 'card:1': draft('18') };
  keeper.keep(drafts);
  keeper.flush();
  keeper.flush();
  expect(told).toEqual([true]);
  shelf.full = false;
  keeper.flush();
  expect(told).toEqual([true, false]);
  expect(again()).toEqual(drafts);
});

it('takes over what an older version kept in one entry, once, and survives a damaged one', () => {
  shelf.entries.set('norther.drafts', JSON.stringify({ 'card:1': draft('18'), 'card:2': { typed: 1 } }));
  expect(keeper.load('olav')).toEqual({ 'card:1': draft('18') });
  expect(again('per')).toEqual({});
  expect(again('olav')).toEqual({ 'card:1': draft('18') });
  shelf.entries.set('norther.drafts', '{');
  expect(again('asta')).toEqual({});
});
