/** Computation in threads of its own: with a deadline, a memory limit, and a refusal that says what to narrow. */
import type { BoxAnswer } from '@norther/records';
import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { finding, type SurgeWaves, type WireAhead } from '@norther/core';
import { Piscina } from 'piscina';
import type { Calculation } from '../calculate/calculations.ts';
import { Problem, Busy } from '../http/problem.ts';
import type { MotorRows } from '../motors/motor-file.ts';
import type { BesideVisit } from '../motors/past.ts';
import type { DossierQuestion } from '../reports/dossier/dossier-file.ts';
import type { MotorSheetTask } from '../reports/motor-sheets.ts';
import type { Issue, PlanFile, PlanQuestion } from '../reports/plan-files.ts';
import type { LabelSheet, LabelSize } from '../reports/labels.ts';
import type { WireQuestion } from '../stores/wire-for-floor.ts';
import type { ImportQuestion } from '../exchange/import-document.ts';
import type { Failed, Question } from './worker.ts';

export const THREADS = Symbol('threads');

export interface Threads {
  /** The built worker. */
  readonly workerFile: string;
  /** For sheets, and as many for calculations. */
  readonly each: number;
  /** With the fonts of its documents: every thread draws one before the server says that it is ready. */
  readonly warmWith?: string;
  /** Threads that several servers of one process share; each server has its own otherwise. */
  readonly pools?: Pools;
}

/** Sheets and documents never wait behind calculations. */
export interface Pools {
  readonly sheets: Piscina;
  readonly calculations: Piscina;
}

const LIMITS = { maxOldGenerationSizeMb: 256, maxYoungGenerationSizeMb: 16, stackSizeMb: 4 };
/**
 * Threads load their module by import, never by require: a thread that is ended while Node 20 requires an ES module takes the
 * whole process with it (V8: IsGraphAsync must be used on an instantiated module).
 */
export const THREAD_ARGV = [
  ...process.execArgv,
  ...(process.allowedNodeEnvironmentFlags.has('--experimental-require-module')
    ? ['--no-experimental-require-module']
    : []),
];
/** What somebody waits for at a sheet, and what a script or a search may take [ms]. */
const SHEET_MS = 20_000;
const CALCULATION_MS = 10_000;
const IMPORT_MS = 120_000;

export function makePools(filename: string, each: number): Pools {
  // All are there from the start: a thread takes a second to come up.
  const pool = () =>
    new Piscina({
      filename,
      minThreads: each,
      maxThreads: each,
      maxQueue: 200,
      resourceLimits: LIMITS,
      concurrentTasksPerWorker: 1,
      execArgv: THREAD_ARGV,
    });
  return { sheets: pool(), calculations: pool() };
}

@Injectable()
export class Heavy implements OnModuleDestroy {
  private readonly sheets: Piscina;
  private readonly calculations: Piscina;
  private readonly own: boolean;

  /** All threads are up; until then the first to ask wait for them. */
  warm = false;

  constructor(@Inject(THREADS) { workerFile, each, warmWith, pools }: Threads) {
    this.own = pools === undefined;
    ({ sheets: this.sheets, calculations: this.calculations } = pools ?? makePools(workerFile, each));
    // A thread that does not come up is said by the request that needs it.
    const up = warmWith
      ? Promise.allSettled([
          meet(this.sheets, each, warmWith),
          // Calculations draw nothing.
          meet(this.calculations, each, null),
        ])
      : null;
    void Promise.resolve(up).then(() => (this.warm = true));
  }

  /** @returns the answer as JSON */
  calculate(calculation: Calculation, body: object): Promise<Uint8Array> {
    return this.run(this.calculations, { task: 'calculate', calculation, body }, CALCULATION_MS);
  }

  /** @returns the motor with everything judged, as JSON */
  motor(rows: MotorRows): Promise<Uint8Array> {
    return this.run(this.sheets, { task: 'motor', rows }, SHEET_MS);
  }

  /** @returns how one of its readings is judged */
  reading(rows: MotorRows, id: string): Promise<{ readonly verdict: string | null }> {
    return this.run(this.sheets, { task: 'reading', rows, id }, SHEET_MS);
  }

  /** A paper sheet of a motor: its verdict, what is agreed, its nameplate. */
  sheet(task: MotorSheetTask, rows: MotorRows, issue: Issue): Promise<Uint8Array> {
    return this.run(this.sheets, { task, rows, issue }, SHEET_MS);
  }

  /** Every figure over the visits of a machine, as JSON. */
  past(rows: MotorRows, beside: readonly BesideVisit[]): Promise<Uint8Array> {
    return this.run(this.sheets, { task: 'past', rows, beside }, SHEET_MS);
  }

  /** As long as a calculation: nobody's sheet waits behind it. */
  dossier(question: DossierQuestion): Promise<Uint8Array> {
    return this.run(this.calculations, { task: 'dossier', ...question }, SHEET_MS);
  }

  labels(sheet: LabelSheet, size: LabelSize, issue: Issue): Promise<Uint8Array> {
    return this.run(this.sheets, { task: 'labels', sheet, size, issue }, SHEET_MS);
  }

  packing(box: BoxAnswer, issue: Issue): Promise<Uint8Array> {
    return this.run(this.sheets, { task: 'packing', box, issue }, SHEET_MS);
  }

  plan(file: PlanFile, question: PlanQuestion): Promise<Uint8Array> {
    return this.run(this.sheets, { task: 'plan', file, question }, SHEET_MS);
  }

  /** The figures that recorded waves show, as the fields of their test. */
  waves(waves: SurgeWaves): Promise<Readonly<Record<string, string>>> {
    return this.run(this.calculations, { task: 'waves', waves }, CALCULATION_MS);
  }

  /** What wire the floor still needs. */
  wire(question: WireQuestion): Promise<WireAhead> {
    return this.run(this.calculations, { task: 'wire', question }, CALCULATION_MS);
  }

  import(
    question: ImportQuestion,
  ): Promise<{ readonly number: string; readonly filesMissing?: number } | { readonly cards: number }> {
    return this.run(this.calculations, { task: 'import', question }, IMPORT_MS);
  }

  async onModuleDestroy() {
    if (this.own) await Promise.all([this.sheets.destroy(), this.calculations.destroy()]);
  }

  private async run<T extends object>(pool: Piscina, question: Question, deadline: number): Promise<T> {
    let answer: T | Failed;
    try {
      answer = (await pool.run(question, { signal: AbortSignal.timeout(deadline) })) as typeof answer;
    } catch (error) {
      throw refused(error, deadline);
    }
    if ('failed' in answer) {
      const { status, title, findings, more } = answer.failed;
      throw status === 503 ? new Busy(title) : new Problem(status, title, findings, more);
    }
    return answer;
  }
}

/** One task for every thread; each waits for the others, so that no thread takes two. */
async function meet(pool: Piscina, threads: number, fontFolder: string | null) {
  const arrived = new SharedArrayBuffer(4);
  const question: Question = { task: 'warm', arrived, threads, fontFolder };
  await Promise.all(Array.from({ length: threads }, () => pool.run(question)));
}

function refused(error: unknown, deadline: number): unknown {
  const { name, code, message } = error as { name?: string; code?: string; message?: string };
  if (name === 'AbortError' || name === 'TimeoutError') {
    const title = `This takes longer than the ${deadline / 1000} s it may take here: narrow it, such as fewer wires, turns or spans.`;
    return new Problem(422, title, [finding('stop', 'work.too-long', title, [])]);
  }
  if (code === 'ERR_WORKER_OUT_OF_MEMORY') {
    const title =
      'This needs more memory than it may take here: narrow it, such as fewer wires, turns or spans.';
    return new Problem(422, title, [finding('stop', 'work.too-large', title, [])]);
  }
  if (message?.includes('queue is at limit')) return new Busy('Many calculations are waiting already.');
  return error;
}
