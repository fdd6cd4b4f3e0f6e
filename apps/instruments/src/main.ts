/** Runs the stand-in ovens of the demo on a port of this machine; where they stand outlives a restart. */
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { OvenController } from './controller.ts';
import type { OvenState } from './oven.ts';

const SAVE_MS = 30_000;
const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4471' },
    channels: { type: 'string', default: '3' },
    pace: { type: 'string', default: '1' },
    /** File with the state of its ovens; read when it starts, kept while it runs. */
    state: { type: 'string' },
  },
});

function savedStates(file: string | undefined): readonly OvenState[] {
  if (!file) return [];
  try {
    return (JSON.parse(readFileSync(file, 'utf8')) as { readonly ovens: readonly OvenState[] }).ovens;
  } catch {
    // Ovens that nobody remembers are cold.
    return [];
  }
}

const controller = new OvenController({
  channels: Number(values.channels),
  states: savedStates(values.state),
  pace: Number(values.pace),
});
const save = () => {
  if (!values.state) return;
  writeFileSync(`${values.state}.new`, JSON.stringify({ ovens: controller.states() }));
  renameSync(`${values.state}.new`, values.state);
};
try {
  const server = await controller.serve(Number(values.port));
  console.log(`The stand-in ovens answer at 127.0.0.1:${values.port}.`);
  setInterval(save, SAVE_MS).unref();
  const stop = () => {
    save();
    server.close();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, stop);
  // Started by a script: when that is gone, its end of the pipe closes and this ends as well.
  if (process.env['STOP_WITH_PARENT']) process.stdin.once('end', stop).resume();
} catch (error) {
  console.error(`The stand-in ovens do not run: ${(error as Error).message}`);
  process.exit(1);
}
