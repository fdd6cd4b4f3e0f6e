/** One winding as a file: what was typed, and for other programs what it reads as and comes to. */
import { good, refused, type Outcome } from '@norther/core';
import { z } from 'zod';
import { damage, openFile } from './open-file.ts';
import { ReadValues, TypedFields } from './shapes.ts';

export const WINDING_FORMAT = 'norther.winding';
export const WINDING_FORMAT_VERSION = 1;

export const WindingDocument = z.object({
  format: z.literal(WINDING_FORMAT),
  version: z.literal(WINDING_FORMAT_VERSION),
  /** Version of the computation the figures were made with. */
  core: z.string(),
  /** The winding in one line. */
  line: z.string().max(400),
  /** Fields of the data card as typed; reading these again gives the same winding. */
  typed: TypedFields,
  /** The same as numbers in mm, mm², Ω, kg. */
  values: ReadValues,
  plate: TypedFields,
  /** Figures by name, with unit; for the reader, not read back. */
  figures: z.record(z.string(), z.object({ value: z.number(), unit: z.string() })),
});
export type WindingDocument = z.infer<typeof WindingDocument>;

export function openWindingDocument(data: unknown): Outcome<WindingDocument> {
  const opened = openFile(data, {
    format: WINDING_FORMAT,
    version: WINDING_FORMAT_VERSION,
    code: 'file.not-a-winding',
    record: 'winding record',
  });
  if (!opened.ok) return opened;
  const read = WindingDocument.safeParse(opened.value);
  return read.success ? good(read.data) : refused(damage(read.error));
}
