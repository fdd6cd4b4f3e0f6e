/** The few words the floor writes on a motor's rail. */
import { kindAndRoute, standingOf, stationOf, type StepRecord } from '@norther/core';
import type { FloorRow } from './motors.repository.ts';
import { isoOf } from './rows-from-json.ts';

export interface FloorNote {
  readonly body: 'stator' | 'rotor' | 'motor';
  readonly station: string | null;
  readonly state: 'working' | 'waiting' | 'held' | 'done';
  readonly since: string | null;
  readonly who: string | null;
  readonly text: string;
}

export function openNotes(row: FloorRow): FloorNote[] {
  const { route } = kindAndRoute(row.motor);
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
