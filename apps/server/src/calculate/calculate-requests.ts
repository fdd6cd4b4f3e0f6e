/** What each computation of the API is asked with. */
import { FIRST_MACHINE_KIND, LEAD_SCHEMES, type LeadScheme } from '@norther/core';
import { MachineKindName, TestKindName, TypedFields } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

const Whole = z.int().min(1).max(100_000);
const Positive = z.number().positive().max(1e7);
const Coil = z.strictObject({
  top: Whole,
  bottom: Whole,
  phase: z.enum(['U', 'V', 'W']),
  sign: z.literal([1, -1]),
  turns: Whole,
});
/** Which coil lies where. */
const Layout = {
  slots: Whole,
  poles: Whole,
  pitch: Whole,
  kind: z.enum(['lap', 'concentric', 'coils']).optional(),
  layers: z.literal([1, 2]).optional(),
  grouping: z.enum(['whole', 'consequent']).optional(),
  pitches: z.array(Whole).min(1).max(48).optional(),
  groupSizes: z.array(z.int().min(0).max(288)).max(300).optional(),
  turnPatterns: z.array(z.array(Whole).min(1).max(48)).max(8).optional(),
  leftEmpty: z.array(Whole).max(288).optional(),
  coilList: z.array(Coil).max(600).optional(),
};
/** How its groups are joined and led out. */
const Joining = {
  circuits: Whole,
  connection: z.enum(['star', 'delta']),
  leads: z.enum(Object.keys(LEAD_SCHEMES) as [LeadScheme, ...LeadScheme[]]).optional(),
  circuitsFrom: z.enum(['neighbours', 'skipping']).optional(),
  jumpers: z.enum(['short', 'long']).optional(),
  order: z.enum(['jumpers-first', 'leads-first']).optional(),
  starPoints: z.enum(['one', 'each-circuit']).optional(),
  marks: z.enum(['iec', 'nema']).optional(),
};
const Winding = z.strictObject({
  ...Layout,
  ...Joining,
  turnsPerCoil: Whole,
  skewSlots: z.number().min(0).max(50).optional(),
  wires: z
    .array(
      z.strictObject({
        count: z.int().min(1).max(200),
        bareDiameterMm: z.number().positive().max(10),
        overEnamelMm: z.number().positive().max(11).optional(),
      }),
    )
    .min(1)
    .max(4),
});

export class WindingRequest extends createZodDto(
  z.strictObject({
    winding: Winding,
    core: z
      .object({
        boreDiameterMm: Positive.optional(),
        coreLengthMm: Positive.optional(),
        ductsMm: z.number().min(0).max(1e5).optional(),
        backIronMm: Positive.optional(),
        toothWidthMm: Positive.optional(),
        slotAreaMm2: Positive.optional(),
        meanTurnMm: Positive.optional(),
      })
      .default({}),
    supply: z
      .object({
        voltageV: Positive.optional(),
        frequencyHz: Positive.optional(),
        currentA: Positive.optional(),
        cooling: z.enum(['enclosed-fan', 'enclosed', 'open']).optional(),
      })
      .default({}),
    working: z.boolean().default(true),
  }),
) {}
export class ConnectionRequest extends createZodDto(z.strictObject({ ...Layout, ...Joining })) {}
export class WalkRequest extends createZodDto(
  z.strictObject({
    ...Layout,
    ...Joining,
    phase: z.enum(['all', 'U', 'V', 'W']).default('all'),
    /** One letter a group from group 1: N, S, 0 for no field, - for not read. */
    readings: z.string().max(400),
  }),
) {}
export class TraceRequest extends createZodDto(
  z.strictObject({
    ...Layout,
    ...Joining,
    into: z.array(z.string().max(8)).min(1).max(12),
    outOf: z.array(z.string().max(8)).min(1).max(12),
    joined: z
      .array(z.array(z.string().max(8)).max(12))
      .max(12)
      .default([]),
  }),
) {}
const Reels = z
  .array(
    z.strictObject({
      id: z.string().max(40),
      bareDiameterMm: z.number().min(0.03).max(6),
      grade: z.literal([1, 2, 3]).default(2),
      massKg: z.number().min(0).max(1000),
    }),
  )
  .max(200);
const Card = {
  typed: TypedFields.default({}),
  line: z.string().max(400).optional(),
  plate: TypedFields.default({}),
};
export class RedesignRequest extends createZodDto(
  z.strictObject({
    ...Card,
    wanted: TypedFields,
    stock: Reels,
    mostSizes: z.literal([1, 2, 3]).default(2),
    mostStrands: z.int().min(1).max(60).default(12),
    unevenTurns: z.boolean().default(false),
    backIronLimitT: z.number().min(0.5).max(3).default(1.6),
  }),
) {}
export class CutRequest extends createZodDto(z.strictObject({ ...Card, stock: Reels.default([]) })) {}
export class LeadsRequest extends createZodDto(
  z.strictObject({
    ...Card,
    ends: Whole,
    leads: z.literal([3, 6, 9, 12]).default(3),
    starJoint: z.enum(['yes', 'no']).optional(),
    twoSpeed: z.boolean().default(false),
    resistance20: Positive.optional(),
  }),
) {}
export class SearchRequest extends createZodDto(
  z.strictObject({
    ...Card,
    stock: Reels,
    spans: z.strictObject({ from: Whole, to: Whole }),
    turns: z.strictObject({ from: Whole, to: Whole }),
    circuits: z.array(Whole).min(1).max(24),
    connections: z
      .array(z.enum(['star', 'delta']))
      .min(1)
      .max(2),
    mostSizes: z.literal([1, 2, 3]).default(2),
    mostStrands: z.int().min(1).max(40).default(8),
    limits: z
      .object({
        toothT: Positive.optional(),
        backIronT: Positive.optional(),
        gapLeastT: Positive.optional(),
        gapMostT: Positive.optional(),
        currentDensity: Positive.optional(),
        fill: Positive.optional(),
        windingFactorLeast: z.number().min(0).max(1).optional(),
      })
      .default({}),
    rank: z.enum(['least-loss', 'least-copper', 'easiest-to-insert', 'lowest-density']).default('least-loss'),
    keep: z.int().min(1).max(200).default(20),
  }),
) {}
/** Kind of machine that a card and a plate are read as. */
const OfKind = { machine: MachineKindName.default(FIRST_MACHINE_KIND) };
export class CardRequest extends createZodDto(z.strictObject({ ...Card, ...OfKind })) {}
export class TestRequest extends createZodDto(
  z.strictObject({
    ...OfKind,
    kind: TestKindName,
    typed: TypedFields,
    plate: TypedFields.default({}),
    card: TypedFields.optional(),
    csv: z.string().max(7_000_000).optional(),
  }),
) {}
const Evenly = z.int().min(2).max(200).multipleOf(2);
export class LeadCountRequest extends createZodDto(
  z.strictObject({
    wires: Whole,
    wiresInHand: Whole.default(1),
    poles: Evenly,
    slots: z.int().min(3).max(288).optional(),
  }),
) {}
const Numbers = {
  voltageV: Positive,
  connection: z.enum(['star', 'delta']),
  frequencyHz: Positive,
  poles: Evenly,
  circuits: Whole,
  windingFactor: z.number().positive().max(1),
  coilsPerPhase: Positive,
};
export class RedesignNumbersRequest extends createZodDto(
  z.strictObject({
    old: z.strictObject({ ...Numbers, turns: Positive, areaMm2: Positive.optional() }),
    new: z.strictObject(Numbers).partial(),
    hold: z.enum(['gap', 'back-iron', 'both']),
  }),
) {}
export class PolesRequest extends createZodDto(
  z.strictObject({ speedRpm: Positive, frequencyHz: Positive }),
) {}
