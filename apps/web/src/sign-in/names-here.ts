/** Who has signed in on this device: a hand with a glove on touches a name instead of typing it. */

type Store = Pick<Storage, 'getItem' | 'setItem'>;
const KEY = 'norther.names';
const MOST = 6;

/** The newest first. */
export function namesHere(store: Store): string[] {
  try {
    const kept: unknown = JSON.parse(store.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? kept.filter((n): n is string => typeof n === 'string').slice(0, MOST) : [];
  } catch {
    return [];
  }
}

export function signedInHere(store: Store, name: string): void {
  try {
    store.setItem(KEY, JSON.stringify([name, ...namesHere(store).filter((n) => n !== name)].slice(0, MOST)));
  } catch {
    // A full store: the name is typed the next time.
  }
}
