/** Records of a line as CSV, read and written: one row a unit at a station, a column a figure. */
import { figureKey, finding, good, refused, type Outcome, type SeriesLine } from '@norther/core';
import Papa from 'papaparse';
import { SeriesEntry, type SeriesRecord } from './series-records.ts';

export const MOST_CSV_ROWS = 5000;
const FIXED = ['unit', 'station', 'time', 'hand', 'program', 'sent', 'scrap'] as const;
const lotsOf = (line: SeriesLine) => [...new Set(line.stations.flatMap((s) => s.lots))];
const headingOf = (station: string, figure: { readonly id: string; readonly unit: string }) =>
  `${figureKey(station, figure.id)}${figure.unit ? ` [${figure.unit}]` : ''}`;

/** A column `fuse.joint [°C]` is a figure, `lot wire` a lot; an empty cell was not measured. */
export function readSeriesCsv(csv: string, line: SeriesLine): Outcome<SeriesEntry[]> {
  const no = (code: string, message: string) =>
    refused<SeriesEntry[]>([finding('stop', `csv.${code}`, message, ['csv'])]);
  const { data, meta } = Papa.parse<Record<string, string>>(csv.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [';', ',', '\t'],
    transformHeader: (h) => h.trim(),
  });
  if (data.length === 0) return no('empty', 'There are no rows under the heading.');
  if (data.length > MOST_CSV_ROWS)
    return no('too-long', `At most ${MOST_CSV_ROWS} rows at a time; this file has ${data.length}.`);
  const headings = meta.fields ?? [];
  const lots = lotsOf(line);
  const figures = new Map<string, { station: string; id: string; unit: string }>();
  for (const h of headings) {
    if (
      FIXED.some((f) => f === h) ||
      lots.some((l) => h === `lot ${l}`) ||
      h === 'verdict' ||
      h === 'attempt'
    )
      continue;
    const m = /^([\w-]+)\.([\w-]+)\s*(?:\[(.*)\])?$/.exec(h);
    const station = m && line.stations.find((s) => s.id === m[1]);
    const figure = station?.figures.find((f) => f.id === m![2]);
    if (!station || !figure)
      return no(
        'column-unknown',
        `No column “${h.slice(0, 60)}” is known; figures are ${line.stations.flatMap((s) => s.figures.map((f) => headingOf(s.id, f))).join(', ')}.`,
      );
    figures.set(h, { station: station.id, id: figure.id, unit: m![3]?.trim() ?? '' });
  }
  for (const needed of ['unit', 'station'] as const)
    if (!headings.includes(needed))
      return no('column-missing', `No column “${needed}”; there are ${headings.join(', ').slice(0, 120)}.`);
  const entries: SeriesEntry[] = [];
  for (const [i, row] of data.entries()) {
    const own = Object.fromEntries(
      [...figures].flatMap(([h, f]) => {
        const cell = row[h]?.trim() ?? '';
        return cell === '' || f.station !== row['station']?.trim()
          ? []
          : [[f.id, f.unit && /\d$/.test(cell) ? `${cell} ${f.unit}` : cell] as const];
      }),
    );
    const read = SeriesEntry.safeParse({
      serial: Number(row['unit']),
      station: row['station']?.trim(),
      figures: own,
      ...(row['time']?.trim() ? { at: row['time'].trim() } : {}),
      hand: row['hand'] ?? '',
      program: row['program'] ?? '',
      lots: Object.fromEntries(
        lots.flatMap((l) => {
          const lot = row[`lot ${l}`]?.trim();
          return lot ? [[l, lot] as const] : [];
        }),
      ),
      ...(row['sent']?.trim() ? { sent: true } : {}),
      ...(row['scrap']?.trim() ? { scrap: row['scrap'].trim() } : {}),
    });
    if (!read.success) {
      const issue = read.error.issues[0]!;
      return no('row', `Row ${i + 2}: ${issue.path.join(' ') || 'row'}: ${issue.message}`);
    }
    entries.push(read.data);
  }
  return good(entries);
}

/** The heading of a line's CSV. */
export const seriesCsvHeading = (line: SeriesLine): string[] => [
  ...FIXED,
  ...lotsOf(line).map((l) => `lot ${l}`),
  ...line.stations.flatMap((s) => s.figures.map((f) => headingOf(s.id, f))),
  'attempt',
  'verdict',
];

/** Rows without heading, such as `readSeriesCsv` reads again. */
export function seriesCsvRows(line: SeriesLine, records: readonly SeriesRecord[]): string {
  const lots = lotsOf(line);
  const rows = records.map((r) => [
    ...[r.serial, r.station, r.at, r.hand, r.program, r.verdict === 'sent' ? 'yes' : ''],
    r.verdict === 'scrapped' ? r.words : '',
    ...lots.map((l) => r.lots[l] ?? ''),
    ...line.stations.flatMap((s) => s.figures.map((f) => (s.id === r.station ? (r.values[f.id] ?? '') : ''))),
    ...[r.attempt, r.verdict],
  ]);
  return Papa.unparse(rows, { escapeFormulae: true, newline: '\n' });
}
