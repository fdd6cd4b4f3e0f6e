/** Columns of figures out of a CSV, by what their headings say. What a heading leaves open is asked, never guessed. */
import {
  finding,
  good,
  refused,
  type Finding,
  type Outcome,
  type RunLog,
  type SpectrumLine,
} from '@norther/core';
import Papa from 'papaparse';

interface Wanted<Name extends string> {
  readonly name: Name;
  /** What the heading begins with. */
  readonly heading: RegExp;
  /** Units it may be in, with the factor to the one that is kept. */
  readonly units: Readonly<Record<string, number>>;
  readonly optional?: true;
}

const MOST_ROWS = 2_000_000;
/** @returns a figure a row in each column; NaN where a cell is empty or no figure */
function readColumns<Name extends string>(
  csv: string,
  wanted: readonly Wanted<Name>[],
  field: string,
): Outcome<{ readonly columns: Partial<Record<Name, Float64Array>>; readonly rows: number }> {
  const no = (code: string, message: string) => refused<never>([finding('stop', code, message, [field])]);
  const text = csv.replace(/^\ufeff/, '');
  const first = /^[^\r\n]*/.exec(text.trimStart())?.[0] ?? '';
  if (first === '') return no('csv.empty', 'The file is empty.');
  const delimiter = first.includes(';') ? ';' : first.includes('\t') ? '\t' : ',';
  const heading = first.split(delimiter).map((h) => h.trim());
  const found: { readonly at: number; readonly name: Name; readonly factor: number }[] = [];
  for (const { name, heading: pattern, units, optional } of wanted) {
    const at = heading.findIndex((h) => pattern.test(h));
    if (at < 0) {
      if (optional) continue;
      return no('csv.column-missing', `No column “${name}”; there are ${heading.join(', ').slice(0, 120)}.`);
    }
    const unit = unitOf(heading[at]!, units);
    if (unit === undefined)
      return no(
        'csv.unit-unknown',
        `“${heading[at]!.slice(0, 40)}” does not say its unit: write one of ${Object.keys(units).join(', ')} into the heading.`,
      );
    found.push({ at, name, factor: units[unit]! });
  }
  const comma = delimiter !== ',';
  // Figures have no quotes: lines are cut at the delimiter, which is several times as fast.
  const { data } = Papa.parse<string[]>(text, { delimiter, fastMode: true, skipEmptyLines: true });
  const rows = data.length - 1;
  if (rows < 1) return no('csv.empty', 'There are no rows under the heading.');
  if (rows > MOST_ROWS) return no('csv.too-long', `More than ${MOST_ROWS} rows.`);
  const columns = found.map(() => new Float64Array(rows));
  // Row by row, as they lie in memory.
  for (let i = 0; i < rows; i++)
    for (let k = 0; k < found.length; k++)
      columns[k]![i] = found[k]!.factor * figureOf(data[i + 1]![found[k]!.at], comma);
  return good({
    rows,
    columns: Object.fromEntries(found.map(({ name }, k) => [name, columns[k]!])) as Partial<
      Record<Name, Float64Array>
    >,
  });
}

/** NaN where nothing is written, or no figure. */
function figureOf(cell: string | undefined, comma: boolean): number {
  if (cell === undefined || cell === '') return NaN;
  const value = Number(comma && cell.includes(',') ? cell.replace(',', '.') : cell);
  // Blanks are no nought.
  return value === 0 && cell.trim() === '' ? NaN : value;
}

/** `time [s]`, `torque, N·m`, `power/kW`: the longest of the units that the heading ends with. */
function unitOf(heading: string, units: Readonly<Record<string, number>>): string | undefined {
  const bare = heading
    .replace(/[)\]]/g, '')
    .replace(/\s*,?\s*rms$/i, '')
    .trim();
  return Object.keys(units)
    .filter((u) => bare.endsWith(u) && /^$|[\s,/([]$/.test(bare.slice(0, -u.length)))
    .toSorted((x, y) => y.length - x.length)[0];
}

/** A spectrum as a vibration meter writes it; only the strongest peaks are kept, the rest as they are said to be. */
export function readSpectrumCsv(csv: string): Outcome<readonly SpectrumLine[]> {
  const read = readColumns(
    csv,
    [
      { name: 'frequency', heading: /^f(req|\b)/i, units: { Hz: 1, kHz: 1000, rpm: 1 / 60, cpm: 1 / 60 } },
      { name: 'velocity', heading: /^(v|vel|ampl)/i, units: { 'mm/s': 1, 'm/s': 1000 } },
    ],
    'spectrum',
  );
  if (!read.ok) return read;
  if (/peak|pk/i.test(csv.slice(0, csv.indexOf('\n'))))
    return refused([
      finding(
        'stop',
        'csv.peak-values',
        'The heading says peak values: the meter has to write them as rms.',
        ['spectrum'],
      ),
    ]);
  const { frequency, velocity } = read.value.columns;
  const lines = Array.from(frequency!, (hz, i) => ({ frequencyHz: hz, mmS: velocity![i]! })).filter(
    (l) => l.frequencyHz > 0 && l.mmS > 0,
  );
  if (lines.length < 1)
    return refused([finding('stop', 'csv.empty', 'No line of the spectrum could be read.', ['spectrum'])]);
  const peaks = lines.toSorted((a, b) => b.mmS - a.mmS).slice(0, MOST_PEAKS);
  const round = (x: number) => Number(x.toPrecision(5));
  return good(
    peaks
      .toSorted((a, b) => a.frequencyHz - b.frequencyHz)
      .map((l) => ({ frequencyHz: round(l.frequencyHz), mmS: round(l.mmS) })),
  );
}
const MOST_PEAKS = 60;

/** A dynamometer's log. */
export function readRunLog(csv: string): Outcome<RunLog> {
  const read = readColumns(
    csv,
    [
      { name: 'time', heading: /^(time|t\b)/i, units: { s: 1, ms: 1e-3, min: 60 } },
      { name: 'current', heading: /^(current|i\b|amp)/i, units: { A: 1, mA: 1e-3 } },
      { name: 'input', heading: /^(input|power|p\b)/i, units: { W: 1, kW: 1000 } },
      { name: 'torque', heading: /^(torque|t_|m\b)/i, units: { 'N·m': 1, Nm: 1, 'kN·m': 1000 } },
      { name: 'speed', heading: /^(speed|n\b|rpm)/i, units: { rpm: 1, '1/min': 1 } },
      { name: 'volts', heading: /^(volt|u\b|v\b)/i, units: { V: 1, kV: 1000 }, optional: true },
      { name: 'winding', heading: /^(winding|temp)/i, units: { '°C': 1, C: 1 }, optional: true },
    ],
    'log',
  );
  if (!read.ok) return read;
  const c = read.value.columns;
  const notes: Finding[] = [];
  if (!c.volts)
    notes.push(
      finding('note', 'log.no-volts', 'The log has no volts: whether they were rated cannot be seen in it.', [
        'log',
      ]),
    );
  return good(
    {
      timeS: c.time!,
      currentA: c.current!,
      inputW: c.input!,
      torqueNm: c.torque!,
      speedRpm: c.speed!,
      voltageV: c.volts ?? null,
      windingC: c.winding ?? null,
    },
    notes,
  );
}
