/** An address of several sections: it computes those that are asked for and answers under the same names. */
import { finding, type Finding, type Outcome } from '@norther/core';
import { z } from 'zod';
import { badInput } from '../../http/problem.ts';

/** Takes note of doubts that do not stop. */
export type Say = (findings: readonly Finding[]) => void;

export interface Section<S extends z.ZodType = z.ZodType> {
  readonly request: S;
  readonly answer: (asked: z.output<S>, say: Say) => object;
}
/** Keeps the types of request and answer together. */
export const section = <S extends z.ZodType>(
  request: S,
  answer: (asked: z.output<S>, say: Say) => object,
): Section<S> => ({ request, answer });

export type Sections = Readonly<Record<string, Section>>;

/** What one address takes and gives. */
export interface Address {
  readonly request: z.ZodType;
  readonly answer: (body: unknown) => object;
}

/** An address of sections: at least one, and nothing that it does not know. */
export function inSections(sections: Sections): Address {
  const shape = Object.fromEntries(
    Object.entries(sections).map(([name, { request }]) => [name, request.optional()]),
  );
  const request = z
    .strictObject(shape)
    .refine((body) => Object.values(body).some((part) => part !== undefined), {
      error: `Ask for at least one of ${Object.keys(sections).join(', ')}.`,
    });
  return { request, answer: (body) => answerSections(sections, body as Readonly<Record<string, unknown>>) };
}

/** An address that is one computation. */
export const whole = <S extends z.ZodType>({ request, answer }: Section<S>): Address => ({
  request,
  answer: (body) => {
    const found: Finding[] = [];
    const answered = within(null, () => answer(body as z.output<S>, (f) => found.push(...f)));
    return found.length > 0 ? { ...answered, findings: found } : answered;
  },
});

/** Every section that was asked for, in turn; doubts of all stand together. */
function answerSections(sections: Sections, body: Readonly<Record<string, unknown>>): object {
  const answers: Record<string, unknown> = {};
  const found: Finding[] = [];
  for (const [name, { answer }] of Object.entries(sections))
    if (body[name] !== undefined)
      answers[name] = within(name, () =>
        answer(body[name], (f) => found.push(...f.map((one) => ({ ...one, fields: inside(name, one) })))),
      );
  return found.length > 0 ? { ...answers, findings: found } : answers;
}
const inside = (name: string | null, { fields }: Finding) =>
  name === null ? fields : fields.length > 0 ? fields.map((x) => `${name}.${x}`) : [name];

/** A refusal names the section beside the field. */
function within<T>(name: string | null, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof Refused)
      throw badInput(error.findings.map((f) => ({ ...f, fields: inside(name, f) })));
    throw error;
  }
}

class Refused extends Error {
  constructor(readonly findings: readonly Finding[]) {
    super('refused');
  }
}

/** The value of a computation; a section whose computation refuses is refused with the same findings. */
export function valueOf<T>(outcome: Outcome<T>, say?: Say): T {
  if (!outcome.ok) throw new Refused(outcome.findings);
  if (outcome.findings.length > 0) say?.(outcome.findings);
  return outcome.value;
}

/** A refusal of what the shape alone does not show. */
export function refuseThis(code: string, message: string, ...fields: readonly string[]): never {
  throw new Refused([finding('stop', code, message, fields)]);
}

export const Positive = z.number().positive().max(1e12);
export const NotNegative = z.number().min(0).max(1e12);
export const Whole = z.int().min(1).max(100_000);

/** Any figure. */
export const Figure = z.number().min(-1e12).max(1e12);
/** From 0 to 1. */
export const Share = z.number().min(0).max(1);
/** Below absolute zero there is nothing. */
export const Celsius = z.number().min(-273).max(5000);
export const Poles = z.int().min(2).max(200).multipleOf(2);
export const LONGEST_LIST = 100_000;
/** So many figures, in their order. */
export const list = <T extends z.ZodType>(of: T, least = 1, most = LONGEST_LIST) =>
  z.array(of).min(least).max(most);
