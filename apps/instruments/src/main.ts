/** Runs the stand-in instruments of the demo on five ports of this machine; where they stand outlives a restart. */
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { OvenController } from './controller.ts';
import { Balancer } from './balancer.ts';
import type { OvenState } from './oven.ts';
import { serveLines } from './serve-lines.ts';
import { Dynamometer } from './dynamometer.ts';
import { PRACTICE_BATCH, PRACTICE_CYCLE_MS, PRACTICE_CYCLES } from '@norther/core';
import { StandInLine } from './series-line.ts';
import { SurgeTester } from './surge-tester.ts';

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

interface Saved {
  readonly ovens: readonly OvenState[];
  /** Cycles that the line has made. */
  readonly cycles?: number;
}
function saved(file: string | undefined): Saved {
  try {
    if (file) return JSON.parse(readFileSync(file, 'utf8')) as Saved;
  } catch {
    // Ovens that nobody remembers are cold.
  }
  return { ovens: [] };
}
const before = saved(values.state);

const controller = new OvenController({
  channels: Number(values.channels),
  states: before.ovens,
  pace: Number(values.pace),
});
const line = new StandInLine({ ...PRACTICE_BATCH, line: PRACTICE_BATCH.line.id });
line.answer(`RUN ${before.cycles ?? PRACTICE_CYCLES}`);
const save = () => {
  if (!values.state) return;
  writeFileSync(
    `${values.state}.new`,
    JSON.stringify({ ovens: controller.states(), cycles: line.practice.ticked }),
  );
  renameSync(`${values.state}.new`, values.state);
};
try {
  const port = Number(values.port);
  const dynamometer = new Dynamometer();
  // A load test was just made on it.
  dynamometer.answer('RUN');
  const servers = [
    await controller.serve(port),
    await serveLines(new Balancer(), port + 1),
    await serveLines(new SurgeTester(), port + 2),
    await serveLines(dynamometer, port + 3),
    await serveLines(line, port + 4),
  ];
  console.log(
    `Stand-ins answer at 127.0.0.1: ovens at ${port}, a balancing machine at ${port + 1}, a surge tester at ${port + 2}, a dynamometer at ${port + 3}, a line at ${port + 4}.`,
  );
  setInterval(() => line.answer('RUN 1'), PRACTICE_CYCLE_MS / Number(values.pace)).unref();
  setInterval(save, SAVE_MS).unref();
  const stop = () => {
    save();
    for (const server of servers) server.close();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, stop);
  // Started by a script: when that is gone, its end of the pipe closes and this ends as well.
  if (process.env['STOP_WITH_PARENT']) process.stdin.once('end', stop).resume();
} catch (error) {
  console.error(`The stand-in instruments do not run: ${(error as Error).message}`);
  process.exit(1);
}
