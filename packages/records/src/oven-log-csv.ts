/** Reads an oven log as instruments and spreadsheets write it. What its heading does not say is asked, never guessed. */
import { finding, good, refused, thinLog, type Finding, type LogPoint, type Outcome } from '@norther/core';
import Papa from 'papaparse';
import { MOST_LOG_POINTS } from './shapes.ts';

const TIME = /^\W*(time|zeit|minutes?|min|hours?|seconds?|clock|t)\b/i;
const PART = /\b(part|stator|winding|core|object|load|tc ?\d*)\b/i;
const AIR = /\b(air|oven|chamber|ambient)\b/i;
/** What was wanted is not what was measured. */
const NOT_MEASURED = /\b(set ?-?point|set|sp|soll|target|alarm|limit|programme?|output|power)\b/i;
const MOST_TOLD = 8;
/** Beyond these a thermocouple is open, or not one for an oven [°C]. */
const HOTTEST = 700;
const COLDEST = -60;

type Unit = 'C' | 'F' | 'K';
type TimeUnit = 'min' | 's' | 'h' | 'h:min' | 'min:s';
/** What a person says where the log does not. */
export interface LogAnswers {
  readonly unit?: Unit | undefined;
  readonly time?: TimeUnit | undefined;
}

/** `12,5`, `12.5` and `1.234,5`; NaN otherwise. */
function figure(text: string): number {
  let t = text.trim();
  if (/^[+-]?\d{1,3}(\.\d{3})+,\d+$/.test(t)) t = t.replaceAll('.', '');
  t = t.replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(t) ? Number(t) : NaN;
}

/** The figure of a cell that has nothing but digits, a point and a sign; NaN for any other, which is then looked at closely. */
function plainFigure(cell: string): number {
  let points = 0;
  for (let i = 0; i < cell.length; i++) {
    const c = cell.charCodeAt(i);
    if (c === 46) points++;
    else if ((c < 48 || c > 57) && !(i === 0 && (c === 45 || c === 43))) return NaN;
  }
  return cell.length > points && points <= 1 ? Number(cell) : NaN;
}

/** A log has a million lines: most cells are seen to have something in them by their first letter. */
const isBlank = (cell: string) => cell === '' || (cell.charCodeAt(0) <= 32 && cell.trim() === '');

function unitIn(text: string): Unit | null {
  const t = text.replaceAll(/[()[\]]/g, ' ');
  if (/fahrenheit|°\s*F\b|\bdeg\.?\s*F\b|(^|[\s,_])F\s*$|^\s*F\b|\d\s*F\s*$/i.test(t)) return 'F';
  if (/kelvin|(^|[\s,_])K\s*$|\d\s*K\s*$/.test(t) || /kelvin/i.test(t)) return 'K';
  if (/celsius|centigrade|°\s*C\b|\bdeg\.?\s*C\b|(^|[\s,_])C\s*$|\d\s*C\s*$/i.test(t)) return 'C';
  return null;
}
const celsius = (value: number, unit: Unit) =>
  unit === 'F' ? ((value - 32) * 5) / 9 : unit === 'K' ? value - 273.15 : value;

function timeUnitIn(heading: string): TimeUnit | null {
  if (/mm:ss|min:s/i.test(heading)) return 'min:s';
  if (/hh:mm|h:min/i.test(heading)) return 'h:min';
  if (/\b(s|sec|secs|seconds?)\b/i.test(heading)) return 's';
  if (/\b(h|hr|hrs|hours?)\b/i.test(heading)) return 'h';
  if (/\b(min|mins|minutes?)\b/i.test(heading)) return 'min';
  return null;
}

interface Read {
  /** In minutes; null when the unit is not known, NaN when it is no time. */
  readonly minute: number | null;
  readonly clock: boolean;
}
function readTime(cell: string, unit: TimeUnit | null): Read {
  const plain = plainFigure(cell);
  if (!Number.isNaN(plain)) return inMinutes(plain, unit);
  const text = cell.trim();
  const clock = /^(\d{1,4}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?$/.exec(text);
  if (clock) {
    const [a, b, c] = [Number(clock[1]), Number(clock[2]), Number((clock[3] ?? '0').replace(',', '.'))];
    return clock[3] === undefined && unit === 'min:s'
      ? { minute: a + b / 60, clock: false }
      : { minute: a * 60 + b + c / 60, clock: true };
  }
  if (/^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/.test(text))
    return { minute: Date.parse(text.replace(' ', 'T')) / 60_000, clock: false };
  const value = figure(text.replace(/\s*(min|s|h)$/i, ''));
  const said = /\d\s*(min|s|h)$/i.exec(text)?.[1]?.toLowerCase() as TimeUnit | undefined;
  const by = said ?? unit;
  return Number.isNaN(value) ? { minute: NaN, clock: false } : inMinutes(value, by);
}

function inMinutes(value: number, by: TimeUnit | null): Read {
  if (by === null || by === 'h:min' || by === 'min:s') return { minute: null, clock: false };
  return { minute: by === 's' ? value / 60 : by === 'h' ? value * 60 : value, clock: false };
}

/** A log that was read, as a short table that reads as the same again: what a form keeps of a file of a million lines. */
export const writeOvenLog = (points: readonly LogPoint[]): string =>
  ['time min,part °C,air °C', ...points.map((p) => `${p.minute},${p.partC},${p.airC ?? ''}`)].join('\n');

/**
 * Columns are found by their heading: time, one or more sensors in the part, and optionally the air; set points and alarms are
 * passed over. Of several sensors in the part the coldest counts. A row that cannot be read is left out, and that is said.
 * @param answers units that neither heading nor cells say
 */
export function readOvenLog(csv: string, answers: LogAnswers = {}): Outcome<readonly LogPoint[]> {
  const no = (code: string, message: string, because?: string, fields: readonly string[] = ['log']) =>
    refused<readonly LogPoint[]>([finding('stop', code, message, fields, because)]);
  const text = csv.replace(/^\ufeff/, '').replace(/\r\n?/g, '\n');
  if (text.trim() === '') return no('log.empty', 'The log is empty.');
  const first = text.split('\n', 40).find((l) => l.trim() !== '')!;
  // A semicolon or tab in the heading decides: a comma may then be a decimal sign.
  const delimiter = first.includes(';') ? ';' : first.includes('\t') ? '\t' : ',';
  const rows = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false }).data;
  const head = rows.findIndex((r) => r.some((c) => c.trim() !== ''));
  if (head < 0) return no('log.empty', 'The log is empty.');
  const heading = rows[head]!.map((h) => h.trim());
  const measured = heading.map((h, i) => ({ h, i })).filter(({ h }) => !NOT_MEASURED.test(h));
  const time = heading.findIndex((h) => TIME.test(h));
  const air = measured.find(({ h, i }) => i !== time && AIR.test(h) && !/\bpart\b/i.test(h))?.i ?? -1;
  const parts = measured.filter(({ h, i }) => i !== time && i !== air && PART.test(h)).map(({ i }) => i);
  const missing = [time < 0 && 'time', parts.length === 0 && 'part'].filter(Boolean);
  if (missing.length > 0)
    return no(
      'log.column-missing',
      `The log has no column for ${missing.join(' and ')}; it has ${heading.join(', ') || 'none'}.`,
      parts.length === 0
        ? 'The cure is judged by the part’s own thermocouple: a log of the air alone, or of the set point, cannot show it. Head the columns time, part, air.'
        : 'Head the columns time, part, air.',
    );
  const body = rows.slice(head + 1).filter((r) => !r.every(isBlank));
  if (delimiter === ',' && body.length > 1) {
    const long = body.filter(
      (r) => r.length > heading.length && r.filter((c) => !isBlank(c)).length > heading.length,
    ).length;
    if (long > body.length / 2)
      return no(
        'log.commas',
        'Commas part the columns and the decimals alike, so the figures cannot be told apart.',
        'Save it with semicolons or tabs between the columns.',
      );
  }
  const columns = air >= 0 ? [...parts, air] : parts;
  const units = new Map<number, Unit>();
  for (const c of columns) {
    const unit =
      unitIn(heading[c]!) ?? unitIn(body.find((r) => r[c]?.trim())?.[c] ?? '') ?? answers.unit ?? null;
    if (unit) units.set(c, unit);
  }
  // A column that does not say is measured in what its neighbour says.
  const one = new Set(units.values());
  if (one.size === 1) for (const c of columns) if (!units.has(c)) units.set(c, [...one][0]!);
  if (units.size < columns.length)
    return no(
      'log.unit-unknown',
      'Neither heading nor cells say in what the temperatures are: °C, °F or K?',
      'Choose it beside the log, or head the columns part °C, air °C.',
      ['logUnit', 'log'],
    );
  const timeUnit = timeUnitIn(heading[time]!) ?? answers.time ?? null;

  const points: LogPoint[] = [];
  const findings: Finding[] = [];
  let start: number | null = null;
  let days = 0;
  let last = -Infinity;
  let left = 0;
  const broken = (line: number, why: string) => {
    left++;
    if (left <= MOST_TOLD)
      findings.push(
        finding('watch', 'log.row-broken', `Line ${line} of the log is left out: ${why}.`, ['log']),
      );
  };
  for (let i = head + 1; i < rows.length; i++) {
    const row = rows[i]!;
    if (row.every(isBlank)) continue;
    const line = i + 1;
    const read = readTime(row[time] ?? '', timeUnit);
    if (read.minute === null)
      return no(
        'log.time-unit-unknown',
        `“${row[time]}” says neither minutes nor seconds nor hours.`,
        'Choose it beside the log, or head the column time min.',
        ['logTime', 'log'],
      );
    let minute = read.minute;
    const value = (c: number) => {
      const cell = row[c] ?? '';
      const plain = plainFigure(cell);
      return celsius(
        Number.isNaN(plain) ? figure(cell.replace(/\s*°?\s*[CFK]\s*$/i, '')) : plain,
        units.get(c)!,
      );
    };
    const inPart = parts.map(value);
    const partC = Math.min(...inPart);
    const airC = air >= 0 && !isBlank(row[air] ?? '') ? value(air) : undefined;
    if (Number.isNaN(minute)) {
      broken(line, `“${row[time] ?? ''}” is no time`);
      continue;
    }
    if (Number.isNaN(partC)) {
      broken(line, `“${parts.map((c) => row[c] ?? '').join(', ')}” is no temperature of the part`);
      continue;
    }
    if (airC !== undefined && Number.isNaN(airC)) {
      broken(line, `“${row[air]}” is no temperature of the air`);
      continue;
    }
    const wild = [...inPart, airC ?? partC].find((v) => v > HOTTEST || v < COLDEST);
    if (wild !== undefined)
      return no(
        'log.sensor-open',
        `Line ${line} says ${Math.round(wild)} °C: a thermocouple is open, or the unit is another.`,
        'Mend the sensor; what it logged proves nothing.',
      );
    // A clock that passes midnight goes on.
    if (read.clock) {
      if (minute + days * 1440 < last - 720) days++;
      minute += days * 1440;
    }
    if (minute <= last) {
      broken(line, 'its time is not later than the line before');
      continue;
    }
    last = minute;
    start ??= minute;
    points.push({ minute: minute - start, partC, ...(airC === undefined ? {} : { airC }) });
  }
  if (left > MOST_TOLD)
    findings.push(
      finding('watch', 'log.rows-broken', `${left} lines in all are left out of the log.`, ['log']),
    );
  if (parts.length > 1)
    findings.push(
      finding(
        'note',
        'log.coldest-counts',
        `${parts.length} sensors in the part (${parts.map((c) => heading[c]).join(', ')}): the coldest counts.`,
        ['log'],
      ),
    );
  if (points.length < 2)
    return refused([
      ...findings,
      finding('stop', 'log.too-short', 'Fewer than two lines of the log could be read.', ['log']),
    ]);
  const thin = thinLog(points, MOST_LOG_POINTS);
  if (thin.length > MOST_LOG_POINTS)
    return no(
      'log.too-long',
      `The log goes over ${Math.round(points.at(-1)!.minute / 1440)} days; a bake takes hours. Keep the lines of this bake only.`,
    );
  return good(thin, findings);
}

/** What a judgement has to know of how a log was read, in one sentence; empty when nothing was left out. */
export const notesOfLog = (findings: readonly Finding[]): string =>
  findings
    .filter((f) => f.severity === 'watch')
    .map((f) => f.message)
    .join(' ')
    .slice(0, 590);
