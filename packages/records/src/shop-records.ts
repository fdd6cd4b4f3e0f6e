/** What belongs to the shop rather than to a motor: reels of wire and settings. */
import type { Reel } from '@norther/core';
import { z } from 'zod';
import { Id, Instant, TypedFields, Version } from './shapes.ts';

const StrapSides = z.object({
  thicknessMm: z.number().min(0.3).max(12),
  widthMm: z.number().min(0.3).max(100),
});
export const ReelEntry = z.object({
  name: z.string().trim().min(1, 'Give the reel its number or name.').max(40),
  bareDiameterMm: z
    .number()
    .min(0.03, 'A wire is at least 0.03 mm.')
    .max(40, 'A wire is at most 6 mm, a strap 100 by 12.'),
  grade: z.literal([1, 2, 3]),
  overEnamelMm: z.number().min(0.03).max(7).nullable().default(null),
  /** Bare sides of strap, whose diameter is then that of round wire with the same copper; null for round wire. */
  strap: StrapSides.nullable().default(null),
  massKg: z.number().min(0, 'A reel holds 0 kg or more.').max(1000),
});
export type ReelEntry = z.infer<typeof ReelEntry>;
export const ReelRecord = ReelEntry.extend({
  id: Id,
  /** Used up or gone: kept on record, no longer in stock. */
  retiredAt: Instant.nullable(),
  version: Version,
});
export type ReelRecord = z.infer<typeof ReelRecord>;
export const ReelChange = ReelEntry.extend({ version: Version });

export const SettingsRecord = z.object({ typed: TypedFields, version: Version });
export type SettingsRecord = z.infer<typeof SettingsRecord>;

/** Everything of the shop that sheets of a motor need. */
export const ShopRecord = z.object({
  settings: SettingsRecord,
  /** In stock. */
  reels: z.array(ReelRecord),
  retired: z.array(ReelRecord),
});
export type ShopRecord = z.infer<typeof ShopRecord>;

/** Reels as the core takes them. */
export const stockOf = (reels: readonly ReelRecord[]): Reel[] =>
  reels.map((r) => ({
    id: r.name,
    bareDiameterMm: r.bareDiameterMm,
    grade: r.grade,
    massKg: r.massKg,
    ...(r.overEnamelMm ? { overEnamelMm: r.overEnamelMm } : {}),
    ...(r.strap ? { strap: r.strap } : {}),
  }));

/** Who did what, when, to which motor; what is not asked is not narrowed. */
export const JournalQuestion = z.object({
  who: z.string().trim().max(80).optional(),
  motor: z.string().trim().max(16).optional(),
  /** Part of what was done or of its reason. */
  words: z.string().trim().max(80).optional(),
  from: Instant.optional(),
  to: Instant.optional(),
  /** Place of the last line that was read: its time and its order, such as `2026-11-30T08:00:00.000Z 812`. */
  before: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}T[\d:.]+Z \d{1,15}$/)
    .optional(),
  limit: z.coerce.number().int().min(1).max(200).default(60),
});
export type JournalQuestion = z.infer<typeof JournalQuestion>;

export interface JournalLine {
  readonly id: string;
  readonly at: string;
  readonly who: string;
  readonly what: string;
  readonly why: string;
  readonly order: number;
  /** The motor it was done to; null where it was the shop. */
  readonly motor: string | null;
}
