/** What came along with a motor: each with a tag of its own, and all of it leaves again. */
import { PART_KINDS, type PartKind } from '@norther/core';
import { z } from 'zod';
import { Id, Instant, Reason, Version } from './shapes.ts';

/** What a motor may have of them. */
export const MOST_PARTS = 60;

export const PartEntry = z.object({
  kind: z.enum(Object.keys(PART_KINDS) as [PartKind, ...PartKind[]]),
  /** As it stands on the part; one is made where none is given. */
  tag: z
    .string()
    .trim()
    .max(24)
    .regex(/^([\p{L}\p{N}][\p{L}\p{N}._/-]*)?$/u, 'A tag has letters, figures, dot, stroke and dash only.')
    .default(''),
  note: z.string().trim().max(120).default(''),
});
export type PartEntry = z.infer<typeof PartEntry>;

export const PartRecord = PartEntry.extend({
  id: Id,
  addedAt: Instant,
  addedBy: z.string(),
  /** Laid to the finished motor. */
  backAt: Instant.nullable(),
  backBy: z.string().nullable(),
  /** Entered by mistake: it stays readable. */
  withdrawn: z.object({ reason: z.string(), at: Instant, by: z.string() }).nullable(),
  version: Version,
});
export type PartRecord = z.infer<typeof PartRecord>;

export const PartChange = PartEntry.extend({
  /** Whether it lies with the finished motor. */
  back: z.boolean(),
  version: Version,
});
export type PartChange = z.infer<typeof PartChange>;
export const PartWithdrawal = z.object({ reason: Reason, version: Version });
