/** Series: batches of identical units, what stations report of them, and what is answered about a line. */
import {
  CHART_SCHOOLS,
  MOST_UNITS,
  SERIES_LINES,
  USUAL_SCHOOL,
  type BatchLimits,
  type ChartRule,
  type Drift,
  type DriftWords,
  type FirstPass,
  type SeriesUnit,
  type StationVerdict,
  type WatchState,
} from '@norther/core';
import { z } from 'zod';
import { Id, Instant, Reason, Version } from './shapes.ts';

const words = (most: number) => z.string().trim().max(most).default('');
const Name = z
  .string()
  .trim()
  .regex(/^[A-Za-z0-9][A-Za-z0-9.]{0,11}$/, 'Letters, figures and points, at most twelve, such as B7.');
const LineId = z.enum(Object.keys(SERIES_LINES) as [string, ...string[]]);
/** Letters and figures that a label can carry. */
export const LotName = z
  .string()
  .trim()
  .regex(/^[\w.\-/ ]{1,40}$/, 'A lot is letters, figures, dots, dashes, at most forty.');
const LimitTyped = z.object({
  lower: z.string().trim().max(30).optional(),
  upper: z.string().trim().max(30).optional(),
});

export const BatchEntry = z.object({
  name: Name,
  line: LineId,
  customer: words(80),
  product: words(80),
  planned: z.int().min(1, 'A batch has one unit or more.').max(MOST_UNITS),
  promisedAt: Instant.nullable().default(null),
  quietRun: z.int().min(20, 'A quiet run has 20 readings or more.').max(200).default(40),
  school: z.enum(Object.keys(CHART_SCHOOLS) as [string, ...string[]]).default(USUAL_SCHOOL),
  limits: z.record(z.string().max(60), LimitTyped).default({}),
  /** The line that is read by itself. */
  instrument: Id.nullable().default(null),
});
export type BatchEntry = z.infer<typeof BatchEntry>;
/** Name and line stay: units bear the one and passed the other. */
export const BatchChange = BatchEntry.omit({ name: true, line: true }).extend({
  version: Version,
  closed: z.boolean().default(false),
});
export type BatchChange = z.infer<typeof BatchChange>;

export interface BatchRecord extends Omit<BatchEntry, 'limits'> {
  readonly id: string;
  readonly limitsTyped: BatchEntry['limits'];
  readonly limits: BatchLimits;
  readonly closedAt: string | null;
  readonly createdAt: string;
  readonly version: number;
}

const MOST_FIGURES = 20;
/** What a station reports of one unit. */
export const SeriesEntry = z.object({
  serial: z.int().min(1).max(MOST_UNITS),
  station: z.string().max(40),
  figures: z
    .record(z.string().max(40), z.string().max(40))
    .refine((f) => Object.keys(f).length <= MOST_FIGURES, `At most ${MOST_FIGURES} figures.`)
    .default({}),
  at: Instant.optional(),
  hand: words(60),
  program: words(60),
  /** Of this unit, where it is not what is loaded at the station. */
  lots: z.record(z.string().max(40), LotName).default({}),
  sent: z.boolean().optional(),
  scrap: Reason.optional(),
});
export type SeriesEntry = z.infer<typeof SeriesEntry>;
export const MOST_RECORDS_AT_ONCE = 500;
export const SeriesEntries = z.object({ records: z.array(SeriesEntry).min(1).max(MOST_RECORDS_AT_ONCE) });

/** A file of records: JSON carries it as it is. */
export const SeriesCsv = z.object({ csv: z.string().max(1_500_000, 'A file of at most 1.5 MB.') });
export const LotLoaded = z.object({ station: z.string().max(40), what: z.string().max(40), lot: LotName });
export type LotLoaded = z.infer<typeof LotLoaded>;
export const StopEntry = z
  .object({ station: z.string().max(40).optional(), lot: LotName.optional(), why: Reason })
  .refine((s) => (s.station === undefined) !== (s.lot === undefined), 'Stop one station, or one lot.');
export type StopEntry = z.infer<typeof StopEntry>;
export const ReleaseEntry = z.object({ why: Reason });

export interface SeriesRecord {
  readonly order: number;
  readonly serial: number;
  readonly station: string;
  readonly attempt: number;
  readonly at: string;
  readonly by: string;
  readonly source: 'typed' | 'csv' | 'line';
  readonly hand: string;
  readonly program: string;
  readonly values: Readonly<Record<string, number | null>>;
  readonly verdict: StationVerdict;
  readonly words: string;
  readonly lots: Readonly<Record<string, string>>;
}
export interface TakenRecords {
  readonly count: number;
  /** What was taken; of a file only those that are not sound, at most two hundred. */
  readonly taken: readonly Omit<SeriesRecord, 'order'>[];
  /** Had been taken before. */
  readonly known: number;
  readonly began: readonly { readonly figure: string; readonly rule: ChartRule; readonly serial: number }[];
}

export interface StopRecord {
  readonly id: string;
  readonly station: string | null;
  readonly lot: string | null;
  readonly why: string;
  readonly at: string;
  readonly by: string;
  readonly releasedAt: string | null;
  readonly releasedBy: string | null;
  readonly releasedWhy: string | null;
}

export interface SeriesSignal {
  readonly figure: string;
  readonly rule: ChartRule;
  readonly serial: number;
}

export interface StationNow {
  readonly id: string;
  readonly newest: number | null;
  readonly newestAt: string | null;
  /** Units that wait here, at most forty. */
  readonly standing: readonly number[];
  readonly sentBack: number;
  readonly tries: readonly number[];
  readonly lots: Readonly<Record<string, string>>;
  /** The last sixty of its first figure: unit, value, and whether it was the unit's first. */
  readonly strip: readonly (readonly [number, number])[];
}

export interface LineAnswer {
  readonly batch: BatchRecord;
  readonly started: number;
  readonly out: number;
  readonly onLine: number;
  readonly scrapped: number;
  /** Held units, at most a hundred. */
  readonly held: readonly { readonly serial: number; readonly why: string }[];
  readonly stations: readonly StationNow[];
  readonly watches: Readonly<Record<string, Pick<WatchState, 'limits' | 'broken' | 'taken'>>>;
  /** The newest first, at most a hundred. */
  readonly signals: readonly SeriesSignal[];
  readonly firstPass: FirstPass;
  readonly stops: readonly StopRecord[];
  readonly heard: {
    readonly state: 'none' | 'heard' | 'silent';
    readonly at: string | null;
    readonly words: string;
  };
}

/** One figure drawn: every reading, or of many the least, the mean and the greatest of each row of units. */
export interface ChartAnswer {
  readonly figure: string;
  readonly count: number;
  readonly points: readonly { readonly serial: number; readonly value: number; readonly first: boolean }[];
  readonly rows: readonly {
    readonly from: number;
    readonly to: number;
    readonly least: number;
    readonly mean: number;
    readonly most: number;
  }[];
  readonly watch: Pick<WatchState, 'limits' | 'broken' | 'taken' | 'quiet'> | null;
  readonly cpk: number | null;
  readonly signals: readonly SeriesSignal[];
  readonly drift:
    | (Drift & {
        readonly onsetSerial: number;
        readonly newestSerial: number;
        readonly words: DriftWords;
        /** Of the station's last units, one after another [s]; null where it cannot be told. */
        readonly paceS: number | null;
        readonly moved: readonly { readonly what: string; readonly to: string; readonly serial: number }[];
      })
    | null;
}

export interface UnitAnswer {
  readonly batch: string;
  readonly serial: number;
  readonly unit: SeriesUnit | null;
  readonly held: string | null;
  readonly records: readonly SeriesRecord[];
  readonly signals: readonly SeriesSignal[];
}

export interface LotAnswer {
  readonly lot: string;
  /** What it is, and at which stations it went in. */
  readonly as: readonly { readonly what: string; readonly station: string }[];
  readonly units: readonly {
    readonly serial: number;
    readonly state: string;
    readonly held: string | null;
  }[];
  /** There are more than are listed. */
  readonly more: boolean;
}

/** What goes into one box together; its units rising. */
export interface BoxAnswer {
  readonly batch: string;
  readonly product: string;
  readonly customer: string;
  readonly units: readonly number[];
}

export interface SeriesAnswer {
  readonly batches: readonly (Pick<
    BatchRecord,
    'id' | 'name' | 'line' | 'customer' | 'product' | 'planned' | 'promisedAt' | 'closedAt' | 'createdAt'
  > & { readonly out: number; readonly started: number; readonly stopped: number })[];
}
