/** What the floor shows of a motor, and how a browser hears of changes. */
import type { MotorRecord } from './motor-record.ts';
import type { StepRecord } from './work-records.ts';

export interface FloorNote {
  readonly body: 'stator' | 'rotor' | 'motor';
  readonly station: string | null;
  readonly state: 'working' | 'waiting' | 'held' | 'done';
  readonly since: string | null;
  readonly who: string | null;
  readonly text: string;
}

/** Of a motor only what a list shows: no plate, no record, no readings. */
export type ListedMotor = Pick<
  MotorRecord,
  | 'id'
  | 'number'
  | 'kind'
  | 'route'
  | 'routeVersion'
  | 'customer'
  | 'machine'
  | 'maker'
  | 'serial'
  | 'promisedAt'
  | 'rush'
  | 'givenTo'
  | 'place'
>;

export interface FloorMotor {
  readonly motor: ListedMotor;
  /** Stations in hand, or signed within the last day. */
  readonly recent: readonly Pick<StepRecord, 'station' | 'takenAt' | 'takenBy' | 'signedAt' | 'signedBy'>[];
  readonly notes: readonly FloorNote[];
}

/** Header of every answer: the last change that the server had heard of when it was asked. */
export const HEARD_HEADER = 'X-Heard';

/** A message of the stream of changes. */
export interface LiveMessage {
  /** The last change that the server has passed on; equal texts are the same one. */
  readonly heard: string;
  /** What changed since the message before: a motor as the floor has it now, null off the floor, unsaid: ask; the shop itself. */
  readonly changes: readonly (
    { readonly motor: string; readonly row?: FloorMotor | null } | { readonly motor: null }
  )[];
}
