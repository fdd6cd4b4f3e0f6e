/** The routes of motors that are listed: published ones, and the shop's own. */
import { isPublished, routeOf, ROUTES, type Route, type RouteName } from '@norther/core';
import { useMemo } from 'react';
import { useRoutesQuery } from './api.ts';

export interface RoutesHere {
  /** Every version, the published ones first. */
  readonly all: readonly Route[];
  /** @returns null while the shop's own routes are not here yet */
  readonly of: (motor: RouteName) => Route | null;
}

export function useRoutesHere(): RoutesHere {
  const { data } = useRoutesQuery();
  return useMemo(() => {
    const own = (data ?? []).flatMap((r) => r.versions.map((v) => v.route));
    return {
      all: [...ROUTES, ...own],
      of: (motor) =>
        isPublished(motor.route)
          ? routeOf(motor, null)
          : (own.find((r) => r.id === motor.route && r.version === motor.routeVersion) ?? null),
    };
  }, [data]);
}
