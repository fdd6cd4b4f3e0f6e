/** What a station reports of one unit, read and held against the limits of its batch. Source: none, the limits are entered with the batch; one on a limit is within it: common practice, no source. */
import { finding, good, refused, type Finding, type Outcome } from '../../language/quantity/index.ts';
import { DIMENSIONS, inUnit, readQuantity, showNumber } from '../../language/units/index.ts';
import { figureKey, seriesStation, type BatchLimits, type SeriesFigure, type SeriesLine } from './line.ts';
import type { StationVerdict } from './unit.ts';

/** More than a batch ever has. */
export const MOST_UNITS = 1_000_000;

export interface StationEntry {
  readonly serial: number;
  readonly station: string;
  /** By the figure's id, as typed; a unit of its dimension may follow. Empty or absent: the instrument gave nothing. */
  readonly figures: Readonly<Record<string, string>>;
  readonly sent?: boolean | undefined;
  /** Why it is scrapped. */
  readonly scrap?: string | undefined;
}

export interface ReadEntry {
  /** In the unit of each figure; null where nothing was read. */
  readonly values: Readonly<Record<string, number | null>>;
  readonly verdict: StationVerdict;
  /** Ids of figures out of their limits. */
  readonly out: readonly string[];
  /** In one sentence, what is said of the unit. */
  readonly words: string;
}

/** @returns refused where the line has no such station or figure, or a figure cannot be read */
export function readEntry(line: SeriesLine, limits: BatchLimits, entry: StationEntry): Outcome<ReadEntry> {
  const no = (code: string, message: string, field: string) =>
    refused<never>([finding('stop', `series.${code}`, message, [field])]);
  if (!Number.isInteger(entry.serial) || entry.serial < 1 || entry.serial > MOST_UNITS)
    return no('no-such-unit', `Units are numbered from 1 to ${MOST_UNITS}.`, 'serial');
  const station = seriesStation(line, entry.station);
  if (!station)
    return no(
      'no-such-station',
      `“${entry.station.slice(0, 40)}” is no station of this line; there are ${line.stations.map((s) => s.id).join(', ')}.`,
      'station',
    );
  const strange = Object.keys(entry.figures).find((id) => !station.figures.some((f) => f.id === id));
  if (strange !== undefined)
    return no(
      'no-such-figure',
      `${station.title} does not measure “${strange.slice(0, 40)}”; it measures ${station.figures.map((f) => f.id).join(', ') || 'nothing'}.`,
      'figures',
    );
  if (entry.sent && !station.away)
    return no('not-away', `${station.title} is done here: nothing is sent from it.`, 'sent');
  if (entry.scrap !== undefined)
    return good({ values: {}, verdict: 'scrapped', out: [], words: `Scrapped: ${entry.scrap}` });
  if (entry.sent) return good({ values: {}, verdict: 'sent', out: [], words: 'Sent to another works.' });
  const findings: Finding[] = [];
  const values: Record<string, number | null> = {};
  for (const f of station.figures) {
    const read = readFigure(f, entry.figures[f.id]);
    if (read.ok) values[f.id] = read.value;
    else findings.push(...read.findings);
  }
  if (findings.length > 0) return refused(findings);
  const missing = station.figures.filter((f) => values[f.id] === null);
  const out = station.figures.filter((f) => {
    const v = values[f.id] ?? null;
    return v !== null && !within(v, limits[figureKey(station.id, f.id)] ?? f);
  });
  const said = (f: SeriesFigure) =>
    `${f.title} ${values[f.id]!.toFixed(Math.max(f.digits, 1))} ${f.unit}`.trimEnd() +
    ` is ${sayLimits(f, limits[figureKey(station.id, f.id)] ?? f)}`;
  if (out.length > 0)
    return good({ values, verdict: 'out', out: out.map((f) => f.id), words: `${out.map(said).join('; ')}.` });
  if (missing.length > 0)
    return good({
      values,
      verdict: 'unread',
      out: [],
      words: `No reading of ${missing.map((f) => f.title).join(', ')}: the unit stays.`,
    });
  return good({ values, verdict: 'sound', out: [], words: '' });
}

/** One figure as typed, in the figure's own unit; null where nothing is typed. */
export function readFigure(f: SeriesFigure, typed: string | undefined): Outcome<number | null> {
  if (typed === undefined || typed.trim() === '') return good(null);
  const read = readQuantity(typed, f.dimension, f.unit);
  const no = (message: string) =>
    refused<number | null>([finding('stop', 'series.not-a-figure', `${f.title}: ${message}`, [f.id])]);
  if (!read.ok) return no(read.message);
  if (read.bound)
    return no(
      `“${typed.trim().slice(0, 20)}” is a bound, not a reading: leave it empty where the instrument gave none.`,
    );
  return good(
    DIMENSIONS[f.dimension].units.length > 0 ? inUnit(f.dimension, read.value, f.unit) : read.value,
  );
}

/** On a limit is within it. */
export const within = (value: number, { lower, upper }: { lower: number | null; upper: number | null }) =>
  (lower === null || value >= lower) && (upper === null || value <= upper);

const sayLimits = (f: SeriesFigure, { lower, upper }: { lower: number | null; upper: number | null }) => {
  const n = (v: number) => String(Number(v.toPrecision(6)));
  const unit = f.unit && ` ${f.unit}`;
  if (lower === null && upper === null) return 'without a limit';
  if (lower === null) return `over ${n(upper!)}${unit}`;
  if (upper === null) return `under ${n(lower)}${unit}`;
  return lower === upper ? `not ${n(lower)}${unit}` : `outside ${n(lower)} to ${n(upper)}${unit}`;
};

/** Limits as typed for a batch, by key; one left empty is the line's own, `none` is none. */
export function readLimits(
  line: SeriesLine,
  typed: Readonly<
    Record<string, { readonly lower?: string | undefined; readonly upper?: string | undefined }>
  >,
): Outcome<BatchLimits> {
  const findings: Finding[] = [];
  const known = new Set(line.stations.flatMap((s) => s.figures.map((f) => figureKey(s.id, f.id))));
  for (const key of Object.keys(typed))
    if (!known.has(key))
      findings.push(
        finding('stop', 'series.no-such-figure', `The line measures no “${key.slice(0, 60)}”.`, ['limits']),
      );
  const limits: Record<string, { lower: number | null; upper: number | null }> = {};
  for (const s of line.stations)
    for (const f of s.figures) {
      const key = figureKey(s.id, f.id);
      const side = (which: 'lower' | 'upper'): number | null => {
        const text = typed[key]?.[which]?.trim() ?? '';
        if (text === '') return f[which];
        if (text.toLowerCase() === 'none') return null;
        const read = readFigure(f, text);
        if (read.ok) return read.value;
        findings.push(...read.findings.map((x) => ({ ...x, fields: [`${key}.${which}`] })));
        return null;
      };
      const [lower, upper] = [side('lower'), side('upper')];
      if (lower !== null && upper !== null && lower > upper)
        findings.push(
          finding(
            'stop',
            'series.limits-crossed',
            `${s.title}, ${f.title}: the lower limit ${showNumber(lower, 6)} lies over the upper one ${showNumber(upper, 6)}.`,
            [`${key}.lower`, `${key}.upper`],
          ),
        );
      limits[key] = { lower, upper };
    }
  return findings.length > 0 ? refused(findings) : good(limits);
}

/** Several units of one pallet: `141-148`, `141, 143, 150`. */
export function readUnits(text: string): Outcome<number[]> {
  const no = (message: string) =>
    refused<number[]>([finding('stop', 'series.no-such-unit', message, ['units'])]);
  const units: number[] = [];
  for (const part of text.split(',')) {
    const m = /^\s*(\d{1,7})\s*(?:(?:-|–|to)\s*(\d{1,7})\s*)?$/.exec(part);
    if (!m) return no(`“${part.trim().slice(0, 30)}” is no unit; write 147, or 141-148, or 141, 143.`);
    const [from, to] = [Number(m[1]), Number(m[2] ?? m[1])];
    if (from < 1 || to < from || to > MOST_UNITS)
      return no(`“${part.trim().slice(0, 30)}” is no row of units: the first comes before the last.`);
    if (to - from >= MOST_ON_PALLET) return no(`At most ${MOST_ON_PALLET} units stand on a pallet.`);
    for (let n = from; n <= to; n++) units.push(n);
  }
  if (units.length > MOST_ON_PALLET) return no(`At most ${MOST_ON_PALLET} units stand on a pallet.`);
  const twice = units.find((n, i) => units.indexOf(n) !== i);
  return twice === undefined ? good(units) : no(`Unit ${twice} is named twice.`);
}
const MOST_ON_PALLET = 64;
