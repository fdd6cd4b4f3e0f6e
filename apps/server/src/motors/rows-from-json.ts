/** Rows as PostgreSQL writes them into JSON, turned into records. */
import type {
  AttachmentRecord,
  AttemptRecord,
  GatePassRecord,
  HoldRecord,
  JointMarkRecord,
  MotorRecord,
  PartRecord,
  StepRecord,
  WindingRecord,
  WriteUpRecord,
} from '@norther/records';

import type { ShownAttachment, StoredReading } from './motor-file.ts';

export type JsonRow = Record<string, unknown>;

/**
 * A step as the floor asks for it: a list costs less than an object with names. Instants stand as PostgreSQL writes
 * them, which sort as they are; only the few that are shown are worth turning into ours.
 */
export type FloorStep = readonly [
  station: string,
  takenAt: string | null,
  takenBy: string | null,
  signedAt: string | null,
  signedBy: string | null,
];

const UTC = '+00:00';

/**
 * PostgreSQL writes `2026-03-18T06:00:00.5+00:00`; records hold `2026-03-18T06:00:00.500Z`. A list has hundreds, so an
 * instant in UTC is only written anew, not read.
 */
export function isoOf(time: string | null): string | null {
  if (time === null) return null;
  if (time.length < 25 || !time.endsWith(UTC)) return new Date(time).toISOString();
  const fraction = time.slice(20, -UTC.length);
  return `${time.slice(0, 19)}.${fraction.padEnd(3, '0').slice(0, 3)}Z`;
}
const time = (value: unknown) => isoOf(value as string)!;
const timeOrNull = (value: unknown) => isoOf(value as string | null);

export const motorOfJson = (r: JsonRow): MotorRecord =>
  ({
    id: r['id'],
    number: r['number'],
    kind: r['kind'],
    route: r['route'],
    routeVersion: r['route_version'],
    customer: r['customer'],
    machine: r['machine'],
    maker: r['maker'],
    serial: r['serial'],
    plate: r['plate'],
    promisedAt: timeOrNull(r['promised_at']),
    rush: r['rush'],
    givenTo: r['given_to'],
    place: r['place'],
    arrivedAt: time(r['arrived_at']),
    shippedAt: timeOrNull(r['shipped_at']),
    withdrawnAt: timeOrNull(r['withdrawn_at']),
    version: r['version'],
  }) as MotorRecord;

export const windingOfJson = (r: JsonRow): WindingRecord =>
  ({
    id: r['id'],
    role: r['role'],
    typed: r['typed'],
    values: r['values'],
    version: r['version'],
    changedAt: time(r['changed_at']),
    changedBy: r['changed_by'],
    planOrder: r['plan_order'],
    releasedAt: timeOrNull(r['released_at']),
    releasedBy: r['released_by'],
  }) as WindingRecord;

export const stepOfJson = (r: JsonRow): StepRecord =>
  ({
    id: r['id'],
    station: r['station'],
    typed: r['typed'],
    takenAt: timeOrNull(r['taken_at']),
    takenBy: r['taken_by'],
    signedAt: timeOrNull(r['signed_at']),
    signedBy: r['signed_by'],
    takenOrder: r['taken_order'],
    signedOrder: r['signed_order'],
    reopenedOrder: r['reopened_order'],
    version: r['version'],
  }) as StepRecord;

export const attemptOfJson = (r: JsonRow): AttemptRecord =>
  ({
    id: r['id'],
    station: r['station'],
    attempt: r['attempt'],
    typed: r['typed'],
    takenAt: timeOrNull(r['taken_at']),
    takenBy: r['taken_by'],
    signedAt: timeOrNull(r['signed_at']),
    signedBy: r['signed_by'],
    from: r['from'],
    reason: r['reason'],
    endedAt: time(r['ended_at']),
    endedBy: r['ended_by'],
    order: r['order'],
  }) as AttemptRecord;

export const partOfJson = (r: JsonRow): PartRecord =>
  ({
    id: r['id'],
    kind: r['kind'],
    tag: r['tag'],
    note: r['note'],
    addedAt: time(r['added_at']),
    addedBy: r['added_by'],
    backAt: timeOrNull(r['back_at']),
    backBy: r['back_by'],
    withdrawn: r['withdrawn'] ?? null,
    version: r['version'],
  }) as PartRecord;

export const holdOfJson = (r: JsonRow): HoldRecord =>
  ({
    id: r['id'],
    body: r['body'],
    reason: r['reason'],
    raisedAt: time(r['raised_at']),
    raisedBy: r['raised_by'],
    clearedAt: timeOrNull(r['cleared_at']),
    clearedBy: r['cleared_by'],
    clearReason: r['clear_reason'],
    order: r['order'],
  }) as HoldRecord;

export const passOfJson = (r: JsonRow): GatePassRecord =>
  ({
    id: r['id'],
    gate: r['gate'],
    reason: r['reason'],
    at: time(r['at']),
    by: r['by'],
    order: r['order'],
  }) as GatePassRecord;

export const readingOfJson = (r: JsonRow): StoredReading =>
  ({
    id: r['id'],
    kind: r['kind'],
    stage: r['stage'],
    typed: r['typed'],
    values: r['values'],
    logPoints: r['log_points'],
    waveCount: r['wave_count'],
    kept: r['kept'],
    instrument: r['instrument'],
    takenAt: time(r['taken_at']),
    takenBy: r['taken_by'],
    order: r['order'],
    withdrawn: r['withdrawn']
      ? { ...(r['withdrawn'] as object), at: time((r['withdrawn'] as JsonRow)['at']) }
      : null,
  }) as StoredReading;

export const jointMarkOfJson = (r: JsonRow): JointMarkRecord =>
  ({
    id: r['id'],
    plan: r['plan'],
    joint: r['joint'],
    mark: r['mark'],
    note: r['note'],
    at: time(r['at']),
    by: r['by'],
    order: r['order'],
  }) as JointMarkRecord;

export const writeUpOfJson = (r: JsonRow): WriteUpRecord =>
  ({
    id: r['id'],
    kind: r['kind'],
    body: r['body'],
    version: r['version'],
    changedAt: time(r['changed_at']),
    changedBy: r['changed_by'],
  }) as WriteUpRecord;

export const attachmentOfJson = (r: JsonRow): ShownAttachment => ({
  ...({
    id: r['id'],
    place: r['place'],
    name: r['name'],
    note: r['note'],
    hash: r['hash'],
    media: r['media'],
    bytes: r['bytes'],
    width: r['width'],
    height: r['height'],
    marks: r['marks'],
    addedAt: time(r['added_at']),
    addedBy: r['added_by'],
    order: r['order'],
    withdrawn: r['withdrawn'],
  } as AttachmentRecord),
  here: r['here'] as boolean,
});
