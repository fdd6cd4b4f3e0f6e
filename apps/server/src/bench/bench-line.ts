/**
 * What a balancing machine, a surge tester or a dynamometer says of its last measurement: `RUN 7 rpm=900.3 a=4.89@219.0 b=3.13@161.8 unit=mm/s`,
 * or `WAVES n=3 samples=640 step=0.25us` with a line a wave. Described in docs/instruments.md.
 */
import { SURGE_PHASES, type SurgePhase, type SurgeWaves, type Vector } from '@norther/core';

export const BENCH_KINDS = ['balancer', 'surge-tester', 'dynamometer'] as const;
export type BenchKind = (typeof BENCH_KINDS)[number];

export interface Bench {
  readonly does: BenchKind;
  readonly serial: string;
  readonly calibrated: string;
}

/** @throws with a sentence where the line is no greeting */
export function readHello(line: string): Bench {
  const said = pairsOf(line);
  const does = BENCH_KINDS.find((k) => k === said.get('does'));
  if (!/^NORTHER-BENCH 1\b/.test(line) || !does)
    throw new Error(
      `It answered “${line.trim().slice(0, 60)}”: that is no balancing machine, surge tester or dynamometer.`,
    );
  return { does, serial: said.get('serial') ?? '', calibrated: said.get('calibrated') ?? '' };
}

export interface MachineRun {
  /** Of the machine: the same run is not taken twice. */
  readonly run: number;
  readonly speedRpm: number;
  readonly readings: readonly Vector[];
  readonly unit: string;
}

/** @throws with a sentence where something is missing or no figure */
export function readMachineRun(line: string): MachineRun {
  refuseError(line);
  const said = pairsOf(line);
  const m = /^RUN (\d{1,9})\b/.exec(line);
  const rpm = Number(said.get('rpm'));
  const readings = ['a', 'b'].flatMap((name): Vector[] => {
    const text = said.get(name);
    if (text === undefined) return [];
    const v = /^(\d+(?:\.\d+)?)@(\d+(?:\.\d+)?)$/.exec(text);
    if (!v || Number(v[2]) >= 360)
      throw new Error(`${name} says “${text.slice(0, 20)}”: no reading and its angle.`);
    return [{ magnitude: Number(v[1]), angleDeg: Number(v[2]) }];
  });
  const unit = said.get('unit') ?? '';
  if (!m || !(rpm > 0) || readings.length === 0)
    throw new Error(`It answered “${line.trim().slice(0, 60)}”, not a run with its speed and readings.`);
  if (!unit) throw new Error('Its run names no unit.');
  return { run: Number(m[1]), speedRpm: rpm, readings, unit };
}

/** @throws with a sentence where a wave or a sample is missing */
export function readWaves(lines: readonly string[]): SurgeWaves {
  const [head = '', ...rest] = lines;
  refuseError(head);
  const said = pairsOf(head);
  const [count, samples] = [Number(said.get('n')), Number(said.get('samples'))];
  const step = /^(\d+(?:\.\d+)?)us$/.exec(said.get('step') ?? '');
  if (!head.startsWith('WAVES') || !(count > 0) || !(samples > 0) || !step)
    throw new Error(`It answered “${head.trim().slice(0, 60)}”, not waves with their time base in µs.`);
  const body = rest.filter((l) => l.trim() !== 'END');
  if (body.length !== count) throw new Error(`${body.length} of ${count} waves arrived.`);
  return { stepUs: Number(step[1]), waves: body.map((line) => readWave(line, samples)) };
}

function readWave(line: string, samples: number): SurgeWaves['waves'][number] {
  const [phase = '', set = '', ...values] = line.trim().split(/\s+/);
  const setV = Number(/^set=(\d+(?:\.\d+)?)V$/.exec(set)?.[1]);
  const read = values.map(Number);
  if (!(SURGE_PHASES as readonly string[]).includes(phase) || !(setV > 0))
    throw new Error(`A wave begins with “${line.slice(0, 30)}”, not its phase and its volts.`);
  if (read.length !== samples || read.some((v) => !Number.isFinite(v)))
    throw new Error(
      `The wave of ${phase} at ${setV} V has ${read.filter(Number.isFinite).length} of ${samples} samples.`,
    );
  return { phase: phase as SurgePhase, setV, samples: read };
}

/** A log as the dynamometer kept it, a figure a row and column; null where nothing arrived. */
export interface MachineLog {
  readonly timeS: readonly number[];
  readonly voltageV: readonly (number | null)[];
  readonly currentA: readonly (number | null)[];
  readonly inputW: readonly (number | null)[];
  readonly torqueNm: readonly (number | null)[];
  readonly speedRpm: readonly (number | null)[];
  readonly windingC: readonly (number | null)[];
}
const LOG_COLUMNS = [
  ['s', 'timeS'],
  ['V', 'voltageV'],
  ['A', 'currentA'],
  ['W', 'inputW'],
  ['Nm', 'torqueNm'],
  ['rpm', 'speedRpm'],
  ['C', 'windingC'],
] as const;

/** @throws with a sentence where a row is missing, has another length, or its columns are in other units */
export function readRunLog(lines: readonly string[]): MachineLog {
  const [head = '', ...rest] = lines;
  refuseError(head);
  const said = pairsOf(head);
  const count = Number(said.get('rows'));
  const columns = said.get('columns') ?? '';
  if (!head.startsWith('LOG') || !(count > 0))
    throw new Error(`It answered “${head.trim().slice(0, 60)}”, not a log with its rows.`);
  const wanted = LOG_COLUMNS.map(([unit]) => unit).join(',');
  if (columns !== wanted)
    throw new Error(`Its columns are ${columns.slice(0, 60) || 'not named'}; wanted are ${wanted}.`);
  const body = rest.filter((l) => l.trim() !== 'END');
  if (body.length !== count) throw new Error(`${body.length} of ${count} rows arrived.`);
  const cells = body.map((line, i) => {
    const row = line.trim().split(/\s+/);
    if (row.length !== LOG_COLUMNS.length)
      throw new Error(`Row ${i + 1} has ${row.length} figures, not ${LOG_COLUMNS.length}.`);
    return row.map((cell) => (cell === '-' ? null : Number(cell)));
  });
  const bad = cells.findIndex((row) => row[0] === null || row.some((v) => v !== null && !Number.isFinite(v)));
  if (bad >= 0) throw new Error(`Row ${bad + 1} cannot be read: “${body[bad]!.trim().slice(0, 60)}”.`);
  return Object.fromEntries(
    LOG_COLUMNS.map(([, name], k) => [name, cells.map((row) => row[k]!)]),
  ) as unknown as MachineLog;
}

function refuseError(line: string) {
  if (line.startsWith('ERR')) throw new Error(`It says: ${line.slice(3).trim().slice(0, 120)}.`);
}

const pairsOf = (line: string) =>
  new Map(
    line
      .trim()
      .split(/\s+/)
      .flatMap((w) => {
        const at = w.indexOf('=');
        return at > 0 ? [[w.slice(0, at), w.slice(at + 1)] as const] : [];
      }),
  );
