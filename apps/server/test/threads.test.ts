/** Threads that are ended while they come up, as one deadline after another does: the process lives, and answers. */
import { expect, it } from 'vitest';
import { Heavy, THREAD_ARGV } from '../src/heavy/heavy.ts';
import { WORKER } from './harness.ts';

const ask = (heavy: Heavy) =>
  heavy.calculate('connection', { slots: 36, poles: 4, pitch: 7, circuits: 2, connection: 'star' });

it('threads load by import: required, an ended one took the whole process with it now and then', async () => {
  expect(THREAD_ARGV).toContain('--no-experimental-require-module');
  const first = new Heavy({ workerFile: WORKER, each: 2 });
  const from = performance.now();
  await ask(first);
  const loaded = performance.now() - from;
  await first.onModuleDestroy();
  for (let i = 0; i < 4; i++) {
    const heavy = new Heavy({ workerFile: WORKER, each: 2 });
    await new Promise((done) => setTimeout(done, loaded * (0.5 + i / 8)));
    await heavy.onModuleDestroy();
  }
  const last = new Heavy({ workerFile: WORKER, each: 2 });
  await expect(last.calculate('winding', {})).rejects.toThrow();
  await expect(ask(last)).resolves.toBeInstanceOf(Uint8Array);
  await last.onModuleDestroy();
});
