/**
 * One plane balanced without phase: a bare run, the same weight at three places, and what it reads afterwards.
 * Source: the three-run method, every textbook of balancing; a reading goes in proportion to the unbalance.
 */
import {
  correctByAdding,
  correctionWithoutPhase,
  type PlaneCorrection,
} from '../../physics/balance/index.ts';
import { readFigureLines } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { BalanceReading } from './form.ts';

export interface Unphased {
  /** Of the last run [g·mm]. */
  readonly residualGmm: number;
  readonly correction: PlaneCorrection;
  /** A run with another weight than the trials came after them. */
  readonly corrected: boolean;
  readonly doubts: readonly string[];
}

const read = (unphased: string) =>
  readFigureLines(unphased, {
    field: 'unphased',
    code: 'balance.unphased',
    line: 'Run',
    most: 12,
    columns: [
      { name: 'reading', unit: '' },
      { name: 'massG', unit: 'g' },
      { name: 'angleDeg', unit: '°' },
    ],
  });

export function checkUnphased(r: Partial<BalanceReading>): Finding[] {
  if (!r.unphased?.trim()) return [];
  const stop = (code: string, message: string, field = 'unphased') => [
    finding('stop', `balance.${code}`, message, [field]),
  ];
  const runs = read(r.unphased);
  if (!runs.ok) return [...runs.findings];
  if (r.runs?.trim()) return stop('two-ways', 'Runs with phase and runs without: leave one of them out.');
  if (r.radiusA === undefined)
    return stop('no-radius', 'The radius at which the weight sits is missing.', 'radiusA');
  const [first, ...rest] = runs.value;
  if (rest.length < 3)
    return stop('few-unphased', 'Four runs: one without weight, then the same weight at three places.');
  if (first!.massG !== 0) return stop('first-not-bare', 'The first run is the one without weight: 0 g.');
  if (runs.value.some((x) => !(x.reading > 0))) return stop('no-reading', 'Every run must read something.');
  const trials = rest.slice(0, 3);
  if (!(trials[0]!.massG > 0) || trials.some((t) => t.massG !== trials[0]!.massG))
    return stop('other-trial', 'The three trials are with one and the same weight.');
  return [];
}

/** @returns null where nothing was entered, or it cannot be solved */
export function unphasedOf(r: BalanceReading): Unphased | null {
  if (!r.unphased?.trim() || r.radiusA === undefined || checkUnphased(r).length > 0) return null;
  const runs = read(r.unphased);
  if (!runs.ok) return null;
  const [bare, ...rest] = runs.value;
  const trials = rest.slice(0, 3);
  const solved = correctionWithoutPhase(
    bare!.reading,
    trials.map((t) => t.reading),
    trials[0]!.massG,
    trials.map((t) => t.angleDeg),
  );
  if (!solved.ok) return null;
  const wanted = solved.value;
  const gmmPerReading = (wanted.magnitude * r.radiusA) / bare!.reading;
  const last = rest.length > 3 ? rest.at(-1)! : bare!;
  const heavy = { magnitude: wanted.magnitude * r.radiusA, angleDeg: wanted.angleDeg + 180 };
  const positions = r.places === undefined ? null : { count: r.places, firstDeg: r.firstPlace ?? 0 };
  return {
    residualGmm: last.reading * gmmPerReading,
    correction: correctByAdding(heavy, r.radiusA, positions, r.step === undefined ? null : r.step * 1000),
    corrected: rest.length > 3,
    doubts: solved.findings.map((f) => f.message),
  };
}
