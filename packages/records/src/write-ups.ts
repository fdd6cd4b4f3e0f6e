/** What is written about a motor in words of people: why it failed, what is agreed with the customer. One of each kind a motor. */
import { ANSWERS, CAUSE_STATES, DAMAGE_ENDS, DAMAGE_KINDS, SCOPES, STANDARDS } from '@norther/core';
import { z } from 'zod';
import { Id, Instant, Version } from './shapes.ts';

const keysOf = <T extends string>(words: Readonly<Record<T, string>>) => Object.keys(words) as [T, ...T[]];
const words = (most: number) => z.string().trim().max(most).default('');

export const FailureBody = z.object({
  damages: z
    .array(
      z.object({
        kind: z.enum(keysOf(DAMAGE_KINDS)),
        place: z.string().min(1).max(24),
        end: z.enum(keysOf(DAMAGE_ENDS)).default('all'),
        note: words(300),
        /** A photo of this motor that shows it. */
        photo: Id.nullable().default(null),
      }),
    )
    .max(60)
    .default([]),
  chain: words(3000),
  cause: words(300),
  state: z.enum(keysOf(CAUSE_STATES)).default('open'),
  evidence: words(1000),
  change: words(1000),
});
export type FailureBody = z.infer<typeof FailureBody>;

export const AgreementBody = z.object({
  scope: z.enum(keysOf(SCOPES)).default('undecided'),
  standard: z.enum(keysOf(STANDARDS)).default('as-found'),
  /** The limits that its tests are held to; empty is the shop's. */
  criteria: z.string().max(60).default(''),
  facts: words(3000),
  estimate: z
    .array(
      z.object({
        what: words(200),
        amount: z.number().min(0, 'An amount is 0 or more.').max(100_000_000),
      }),
    )
    .max(60)
    .default([]),
  currency: z.string().trim().max(8).default(''),
  answers: z
    .array(
      z.object({
        at: Instant,
        who: z.string().trim().min(1, 'Who said it?').max(80),
        answer: z.enum(keysOf(ANSWERS)),
        words: words(1000),
      }),
    )
    .max(40)
    .default([]),
  agreed: words(3000),
});
export type AgreementBody = z.infer<typeof AgreementBody>;

/** A new kind is a schema here. */
export const WRITE_UPS = { failure: FailureBody, agreement: AgreementBody } as const;
export type WriteUpKind = keyof typeof WRITE_UPS;
export const WriteUpKindName = z.enum(Object.keys(WRITE_UPS) as [WriteUpKind, ...WriteUpKind[]]);
export type WriteUpBody<K extends WriteUpKind> = z.infer<(typeof WRITE_UPS)[K]>;

const stored = { id: Id, version: Version, changedAt: Instant, changedBy: z.string() };
export const WriteUpRecord = z.discriminatedUnion('kind', [
  z.object({ ...stored, kind: z.literal('failure'), body: FailureBody }),
  z.object({ ...stored, kind: z.literal('agreement'), body: AgreementBody }),
]);
export type WriteUpRecord = z.infer<typeof WriteUpRecord>;

/** @param version of what was read; 0 where nothing was written before */
export const WriteUpChange = z.object({
  body: z.unknown(),
  version: Version,
  why: z.string().trim().max(500).default(''),
});
export type WriteUpChange = z.infer<typeof WriteUpChange>;

/** The one of a kind in a motor's list, as its schema fills it; all empty where none was written. */
export function writeUpIn<K extends WriteUpKind>(
  all: readonly WriteUpRecord[],
  kind: K,
): { readonly version: number; readonly body: WriteUpBody<K>; readonly record: WriteUpRecord | null } {
  const record = all.find((w) => w.kind === kind) ?? null;
  return {
    version: record?.version ?? 0,
    body: (record?.body ?? WRITE_UPS[kind].parse({})) as WriteUpBody<K>,
    record,
  };
}
