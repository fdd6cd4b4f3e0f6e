/** The whole record of one motor as one file: format, version, migrations, refusals. */
import { finding, good, refused, type Outcome } from '@norther/core';
import { z } from 'zod';
import { damage, openFile } from './open-file.ts';
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

/** Opens a file: is it ours, is it too new, bring it up, then check every field and name the faulty one. */
export function openMotorDocument(data: unknown): Outcome<MotorDocument> {
  const opened = openFile(data, {
    format: MOTOR_FORMAT,
    version: MOTOR_FORMAT_VERSION,
    code: 'file.not-a-motor',
    record: 'motor record',
  });
  if (!opened.ok) return opened;
  const from = opened.value.version;
  let document: Record<string, unknown> = opened.value;
  for (let v = from; v < MOTOR_FORMAT_VERSION; v++) {
    const step = MIGRATIONS[v];
    if (!step)
      return refused([finding('stop', 'file.too-old', `Format ${v} is not known any more.`, ['file'])]);
    document = step(document);
  }
  const read = MotorDocument.safeParse(document);
  if (read.success) return good(read.data);
  return refused(damage(read.error));
}
