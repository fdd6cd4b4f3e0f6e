/** Ovens, their programmes, and what was in them. */
import type { OvenPast } from '@norther/core';
import { z } from 'zod';
import type { NamedItem } from './named-item.ts';
import { Id, Instant, MOST_LOG_POINTS, TypedFields, Version } from './shapes.ts';

const MotorNumber = z.string().trim().min(1).max(16);
/** A stator or rotor in an oven. */
export const LoadPart = z.object({
  number: MotorNumber,
  body: z.enum(['stator', 'rotor']),
  massKg: z.number().min(0.05, 'A part weighs at least 50 g.').max(50_000),
  /** Diameter it stands on. */
  acrossMm: z.number().min(10).max(10_000).optional(),
});
export type LoadPart = z.infer<typeof LoadPart>;
const MOST_IN_ONE = 60;
export const LoadParts = z.array(LoadPart).min(1, 'Say what goes in.').max(MOST_IN_ONE);

export const LoadEntry = z.object({
  oven: Id,
  programme: Id,
  parts: LoadParts,
  /** When they went in; now where nobody says. */
  startedAt: Instant.nullable().default(null),
});
export type LoadEntry = z.infer<typeof LoadEntry>;

export const LoadOut = z.object({ note: z.string().trim().max(500).default(''), version: Version });

export const LoadRecord = z.object({
  id: Id,
  oven: Id,
  programme: TypedFields,
  parts: z.array(LoadPart),
  startedAt: Instant,
  startedBy: z.string(),
  outAt: Instant.nullable(),
  outBy: z.string().nullable(),
  note: z.string(),
  tau: z.number().nullable(),
  version: Version,
});
export type LoadRecord = z.infer<typeof LoadRecord>;

/** Readings that come from a file or a hand, of an oven without a controller. */
export const LoadReadings = z.object({
  points: z
    .array(
      z.object({
        at: Instant,
        partC: z.number().min(-60).max(700),
        airC: z.number().min(-60).max(700).optional(),
      }),
    )
    .min(1)
    .max(MOST_LOG_POINTS),
});

/** How an oven's controller was heard last. */
export interface ControllerState {
  readonly state: 'none' | 'heard' | 'silent';
  readonly at: string | null;
  /** What is wrong, in a sentence; empty where nothing is. */
  readonly words: string;
}

/** A load's log: minutes since it went in; the coldest thermocouple of the part at each. */
export interface LoadLog {
  readonly points: readonly { readonly minute: number; readonly partC: number; readonly airC?: number }[];
  /** Thermocouples in the part that are open now, by their number. */
  readonly open: readonly number[];
}

export interface HeatAnswer {
  readonly ovens: readonly (NamedItem & {
    readonly controller: ControllerState;
    /** What its loads have shown of how parts follow its air. */
    readonly pasts: readonly OvenPast[];
  })[];
  readonly programmes: readonly NamedItem[];
  readonly treatments: readonly NamedItem[];
  /** Those in an oven, and those that came out within two days. */
  readonly loads: readonly LoadRecord[];
  /** Of those in an oven, by their id. */
  readonly logs: Readonly<Record<string, LoadLog>>;
}
