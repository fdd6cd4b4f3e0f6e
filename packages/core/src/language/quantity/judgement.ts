/** What every test comes back as: figures on their scales, a verdict, reasons, and the next thing to do. */
import type { Figure } from './derive.ts';
import type { Finding } from './finding.ts';
import { judgeOn, worst, type LimitScale, type Verdict } from './limit-scale.ts';

export interface JudgedFigure {
  readonly figure: Figure;
  /** Absent for a figure that is shown but not judged. */
  readonly scale?: LimitScale;
  readonly verdict?: Verdict;
}

export interface Judgement {
  readonly verdict: Verdict;
  /** The first one is the test's headline. */
  readonly figures: readonly JudgedFigure[];
  readonly reasons: readonly string[];
  readonly next: string;
  /** What nobody typed and was taken all the same, in words. */
  readonly assumed?: readonly string[];
}

/** Either a judgement, or what in the reading has to be mended first. */
export type TestOutcome =
  | { readonly ok: true; readonly judgement: Judgement; readonly findings: readonly Finding[] }
  | { readonly ok: false; readonly findings: readonly Finding[] };

export const judgeFigure = (figure: Figure, scale: LimitScale): JudgedFigure => ({
  figure,
  scale,
  verdict: judgeOn(scale, figure.value),
});

export const verdictOf = (figures: readonly JudgedFigure[]): Verdict =>
  worst(figures.flatMap((f) => (f.verdict ? [f.verdict] : [])));

export const CP = 'common practice, no published source';

/**
 * Largest deviation from the mean, as a share of the mean [1].
 * Source: NEMA MG 1 uses it for voltages; other definitions differ about twofold.
 */
export function unbalance(values: readonly number[]): number {
  const mean = values.reduce((s, v) => s + v, 0) / values.length;
  return Math.max(...values.map((v) => Math.abs(v - mean))) / mean;
}
