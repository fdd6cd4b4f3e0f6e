/** What a plan is made from, and what people wish of it. */
import { z } from 'zod';
import type { ListedMotor } from './floor-records.ts';
import type { PersonRecord } from './people-records.ts';
import { Id, Instant, StationName } from './shapes.ts';
import type { StepRecord } from './work-records.ts';

/** A person for a station, or a time before which it does not begin; one of the two at least. */
export const WishEntry = z
  .object({
    motor: z.string().trim().min(1).max(16),
    station: StationName,
    worker: z.string().trim().min(1).max(80).nullable().default(null),
    notBefore: Instant.nullable().default(null),
    why: z.string().trim().max(300).default(''),
    insisted: z.boolean().default(false),
  })
  .refine((w) => w.worker !== null || w.notBefore !== null, 'Say who shall do it, or not before when.');
export type WishEntry = z.infer<typeof WishEntry>;

export const WishRecord = z.object({
  id: Id,
  motor: z.string(),
  station: StationName,
  worker: z.string().nullable(),
  notBefore: Instant.nullable(),
  why: z.string(),
  insisted: z.boolean(),
  at: Instant,
  by: z.string(),
});
export type WishRecord = z.infer<typeof WishRecord>;

export type PlanStep = Pick<StepRecord, 'station' | 'takenAt' | 'takenBy' | 'signedAt' | 'signedBy'>;

export interface PlanAnswer {
  readonly motors: readonly {
    readonly motor: ListedMotor;
    /** As typed on the plate. */
    readonly power: string;
    readonly mass: string;
    readonly steps: readonly PlanStep[];
    /** Why it stands still. */
    readonly held: string | null;
  }[];
  /** Motors that left: what their stations took. */
  readonly past: readonly {
    readonly kind: string;
    readonly power: string;
    readonly steps: readonly (readonly [station: string, takenAt: string, signedAt: string])[];
  }[];
  readonly people: readonly Pick<PersonRecord, 'name' | 'role' | 'shift'>[];
  readonly wishes: readonly WishRecord[];
}
