/** The few words the floor writes on a motor's rail. */
import { standingOf, stationOf, type Route, type StepRecord } from '@norther/core';
import type { FloorNote } from '@norther/records';
import { isoOf } from '../motors/rows-from-json.ts';
import type { FloorRow } from './floor.repository.ts';

export function openNotes(row: FloorRow, route: Route): FloorNote[] {
  const { standings } = standingOf(route, row.steps as readonly StepRecord[], row.holds);
  return standings.map((s) => ({
    body: s.body,
    station: s.station,
    state: s.state,
    since: isoOf(s.since),
    who: s.who,
    text:
      s.hold?.reason ??
      (s.state === 'done'
        ? s.body === 'stator'
          ? 'waits for the rotor'
          : s.body === 'rotor'
            ? 'waits for the stator'
            : 'ready to go'
        : s.state === 'working'
          ? stationOf(route, s.station!).title.toLowerCase()
          : `waits for ${stationOf(route, s.station!).name.toLowerCase()}`),
  }));
}
