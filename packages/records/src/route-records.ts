/** A route as it is kept, sent and exported: the shop's own ones, each in versions that never change. */
import { DIMENSIONS, MOST_STATIONS, STATION_WORKS, type Route, type StationWork } from '@norther/core';
import { z } from 'zod';
import {
  BodyName,
  GateName,
  MachineKindName,
  RoleName,
  RouteName,
  StageName,
  StationName,
  TestKindName,
  Version,
} from './shapes.ts';

const line = (most: number) => z.string().trim().max(most);
const FieldId = z
  .string()
  .max(40)
  .regex(/^[A-Za-z][A-Za-z0-9-]*$/, 'Letters, figures and dashes, a letter first.');
const fieldOf = {
  id: FieldId,
  label: line(60),
  hint: line(160).optional(),
  required: z.literal(true).optional(),
  default: line(120).optional(),
};
const RecordField = z.discriminatedUnion('kind', [
  z.strictObject({
    ...fieldOf,
    kind: z.literal('quantity'),
    dimension: z.enum(Object.keys(DIMENSIONS) as [keyof typeof DIMENSIONS, ...(keyof typeof DIMENSIONS)[]]),
    min: z.number(),
    max: z.number(),
    usual: z.strictObject({ least: z.number().optional(), most: z.number().optional() }).optional(),
    whole: z.boolean().optional(),
    bounds: z.boolean().optional(),
  }),
  z.strictObject({
    ...fieldOf,
    kind: z.literal('choice'),
    options: z.array(z.strictObject({ value: line(40).min(1), label: line(60).min(1) })).max(12),
  }),
  z.strictObject({ ...fieldOf, kind: z.literal('text'), maxLength: z.int().min(1).max(6000).optional() }),
]);

const StationShape = z.strictObject({
  id: StationName,
  body: BodyName,
  name: line(16),
  title: line(80),
  work: z.enum(Object.keys(STATION_WORKS) as [StationWork, ...StationWork[]]).optional(),
  todo: z.array(line(300)).max(12),
  record: z.array(RecordField).max(24),
  caution: z.strictObject({ name: line(60), text: line(500) }).optional(),
  gate: GateName.optional(),
  tests: z.array(z.strictObject({ kind: TestKindName, stage: StageName })).max(20),
  addedLater: z.literal(true).optional(),
  begins: StageName.optional(),
  standardMinutes: z.number().max(10_000).optional(),
  equipment: line(30).optional(),
  ends: z.literal('visit').optional(),
  signedBy: z.array(RoleName).max(3).optional(),
});
const stretch = z.array(StationShape).max(MOST_STATIONS);

/** What it is made of; whether a shop can work by it says `checkRoute`. */
export const RouteShape = z.strictObject({
  id: RouteName,
  version: Version,
  machine: MachineKindName,
  title: line(60),
  basedOn: z.strictObject({ id: RouteName, version: Version }).optional(),
  opening: stretch,
  tracks: z.strictObject({ stator: stretch, rotor: stretch }),
  closing: stretch,
  gates: z
    .array(
      z.strictObject({
        id: GateName,
        title: line(60).min(1),
        wants: z
          .array(
            z.union([
              z.strictObject({ card: z.string().max(40) }),
              z.strictObject({ test: TestKindName, stage: StageName, consequence: line(200) }),
            ]),
          )
          .max(20),
      }),
    )
    .max(20),
});

/** @returns the route, as the core knows one */
export const routeOfShape = (shape: z.infer<typeof RouteShape>): Route => shape as Route;

/** A shop's own route: what stands for all its versions, and the versions. */
export interface OwnRoute {
  readonly id: string;
  /** Newest first; a motor keeps the one it began with. */
  readonly versions: readonly PublishedVersion[];
  /** Motors of its kind begin with it where nobody says otherwise. */
  readonly usual: boolean;
  readonly retiredAt: string | null;
  /** It came with a motor's record from another shop: it is gone by and not changed. */
  readonly imported: boolean;
  readonly version: number;
}
export interface PublishedVersion {
  readonly route: Route;
  readonly publishedAt: string;
  readonly publishedBy: string;
  readonly why: string;
}

export const NewRoute = z.object({
  route: RouteShape,
  /** Needed where it goes without something that its model has. */
  why: z.string().trim().max(500).default(''),
});
/** The next version of a route, made from the newest one as it was seen. */
export const NextRoute = NewRoute.extend({ version: Version });
export const RouteChoice = z.object({ usual: z.boolean(), retired: z.boolean(), version: Version });
