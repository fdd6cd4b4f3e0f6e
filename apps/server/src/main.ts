/** Serves one shop on one port of this machine. */
import 'reflect-metadata';
import type { Server } from 'node:http';
import { makeApp } from './app.ts';

const need = (name: string): string => {
  const value = process.env[name];
  if (!value) {
    console.error(`The server needs ${name}; start it with npm start.`);
    process.exit(2);
  }
  return value;
};

const app = await makeApp({
  databaseUrl: need('DATABASE_URL'),
  fontFolder: need('FONT_FOLDER'),
  webFolder: need('WEB_FOLDER'),
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
if (process.env['STOP_WITH_PARENT']) process.stdin.once('end', stop).resume();
const port = Number(process.env['PORT'] ?? 4173);
await app.listen(port, process.env['HOST'] ?? '127.0.0.1');
console.log(`serving on ${port}`);
