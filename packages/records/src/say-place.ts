/** Where a photo belongs, in words. */
import {
  hasStation,
  stationOf,
  TEST_KINDS,
  STAGES,
  type Route,
  type Stage,
  type TestKindId,
} from '@norther/core';
import { readPlace } from './attachment-records.ts';

export function sayPlace(
  place: string,
  {
    route,
    readings,
  }: {
    readonly route: Route;
    readonly readings: readonly { readonly id: string; readonly kind: TestKindId; readonly stage: string }[];
  },
): string {
  const read = readPlace(place);
  switch (read?.kind) {
    case 'station':
      return hasStation(route, read.of) ? stationOf(route, read.of).title : read.of;
    case 'part':
      return read.of.charAt(0).toUpperCase() + read.of.slice(1);
    case 'reading': {
      const reading = readings.find((r) => r.id === read.of);
      if (!reading) return 'A reading';
      return `${TEST_KINDS[reading.kind].title}, ${STAGES[reading.stage as Stage].toLowerCase()}`;
    }
    default:
      return 'The motor';
  }
}
