/** What is kept beside a motor: windings, steps, holds, gate passes, readings, history. */
import { z } from 'zod';
import {
  BodyName,
  GateName,
  Id,
  Instant,
  LogPoints,
  ReadValues,
  Reason,
  StageName,
  StationName,
  TestKindName,
  TypedFields,
  WindingRole,
} from './shapes.ts';

export const WindingRecord = z.object({
  id: Id,
  role: WindingRole,
  typed: TypedFields,
  values: ReadValues,
  version: z.int(),
  changedAt: Instant,
  changedBy: z.string(),
});
export type WindingRecord = z.infer<typeof WindingRecord>;

export const WindingChange = z.object({
  typed: TypedFields,
  /** 0 when there is none yet. */
  version: z.int().min(0),
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
  version: z.int(),
});
export type StepRecord = z.infer<typeof StepRecord>;

export const SignStep = z.object({ typed: TypedFields.default({}) });

export const HoldRecord = z.object({
  id: Id,
  body: BodyName,
  reason: z.string(),
  raisedAt: Instant,
  raisedBy: z.string(),
  clearedAt: Instant.nullable(),
  clearedBy: z.string().nullable(),
  clearReason: z.string().nullable(),
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
});
export type GatePassRecord = z.infer<typeof GatePassRecord>;

export const ReadingEntry = z.object({
  kind: TestKindName,
  stage: StageName,
  typed: TypedFields,
  log: LogPoints.optional(),
});
export type ReadingEntry = z.infer<typeof ReadingEntry>;

export const ReadingRecord = ReadingEntry.extend({
  id: Id,
  values: ReadValues,
  takenAt: Instant,
  takenBy: z.string(),
});
export type ReadingRecord = z.infer<typeof ReadingRecord>;

export const EventRecord = z.object({
  id: Id,
  at: Instant,
  who: z.string(),
  what: z.string(),
  before: z.unknown().nullable(),
  after: z.unknown().nullable(),
  why: z.string(),
  writeId: z.string(),
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
export const JointMarkRecord = JointMarkEntry.extend({ id: Id, at: Instant, by: z.string() });
export type JointMarkRecord = z.infer<typeof JointMarkRecord>;
