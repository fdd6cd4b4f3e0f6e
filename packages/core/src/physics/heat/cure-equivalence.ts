/** A logged heat as minutes at the reference, by three ways of counting, and how long it soaked. */
import { cureRate, equivalentMinutes, GAS_CONSTANT, KELVIN } from './arrhenius.ts';
import { minutesAbove } from './heat-log.ts';

interface Reading {
  readonly minute: number;
  readonly value: number;
}

/** Trapezoid over a rate at the readings [min]. */
function trapezoid(points: readonly Reading[], rate: (celsius: number) => number): number {
  let total = 0;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    total += ((b.minute - a.minute) * (rate(a.value) + rate(b.value))) / 2;
  }
  return total;
}

export interface CureEquivalence {
  readonly equivalentMin: {
    /** On the rate at the readings; a reading below the cut-off counts nothing. Null without an energy. */
    readonly trapezoid: number | null;
    /** The temperature straight between the readings, its rate integrated. Null without an energy. */
    readonly straight: number | null;
    /** Trapezoid on 2^((T − reference)/k). */
    readonly doubling: number;
  };
  /** One temperature that cures as much in the same time; null without an energy. */
  readonly kineticMeanC: number | null;
  readonly soak: {
    readonly totalMin: number;
    readonly longestMin: number;
    /** When it was first reached, on the log's own clock. */
    readonly firstMin: number | null;
  } | null;
}

/** Source: Arrhenius as in `arrhenius.ts`; doubling per so many kelvin is a rule of thumb, common practice. */
export function cureOfLog(q: {
  readonly points: readonly Reading[];
  readonly referenceC: number;
  readonly activationJPerMol: number | null;
  readonly kPerDoubling: number;
  readonly cutOffC: number | null;
  readonly thresholdC: number | null;
}): CureEquivalence {
  const { points, referenceC, activationJPerMol: energy } = q;
  const cutOff = q.cutOffC ?? -Infinity;
  const straight = energy === null ? null : equivalentMinutes(points, referenceC, energy, Infinity);
  const span = points.at(-1)!.minute - points[0]!.minute;
  return {
    equivalentMin: {
      trapezoid:
        energy === null ? null : trapezoid(points, (t) => (t < cutOff ? 0 : cureRate(t, referenceC, energy))),
      straight,
      doubling: trapezoid(points, (t) => 2 ** ((t - referenceC) / q.kPerDoubling)),
    },
    kineticMeanC:
      straight === null || energy === null ? null : kineticMean(straight / span, referenceC, energy),
    soak: q.thresholdC === null ? null : soakOf(points, q.thresholdC),
  };
}

const kineticMean = (rate: number, referenceC: number, energy: number): number =>
  1 / (1 / (referenceC + KELVIN) - (GAS_CONSTANT * Math.log(rate)) / energy) - KELVIN;

function soakOf(points: readonly Reading[], thresholdC: number) {
  const { total, longest } = minutesAbove(points, thresholdC);
  const first = points.findIndex((p) => p.value >= thresholdC);
  const [a, b] = [points[first - 1], points[first]];
  const firstMin = !b
    ? null
    : !a
      ? b.minute
      : a.minute + ((b.minute - a.minute) * (thresholdC - a.value)) / (b.value - a.value);
  return { totalMin: total, longestMin: longest, firstMin };
}
