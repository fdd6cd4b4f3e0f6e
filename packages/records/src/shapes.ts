/** Shapes shared by several records. */
import { MACHINE_KIND_IDS, STAGES, SURGE_PHASES, TEST_KIND_IDS } from '@norther/core';
import { z } from 'zod';

/** More than any form has, so that a record stays a record. */
const MOST_FIELDS = 150;
const MOST_TYPED = 20_000;
const MOST_JSON = 60_000;

/** Any JSON of a size that a record may carry. */
export const SmallJson = z
  .unknown()
  .refine(
    (v) => v === undefined || JSON.stringify(v).length <= MOST_JSON,
    `At most ${MOST_JSON} characters.`,
  );
export const Id = z.uuid();
/** A time people live in: a database and a calendar both know it. */
export const Instant = z.iso
  .datetime({ offset: true, error: 'A date and time such as 2026-03-18T06:00:00Z.' })
  .refine((t) => {
    const year = new Date(t).getUTCFullYear();
    return year >= 1970 && year <= 2200;
  }, 'The year lies between 1970 and 2200.');
/** A version of a stored record. */
export const Version = z.int().min(0).max(2_000_000_000);
/** The version of what was looked at when it was decided upon. */
export const SeenVersion = z.object({ version: Version });
/** What a person typed, by field id, with whatever unit was typed. */
export const TypedFields = z
  .record(z.string().max(40), z.string().max(6000))
  .refine((t) => Object.keys(t).length <= MOST_FIELDS, `A form has at most ${MOST_FIELDS} fields.`)
  .refine(
    (t) => Object.values(t).reduce((n, v) => n + v.length, 0) <= MOST_TYPED,
    `All that is typed into one form is at most ${MOST_TYPED} characters.`,
  );
/** The same as read: numbers in stored units, texts and choices as they are. */
export const ReadValues = z
  .record(z.string(), z.unknown())
  .refine((v) => JSON.stringify(v).length <= MOST_JSON, `At most ${MOST_JSON} characters.`);
export const BodyName = z.enum(['stator', 'rotor', 'motor']);
/** Whether the motor's route has it, is for whoever knows the route to say. */
const RouteId = z
  .string()
  .max(60)
  .regex(/^[a-z][a-z0-9-]*$/, 'Small letters, figures and dashes, a letter first.');
export const StationName = RouteId.max(40);
export const RouteName = RouteId;
export const MachineKindName = z.enum(MACHINE_KIND_IDS as [string, ...string[]]);
export const GateName = RouteId.max(40);
export const TestKindName = z.enum(TEST_KIND_IDS);
export const StageName = z.enum(Object.keys(STAGES) as [string, ...string[]]);
export const WindingRole = z.enum(['as-found', 'proposed', 'as-wound']);
export const RoleName = z.enum(['winder', 'tester', 'lead']);
export const Reason = z.string().trim().min(3, 'A reason of at least a few words is needed.').max(500);
/** Samples of a wave, of all waves of a reading, and waves: more are thinned as they are read. */
export const MOST_WAVE_SAMPLES = 5_000;
export const MOST_SAMPLES = 60_000;
export const MOST_WAVES = 60;
/** Waves of a surge test; all on one time base. */
export const RecordedWaves = z
  .object({
    stepUs: z.number().positive().max(100_000),
    waves: z
      .array(
        z.object({
          phase: z.enum(SURGE_PHASES),
          setV: z.number().positive().max(50_000),
          samples: z.array(z.number().min(-100_000).max(100_000)).min(10).max(MOST_WAVE_SAMPLES),
        }),
      )
      .min(1)
      .max(MOST_WAVES),
  })
  .refine(({ waves }) => waves.reduce((n, w) => n + w.samples.length, 0) <= MOST_SAMPLES, {
    error: `At most ${MOST_SAMPLES} samples.`,
  });
export type RecordedWaves = z.infer<typeof RecordedWaves>;
/** Points of a log that is entered now. */
export const MOST_LOG_POINTS = 5_000;
/** Times and temperatures of an oven log; minutes from its first reading. */
export const LogPoints = z
  .array(
    z.object({
      minute: z.number().min(0).max(100_000),
      partC: z.number().min(-60).max(700),
      airC: z.number().min(-60).max(700).optional(),
    }),
  )
  .max(10_000);
