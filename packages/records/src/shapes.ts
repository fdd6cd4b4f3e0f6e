/** Shapes shared by several records. */
import { GATE_IDS, STATIONS, TEST_KIND_IDS, STAGES } from '@norther/core';
import { z } from 'zod';

export const Id = z.uuid();
export const Instant = z.iso.datetime({ offset: true });
/** What a person typed, by field id, with whatever unit was typed. */
export const TypedFields = z.record(z.string().max(40), z.string().max(6000));
/** The same as read: numbers in stored units, texts and choices as they are. */
export const ReadValues = z.record(z.string(), z.unknown());
export const BodyName = z.enum(['stator', 'rotor', 'motor']);
export const StationName = z.enum(STATIONS.map((s) => s.id) as [string, ...string[]]);
export const GateName = z.enum(GATE_IDS as [string, ...string[]]);
export const TestKindName = z.enum(TEST_KIND_IDS);
export const StageName = z.enum(Object.keys(STAGES) as [string, ...string[]]);
export const WindingRole = z.enum(['as-found', 'proposed', 'as-wound']);
export const RoleName = z.enum(['winder', 'tester', 'lead']);
export const Reason = z.string().trim().min(3, 'A reason of at least a few words is needed.').max(500);
/** Times and temperatures of an oven log; minutes from its first reading. */
export const LogPoints = z
  .array(
    z.object({
      minute: z.number().min(0).max(100_000),
      partC: z.number().min(-60).max(700),
      airC: z.number().min(-60).max(700).optional(),
    }),
  )
  .max(20_000);
