/** The server's log: a line of JSON an event, with the id of its request, and nothing that people typed. */
import { RequestMethod } from '@nestjs/common';
import type { RequestHandler } from 'express';
import type { Params } from 'nestjs-pino';
import { destination, pino, stdTimeFunctions, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { v7 as uuidV7 } from 'uuid';

export const REQUEST_ID = 'X-Request-Id';

/** Written at once and to the error stream: the last line before a crash is the one that is needed. */
export const makeLogger = (quiet: boolean): Logger =>
  pino(
    { level: quiet ? 'error' : 'warn', base: null, timestamp: stdTimeFunctions.isoTime },
    destination({ dest: 2, sync: true }),
  );

/** Gives every request an id, which its answer carries and every line about it repeats. */
export const withRequestId = (logger: Logger): RequestHandler =>
  pinoHttp({
    logger,
    autoLogging: false,
    genReqId: (_request, response) => {
      const id = uuidV7();
      response.setHeader(REQUEST_ID, id);
      return id;
    },
    // No headers, no query, no body: they hold sessions and what people typed.
    serializers: { req: ({ id, method }: { id: string; method: string }) => ({ id, method }) },
  });

/** For the framework's own logger: the one that the request has already. */
export const frameworkLog = (logger: Logger): Params => ({
  pinoHttp: { logger },
  useExisting: true,
  forRoutes: [{ path: '{*path}', method: RequestMethod.ALL }],
});
