/** Ticks on their way to the shop, kept on this device until they are answered: a page that is closed meanwhile loses none. */
import type { JointMarkEntry } from '@norther/records';

export interface WaitingTick {
  readonly writeId: string;
  readonly number: string;
  readonly entry: JointMarkEntry;
}

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
const key = (person: string) => `norther.ticks.${person}`;

/** In the order of the hand. */
export function waitingTicks(store: Store, person: string): WaitingTick[] {
  try {
    const kept: unknown = JSON.parse(store.getItem(key(person)) ?? '[]');
    return Array.isArray(kept) ? (kept as WaitingTick[]) : [];
  } catch {
    // Damaged by hand: nothing can be sent of it.
    return [];
  }
}

function write(store: Store, person: string, ticks: readonly WaitingTick[]) {
  try {
    if (ticks.length > 0) store.setItem(key(person), JSON.stringify(ticks));
    else store.removeItem(key(person));
  } catch {
    // A full store: the tick lives in this page only, and is sent from it.
  }
}

export const tickWaits = (store: Store, person: string, tick: WaitingTick) =>
  write(store, person, [...waitingTicks(store, person), tick]);

export const tickAnswered = (store: Store, person: string, writeId: string) =>
  write(
    store,
    person,
    waitingTicks(store, person).filter((t) => t.writeId !== writeId),
  );
