/** A dossier as a file of one kind or another, made in a thread. */
import type { LogPoint, SurgeWaves } from '@norther/core';
import { judgeMotor, type MotorRows } from '../../motors/motor-file.ts';
import type { BesideVisit } from '../../motors/past.ts';
import type { Issue } from '../plan-files.ts';
import { dossierOf } from './content.ts';
import { dossierCsv } from './dossier-csv.ts';
import { dossierPdf } from './dossier-pdf.ts';

export const DOSSIER_FILES = {
  pdf: 'application/pdf',
  json: 'application/json',
  csv: 'text/csv; charset=utf-8',
} as const;
export type DossierKind = keyof typeof DOSSIER_FILES;

export interface DossierQuestion {
  readonly as: DossierKind;
  readonly rows: MotorRows;
  readonly beside: readonly BesideVisit[];
  /** JSON of logs and waves, by their reading. */
  readonly logs: Readonly<Record<string, string>>;
  readonly waves: Readonly<Record<string, string>>;
  readonly photos: ReadonlyMap<string, string>;
  readonly issue: Issue;
}

const parsed = <T>(of: Readonly<Record<string, string>>) =>
  Object.fromEntries(Object.entries(of).map(([id, json]) => [id, JSON.parse(json) as T]));

export async function dossierFile(q: DossierQuestion): Promise<Uint8Array> {
  // The working is in it: formulas and sources stand beside the figures.
  const judged = judgeMotor(q.rows, { working: true });
  const dossier = dossierOf(judged, q.beside, {
    logs: parsed<readonly LogPoint[]>(q.logs),
    waves: parsed<SurgeWaves>(q.waves),
  });
  switch (q.as) {
    case 'pdf':
      return dossierPdf(judged, dossier, { ...q.issue, photos: q.photos });
    case 'json':
      return new TextEncoder().encode(JSON.stringify(dossier, null, 1));
    case 'csv':
      return new TextEncoder().encode(dossierCsv(dossier));
  }
}
