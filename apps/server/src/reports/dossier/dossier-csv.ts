/** Every figure of a dossier, one a line: for spreadsheets and for who counts. */
import Papa from 'papaparse';
import type { Dossier } from './content.ts';

const FIELDS = [
  'motor',
  'test',
  'stage',
  'taken at',
  'taken by',
  'instrument',
  'figure',
  'value',
  'unit',
  'verdict',
  'limits',
  'counts',
  'assumed',
  'source',
] as const;

export const dossierCsv = (d: Dossier): string =>
  Papa.unparse(
    {
      fields: [...FIELDS],
      data: d.tests.flatMap((t) =>
        t.figures.map((f) => [
          d.motor.number,
          t.title,
          t.stage,
          t.takenAt,
          t.takenBy,
          t.instrument ?? '',
          f.name,
          f.value,
          f.unit,
          f.verdict ?? '',
          f.limits.join(', '),
          t.withdrawn ? 'withdrawn' : t.voided ? 'no longer' : 'yes',
          t.assumed.join('; '),
          f.source,
        ]),
      ),
    },
    { escapeFormulae: true },
  );
