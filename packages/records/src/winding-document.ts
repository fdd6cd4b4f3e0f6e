/** One winding as a file: what was typed, and for other programs what it reads as and comes to. */
import { finding, good, refused, type Outcome } from '@norther/core';
import { z } from 'zod';
import { damage } from './motor-document.ts';
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
  const refuse = (code: string, message: string, because?: string) =>
    refused<WindingDocument>([finding('stop', code, message, ['file'], because)]);
  const raw = z.object({ format: z.string(), version: z.int() }).loose().safeParse(data);
  if (!raw.success || raw.data.format !== WINDING_FORMAT)
    return refuse(
      'file.not-a-winding',
      'This file is not a winding record.',
      `A winding record begins with "format": "${WINDING_FORMAT}" and a version.`,
    );
  if (raw.data.version > WINDING_FORMAT_VERSION)
    return refuse(
      'file.newer',
      `This winding was written by a newer Norther (format ${raw.data.version}; this one reads up to ${WINDING_FORMAT_VERSION}).`,
      'Update this shop, then take it in again. Nothing was changed.',
    );
  const read = WindingDocument.safeParse(raw.data);
  return read.success ? good(read.data) : refused(damage(read.error));
}
