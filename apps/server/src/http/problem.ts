/** Refusals of the API: a status, a sentence, and the findings behind it. */
import { HttpException } from '@nestjs/common';
import { finding, type Finding } from '@norther/core';
import type { Response } from 'express';

export class Problem extends HttpException {
  constructor(
    status: number,
    readonly title: string,
    readonly findings: readonly Finding[] = [],
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(title, status);
  }
}

/** Not now, and when to ask again. */
export class Busy extends Problem {
  constructor(
    title: string,
    readonly retryAfterS = 2,
    status: 429 | 503 = 503,
    /** Expected, as while starting: not worth a line in the log. */
    readonly expected = false,
  ) {
    super(status, title);
  }
}

export function sendProblem(response: Response, problem: Problem): void {
  if (problem instanceof Busy) response.setHeader('Retry-After', String(problem.retryAfterS));
  const { title, findings, more } = problem;
  response
    .status(problem.getStatus())
    .type('application/problem+json')
    .send({ type: 'about:blank', ...more, status: problem.getStatus(), title, findings });
}

export const badInput = (findings: readonly Finding[]) =>
  new Problem(400, findings[0]?.message ?? 'The input cannot be used as it is.', findings);
export const notFound = (what: string) => new Problem(404, `${what} is not in this shop.`);
export const forbidden = (message: string) => new Problem(403, message);
/** Somebody else wrote first: both states, so that they can be merged. */
export const stale = (current: unknown, yours: unknown) =>
  new Problem(
    409,
    'Somebody changed this since you opened it. Nothing of yours is lost: compare and save again.',
    [finding('stop', 'write.stale', 'Changed by somebody else meanwhile.', [])],
    { current, yours },
  );
export const conflict = (code: string, message: string, fields: readonly string[] = []) =>
  new Problem(409, message, [finding('stop', code, message, fields)]);
