/** What controllers take from a request beside its body. */
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import { createHash } from 'node:crypto';
import type { Request } from 'express';
import type { WriteKey } from '../database/write.ts';
import type { Person } from '../people/person.ts';
import { Problem } from './problem.ts';

export interface SignedRequest extends Request {
  person?: Person;
  /** Names the session, without being its token. */
  sessionKey?: string;
}

/** The person signed in; the guard has made sure there is one. */
export const Who = createParamDecorator((_: unknown, context: ExecutionContext): Person => {
  const { person } = context.switchToHttp().getRequest<SignedRequest>();
  if (!person) throw new Problem(401, 'Sign in first.');
  return person;
});

/** The same fields in another order are the same write: a browser puts them together anew when it sends again. */
const inOrder = (_key: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

/** The id the client made for this write, with the address and a hash of the body it was made for. */
export const Write = createParamDecorator((_: unknown, context: ExecutionContext): WriteKey => {
  const request = context.switchToHttp().getRequest<Request>();
  const id = request.header('x-write-id') ?? '';
  if (!/^[0-9a-f]{8}-([0-9a-f]{4}-){3}[0-9a-f]{12}$/i.test(id))
    throw new Problem(400, 'Every write needs a header X-Write-Id with a UUID made by the client.');
  return {
    id: id.toLowerCase(),
    address: `${request.method} ${request.path.replace(/\/+$/, '')}`,
    // A file is hashed where it is read, in a worker.
    bodyHash: Buffer.isBuffer(request.body)
      ? ''
      : createHash('sha256')
          .update(JSON.stringify(request.body ?? null, inOrder))
          .digest('hex'),
  };
});
