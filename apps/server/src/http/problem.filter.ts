/** Turns everything thrown into application/problem+json; nothing leaves with a stack trace. */
import { ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import { finding, type Finding } from '@norther/core';
import type { Request, Response } from 'express';
import { ZodValidationException } from 'nestjs-zod';
import type { ZodError } from 'zod';
import { Problem } from './problem.ts';

const fromZod = (error: ZodError): Finding[] =>
  error.issues.map((issue) => {
    const field = issue.path.join('.') || 'body';
    return finding('stop', `input.${issue.code}`, `${field}: ${issue.message}`, [field]);
  });

@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('http');

  catch(error: unknown, host: ArgumentsHost) {
    const response = host.switchToHttp().getResponse<Response>();
    const request = host.switchToHttp().getRequest<Request>();
    if (response.headersSent) {
      response.end();
      return;
    }
    const answer = this.describe(error);
    if (answer.status >= 500)
      this.log.error(`${request.method} ${request.path}`, error instanceof Error ? error.stack : error);
    response
      .status(answer.status)
      .type('application/problem+json')
      .send({ type: 'about:blank', ...answer });
  }

  private describe(error: unknown): {
    status: number;
    title: string;
    findings: readonly Finding[];
    [more: string]: unknown;
  } {
    if (error instanceof Problem)
      return { ...error.more, status: error.getStatus(), title: error.title, findings: error.findings };
    if (error instanceof ZodValidationException) {
      const findings = fromZod(error.getZodError() as ZodError);
      return { status: 400, title: findings[0]?.message ?? 'Wrong shape.', findings };
    }
    if (error instanceof HttpException) {
      const status = error.getStatus();
      if (status === 404) return { status, title: 'There is nothing at this address.', findings: [] };
      if (status === 413) return { status, title: 'The request is larger than 20 MB.', findings: [] };
      if (status === 400) {
        const title = 'The request body is not valid JSON.';
        return { status, title, findings: [finding('stop', 'input.not-json', title, ['body'])] };
      }
      return { status, title: error.message, findings: [] };
    }
    // What must be there once only was there already, such as a part of an imported record.
    const cause = (error as { cause?: { code?: string } } | null)?.cause;
    if (cause?.code === '23505') {
      const title = 'A part of this is in the shop already; nothing was changed.';
      return { status: 409, title, findings: [finding('stop', 'write.already-there', title, [])] };
    }
    // The database keeps every sign but the zero byte, which no keyboard writes.
    if (cause?.code === '22P05' || cause?.code === '22021') {
      const title = 'The text has a zero byte in it, which cannot be kept; write it without.';
      return { status: 400, title, findings: [finding('stop', 'input.zero-byte', title, [])] };
    }
    // body-parser's refusals that reach us as they are.
    const status = (error as { status?: number } | null)?.status;
    if (status === 413) return { status, title: 'The request is larger than 20 MB.', findings: [] };
    return { status: 500, title: 'The server failed at this; nothing was changed.', findings: [] };
  }
}
