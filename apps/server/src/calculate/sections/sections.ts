/** An address of several sections: it computes those that are asked for and answers under the same names. */
import type { Finding, Outcome } from '@norther/core';
import { z } from 'zod';
import { badInput } from '../../http/problem.ts';

export interface Section<S extends z.ZodType = z.ZodType> {
  readonly request: S;
  readonly answer: (asked: z.output<S>) => object;
}
/** Keeps the types of request and answer together. */
export const section = <S extends z.ZodType>(
  request: S,
  answer: (asked: z.output<S>) => object,
): Section<S> => ({
  request,
  answer,
});

export type Sections = Readonly<Record<string, Section>>;

/** What the whole address takes: at least one section, and nothing that it does not know. */
export function requestOf<S extends Sections>(sections: S) {
  const shape = Object.fromEntries(
    Object.entries(sections).map(([name, { request }]) => [name, request.optional()]),
  );
  return z
    .strictObject(shape as { [K in keyof S]: z.ZodOptional<S[K]['request']> })
    .refine((body) => Object.values(body).some((part) => part !== undefined), {
      error: `Ask for at least one of ${Object.keys(sections).join(', ')}.`,
    });
}

/** Every section that was asked for, in turn. */
export function answerSections(sections: Sections, body: Readonly<Record<string, unknown>>): object {
  const answers: Record<string, object> = {};
  for (const [name, { answer }] of Object.entries(sections))
    if (body[name] !== undefined) answers[name] = within(name, () => answer(body[name]));
  return answers;
}

/** A refusal names the section beside the field. */
function within<T>(name: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof Refused)
      throw badInput(error.findings.map((f) => ({ ...f, fields: f.fields.map((x) => `${name}.${x}`) })));
    throw error;
  }
}

class Refused extends Error {
  constructor(readonly findings: readonly Finding[]) {
    super('refused');
  }
}

/** The value of a computation; a section whose computation refuses is refused with the same findings. */
export function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Refused(outcome.findings);
  return outcome.value;
}

export const Positive = z.number().positive().max(1e12);
export const NotNegative = z.number().min(0).max(1e12);
export const Whole = z.int().min(1).max(100_000);
