/** A station as its form has it: text and ticks; and back into what the route keeps. */
import {
  DIMENSIONS,
  readQuantity,
  showShort,
  STATION_WORKS,
  workOf,
  YES,
  type Dimension,
  type Field,
  type Role,
  type Station,
  type StationWork,
} from '@norther/core';
import { z } from 'zod';

const FigureEntry = z.object({
  kind: z.enum(['quantity', 'choice', 'text', 'yes-no']),
  id: z.string(),
  label: z.string().trim().min(1, 'What is recorded?').max(60, 'At most 60 letters.'),
  required: z.boolean(),
  dimension: z.enum(Object.keys(DIMENSIONS) as [Dimension, ...Dimension[]]),
  min: z.string(),
  max: z.string(),
  least: z.string(),
  most: z.string(),
  options: z.string(),
  /** A rule of the program looks at it by its id: it stays what it is, or goes. */
  fixed: z.boolean(),
});
export type RecordEntry = z.infer<typeof FigureEntry>;

/** A figure as it was typed, in the stored unit; null where it is none. */
function figure(typed: string, dimension: Dimension): number | null {
  const read = readQuantity(typed.trim(), dimension);
  return read.ok && !read.bound ? read.value : null;
}

const RecordRow = FigureEntry.superRefine((row, context) => {
  const wrong = (path: keyof RecordEntry, message: string) =>
    context.addIssue({ code: 'custom', path: [path], message });
  if (row.fixed) return;
  if (row.kind === 'choice') {
    const answers = answersOf(row.options);
    if (answers.length < 2) wrong('options', 'Two answers at least, with commas between.');
    if (answers.length > 12) wrong('options', 'At most 12 answers.');
    if (answers.some((a) => a.length > 40)) wrong('options', 'An answer has at most 40 letters.');
  }
  if (row.kind !== 'quantity') return;
  for (const key of ['min', 'max'] as const)
    if (figure(row[key], row.dimension) === null) wrong(key, 'A figure is needed.');
  for (const key of ['least', 'most'] as const)
    if (row[key].trim() !== '' && figure(row[key], row.dimension) === null) wrong(key, 'No figure.');
  const [min, max] = [figure(row.min, row.dimension), figure(row.max, row.dimension)];
  if (min !== null && max !== null && min >= max) wrong('max', 'More than the least.');
});

export const StationEntry = z.object({
  name: z.string().trim().min(1, 'A short name for the floor.').max(16, 'At most 16 letters.'),
  title: z.string().trim().min(1, 'What is done there?').max(80, 'At most 80 letters.'),
  work: z.enum(Object.keys(STATION_WORKS) as [StationWork, ...StationWork[]]),
  todo: z
    .string()
    .refine((t) => linesOf(t).length > 0, 'One line at least.')
    .refine((t) => linesOf(t).length <= 12, 'At most 12 lines.')
    .refine((t) => linesOf(t).every((l) => l.length <= 300), 'A line has at most 300 letters.'),
  minutes: z
    .string()
    .refine((t) => t.trim() === '' || (figure(t, 'duration') ?? 0) > 0, 'Minutes, or 2 h; or nothing.'),
  equipment: z.string().trim().max(30, 'At most 30 letters.'),
  signers: z
    .object({ winder: z.boolean(), tester: z.boolean(), lead: z.boolean() })
    .refine((s) => s.winder || s.tester || s.lead, 'Somebody must be able to sign.'),
  cautionName: z.string().trim().max(60, 'At most 60 letters.'),
  cautionText: z.string().trim().max(500, 'At most 500 letters.'),
  tests: z.array(z.object({ value: z.string() })),
  record: z.array(RecordRow).max(24, 'At most 24 things are recorded at a station.'),
});
export type StationEntry = z.infer<typeof StationEntry>;

const linesOf = (text: string) =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
const answersOf = (text: string) => [
  ...new Set(
    text
      .split(',')
      .map((a) => a.trim())
      .filter(Boolean),
  ),
];
const ROLES: readonly Role[] = ['winder', 'tester', 'lead'];
const isYesNo = (f: Field) =>
  f.kind === 'choice' && f.options.map((o) => o.value).join() === Object.keys(YES).join();

export const EMPTY_ROW: RecordEntry = {
  kind: 'quantity',
  id: '',
  label: '',
  required: false,
  dimension: 'length',
  min: '0',
  max: '1000',
  least: '',
  most: '',
  options: '',
  fixed: false,
};

/** @param fixed ids of fields that rules of the program look at */
export function entryOf(station: Station, fixed: ReadonlySet<string>): StationEntry {
  const say = (n: number | undefined) => (n === undefined ? '' : showShort(n, 6));
  return {
    name: station.name,
    title: station.title,
    work: workOf(station) ?? 'other',
    todo: station.todo.join('\n'),
    minutes: say(station.standardMinutes),
    equipment: station.equipment ?? '',
    signers: Object.fromEntries(
      ROLES.map((r) => [r, station.signedBy?.includes(r) ?? true]),
    ) as StationEntry['signers'],
    cautionName: station.caution?.name ?? '',
    cautionText: station.caution?.text ?? '',
    tests: station.tests.map((t) => ({ value: `${t.kind} ${t.stage}` })),
    record: station.record.map((f) => ({
      ...EMPTY_ROW,
      kind: isYesNo(f) ? 'yes-no' : f.kind,
      id: f.id,
      label: f.label,
      required: f.required ?? false,
      fixed: fixed.has(f.id),
      ...(f.kind === 'quantity'
        ? {
            dimension: f.dimension,
            min: say(f.min),
            max: say(f.max),
            least: say(f.usual?.least),
            most: say(f.usual?.most),
          }
        : f.kind === 'choice'
          ? { options: f.options.map((o) => o.label).join(', ') }
          : {}),
    })),
  };
}

/** An id for a field that no other of the station has. */
function newFieldId(label: string, taken: ReadonlySet<string>): string {
  const words = label
    .normalize('NFKD')
    .replaceAll(/\p{M}+/gu, '')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 28);
  // Never that of a field which a rule of the program looks at.
  const base = `own-${words || 'field'}`;
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return id;
}

/** @param own the field as it was: what the form does not ask about stays */
function fieldOf(row: RecordEntry, id: string, own: Field | undefined): Field {
  const same = own && row.kind === own.kind ? own : undefined;
  const kept = {
    ...(own?.hint === undefined ? {} : { hint: own.hint }),
    ...(same?.default === undefined ? {} : { default: same.default }),
  };
  const head = { ...kept, id, label: row.label.trim(), ...(row.required ? { required: true as const } : {}) };
  const { dimension } = row;
  if (row.kind === 'text')
    return { ...head, kind: 'text', maxLength: (same?.kind === 'text' && same.maxLength) || 300 };
  if (row.kind === 'yes-no')
    return {
      ...head,
      kind: 'choice',
      options: Object.entries(YES).map(([value, label]) => ({ value, label })),
    };
  if (row.kind === 'choice') {
    const before = same?.kind === 'choice' ? same.options : [];
    // An answer that was there keeps what is stored of it.
    const options = answersOf(row.options).map(
      (label) => before.find((o) => o.label === label) ?? { value: label, label },
    );
    const { default: assumed, ...rest } = head;
    return {
      ...rest,
      ...(options.some((o) => o.value === assumed) ? { default: assumed! } : {}),
      kind: 'choice',
      options,
    };
  }
  const least = figure(row.least, dimension);
  const most = figure(row.most, dimension);
  const usual = { ...(least === null ? {} : { least }), ...(most === null ? {} : { most }) };
  return {
    ...head,
    kind: 'quantity',
    dimension,
    min: figure(row.min, dimension)!,
    max: figure(row.max, dimension)!,
    ...(dimension === 'count' ? { whole: true } : {}),
    ...(Object.keys(usual).length > 0 ? { usual } : {}),
    ...(same?.kind === 'quantity' && same.bounds ? { bounds: true } : {}),
  };
}

/** What the entry changes of the station; what is set to nothing is not there any more. */
export function changeOf(entry: StationEntry, station: Station): Partial<Station> {
  const minutes = figure(entry.minutes, 'duration');
  const signers = ROLES.filter((r) => entry.signers[r]);
  const kept = new Map(station.record.map((f) => [f.id, f]));
  const taken = new Set(entry.record.map((r) => r.id));
  return {
    name: entry.name.trim(),
    title: entry.title.trim(),
    // What follows from the station it was copied from, or none, is not written down.
    work: entry.work === (workOf(station) ?? 'other') ? station.work : entry.work,
    todo: linesOf(entry.todo),
    standardMinutes: minutes ?? undefined,
    equipment: entry.equipment.trim() || undefined,
    signedBy: signers.length === ROLES.length ? undefined : signers,
    caution: entry.cautionText.trim()
      ? { name: entry.cautionName.trim() || 'Caution', text: entry.cautionText.trim() }
      : undefined,
    tests: entry.tests.map(({ value }) => {
      const [kind, stage] = value.split(' ');
      return { kind, stage } as Station['tests'][number];
    }),
    record: entry.record.map((row) => {
      const own = kept.get(row.id);
      if (row.fixed && own) {
        const { required: _r, ...rest } = own;
        return row.required ? { ...rest, required: true as const } : rest;
      }
      const id = row.id || newFieldId(row.label, taken);
      taken.add(id);
      return fieldOf(row, id, own);
    }),
  };
}
