/** Turns everything thrown into application/problem+json; nothing leaves with a stack trace. */
import { ArgumentsHost, Catch, type ExceptionFilter } from '@nestjs/common';
import type { Request, Response } from 'express';
import { causeOf, describeError } from './describe-error.ts';
import { REQUEST_ID } from './log.ts';
import { Busy, Problem, sendProblem } from './problem.ts';

@Catch()
export class ProblemFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost) {
    const response = host.switchToHttp().getResponse<Response>();
    const request = host.switchToHttp().getRequest<Request>();
    answerError(error, request, response);
  }
}

/** Logs under the id of the request what is not the asker's fault, and answers. */
export function answerError(error: unknown, request: Request, response: Response) {
  if (response.headersSent) {
    response.destroy();
    return;
  }
  const problem = describeError(error);
  if (problem instanceof Busy && problem.getStatus() === 503 && !problem.expected)
    request.log.warn(`${request.path}: ${causeOf(error).code ?? problem.title}`);
  if (!problem) request.log.error(`${request.path} ${where(error)}`);
  sendProblem(
    response,
    problem ??
      new Problem(500, 'The server failed at this; nothing was changed.', [], {
        // What a person tells who looks it up in the log.
        requestId: response.getHeader(REQUEST_ID),
      }),
  );
}

/** Kind, code and place of an error. Its message is left out: it may repeat what people typed. */
function where(error: unknown): string {
  const { name = 'error', stack = '' } = error instanceof Error ? error : {};
  const places = stack.split('\n').filter((line) => /^\s+at /.test(line));
  return `${name} ${causeOf(error).code ?? ''}\n${places.slice(0, 12).join('\n')}`;
}
