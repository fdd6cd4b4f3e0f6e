/** What may be asked without signing in; everything else is closed, whatever its spelling. */
import { SetMetadata } from '@nestjs/common';
import type { Request } from 'express';

export const OPEN = 'open to everybody';
/** Marks a handler that may be called without signing in. */
export const Open = () => SetMetadata(OPEN, true);

const OPEN_ADDRESSES: ReadonlySet<string> = new Set([
  'GET /api/health',
  'HEAD /api/health',
  'GET /api/ready',
  'HEAD /api/ready',
  'POST /api/session',
  'GET /api/setup',
  'POST /api/setup',
]);

/** The path as a careless router might read it: any case, any escapes, doubled or trailing strokes. */
export function plainPath(request: Request): string {
  let path = request.path;
  try {
    path = decodeURIComponent(path);
  } catch {
    // What cannot be read is nobody's.
  }
  return path
    .toLowerCase()
    .replaceAll('\\', '/')
    .replaceAll(/\/{2,}/g, '/');
}

export const underApi = (request: Request) => /^\/api(\/|$)/.test(plainPath(request));

/** Exactly as written: another spelling of an open address is not open. */
export const isOpen = (request: Request) => OPEN_ADDRESSES.has(`${request.method} ${request.path}`);
