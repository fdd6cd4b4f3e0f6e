/** Reads data cards from a table as spreadsheets write it: a row a motor, a column a field of its plate or card. */
import {
  finding,
  good,
  IDENTITY_FIELDS,
  machineKind,
  MACHINE_KIND_IDS,
  refused,
  type Field,
  type Finding,
  type Outcome,
} from '@norther/core';
import Papa from 'papaparse';
import { MotorEntry } from './motor-record.ts';

/** More than a drawer of cards; a larger one is cut in two. */
export const MOST_CARDS = 2000;
const MOST_TOLD = 12;

export interface CardRow {
  /** Line of the file, the heading being the first. */
  readonly line: number;
  readonly motor: MotorEntry;
  readonly card: Readonly<Record<string, string>>;
  /** When it was taken, as a day; null where no column says it. */
  readonly takenOn: string | null;
}

const plain = (text: string) => text.toLowerCase().replaceAll(/[^\p{L}\p{N}]+/gu, '');
const OWN = { kind: 'kind', date: 'date' } as const;

/** Names by which a column may be called: the id of a field, or its label. */
function columnsOf(
  kind: string,
): Map<string, { readonly part: 'motor' | 'plate' | 'card'; readonly id: string }> {
  const machine = machineKind(kind);
  const columns = new Map<string, { part: 'motor' | 'plate' | 'card'; id: string }>();
  const put = (part: 'motor' | 'plate' | 'card', fields: readonly Field[]) => {
    for (const f of fields)
      for (const name of [f.id, f.label])
        if (!columns.has(plain(name))) columns.set(plain(name), { part, id: f.id });
  };
  put('motor', IDENTITY_FIELDS);
  put('plate', machine.plate);
  put(
    'card',
    machine.card.flatMap((s) => s.fields),
  );
  return columns;
}

/**
 * All rows, or what is wrong with them by line and column: nothing is taken in part.
 * @param text with a heading; separated by commas, semicolons or tabs
 */
export function readCardsCsv(text: string): Outcome<readonly CardRow[]> {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [heading, ...rows] = parsed.data;
  const wrong = (code: string, message: string, fields: readonly string[] = ['file']) =>
    finding('stop', code, message, fields);
  if (!heading || rows.length === 0)
    return refused([
      wrong('cards.empty', 'This file has no rows: a heading first, then a row for each motor.'),
    ]);
  if (rows.length > MOST_CARDS)
    return refused([
      wrong(
        'cards.too-many',
        `${rows.length} rows are more than the ${MOST_CARDS} taken at once; cut the file.`,
      ),
    ]);
  const names = heading.map(plain);
  const twice = names.find((n, i) => n !== '' && names.indexOf(n) !== i);
  if (twice !== undefined)
    return refused([
      wrong('cards.column-twice', `The column “${heading[names.indexOf(twice)]}” is there twice.`),
    ]);
  const kindAt = names.indexOf(plain(OWN.kind));
  const found: CardRow[] = [];
  const findings: Finding[] = [];
  const numbers = new Map<string, number>();
  const known = new Map<string, ReturnType<typeof columnsOf>>();
  rows.forEach((cells, i) => {
    const line = i + 2;
    const kind = (cells[kindAt] ?? '').trim() || MACHINE_KIND_IDS[0]!;
    if (!MACHINE_KIND_IDS.includes(kind)) {
      findings.push(
        wrong(
          'cards.kind',
          `Line ${line}: “${kind}” is no kind of motor; it is ${MACHINE_KIND_IDS.join(' or ')}.`,
        ),
      );
      return;
    }
    const columns = known.get(kind) ?? columnsOf(kind);
    known.set(kind, columns);
    const row = readRow(cells, names, heading, columns, kind, line);
    findings.push(...row.findings);
    if (!row.card) return;
    const before = numbers.get(row.card.motor.number);
    if (before !== undefined)
      findings.push(
        wrong(
          'cards.number-twice',
          `Line ${line}: number ${row.card.motor.number} stands in line ${before} already.`,
        ),
      );
    numbers.set(row.card.motor.number, line);
    found.push(row.card);
  });
  if (findings.length > 0) {
    const more = findings.length - MOST_TOLD;
    return refused([
      ...findings.slice(0, MOST_TOLD),
      ...(more > 0 ? [wrong('cards.more-wrong', `And ${more} more like these.`)] : []),
    ]);
  }
  return good(found);
}

function readRow(
  cells: readonly string[],
  names: readonly string[],
  heading: readonly string[],
  columns: ReturnType<typeof columnsOf>,
  kind: string,
  line: number,
): { readonly card: CardRow | null; readonly findings: readonly Finding[] } {
  const parts = { motor: {}, plate: {}, card: {} } as Record<
    'motor' | 'plate' | 'card',
    Record<string, string>
  >;
  const findings: Finding[] = [];
  const say = (code: string, message: string, field: string) =>
    findings.push(finding('stop', code, `Line ${line}: ${message}`, [field]));
  let takenOn: string | null = null;
  names.forEach((name, i) => {
    const value = (cells[i] ?? '').trim();
    if (value === '' || name === plain(OWN.kind)) return;
    if (name === plain(OWN.date)) {
      const at = new Date(`${value}T12:00:00Z`);
      if (!/^\d{4}-\d{2}-\d{2}$/.test(value) || Number.isNaN(at.getTime()))
        say('cards.date', `“${value}” is no day; write it as 2019-03-31.`, 'date');
      else takenOn = at.toISOString();
      return;
    }
    const column = columns.get(name);
    if (!column) say('cards.column', `no field is called “${heading[i]}”.`, heading[i] ?? '');
    else parts[column.part][column.id] = value;
  });
  const machine = machineKind(kind);
  const motor = MotorEntry.safeParse({ customer: 'from a card', ...parts.motor, kind, plate: parts.plate });
  if (!motor.success)
    for (const issue of motor.error.issues)
      say('cards.motor', issue.message, String(issue.path.at(-1) ?? ''));
  const checks = [
    ...machine.readPlate(parts.plate).findings,
    // A card may contradict itself: it is taken as it was written. What cannot be read is not.
    ...machine
      .checkCard(parts.card, machine.readPlate(parts.plate).plate, false, {})
      .findings.filter((f) => f.code.startsWith('field.')),
  ];
  for (const f of checks)
    if (f.severity === 'stop') findings.push({ ...f, message: `Line ${line}: ${f.message}` });
  return {
    card:
      motor.success && findings.length === 0 ? { line, motor: motor.data, card: parts.card, takenOn } : null,
    findings,
  };
}
