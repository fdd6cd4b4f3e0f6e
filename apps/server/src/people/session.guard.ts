/** Nothing under /api is seen without signing in, but for what says so itself. */
import { CanActivate, type ExecutionContext, Injectable } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { NextFunction, Response } from 'express';
import { isOpen, OPEN, underApi } from '../http/open.ts';
import { Problem, sendProblem } from '../http/problem.ts';
import { answerError } from '../http/problem.filter.ts';
import type { SignedRequest } from '../http/request.ts';
import { digest, type PeopleService } from './people.service.ts';

export const COOKIE = 'norther_session';

export function tokenOf(request: SignedRequest): string | undefined {
  const pair = (request.headers.cookie ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${COOKIE}=`));
  return pair?.slice(COOKIE.length + 1);
}

const unsigned = () => new Problem(401, 'Sign in first.');

/** On the handler that was found, so that no spelling of its address goes round it: closed unless marked open. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(private readonly reflector: Reflector) {}

  canActivate(context: ExecutionContext): boolean {
    if (this.reflector.getAllAndOverride<boolean>(OPEN, [context.getHandler(), context.getClass()]))
      return true;
    if (!context.switchToHttp().getRequest<SignedRequest>().person) throw unsigned();
    return true;
  }
}

/**
 * Finds out who asks, before anything of the body is read; documents and unknown addresses under /api, which have no
 * handler, are closed here as well.
 */
export function requireSession(people: PeopleService) {
  return async (request: SignedRequest, response: Response, next: NextFunction) => {
    if (!underApi(request) || isOpen(request)) return next();
    try {
      const token = tokenOf(request);
      const person = await people.whoHas(token);
      if (!person) return sendProblem(response, unsigned());
      request.person = person;
      request.sessionKey = digest(token!);
      next();
    } catch (error) {
      answerError(error, request, response);
    }
  };
}
