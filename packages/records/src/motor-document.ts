/** The whole record of one motor as one file: format, version, migrations, refusals. */
import { finding, good, refused, type Finding, type Outcome } from '@norther/core';
import { z } from 'zod';
import { MotorRecord } from './motor-record.ts';
import {
  EventRecord,
  GatePassRecord,
  HoldRecord,
  JointMarkRecord,
  ReadingRecord,
  StepRecord,
  WindingRecord,
} from './work-records.ts';

export const MOTOR_FORMAT = 'norther.motor';
export const MOTOR_FORMAT_VERSION = 2;

export const MotorDocument = z.object({
  format: z.literal(MOTOR_FORMAT),
  version: z.literal(MOTOR_FORMAT_VERSION),
  /** Version of the computation that judged the readings when the file was written. */
  core: z.string(),
  motor: MotorRecord,
  windings: z.array(WindingRecord),
  steps: z.array(StepRecord),
  holds: z.array(HoldRecord),
  gatePasses: z.array(GatePassRecord),
  readings: z.array(ReadingRecord),
  jointMarks: z.array(JointMarkRecord),
  history: z.array(EventRecord),
});
export type MotorDocument = z.infer<typeof MotorDocument>;

/** One entry a step from version n to n + 1; never edited once files of that version exist. */
const MIGRATIONS: Readonly<Record<number, (old: Record<string, unknown>) => Record<string, unknown>>> = {
  // 2: joints are ticked; before that nobody could.
  1: (old) => ({ ...old, version: 2, jointMarks: [] }),
};

/** Where a file does not agree with its schema, each place named. */
export const damage = (error: z.ZodError): Finding[] =>
  error.issues
    .slice(0, 12)
    .map((issue) =>
      finding(
        'stop',
        'file.damaged',
        `${issue.path.join('.') || 'file'}: ${issue.message}`,
        [issue.path.join('.')],
        'The record is damaged at this place; nothing was imported.',
      ),
    );

/** Opens a file: is it ours, is it too new, bring it up, then check every field and name the faulty one. */
export function openMotorDocument(data: unknown): Outcome<MotorDocument> {
  const refuse = (code: string, message: string, because?: string) =>
    refused<MotorDocument>([finding('stop', code, message, ['file'], because)]);
  const raw = z.object({ format: z.string(), version: z.int() }).loose().safeParse(data);
  if (!raw.success || raw.data.format !== MOTOR_FORMAT)
    return refuse(
      'file.not-a-motor',
      'This file is not a motor record.',
      `A motor record begins with "format": "${MOTOR_FORMAT}" and a version.`,
    );
  if (raw.data.version > MOTOR_FORMAT_VERSION)
    return refuse(
      'file.newer',
      `This record was written by a newer Norther (format ${raw.data.version}; this one reads up to ${MOTOR_FORMAT_VERSION}).`,
      'Update this shop, then import it again. Nothing was changed.',
    );
  let document: Record<string, unknown> = raw.data;
  for (let v = raw.data.version; v < MOTOR_FORMAT_VERSION; v++) {
    const step = MIGRATIONS[v];
    if (!step) return refuse('file.too-old', `Format ${v} is not known any more.`);
    document = step(document);
  }
  const read = MotorDocument.safeParse(document);
  if (read.success) return good(read.data);
  return refused(damage(read.error));
}
