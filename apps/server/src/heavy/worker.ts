/** What runs in a worker: everything that may take longer than the server's other work can wait. */
import type { BoxAnswer } from '@norther/records';
import 'reflect-metadata';
import { analyseWaves, fieldsOfWaves, type Finding, type SurgeWaves } from '@norther/core';
import { move } from 'piscina';
import { calculate, type Calculation } from '../calculate/calculations.ts';
import type { ImportQuestion } from '../exchange/import-document.ts';
import { badInput } from '../http/problem.ts';
import { describeError } from '../http/describe-error.ts';
import { judgeMotor, type MotorRows } from '../motors/motor-file.ts';
import { pastFigures, type BesideVisit } from '../motors/past.ts';
import type { DossierQuestion } from '../reports/dossier/dossier-file.ts';
import type { LabelSheet, LabelSize } from '../reports/labels.ts';
import type { Issue, PlanFile, PlanQuestion } from '../reports/plan-files.ts';
import { wireForFloor, type WireQuestion } from '../stores/wire-for-floor.ts';
import type { MotorSheetTask } from '../reports/motor-sheets.ts';

export type Question =
  | { readonly task: 'calculate'; readonly calculation: Calculation; readonly body: object }
  | { readonly task: 'motor'; readonly rows: MotorRows }
  | { readonly task: 'reading'; readonly rows: MotorRows; readonly id: string }
  | { readonly task: MotorSheetTask; readonly rows: MotorRows; readonly issue: Issue }
  | { readonly task: 'past'; readonly rows: MotorRows; readonly beside: readonly BesideVisit[] }
  | ({ readonly task: 'dossier' } & DossierQuestion)
  | { readonly task: 'labels'; readonly sheet: LabelSheet; readonly size: LabelSize; readonly issue: Issue }
  | { readonly task: 'packing'; readonly box: BoxAnswer; readonly issue: Issue }
  | { readonly task: 'plan'; readonly file: PlanFile; readonly question: PlanQuestion }
  | { readonly task: 'import'; readonly question: ImportQuestion }
  | { readonly task: 'wire'; readonly question: WireQuestion }
  | { readonly task: 'waves'; readonly waves: SurgeWaves }
  | {
      readonly task: 'warm';
      readonly arrived: SharedArrayBuffer;
      readonly threads: number;
      /** Of the documents that are drawn first; null where none are. */
      readonly fontFolder: string | null;
    };

export interface Failed {
  readonly failed: {
    readonly status: number;
    readonly title: string;
    readonly findings: readonly Finding[];
    readonly more: Readonly<Record<string, unknown>>;
  };
}

const json = (value: unknown) => new TextEncoder().encode(JSON.stringify(value));

/** What draws, and what writes to the database, is loaded by the threads that are asked for it: most of a second each. */
const documents = () => import('../reports/documents.ts');

async function answer(q: Question): Promise<unknown> {
  switch (q.task) {
    case 'calculate':
      return json(calculate(q.calculation, q.body));
    case 'motor':
      return json(judgeMotor(q.rows).file);
    case 'reading': {
      const reading = judgeMotor(q.rows).file.readings.find((r) => r.id === q.id);
      return { verdict: reading?.outcome.ok ? reading.outcome.judgement.verdict : null };
    }
    case 'verdict':
    case 'agreement':
    case 'nameplate':
    case 'certificate':
      return new Uint8Array(await (await documents()).MOTOR_SHEETS[q.task](judgeMotor(q.rows), q.issue));
    case 'past':
      return json(pastFigures(q.rows, q.beside));
    case 'dossier':
      return new Uint8Array(await (await documents()).dossierFile(q));
    case 'wire':
      return wireForFloor(q.question);
    case 'waves': {
      const analysed = analyseWaves(q.waves);
      if (!analysed.ok) throw badInput(analysed.findings);
      return fieldsOfWaves(analysed.value, analysed.findings);
    }
    case 'labels':
      return new Uint8Array(await (await documents()).labelsPdf(q.sheet, q.size, q.issue));
    case 'packing':
      return new Uint8Array(await (await documents()).packingLabelPdf(q.box, q.issue));
    case 'plan':
      return new Uint8Array(await (await documents()).planFile(q.file, q.question));
    case 'import':
      return (await import('../exchange/import-document.ts')).importDocument(q.question);
    case 'warm':
      if (q.fontFolder !== null) await (await documents()).firstDocuments(q.fontFolder);
      return waitForOthers(new Int32Array(q.arrived), q.threads);
  }
}

/** Longest time that a thread waits for the others to come up [ms]. */
const WAIT_MS = 10_000;
function waitForOthers(arrived: Int32Array, threads: number) {
  const mine = Atomics.add(arrived, 0, 1) + 1;
  if (mine >= threads) Atomics.notify(arrived, 0);
  else
    for (let n = mine; n < threads; n = Atomics.load(arrived, 0))
      if (Atomics.wait(arrived, 0, n, WAIT_MS) === 'timed-out') break;
  Atomics.notify(arrived, 0);
}

export default async function work(q: Question): Promise<unknown> {
  try {
    const value = await answer(q);
    return value instanceof Uint8Array ? move(value) : value;
  } catch (error) {
    // What the database said does not pass between threads, so it is put into words here.
    const problem = describeError(error);
    if (!problem) throw error;
    const { title, findings, more } = problem;
    return { failed: { status: problem.getStatus(), title, findings, more } } satisfies Failed;
  }
}
