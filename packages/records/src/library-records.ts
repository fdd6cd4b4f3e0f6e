/** What the library answers: windings that were taken or wound, nearest to a core first. */
import { LIKENESS_FIELDS } from '@norther/core';
import { z } from 'zod';
import { MachineKindName } from './shapes.ts';

const range = (id: string) => {
  const field = LIKENESS_FIELDS.find((f) => f.id === id);
  if (field?.kind !== 'quantity') throw new Error(`There is no measure ${id}.`);
  return z.coerce.number().min(field.min).max(field.max);
};

/** A core to find others like; bore and core length may be unknown. */
export const LibraryQuestion = z.object({
  kind: MachineKindName,
  slots: range('slots'),
  poles: range('poles'),
  bore: range('bore').optional(),
  coreLength: range('coreLength').optional(),
  /** Number of the motor in hand, which is not its own sister. */
  except: z.string().max(16).optional(),
  limit: z.coerce.number().int().min(1).max(50).default(12),
});
export type LibraryQuestion = z.infer<typeof LibraryQuestion>;

export interface LibraryEntry {
  readonly number: string;
  readonly customer: string;
  readonly machine: string;
  readonly maker: string;
  readonly arrivedAt: string;
  readonly plate: Readonly<Record<string, string>>;
  /** As wound where that is on record, else as found. */
  readonly role: 'as-found' | 'as-wound';
  readonly card: Readonly<Record<string, string>>;
  /** Root of the squared differences, by the core's `distanceBetween`. */
  readonly distance: number;
}

export interface LibraryAnswer {
  readonly sisters: readonly LibraryEntry[];
  /** Windings on record, and those among them whose core was not measured, which cannot be found by likeness. */
  readonly windings: number;
  readonly unmeasured: number;
}
