/** Serves one shop on one port of this machine. */
import 'reflect-metadata';
import { readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { makeApp } from './app.ts';

const Environment = z.object({
  DATABASE_URL: z.string().min(1),
  FONT_FOLDER: z.string().min(1),
  FILES_FOLDER: z.string().min(1),
  WEB_FOLDER: z.string().min(1),
  PORT: z.coerce.number().int().min(1).max(65535).default(4173),
  HOST: z.string().default('127.0.0.1'),
  /** Further names this server answers to, with commas between. */
  NAMES: z.string().default(''),
  TLS_KEY: z.string().optional(),
  TLS_CERT: z.string().optional(),
  BEHIND_PROXY: z.string().optional(),
  STOP_WITH_PARENT: z.string().optional(),
});

const read = Environment.safeParse(process.env);
if (!read.success) {
  const names = read.error.issues.map((i) => i.path.join('.')).join(', ');
  console.error(`The server needs ${names}; start it with npm start.`);
  process.exit(2);
}
const env = read.data;

const app = await makeApp({
  databaseUrl: env.DATABASE_URL,
  fontFolder: env.FONT_FOLDER,
  filesFolder: env.FILES_FOLDER,
  pictureFile: fileURLToPath(new URL('./picture.js', import.meta.url)),
  webFolder: env.WEB_FOLDER,
  workerFile: fileURLToPath(new URL('./worker.js', import.meta.url)),
  hosts: ['localhost', '127.0.0.1', '[::1]', ...env.NAMES.toLowerCase().split(',').filter(Boolean)],
  ...(env.TLS_KEY && env.TLS_CERT
    ? { tls: { key: readFileSync(env.TLS_KEY, 'utf8'), cert: readFileSync(env.TLS_CERT, 'utf8') } }
    : {}),
  warm: true,
  behindProxy: env.BEHIND_PROXY !== undefined,
});
/** Streams to browsers never end by themselves, so every connection is closed first. */
const stop = () => {
  setTimeout(() => process.exit(0), 3000).unref();
  const closing = app.close();
  (app.getHttpServer() as Server).closeAllConnections();
  void closing.finally(() => process.exit(0));
};
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, stop);
// Started by a script: when that is gone, killed even, its end of the pipe closes and this server ends as well.
if (env.STOP_WITH_PARENT) process.stdin.once('end', stop).resume();
// For who watches: the longest time that anything held this process up, since it was asked last.
const held = monitorEventLoopDelay({ resolution: 5 });
held.enable();
process.on('SIGUSR2', () => {
  console.log(`held ${(held.max / 1e6).toFixed(1)} ms`);
  held.reset();
});
await app.listen(env.PORT, env.HOST);
console.log(`serving on ${env.PORT}`);
