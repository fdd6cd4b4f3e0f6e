/** A motor as it is listed and opened: identity, plate, promise. */
import { z } from 'zod';
import { FIRST_MACHINE_KIND } from '@norther/core';
import { Id, Instant, MachineKindName, RouteName, TypedFields, Version } from './shapes.ts';

const line = (most: number) => z.string().trim().max(most);

export const MotorEntry = z.object({
  number: z
    .string()
    .trim()
    .min(1, 'The motor needs a number: the tag of this job.')
    .max(16)
    .regex(/^[\p{L}\p{N}][\p{L}\p{N}._-]*$/u, 'A motor number has letters, figures, dot and dash only.'),
  /** Kind of machine; decides its plate, its card, its tests and the route it begins with. */
  kind: MachineKindName.default(FIRST_MACHINE_KIND),
  /** The route it is to go; the shop's usual one for its kind where it is not said. */
  route: RouteName.optional(),
  customer: line(80).min(1, 'Say who the motor is for.'),
  machine: line(80).default(''),
  maker: line(80).default(''),
  serial: line(60).default(''),
  plate: TypedFields.default({}),
  promisedAt: Instant.nullable().default(null),
  rush: z.boolean().default(false),
});
export type MotorEntry = z.infer<typeof MotorEntry>;

export const MotorRecord = MotorEntry.extend({
  id: Id,
  /** The route it goes, in the version it began with. */
  route: z.string().max(60),
  routeVersion: Version,
  /** Whoever is to do it; null where anybody may. */
  givenTo: z.string().max(80).nullable().default(null),
  /** Place by hand on the floor, on the scale of promises [ms since 1970]; null where the promise says it. */
  place: z.number().nullable().default(null),
  arrivedAt: Instant,
  shippedAt: Instant.nullable(),
  /** Taken in by mistake: kept, and off the floor. */
  withdrawnAt: Instant.nullable(),
  version: Version,
});
export type MotorRecord = z.infer<typeof MotorRecord>;

export const MotorChange = MotorEntry.omit({ number: true, kind: true }).extend({
  /** As it is where it is not said. */
  kind: MachineKindName.optional(),
  version: Version,
  why: z.string().trim().max(500).default(''),
});
export type MotorChange = z.infer<typeof MotorChange>;

/** Who is to do it, or where it stands on the floor: what is not said stays. */
export const FloorChange = z
  .object({
    givenTo: z.string().trim().min(1).max(80).nullable().optional(),
    place: z.number().min(0).max(1e14).nullable().optional(),
  })
  .refine(
    (c) => c.givenTo !== undefined || c.place !== undefined,
    'Say to whom it is given, or where it stands.',
  );
export type FloorChange = z.infer<typeof FloorChange>;

/** A visit of a machine that comes back: what is known of it, and the winding that was in it when it left. */
export interface EarlierVisit extends Pick<
  MotorRecord,
  'number' | 'kind' | 'customer' | 'machine' | 'maker' | 'plate' | 'arrivedAt' | 'shippedAt'
> {
  readonly winding: Readonly<Record<string, string>> | null;
}
