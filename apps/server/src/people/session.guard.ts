/** Nothing under /api is seen without signing in, but for signing in itself and the question whether the server lives. */
import type { NextFunction, Request, Response } from 'express';
import type { SignedRequest } from '../http/request.ts';
import type { PeopleService } from './people.service.ts';

export const COOKIE = 'norther_session';

export function tokenOf(request: Request): string | undefined {
  const pair = (request.headers.cookie ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${COOKIE}=`));
  return pair?.slice(COOKIE.length + 1);
}

const open = (request: Request) =>
  request.path === '/api/health' || (request.path === '/api/session' && request.method === 'POST');

/** Express middleware rather than a Nest guard, so that documents and unknown addresses under /api are closed as well. */
export function requireSession(people: PeopleService) {
  return async (request: SignedRequest, response: Response, next: NextFunction) => {
    if (!request.path.startsWith('/api') || open(request)) return next();
    try {
      const person = await people.whoHas(tokenOf(request));
      if (!person) {
        response
          .status(401)
          .type('application/problem+json')
          .send({ type: 'about:blank', status: 401, title: 'Sign in first.', findings: [] });
        return;
      }
      request.person = person;
      next();
    } catch (error) {
      next(error);
    }
  };
}
