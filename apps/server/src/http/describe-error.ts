/** Everything thrown, as a problem: what was meant, what the database said, what the network did. */
import { HttpException } from '@nestjs/common';
import { finding, type Finding } from '@norther/core';
import { ZodError } from 'zod';
import { Busy, Problem } from './problem.ts';

const fromZod = (error: ZodError): Finding[] =>
  error.issues.slice(0, 50).map((issue) => {
    const field = issue.path.join('.') || 'body';
    return finding('stop', `input.${issue.code}`, `${field}: ${issue.message}`, [field]);
  });

/** What the validation of a body throws, told by what it carries: its class would load the whole framework into each thread. */
function zodErrorOf(error: unknown): ZodError | null {
  if (!(error instanceof HttpException) || !('getZodError' in error)) return null;
  const { getZodError } = error;
  const found: unknown = typeof getZodError === 'function' ? getZodError.call(error) : null;
  return found instanceof ZodError ? found : null;
}

/** Codes of a database that is away, starting, stopping, or full of work. */
const AWAY = /^(08\w{3}|57P0[1-3]|53\w{3}|55P03|40P01|40001|57014)$/;
const NETWORK = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT']);
const LOST =
  /connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|Cannot use a pool after calling end/i;

/** The database's own error, under whatever wraps it. */
export function causeOf(error: unknown): { readonly code?: string; readonly message?: string } {
  let cause = error as { cause?: unknown; code?: string; message?: string } | null;
  for (let i = 0; i < 4 && cause && !cause.code && cause.cause; i++) cause = cause.cause as typeof cause;
  return (cause ?? {}) as { code?: string; message?: string };
}

export function isDatabaseAway(error: unknown): boolean {
  const { code, message } = causeOf(error);
  return (code !== undefined && (AWAY.test(code) || NETWORK.has(code))) || LOST.test(message ?? '');
}

/** @returns null for what nobody foresaw */
export function describeError(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  const shape = zodErrorOf(error);
  if (shape) {
    const findings = fromZod(shape);
    return new Problem(400, findings[0]?.message ?? 'Wrong shape.', findings);
  }
  const status = error instanceof HttpException ? error.getStatus() : bodyStatus(error);
  if (status === 404) return new Problem(404, 'There is nothing at this address.');
  if (status === 413) return new Problem(413, 'The request is larger than this address takes.');
  if (status === 415) return new Problem(415, 'The body must be plain JSON in UTF-8, not compressed.');
  if (error instanceof HttpException) {
    // An id in an address that is none.
    if (status === 400) return new Problem(400, error.message || 'The request cannot be read.');
    return new Problem(error.getStatus(), error.message);
  }
  if (status !== null) return new Problem(status, 'The request cannot be read.');
  if (isDatabaseAway(error))
    return new Busy('The database does not answer just now. Nothing was changed; try again in a moment.', 2);
  const { code } = causeOf(error);
  // What must be there once only was there already, such as a part of an imported record.
  if (code === '23505') {
    const title = 'A part of this is in the shop already; nothing was changed.';
    return new Problem(409, title, [finding('stop', 'write.already-there', title, [])]);
  }
  // A text or a number that the database has no room for: the class of data exceptions.
  if (code?.startsWith('22')) {
    const title = 'Something in this cannot be kept: a sign, a number or a time that no record holds.';
    return new Problem(400, title, [finding('stop', 'input.cannot-be-kept', title, [])]);
  }
  if (error instanceof URIError) return new Problem(400, 'The address cannot be read.');
  return null;
}

/** Refusals of what reads bodies and addresses, which carry their status. */
function bodyStatus(error: unknown): number | null {
  const { status, expose } = (error ?? {}) as { status?: unknown; expose?: unknown };
  return typeof status === 'number' && status >= 400 && status < 500 && expose !== false ? status : null;
}
