/** What a load has done and will do: its log judged, its course ahead, as times of the day. */
import {
  forecast,
  lagOfOven,
  partState,
  readOven,
  readProgramme,
  type Forecast,
  type HeatProgramme,
  type LogPoint,
  type PartState,
} from '@norther/core';
import type { HeatAnswer, LoadLog, LoadRecord } from '@norther/records';

/** Of a shop that is heated; nobody measures it. Common practice, no source [°C]. */
const ROOM_C = 21;
const USUAL_RATE = 4;

export interface LoadStory {
  readonly programme: HeatProgramme;
  readonly massKg: number;
  readonly log: readonly LogPoint[];
  readonly state: PartState;
  /** Null once it is out. */
  readonly ahead: Forecast | null;
  /** Minutes since it went in, now. */
  readonly nowMinute: number;
}

export type Handling = Readonly<Record<'glovesC' | 'touchC' | 'testedC', number>>;

/** @returns null where its programme cannot be read */
export function loadStory(
  load: LoadRecord,
  ovens: HeatAnswer['ovens'],
  log: LoadLog | undefined,
  handling: Handling,
  now: number,
): LoadStory | null {
  const { programme } = readProgramme(load.programme);
  const item = ovens.find((o) => o.id === load.oven);
  if (!programme || !item) return null;
  const points = log?.points ?? [];
  const state = partState(programme, points);
  const massKg = Math.max(...load.parts.map((p) => p.massKg));
  const nowMinute = (now - Date.parse(load.startedAt)) / 60_000;
  const last = points.at(-1);
  const start = last
    ? { minute: last.minute, partC: last.partC, airC: last.airC ?? last.partC }
    : { minute: 0, partC: ROOM_C, airC: ROOM_C };
  const ahead = load.outAt
    ? null
    : forecast(
        programme,
        {
          rate: readOven(item.typed).oven?.rate ?? USUAL_RATE,
          roomC: ROOM_C,
          lag: lagOfOven(item.pasts),
        },
        massKg,
        start,
        points,
        state,
        [handling.glovesC, handling.touchC, handling.testedC],
      );
  return { programme, massKg, log: points, state, ahead, nowMinute };
}

export const timeOf = (load: Pick<LoadRecord, 'startedAt'>, minute: number): Date =>
  new Date(Date.parse(load.startedAt) + minute * 60_000);

/** Of a load that has not gone in yet. */
export const storyAhead = (programme: HeatProgramme, massKg: number, ahead: Forecast): LoadStory => ({
  programme,
  massKg,
  log: [],
  state: partState(programme, []),
  ahead,
  nowMinute: 0,
});
