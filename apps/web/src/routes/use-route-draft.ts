/** The route that is being made: kept on this device until it is published. */
import type { Route } from '@norther/core';
import { useMemo } from 'react';
import { useDraft } from '../app/use-draft.ts';

/** A draft with no route behind it yet. */
export const NEW = 'new';

export interface RouteDraft {
  /** As it is now: the draft where there is one, else what is published. */
  readonly route: Route | null;
  readonly change: (route: Route) => void;
  readonly drop: () => void;
  /** Changed and not published. */
  readonly open: boolean;
  readonly writeId: string | null;
  /** The route's version when the draft was begun. */
  readonly seen: number;
}

/**
 * @param id of the shop's own route, or `new`
 * @param published its newest version; null for a new one
 */
export function useRouteDraft(id: string, published: Route | null, version: number): RouteDraft {
  const { typed, type, drop, open, writeId, version: seen } = useDraft(`route:${id}`, undefined, version);
  const text = typed['route'];
  const route = useMemo(() => (text ? (JSON.parse(text) as Route) : published), [text, published]);
  return { route, change: (next) => type({ route: JSON.stringify(next) }), drop, open, writeId, seen };
}
