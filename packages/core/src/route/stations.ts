/** The stations of the route, their order on the two tracks, and how one is found. */
import type { Field, Typed } from '../forms/index.ts';
import { CLOSING_STATIONS } from './ac-rewind/closing.ts';
import { OPENING_STATIONS } from './ac-rewind/opening.ts';
import { ROTOR_STATIONS } from './ac-rewind/rotor.ts';
import { STATOR_STATIONS } from './ac-rewind/stator.ts';
import type { Station, StationId } from './station.ts';

export const STATIONS: readonly Station[] = [
  ...OPENING_STATIONS,
  ...STATOR_STATIONS,
  ...ROTOR_STATIONS,
  ...CLOSING_STATIONS,
];

const idsOf = (stations: readonly Station[]): readonly StationId[] => stations.map((s) => s.id);
/** Opening stretch, the two tracks, and the stretch after they meet. */
export const OPENING = idsOf(OPENING_STATIONS);
export const TRACKS = { stator: idsOf(STATOR_STATIONS), rotor: idsOf(ROTOR_STATIONS) } as const;
export const CLOSING = idsOf(CLOSING_STATIONS);

export const stationOf = (id: StationId): Station => STATIONS.find((s) => s.id === id)!;

/** Fields of a record: what the station records, and what an older record of it holds that another station records now. */
export const recordedAt = (station: Station, typed: Typed): readonly Field[] => [
  ...station.record,
  ...STATIONS.flatMap((s) => s.record).filter(
    (f) => typed[f.id] !== undefined && !station.record.some((own) => own.id === f.id),
  ),
];

/** Rules look at what a station records, not at its name: another route may record it elsewhere. */
export const records = (id: StationId, field: string): boolean =>
  stationOf(id).record.some((f) => f.id === field);
