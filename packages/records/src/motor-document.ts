/** The whole record of one motor as one file: format, version, migrations, refusals. */
import { finding, FIRST_MACHINE_KIND, good, MOST_STATIONS, refused, type Outcome } from '@norther/core';
import { z } from 'zod';
import { AttachmentRecord, MOST_ATTACHMENTS } from './attachment-records.ts';
import { damage, openFile } from './open-file.ts';
import { MotorRecord } from './motor-record.ts';
import { MOST_PARTS, PartRecord } from './part-records.ts';
import { RouteShape } from './route-records.ts';
import {
  AttemptRecord,
  EventRecord,
  GatePassRecord,
  HoldRecord,
  JointMarkRecord,
  ReadingRecord,
  StepRecord,
  WindingRecord,
} from './work-records.ts';
import { WriteUpRecord } from './write-ups.ts';

export const MOTOR_FORMAT = 'norther.motor';
export const MOTOR_FORMAT_VERSION = 9;

export const MotorDocument = z.object({
  format: z.literal(MOTOR_FORMAT),
  version: z.literal(MOTOR_FORMAT_VERSION),
  /** Version of the computation that judged the readings when the file was written. */
  core: z.string(),
  motor: MotorRecord,
  /** The route it goes where that is a shop's own; null where it is a published one. */
  route: RouteShape.nullable(),
  windings: z.array(WindingRecord).max(3),
  steps: z.array(StepRecord).max(MOST_STATIONS),
  /** Earlier attempts at stations that were opened again. */
  attempts: z.array(AttemptRecord).max(2000),
  parts: z.array(PartRecord).max(2 * MOST_PARTS),
  holds: z.array(HoldRecord).max(2000),
  gatePasses: z.array(GatePassRecord).max(500),
  readings: z.array(ReadingRecord).max(2000),
  jointMarks: z.array(JointMarkRecord).max(20_000),
  /** Their files lie beside the record in a bundle. */
  attachments: z.array(AttachmentRecord).max(MOST_ATTACHMENTS),
  /** Why it failed, what is agreed with the customer. */
  writeUps: z.array(WriteUpRecord).max(10),
  history: z.array(EventRecord).max(50_000),
});
export type MotorDocument = z.infer<typeof MotorDocument>;

type Rows = readonly Record<string, unknown>[];
const rowsOf = (document: Record<string, unknown>, list: string) =>
  (Array.isArray(document[list]) ? document[list] : []) as Rows;

/** 3: what happened first is told by a number, not by a clock; before that only the times were known. */
function orderedByTime(old: Record<string, unknown>): Record<string, unknown> {
  const places: { readonly key: string; readonly at: number; readonly rank: number }[] = [];
  const collect = (list: string, time: string, rank: number) =>
    rowsOf(old, list).forEach((row, i) => {
      const at = Date.parse(String(row[time]));
      if (row[time] != null)
        places.push({ key: `${list} ${i} ${time}`, at: Number.isNaN(at) ? 0 : at, rank });
    });
  // At one time in the order of the work: a card before its marks, marks before a reading, a reading before a signature.
  collect('steps', 'takenAt', 1);
  collect('windings', 'changedAt', 2);
  collect('jointMarks', 'at', 3);
  collect('readings', 'takenAt', 4);
  collect('holds', 'raisedAt', 5);
  collect('gatePasses', 'at', 6);
  collect('steps', 'signedAt', 7);
  collect('history', 'at', 8);
  const placed = places.toSorted((a, b) => a.at - b.at || a.rank - b.rank);
  const place = new Map(placed.map((p, i) => [p.key, i + 1]));
  const orderOf = (list: string, i: number, time: string) => place.get(`${list} ${i} ${time}`) ?? null;
  const each = (list: string, add: (row: Record<string, unknown>, i: number) => object) =>
    rowsOf(old, list).map((row, i) => ({ ...row, ...add(row, i) }));
  return {
    ...old,
    version: 3,
    motor: { ...(old['motor'] as object), withdrawnAt: null },
    windings: each('windings', (row, i) => ({
      planOrder: orderOf('windings', i, 'changedAt'),
      releasedAt: row['role'] === 'proposed' ? row['changedAt'] : null,
      releasedBy: row['role'] === 'proposed' ? row['changedBy'] : null,
    })),
    steps: each('steps', (_, i) => ({
      takenOrder: orderOf('steps', i, 'takenAt'),
      signedOrder: orderOf('steps', i, 'signedAt'),
      reopenedOrder: null,
    })),
    holds: each('holds', (_, i) => ({ order: orderOf('holds', i, 'raisedAt') })),
    gatePasses: each('gatePasses', (_, i) => ({ order: orderOf('gatePasses', i, 'at') })),
    readings: each('readings', (_, i) => ({ order: orderOf('readings', i, 'takenAt'), withdrawn: null })),
    jointMarks: each('jointMarks', (_, i) => ({ order: orderOf('jointMarks', i, 'at') })),
    history: each('history', (_, i) => ({ order: orderOf('history', i, 'at') })),
  };
}

const OPENED = ' opened again';

/** Every time a station was opened again, as its event has it. */
function attemptsInHistory(old: Record<string, unknown>): Record<string, unknown>[] {
  const count = new Map<string, number>();
  return rowsOf(old, 'history').flatMap((event) => {
    const { what, before, id, at, who, why, order } = event;
    if (typeof what !== 'string' || !what.endsWith(OPENED) || before === null || typeof before !== 'object')
      return [];
    const { signedAt, signedBy, ...typed } = before as Record<string, string | null>;
    const station = what.slice(0, -OPENED.length);
    const attempt = (count.get(station) ?? 0) + 1;
    count.set(station, attempt);
    const ended = { from: station, reason: why, endedAt: at, endedBy: who, order };
    const taken = { takenAt: null, takenBy: null, signedAt: signedAt ?? null, signedBy: signedBy ?? null };
    return [{ id, station, attempt, typed, ...taken, ...ended }];
  });
}

/** One entry a step from version n to n + 1; never edited once files of that version exist. */
const MIGRATIONS: Readonly<Record<number, (old: Record<string, unknown>) => Record<string, unknown>>> = {
  // 2: joints are ticked; before that nobody could.
  1: (old) => ({ ...old, version: 2, jointMarks: [] }),
  2: orderedByTime,
  // 4: coils are pulled at a station of their own, two gates more; older motors went along without.
  3: (old) => ({ ...old, version: 4 }),
  // 5: the saw is a station of its own.
  4: (old) => ({ ...old, version: 5 }),
  // 6: there are other kinds of machine than the three-phase one, each with a route of its own.
  5: (old) => ({
    ...old,
    version: 6,
    motor: {
      kind: FIRST_MACHINE_KIND,
      route: 'ac-rewind',
      routeVersion: 1,
      ...(old['motor'] as object),
    },
  }),
  // 7: photos and papers are kept with a motor; before that nobody could.
  6: (old) => ({ ...old, version: 7, attachments: [] }),
  // 8: shops have routes of their own, attempts are kept, parts have tags; before that every motor went a published
  // route, and an attempt stood in the history only.
  7: (old) => ({ ...old, version: 8, route: null, parts: [], attempts: attemptsInHistory(old) }),
  // 9: why it failed and what is agreed are written; before that nobody could.
  8: (old) => ({ ...old, version: 9, writeUps: [] }),
};

/** Opens a file: is it ours, is it too new, bring it up, then check every field and name the faulty one. */
export function openMotorDocument(data: unknown): Outcome<MotorDocument> {
  const opened = openFile(data, {
    format: MOTOR_FORMAT,
    version: MOTOR_FORMAT_VERSION,
    code: 'file.not-a-motor',
    record: 'motor record',
  });
  if (!opened.ok) return opened;
  const from = opened.value.version;
  let document: Record<string, unknown> = opened.value;
  for (let v = from; v < MOTOR_FORMAT_VERSION; v++) {
    const step = MIGRATIONS[v];
    if (!step)
      return refused([finding('stop', 'file.too-old', `Format ${v} is not known any more.`, ['file'])]);
    document = step(document);
  }
  const read = MotorDocument.safeParse(document);
  if (read.success) return good(read.data);
  return refused(damage(read.error));
}

type Ordered = Pick<
  MotorDocument,
  | 'windings'
  | 'steps'
  | 'attempts'
  | 'holds'
  | 'gatePasses'
  | 'readings'
  | 'jointMarks'
  | 'attachments'
  | 'history'
>;

/** Every place in the order, in no particular sequence. */
export const ordersOf = (d: Ordered): number[] => [
  ...d.windings.map((w) => w.planOrder),
  ...d.steps.flatMap((s) => [s.takenOrder, s.signedOrder, s.reopenedOrder]).filter((o) => o !== null),
  ...d.attempts.map((a) => a.order),
  ...d.holds.map((h) => h.order),
  ...d.gatePasses.map((g) => g.order),
  ...d.readings.map((r) => r.order),
  ...d.jointMarks.map((m) => m.order),
  ...d.attachments.map((a) => a.order),
  ...d.history.map((e) => e.order),
];

/** The same record with its places told otherwise, such as 1, 2, 3 in a file and the database's own in a shop. */
export function withOrders<T extends Ordered>(d: T, place: (order: number) => number): T {
  const maybe = (order: number | null) => (order === null ? null : place(order));
  const ordered = <R extends { order: number }>(rows: readonly R[]) =>
    rows.map((r) => ({ ...r, order: place(r.order) }));
  return {
    ...d,
    windings: d.windings.map((w) => ({ ...w, planOrder: place(w.planOrder) })),
    steps: d.steps.map((s) => ({
      ...s,
      takenOrder: maybe(s.takenOrder),
      signedOrder: maybe(s.signedOrder),
      reopenedOrder: maybe(s.reopenedOrder),
    })),
    attempts: ordered(d.attempts),
    holds: ordered(d.holds),
    gatePasses: ordered(d.gatePasses),
    readings: ordered(d.readings),
    jointMarks: ordered(d.jointMarks),
    attachments: ordered(d.attachments),
    history: ordered(d.history),
  };
}

/** Places as 1, 2, 3 …: the same record has the same file whichever shop wrote it. */
export function numberedAnew<T extends Ordered>(d: T): T {
  const sorted = [...new Set(ordersOf(d))].sort((a, b) => a - b);
  const rank = new Map(sorted.map((o, i) => [o, i + 1]));
  return withOrders(d, (o) => rank.get(o)!);
}
