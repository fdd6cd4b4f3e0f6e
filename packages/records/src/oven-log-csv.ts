/** Reads an oven log as instruments and spreadsheets write it. */
import { finding, good, refused, type Finding, type LogPoint, type Outcome } from '@norther/core';
import Papa from 'papaparse';

const NAMES = {
  time: /^(time|zeit|minute|minutes|min|clock|t)\b/i,
  part: /^(part|stator|winding|core|object)\b/i,
  air: /^(air|oven|chamber|ambient)\b/i,
} as const;

/** `12,5` and `12.5`, with or without unit; NaN otherwise. */
function figure(cell: string): number {
  const text = cell
    .trim()
    .replace(/\s*°?\s*[CF]$/i, '')
    .replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(text) ? Number(text) : NaN;
}

/** Plain minutes, `6:05`, `06:05:30`, or a date and time; in minutes, the zero point does not matter. */
function minutes(cell: string): number {
  const text = cell.trim();
  const clock = /^(\d{1,3}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?$/.exec(text);
  if (clock)
    return Number(clock[1]) * 60 + Number(clock[2]) + Number((clock[3] ?? '0').replace(',', '.')) / 60;
  if (/^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/.test(text)) return Date.parse(text.replace(' ', 'T')) / 60_000;
  return figure(text);
}

/**
 * Columns are found by their heading: time (minutes, clock or date), part, and optionally air; °F when the heading says F.
 * Byte-order mark, semicolons, tabs and decimal commas are understood. A broken row is left out and named by its line; the
 * rest is kept.
 */
export function readOvenLog(csv: string): Outcome<readonly LogPoint[]> {
  const no = (code: string, message: string, because?: string) =>
    refused<readonly LogPoint[]>([finding('stop', code, message, ['log'], because)]);
  const text = csv.replace(/^\ufeff/, '').replace(/\r\n?/g, '\n');
  if (text.trim() === '') return no('log.empty', 'The log is empty.');
  const lines = text.split('\n');
  const head = lines.findIndex((l) => l.trim() !== '');
  // A semicolon or tab in the heading decides: a comma may then be a decimal sign.
  const delimiter = lines[head]!.includes(';') ? ';' : lines[head]!.includes('\t') ? '\t' : ',';
  const rows = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false }).data;
  const heading = rows[head]!.map((h) => h.trim());
  const at = (name: keyof typeof NAMES) => heading.findIndex((h) => NAMES[name].test(h));
  const [time, part, air] = [at('time'), at('part'), at('air')];
  const missing = [time < 0 && 'time', part < 0 && 'part'].filter(Boolean);
  if (missing.length > 0)
    return no(
      'log.column-missing',
      `The log has no column for ${missing.join(' and ')}; it has ${heading.join(', ') || 'none'}.`,
      part < 0
        ? 'The cure is judged by the part’s own thermocouple: a log of the air alone cannot show it. Head the columns time, part, air.'
        : 'Head the columns time, part, air.',
    );
  const celsius = (column: number, value: number) =>
    /(°|\b|\()F\)?$/i.test(heading[column]!.trim()) ? ((value - 32) * 5) / 9 : value;
  const points: LogPoint[] = [];
  const findings: Finding[] = [];
  let start: number | null = null;
  let days = 0;
  let last = -Infinity;
  const broken = (line: number, why: string) =>
    findings.push(
      finding('watch', 'log.row-broken', `Line ${line} of the log is left out: ${why}.`, ['log']),
    );
  rows.forEach((row, i) => {
    if (i <= head || row.every((c) => c.trim() === '')) return;
    const line = i + 1;
    let minute = minutes(row[time] ?? '');
    const partC = figure(row[part] ?? '');
    const airC = air >= 0 && row[air]?.trim() ? figure(row[air]) : undefined;
    if (Number.isNaN(minute)) return broken(line, `“${row[time] ?? ''}” is no time`);
    if (Number.isNaN(partC)) return broken(line, `“${row[part] ?? ''}” is no temperature of the part`);
    if (airC !== undefined && Number.isNaN(airC))
      return broken(line, `“${row[air]}” is no temperature of the air`);
    // A clock that passes midnight goes on.
    if (/:/.test(row[time]!) && !/-/.test(row[time]!)) {
      if (minute + days * 1440 < last - 720) days++;
      minute += days * 1440;
    }
    if (minute <= last) return broken(line, 'its time is not later than the line before');
    last = minute;
    start ??= minute;
    points.push({
      minute: minute - start,
      partC: celsius(part, partC),
      ...(airC === undefined ? {} : { airC: celsius(air, airC) }),
    });
  });
  if (points.length < 2)
    return refused([
      ...findings,
      finding('stop', 'log.too-short', 'Fewer than two lines of the log could be read.', ['log']),
    ]);
  return good(points, findings);
}
