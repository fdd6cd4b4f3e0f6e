/** Supplies beside wire, their lots, and the instruments of the shop. */
import type { WireAhead } from '@norther/core';
import { z } from 'zod';
import type { NamedItem } from './named-item.ts';
import { Id, Instant } from './shapes.ts';

const Amount = z.number().min(0).max(10_000_000);
const note = z.string().trim().max(300).default('');

export const LotEntry = z.object({
  supply: Id,
  /** As it stands on the delivery. */
  lot: z.string().trim().min(1, 'The lot is needed: it stands on the can or the roll.').max(60),
  amount: Amount.gt(0, 'How much came?'),
  expiresAt: Instant.nullable().default(null),
  note,
});
export type LotEntry = z.infer<typeof LotEntry>;

/** Drawn for a motor, counted anew, or how thick it was. */
export const LotMoveEntry = z.discriminatedUnion('what', [
  z.object({
    what: z.literal('drawn'),
    amount: Amount.gt(0, 'How much is taken?'),
    motor: z.string().trim().max(16).nullable().default(null),
    note,
    /** A lead's reason to use what has expired. */
    why: z.string().trim().max(500).default(''),
  }),
  z.object({ what: z.literal('counted'), amount: Amount, note }),
  z.object({ what: z.literal('viscosity'), value: z.string().trim().min(1).max(40), note }),
]);
export type LotMoveEntry = z.infer<typeof LotMoveEntry>;

export interface LotMove {
  readonly what: 'received' | 'drawn' | 'counted' | 'viscosity';
  readonly amount: number;
  readonly value: string;
  readonly motor: string | null;
  readonly note: string;
  readonly at: string;
  readonly by: string;
}

export interface LotRecord {
  readonly id: string;
  readonly lot: string;
  readonly expiresAt: string | null;
  readonly receivedAt: string;
  readonly receivedBy: string;
  /** In the supply's unit. */
  readonly left: number;
  /** The newest few, newest first. */
  readonly moves: readonly LotMove[];
}

export interface SuppliesAnswer {
  readonly supplies: readonly (NamedItem & { readonly lots: readonly LotRecord[] })[];
  readonly instruments: readonly NamedItem[];
}

/** Wire that the motors on the floor still need. */
export type WireAheadAnswer = WireAhead;

/** What one motor has drawn. */
export interface DrawnForMotor extends LotMove {
  readonly supply: string;
  readonly unit: string;
  readonly lot: string;
}
