/** What stands before every handler: whose name was called, whose page asks, how much may be sent. */
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { raw } from 'express';
import { sendProblem, Problem } from './problem.ts';
import { plainPath, underApi } from './open.ts';
import { readJson } from './read-json.ts';

/**
 * Refuses names that are not this server's, so that no page elsewhere can point its own name at it, and writes that come
 * from another page.
 * @param hosts names this server answers to, without port, lower case; null answers to all
 */
export function onlyOurs(hosts: readonly string[] | null): RequestHandler {
  return (request, response, next) => {
    const host = (request.headers.host ?? '').toLowerCase();
    const name = host.replace(/:\d+$/, '');
    if (hosts && !hosts.includes(name))
      return sendProblem(
        response,
        new Problem(
          421,
          `This server does not answer to “${name.slice(0, 80)}”. Start it with --name ${name.slice(0, 80)}.`,
        ),
      );
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const { origin } = request.headers;
    const foreign =
      request.headers['sec-fetch-site'] === 'cross-site' ||
      (origin !== undefined && origin !== 'null' && hostOf(origin) !== host) ||
      origin === 'null';
    if (foreign)
      return sendProblem(response, new Problem(403, 'Changes are taken from this server’s own pages only.'));
    next();
  };
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

/** No answer of the API is kept by a browser or a proxy. */
export function neverStored(request: Request, response: Response, next: NextFunction) {
  if (underApi(request)) response.setHeader('Cache-Control', 'no-store');
  next();
}

const KB = 1024;
/** Bytes a body may have, by address; what is not listed has little to say. */
const LIMITS: readonly (readonly [RegExp, number])[] = [
  [/^\/api\/(session|setup)$/, 4 * KB],
  [/^\/api\/import$/, 32 * KB * KB],
  [/^\/api\/series\/[^/]+\/csv$/, 2 * KB * KB],
  [/^\/api\/motors\/[^/]+\/readings$/, 2 * KB * KB],
  [/^\/api\/calculate\/test$/, 8 * KB * KB],
  [/^\/api\/calculate\/(surge|cure)$/, 4 * KB * KB],
];
const USUAL = 400 * KB;

const readers = new Map<number, RequestHandler>();
function reader(limit: number): RequestHandler {
  const known = readers.get(limit);
  if (known) return known;
  const made = raw({ type: () => true, limit, inflate: false });
  readers.set(limit, made);
  return made;
}

/** Files that are too large to stand in memory: whoever takes them reads them piece by piece. */
const inPieces = (request: Request, path: string) =>
  request.method === 'POST' &&
  (/^\/api\/motors\/[^/]+\/attachments\/?$/.test(path) ||
    (/^\/api\/import\/?$/.test(path) && request.headers['content-type'] === 'application/zip'));

/** Reads bodies: after signing in, up to what the address may carry. An imported file stays bytes. */
export function readBody(request: Request, response: Response, next: NextFunction) {
  if (!underApi(request)) return next();
  const charset = /charset\s*=\s*"?([^\s";]+)/i.exec(request.headers['content-type'] ?? '')?.[1];
  if (charset && !/^utf-?8$/i.test(charset))
    return sendProblem(
      response,
      new Problem(415, `Bodies are UTF-8; “${charset.slice(0, 40)}” is not read.`),
    );
  const path = plainPath(request);
  if (inPieces(request, path)) return next();
  const limit = LIMITS.find(([pattern]) => pattern.test(path))?.[1] ?? USUAL;
  reader(limit)(request, response, (error?: unknown) => {
    if (error) return next(error);
    try {
      const { body } = request as { body?: unknown };
      if (path !== '/api/import') request.body = Buffer.isBuffer(body) ? readJson(body) : {};
      next();
    } catch (problem) {
      next(problem);
    }
  });
}
