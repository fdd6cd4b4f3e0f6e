/** What every file of ours begins with: is it ours, is it too new; and where a damaged one is damaged. */
import { finding, good, refused, type Finding, type Outcome } from '@norther/core';
import { z } from 'zod';

const Head = z.object({ format: z.string(), version: z.int() }).loose();

export function openFile(
  data: unknown,
  ours: {
    readonly format: string;
    /** The newest version that is read. */
    readonly version: number;
    readonly code: string;
    readonly record: string;
  },
): Outcome<z.infer<typeof Head>> {
  const refuse = (code: string, message: string, because: string) =>
    refused<z.infer<typeof Head>>([finding('stop', code, message, ['file'], because)]);
  const head = Head.safeParse(data);
  if (!head.success || head.data.format !== ours.format)
    return refuse(
      ours.code,
      `This file is not a ${ours.record}.`,
      `A ${ours.record} begins with "format": "${ours.format}" and a version.`,
    );
  if (head.data.version > ours.version)
    return refuse(
      'file.newer',
      `This ${ours.record} was written by a newer Norther (format ${head.data.version}; this one reads up to ${ours.version}).`,
      'Update this shop, then take it in again. Nothing was changed.',
    );
  return good(head.data);
}

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
