/**
 * Balancing by influence coefficients: what a weight in a plane does to a reading, and the weights that undo the reading.
 * Source: complex least squares over all runs, Goodman 1964; ISO 21940-11 and the textbooks of balancing (from memory).
 */
import { Matrix, solve } from 'ml-matrix';
import { solveComplex } from '../../language/numeric/index.ts';
import { finding, good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { cleaned, toComplex, toVector, turn, type Vector } from './vectors.ts';

export interface InfluenceRuns {
  /** A reading a sensor, before any trial weight. */
  readonly initial: readonly Vector[];
  /** A run a trial, each with a reading a sensor; trial j is in plane j. */
  readonly runs: readonly (readonly Vector[])[];
  readonly trials: readonly Vector[];
  /** Trials stay on: a run is compared with the one before it. */
  readonly trialsLeftIn: boolean;
  /** A weight a sensor; they multiply the squared residual. */
  readonly weights?: readonly number[] | undefined;
}

export interface InfluenceSolution {
  /** By sensor, then plane: reading a unit of weight. */
  readonly influence: readonly (readonly Vector[])[];
  /** To add in each plane to the bare rotor. */
  readonly corrections: readonly Vector[];
  /** To add with all trials still on; null where they came off. */
  readonly onTop: readonly Vector[] | null;
  /** What is expected to be left of each reading. */
  readonly residual: readonly Vector[];
  readonly residualRms: number;
  readonly condition: number;
}

const alike = <T>(): Outcome<T> =>
  refuse(
    'balance.singular',
    'Two planes do the same to every reading, or a trial changed nothing: the planes cannot be told apart.',
    'runs',
    'trials',
  );

/** @returns refused where lists do not fit, a trial is nothing, or the planes cannot be told apart */
export function solveInfluence(q: InfluenceRuns): Outcome<InfluenceSolution> {
  const { initial, runs, trials } = q;
  const wrong = checkSizes(q);
  if (wrong) return refuse('balance.sizes', wrong, 'runs', 'trials');
  const start = initial.map(toComplex);
  const read = runs.map((run) => run.map(toComplex));
  const weights = trials.map(toComplex);
  const influence = start.map((first, sensor) =>
    weights.map((trial, plane) => {
      const before = q.trialsLeftIn && plane > 0 ? read[plane - 1]![sensor]! : first;
      return read[plane]![sensor]!.sub(before).div(trial);
    }),
  );
  const solved = solveComplex(
    influence,
    start.map((z) => z.neg()),
    q.weights,
  );
  if (!solved) return alike();
  const scale = Math.max(...start.map((z) => z.abs()));
  const left = start.map((first, sensor) =>
    cleaned(
      solved.unknowns.reduce((sum, w, plane) => sum.add(influence[sensor]![plane]!.mul(w)), first),
      scale,
    ),
  );
  return good({
    influence: influence.map((row) => row.map(toVector)),
    corrections: solved.unknowns.map(toVector),
    onTop: q.trialsLeftIn ? solved.unknowns.map((w, plane) => toVector(w.sub(weights[plane]!))) : null,
    residual: left.map(toVector),
    residualRms: Math.sqrt(left.reduce((sum, z) => sum + z.abs() ** 2, 0) / left.length),
    condition: solved.condition,
  });
}

function checkSizes({ initial, runs, trials, weights }: InfluenceRuns): string | null {
  if (runs.length !== trials.length) return 'There must be a run for every trial weight.';
  if (runs.some((run) => run.length !== initial.length)) return 'Every run needs a reading of every sensor.';
  if (initial.length < trials.length) return 'There must be at least as many sensors as planes.';
  if (weights && weights.length !== initial.length) return 'Every sensor needs its weight.';
  if (trials.some((t) => !(t.magnitude > 0))) return 'A trial weight of 0 tells nothing.';
  return null;
}

/** Weights by coefficients that are known already. @param influence by sensor, then plane */
export function trimByInfluence(
  influence: readonly (readonly Vector[])[],
  readings: readonly Vector[],
): Outcome<readonly Vector[]> {
  const planes = influence[0]?.length ?? 0;
  if (
    influence.length !== readings.length ||
    influence.some((row) => row.length !== planes) ||
    planes > readings.length
  )
    return refuse(
      'balance.sizes',
      'The coefficients need a row for every reading and no more planes than readings.',
      'influence',
      'readings',
    );
  const solved = solveComplex(
    influence.map((row) => row.map(toComplex)),
    readings.map((v) => toComplex(v).neg()),
  );
  return solved ? good(solved.unknowns.map(toVector)) : alike();
}

/** The model and the first run may differ by that share before it is said. Common practice, no source. */
const DISAGREE = 0.15;

/**
 * One plane without phase: the same trial at three places in turn. The squares of the readings are linear in a constant,
 * a cosine and a sine of the place.
 * @param initial amplitude without a trial; runs amplitudes; trial its amount; atDeg the three places
 * Source: the three-run method by circles, every textbook of balancing; here solved as equations.
 */
export function correctionWithoutPhase(
  initial: number,
  runs: readonly number[],
  trial: number,
  atDeg: readonly number[],
): Outcome<Vector> {
  const places = atDeg.map((d) => (d * Math.PI) / 180);
  const rows = new Matrix(places.map((a) => [1, Math.cos(a), Math.sin(a)]));
  let x: Matrix;
  try {
    x = solve(rows, Matrix.columnVector(runs.map((r) => r * r)), true);
  } catch {
    return refuse('balance.singular', 'Two of the three places are the same.', 'atDeg');
  }
  const [constant, cosine, sine] = [x.get(0, 0), x.get(1, 0), x.get(2, 0)];
  const swing = Math.hypot(cosine, sine);
  if (!Number.isFinite(swing) || swing <= 1e-12 * Math.abs(constant))
    return refuse(
      'balance.no-swing',
      'The three readings do not change with the place of the trial: it does nothing, or two places are the same.',
      'runs',
      'atDeg',
    );
  // swing = 2·a₀·k·trial: so much does the trial alone read.
  const ofTrial = swing / (2 * initial);
  const expected = initial ** 2 + ofTrial ** 2;
  const doubts =
    Math.abs(constant / expected - 1) > DISAGREE
      ? [
          finding(
            'watch',
            'balance.amplitudes-disagree',
            'The three readings do not fit the first one: the speed, the mark or a reading changed between the runs.',
            ['amplitudes'],
          ),
        ]
      : [];
  // Readings are least where the trial works against the unbalance.
  const least = Math.atan2(-sine, -cosine);
  return good({ magnitude: (trial * initial) / ofTrial, angleDeg: turn((least * 180) / Math.PI) }, doubts);
}
