/** What controllers take from a request beside its body. */
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import type { Person } from '../people/person.ts';
import { Problem } from './problem.ts';

export interface SignedRequest extends Request {
  person?: Person;
}

/** The person signed in; the guard has made sure there is one. */
export const Who = createParamDecorator((_: unknown, context: ExecutionContext): Person => {
  const { person } = context.switchToHttp().getRequest<SignedRequest>();
  if (!person) throw new Problem(401, 'Sign in first.');
  return person;
});

/** The id the client made for this write. */
export const WriteId = createParamDecorator((_: unknown, context: ExecutionContext): string => {
  const id = context.switchToHttp().getRequest<Request>().header('x-write-id') ?? '';
  if (!/^[0-9a-f-]{36}$/i.test(id))
    throw new Problem(400, 'Every write needs a header X-Write-Id with a UUID made by the client.');
  return id.toLowerCase();
});
