/** Where a photo belongs, in words. */
import { hasStation, stationOf, TEST_KINDS, STAGES, type Route, type Stage } from '@norther/core';
import type { ShownReading } from '../app/api.ts';

export function sayPlace(
  place: string,
  {
    route,
    readings,
  }: { readonly route: Route; readonly readings: readonly Pick<ShownReading, 'id' | 'kind' | 'stage'>[] },
): string {
  const [kind, of = ''] = place.split('/');
  if (kind === 'station') return hasStation(route, of) ? stationOf(route, of).title : of;
  if (kind === 'part') return of.charAt(0).toUpperCase() + of.slice(1);
  const reading = kind === 'reading' ? readings.find((r) => r.id === of) : undefined;
  if (!reading) return kind === 'reading' ? 'A reading' : 'The motor';
  return `${TEST_KINDS[reading.kind].title}, ${STAGES[reading.stage as Stage].toLowerCase()}`;
}
