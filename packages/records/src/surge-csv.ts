/** Reads the waves of a surge test as testers and spreadsheets write them. What the heading does not say is asked. */
import {
  finding,
  good,
  refused,
  type Finding,
  type Outcome,
  type SurgePhase,
  type SurgeWaves,
} from '@norther/core';
import Papa from 'papaparse';
import { MOST_SAMPLES, MOST_WAVE_SAMPLES, MOST_WAVES } from './shapes.ts';

export type WaveTimeUnit = 's' | 'ms' | 'us';
const SECONDS: Readonly<Record<WaveTimeUnit, number>> = { s: 1, ms: 1e-3, us: 1e-6 };

const TIME = /^\W*(time|zeit|t)\b/i;
/** `U 1600 V`, `V @ 1.6 kV`, `W`, `phase U [V]`. */
const WAVE =
  /^(?:phase\s+)?([UVW])(?![a-z])\s*(?:@|at)?\s*(?:([\d.,]+)\s*(k?)V)?\s*(?:[([/]\s*(k?)V\s*[)\]]?)?$/i;
/** Steps of one recording differ by rounding only. */
const EVEN = 0.02;

interface Column {
  readonly at: number;
  readonly phase: SurgePhase;
  readonly setV: number | null;
  readonly factor: number;
}

/**
 * A heading `time µs; U 1600 V; V 1600 V; W 1600 V`, several levels side by side; one row a sample.
 * @param time unit of the times where the heading does not say it
 * @returns waves thinned to what a record keeps; a row that cannot be read refuses the file, since waves have no gaps
 */
export function readSurgeWaves(csv: string, time?: WaveTimeUnit): Outcome<SurgeWaves> {
  const no = (code: string, message: string, fields: readonly string[] = ['waves']) =>
    refused<SurgeWaves>([finding('stop', code, message, fields)]);
  const text = csv.replace(/^\ufeff/, '').replace(/\r\n?/g, '\n');
  const first = text.split('\n', 40).find((l) => l.trim() !== '');
  if (!first) return no('waves.empty', 'The file is empty.');
  const delimiter = first.includes(';') ? ';' : first.includes('\t') ? '\t' : ',';
  const rows = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' }).data;
  const heading = (rows[0] ?? []).map((h) => h.trim());
  const timeAt = heading.findIndex((h) => TIME.test(h));
  const columns = heading.flatMap((h, at): Column[] => {
    const m = at === timeAt ? null : WAVE.exec(h);
    if (!m) return [];
    const level = m[2] === undefined ? null : Number(m[2].replace(',', '.')) * (m[3] ? 1000 : 1);
    return [{ at, phase: m[1]!.toUpperCase() as SurgePhase, setV: level, factor: m[4] ? 1000 : 1 }];
  });
  if (timeAt < 0 || columns.length === 0)
    return no(
      'waves.column-missing',
      `A column time and one a wave, headed such as U 1600 V, are needed; there are ${heading.join(', ') || 'none'}.`,
    );
  if (columns.length > MOST_WAVES) return no('waves.too-many', `At most ${MOST_WAVES} waves at a time.`);
  const unit = unitOf(heading[timeAt]!) ?? time;
  if (!unit)
    return no(
      'waves.time-unit-unknown',
      `“${heading[timeAt]}” does not say its unit: seconds, milliseconds or microseconds?`,
      ['waveTime'],
    );
  const body = rows.slice(1);
  if (body.length < 10) return no('waves.too-short', 'Fewer than ten samples say nothing.');
  const stride = strideFor(body.length, columns.length);
  const times: number[] = [];
  const samples = columns.map((): number[] => []);
  for (let i = 0; i < body.length; i += stride) {
    const row = body[i]!;
    const t = cell(row[timeAt], delimiter);
    const values = columns.map((c) => cell(row[c.at], delimiter) * c.factor);
    if (!Number.isFinite(t) || values.some((v) => !Number.isFinite(v)))
      return no('waves.row-broken', `Line ${i + 2} cannot be read: ${row.join(delimiter).slice(0, 60)}.`);
    times.push(t);
    values.forEach((v, k) => samples[k]!.push(Number(v.toPrecision(5))));
  }
  const step = (times.at(-1)! - times[0]!) / (times.length - 1);
  const uneven = times.findIndex(
    (t, i) => i > 0 && Math.abs(t - times[i - 1]! - step) > EVEN * Math.abs(step),
  );
  if (!(step > 0) || uneven > 0)
    return no(
      'waves.uneven',
      `The samples are not evenly spaced, near line ${uneven * stride + 2}: waves on two time bases cannot be compared.`,
    );
  const found: Finding[] = [];
  if (stride > 1)
    found.push(
      finding(
        'note',
        'waves.thinned',
        `Of ${body.length} samples every ${stride}${stride === 2 ? 'nd' : stride === 3 ? 'rd' : 'th'} is kept.`,
        ['waves'],
      ),
    );
  const waves = columns.map((c, k) => ({
    phase: c.phase,
    setV: c.setV ?? startOf(samples[k]!),
    samples: samples[k]!,
  }));
  if (columns.some((c) => c.setV === null))
    found.push(
      finding(
        'watch',
        'waves.level-assumed',
        'The headings say no level, such as U 1600 V: the height at the start is taken for it.',
        ['waves'],
      ),
    );
  const twice = waves.find((w, i) => waves.some((x, j) => j < i && x.phase === w.phase && x.setV === w.setV));
  if (twice) return no('waves.twice', `${twice.phase} at ${twice.setV} V is in it twice.`);
  if (waves.some((w) => !(w.setV > 0)))
    return no('waves.no-level', 'A wave starts from nothing: its level is not known.');
  return good({ stepUs: step * SECONDS[unit] * 1e6, waves }, found);
}

const unitOf = (heading: string): WaveTimeUnit | null =>
  /[\s([/](µs|μs|us|microseconds?)\b/i.test(heading) || /(µs|μs)/.test(heading)
    ? 'us'
    : /[\s([/](ms|milliseconds?)\b/i.test(heading)
      ? 'ms'
      : /[\s([/](s|sec|seconds?)\b/i.test(heading)
        ? 's'
        : null;

const cell = (text: string | undefined, delimiter: string) =>
  text === undefined || text.trim() === '' ? NaN : Number(delimiter === ',' ? text : text.replace(',', '.'));

/** Two digits: what a tester would have been set to. */
const startOf = (samples: readonly number[]) =>
  Number(Math.max(...samples.slice(0, 5).map(Math.abs)).toPrecision(2));

const strideFor = (samples: number, waves: number) =>
  Math.max(1, Math.ceil(samples / MOST_WAVE_SAMPLES), Math.ceil((samples * waves) / MOST_SAMPLES));
