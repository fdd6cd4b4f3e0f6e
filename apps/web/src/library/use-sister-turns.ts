/** Every sister that fits, brought to the core in hand: one after the other, so that the page goes on meanwhile. */
import {
  bringOver,
  type BroughtOver,
  type LibraryMotor,
  type MachineKind,
  type ShopDefaults,
} from '@norther/core';
import type { LibraryEntry } from '@norther/records';
import { useEffect, useState } from 'react';

export type Brought = ReadonlyMap<string, BroughtOver>;
const NONE: Brought = new Map();

export function useSisterTurns(
  kind: MachineKind,
  sisters: readonly LibraryEntry[],
  own: LibraryMotor | null,
  shop: ShopDefaults,
): Brought {
  const [made, setMade] = useState<{ readonly of: unknown; readonly brought: Brought }>({
    of: null,
    brought: NONE,
  });
  useEffect(() => {
    if (!own) return;
    let stopped = false;
    const brought = new Map<string, BroughtOver>();
    const next = (i: number) => {
      const entry = sisters[i];
      if (stopped) return;
      if (!entry) {
        setMade({ of: sisters, brought });
        return;
      }
      brought.set(entry.number, bringOver(kind, entry, own, shop));
      setTimeout(() => next(i + 1));
    };
    setTimeout(() => next(0));
    return () => {
      stopped = true;
    };
  }, [kind, sisters, own, shop]);
  return made.of === sisters ? made.brought : NONE;
}

/** Turns of the sister's first coil, as counted there; null where the card does not say. */
export function firstTurns(kind: MachineKind, card: LibraryEntry['card']): number | null {
  const [typed = ''] = Object.values(kind.fromSister.scaleTurns(card, 1));
  const first = Number(/\d+/.exec(typed)?.[0]);
  return first > 0 ? first : null;
}
