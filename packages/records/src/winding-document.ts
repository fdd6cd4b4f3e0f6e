/** One winding as a file: what was typed, and for other programs what it reads as and comes to. */
import {
  finding,
  FIRST_MACHINE_KIND,
  good,
  MACHINE_KIND_IDS,
  machineKind,
  refused,
  type Outcome,
} from '@norther/core';
import { z } from 'zod';
import { damage, openFile } from './open-file.ts';
import { ReadValues, TypedFields } from './shapes.ts';

export const WINDING_FORMAT = 'norther.winding';
export const WINDING_FORMAT_VERSION = 2;

export const WindingDocument = z.object({
  format: z.literal(WINDING_FORMAT),
  version: z.literal(WINDING_FORMAT_VERSION),
  /** Id of the kind of machine that the winding is of. */
  machine: z.string().min(1).max(40),
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

/** Before there were other kinds of machine, every winding was a three-phase one. */
const migrated = (file: { readonly version: number }): unknown =>
  file.version === 1 ? { ...file, version: WINDING_FORMAT_VERSION, machine: FIRST_MACHINE_KIND } : file;

/** A winding for a machine of this kind; refused where it is one of another. */
export function openWindingFor(machine: string, data: unknown): Outcome<WindingDocument> {
  const opened = openWindingDocument(data);
  if (!opened.ok || opened.value.machine === machine) return opened;
  const theirs = MACHINE_KIND_IDS.includes(opened.value.machine)
    ? machineKind(opened.value.machine).name
    : opened.value.machine;
  return refused([
    finding(
      'stop',
      'file.other-machine',
      `This is the winding of a ${theirs} machine; this motor is ${machineKind(machine).name}.`,
      ['file'],
      'Its fields mean other things there. Nothing was changed.',
    ),
  ]);
}

export function openWindingDocument(data: unknown): Outcome<WindingDocument> {
  const opened = openFile(data, {
    format: WINDING_FORMAT,
    version: WINDING_FORMAT_VERSION,
    code: 'file.not-a-winding',
    record: 'winding record',
  });
  if (!opened.ok) return opened;
  const read = WindingDocument.safeParse(migrated(opened.value));
  return read.success ? good(read.data) : refused(damage(read.error));
}
