/** What is kept beside a motor: windings, steps, holds, gate passes, readings, history. */
import { z } from 'zod';
import {
  BodyName,
  GateName,
  Id,
  Instant,
  LogPoints,
  RecordedWaves,
  MOST_LOG_POINTS,
  ReadValues,
  SmallJson,
  Reason,
  StageName,
  StationName,
  TestKindName,
  TypedFields,
  WindingRole,
  Version,
} from './shapes.ts';

/** Place in the order of all that happened to a motor; one a thing, rising; times are only shown. */
const Order = z.int().min(0);

export const WindingRecord = z.object({
  id: Id,
  role: WindingRole,
  typed: TypedFields,
  values: ReadValues,
  version: Version,
  changedAt: Instant,
  changedBy: z.string(),
  /** When it last became another winding. */
  planOrder: Order,
  /** Of a proposal: the lead who made it the plan. */
  releasedAt: Instant.nullable(),
  releasedBy: z.string().nullable(),
});
export type WindingRecord = z.infer<typeof WindingRecord>;

export const WindingChange = z.object({
  typed: TypedFields,
  /** 0 when there is none yet. */
  version: Version,
  why: z.string().trim().max(500).default(''),
});
export type WindingChange = z.infer<typeof WindingChange>;

export const StepRecord = z.object({
  id: Id,
  station: StationName,
  typed: TypedFields,
  takenAt: Instant.nullable(),
  takenBy: z.string().nullable(),
  signedAt: Instant.nullable(),
  signedBy: z.string().nullable(),
  takenOrder: Order.nullable(),
  signedOrder: Order.nullable(),
  reopenedOrder: Order.nullable(),
  version: Version,
});
export type StepRecord = z.infer<typeof StepRecord>;

/** A station as it was before it was opened again; the attempt under way is the step. */
export const AttemptRecord = z.object({
  id: Id,
  station: StationName,
  /** 1 for the first. */
  attempt: z.int().min(1).max(1000),
  typed: TypedFields,
  takenAt: Instant.nullable(),
  takenBy: z.string().nullable(),
  signedAt: Instant.nullable(),
  signedBy: z.string().nullable(),
  /** Where the work went back to; what rests on that was opened with it. */
  from: StationName,
  /** Why. */
  reason: z.string().max(500),
  endedAt: Instant,
  endedBy: z.string(),
  order: Order,
});
export type AttemptRecord = z.infer<typeof AttemptRecord>;

export const SignStep = z.object({
  typed: TypedFields.default({}),
  /** A lead may sign although something is missing, with a written reason. */
  why: z.string().trim().max(500).default(''),
});

/** What a signed station recorded, corrected with a reason. */
export const AmendStep = z.object({ typed: TypedFields, reason: Reason, version: Version });

export const HoldRecord = z.object({
  id: Id,
  body: BodyName,
  reason: z.string(),
  raisedAt: Instant,
  raisedBy: z.string(),
  clearedAt: Instant.nullable(),
  clearedBy: z.string().nullable(),
  clearReason: z.string().nullable(),
  order: Order,
});
export type HoldRecord = z.infer<typeof HoldRecord>;
export const RaiseHold = z.object({ body: BodyName, reason: Reason });
export const WithReason = z.object({ reason: Reason });

export const GatePassRecord = z.object({
  id: Id,
  gate: GateName,
  reason: z.string(),
  at: Instant,
  by: z.string(),
  order: Order,
});
export type GatePassRecord = z.infer<typeof GatePassRecord>;

/** What a reading was taken with, as it stood then. */
export const InstrumentUsed = z.object({
  id: Id,
  name: z.string().max(60),
  /** Of its calibration, in words: `due 2027-03-31`. */
  standing: z.string().max(120),
  /** Why a lead measured with it although it may not sign. */
  reason: z.string().max(500),
});
export type InstrumentUsed = z.infer<typeof InstrumentUsed>;

export const ReadingEntry = z.object({
  kind: TestKindName,
  stage: StageName,
  typed: TypedFields,
  /** Longer ones are thinned as they are read. */
  log: LogPoints.max(MOST_LOG_POINTS).optional(),
  /** Of a surge test: its figures are taken from them, whatever was typed. */
  waves: RecordedWaves.optional(),
  /** What it was taken with. */
  instrument: Id.nullable().default(null),
  /** A lead's reason to measure with an instrument that may not sign. */
  why: z.string().trim().max(500).default(''),
});
export type ReadingEntry = z.infer<typeof ReadingEntry>;
/** The same as it is sent: what has a default may be left out. */
export type NewReading = z.input<typeof ReadingEntry>;

export const ReadingRecord = ReadingEntry.omit({ why: true }).extend({
  instrument: InstrumentUsed.nullable().default(null),
  /** Older records hold up to twice as many. */
  log: LogPoints.optional(),
  id: Id,
  values: ReadValues,
  takenAt: Instant,
  takenBy: z.string(),
  order: Order,
  /** Taken back: it stays readable and counts no more. */
  withdrawn: z.object({ reason: z.string(), at: Instant, by: z.string() }).nullable(),
});
export type ReadingRecord = z.infer<typeof ReadingRecord>;

export const EventRecord = z.object({
  id: Id,
  at: Instant,
  who: z.string(),
  what: z.string(),
  before: SmallJson.nullable(),
  after: SmallJson.nullable(),
  why: z.string(),
  order: Order,
});
export type EventRecord = z.infer<typeof EventRecord>;

/** What happened to one joint: append-only, the newest counts. */
export const JointMarkEntry = z.object({
  /** The winding it belongs to, in one line; a mark of another plan is not a mark of this one. */
  plan: z.string().min(1).max(2000),
  /** Its ends, such as `1f 4f`. */
  joint: z.string().min(1).max(2000),
  mark: z.enum(['made', 'wrong', 'undone']),
  note: z.string().trim().max(300).default(''),
});
export type JointMarkEntry = z.infer<typeof JointMarkEntry>;
export const JointMarkRecord = JointMarkEntry.extend({ id: Id, at: Instant, by: z.string(), order: Order });
export type JointMarkRecord = z.infer<typeof JointMarkRecord>;
