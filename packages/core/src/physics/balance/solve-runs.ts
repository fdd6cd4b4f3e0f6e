/**
 * A rotor's unbalance from all runs together: reading = bare reading + Σ coefficient · weight, by complex least squares.
 * Source: influence coefficients, Goodman 1964; ISO 21940-11 for the planes (from memory).
 */
import Complex from 'complex.js';
import { solveComplex } from '../../language/numeric/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { PLANES, type BalanceRun, type PlaneName } from './runs.ts';
import { cleaned, toComplex, toVector, type Vector } from './vectors.ts';

export interface RotorPlanes {
  /** Where weights go, one or two planes [mm]. */
  readonly radiiMm: readonly number[];
  /** Readings are unbalance in the planes [g·mm], from a machine that is calibrated for this rotor; else any vibration. */
  readonly readsUnbalance: boolean;
  /** Angles of such readings are where the weight goes, not the heavy spot. */
  readonly angleIsLight: boolean;
  /** Known of a sister rotor: what a gram does, by reading, then plane. */
  readonly influence?: readonly (readonly Vector[])[];
}

export interface SolvedRuns {
  /** Heavy spot of each plane in each run, all that is on the rotor counted [g·mm]. */
  readonly heavy: readonly (readonly Vector[])[];
  /** The same with nothing on the rotor; null until it can be told. */
  readonly bare: readonly Vector[] | null;
  /** By sensor, then plane: reading a gram; null of a calibrated machine, or until there are enough runs. */
  readonly influence: readonly (readonly Vector[])[] | null;
  /** Of what is left when the model is laid on the runs, as an unbalance [g·mm]; null where nothing is left over to tell. */
  readonly scatterGmm: number | null;
  /** Planes that no trial weight has tried yet. */
  readonly untried: readonly PlaneName[];
  readonly findings: readonly Finding[];
}

/** Common practice, no source: speeds of one job, a trial that is felt, a run that the others do not explain. */
const SAME_SPEED = 0.02;
const FELT = 0.3;
const MISFIT = 0.15;
const MOVED_DEG = 12;

export function solveRuns(runs: readonly BalanceRun[], rotor: RotorPlanes): SolvedRuns {
  const found: Finding[] = [...speedsOf(runs)];
  return rotor.readsUnbalance ? calibrated(runs, rotor, found) : byInfluence(runs, rotor, found);
}

const watch = (code: string, message: string) => finding('watch', `balance.${code}`, message, ['runs']);

function speedsOf(runs: readonly BalanceRun[]): Finding[] {
  const first = runs[0]?.speedRpm;
  const other = runs.findIndex((r) => Math.abs(r.speedRpm / first! - 1) > SAME_SPEED);
  return other > 0
    ? [
        watch(
          'other-speed',
          `Run ${other + 1} was at ${runs[other]!.speedRpm} rpm, the first at ${first}: weights and readings compare at one speed only.`,
        ),
      ]
    : [];
}

/** Grams in a plane together. */
const weightIn = (run: BalanceRun, plane: number): Complex =>
  run.weights
    .filter((w) => w.plane === PLANES[plane])
    .reduce(
      (sum, w) => sum.add(toComplex({ magnitude: 1, angleDeg: w.angleDeg }).mul(w.massG)),
      new Complex(0, 0),
    );

function calibrated(runs: readonly BalanceRun[], rotor: RotorPlanes, found: Finding[]): SolvedRuns {
  const sense = rotor.angleIsLight ? -1 : 1;
  const read = runs.map((run) => run.readings.map((v) => toComplex(v).mul(sense)));
  const bares = runs.map((run, r) => read[r]!.map((z, p) => z.sub(weightIn(run, p).mul(rotor.radiiMm[p]!))));
  const last = bares.at(-1);
  if (runs.length > 1) {
    const moved = runs[1]!.readings.map((_, p) => read[1]![p]!.sub(read[0]![p]!).abs());
    const put = runs[1]!.readings.map(
      (_, p) => weightIn(runs[1]!, p).sub(weightIn(runs[0]!, p)).abs() * rotor.radiiMm[p]!,
    );
    const p = put.findIndex((u, i) => u > 0 && moved[i]! < 0.2 * u);
    if (p >= 0)
      found.push(
        watch(
          'no-answer',
          `The weight in plane ${PLANES[p]} hardly changed its reading: planes swapped, or the machine is set for another rotor.`,
        ),
      );
    const grown = put.findIndex((u, i) => {
      const change = read[1]![i]!.sub(read[0]![i]!);
      const wanted = weightIn(runs[1]!, i).sub(weightIn(runs[0]!, i)).mul(rotor.radiiMm[i]!);
      return u > 0 && change.add(wanted).abs() < 0.4 * u;
    });
    if (grown >= 0)
      found.push(
        watch(
          'angle-turned',
          `The weight in plane ${PLANES[grown]} changed the reading the opposite way: the angle is of the other spot, heavy for light.`,
        ),
      );
  }
  return {
    heavy: read.map((run) => run.map(toVector)),
    bare: last ? last.map(toVector) : null,
    influence: null,
    scatterGmm: scatterOf(bares),
    untried: [],
    findings: found,
  };
}

/** How far the bare rotor differs from run to run, which it should not. */
function scatterOf(bares: readonly (readonly Complex[])[]): number | null {
  if (bares.length < 2) return null;
  const planes = bares[0]!.length;
  let worst = 0;
  for (let p = 0; p < planes; p++) {
    const mean = bares.reduce((sum, b) => sum.add(b[p]!), new Complex(0, 0)).div(bares.length);
    const square = bares.reduce((sum, b) => sum + b[p]!.sub(mean).abs() ** 2, 0) / (bares.length - 1);
    worst = Math.max(worst, Math.sqrt(square));
  }
  return worst;
}

function byInfluence(runs: readonly BalanceRun[], rotor: RotorPlanes, found: Finding[]): SolvedRuns {
  const planes = rotor.radiiMm.length;
  const weights = runs.map((run) => rotor.radiiMm.map((_, p) => weightIn(run, p)));
  const known = rotor.influence && modelOf(runs, weights, rotor.influence);
  const untried = known
    ? []
    : PLANES.slice(0, planes).filter((_, p) => !weights.some((w) => w[p]!.abs() > 0));
  const model = known ?? fitModel(runs, weights);
  if (known) found.push(...otherRotor(known, runs));
  const nothing: SolvedRuns = {
    heavy: [],
    bare: null,
    influence: null,
    scatterGmm: null,
    untried,
    findings: found,
  };
  if (untried.length > 0 || !model) return nothing;
  if (!known) found.push(...trialsFelt(runs, weights, planes));
  found.push(...swapped(model.influence));
  const inverse = (readings: readonly Complex[]) => solveComplex(model.influence, readings);
  const bare = inverse(model.bare);
  if (!bare) return nothing;
  const inGmm = (grams: readonly Complex[]) => grams.map((z, p) => z.mul(rotor.radiiMm[p]!));
  const scale = Math.max(...bare.unknowns.map((z, p) => z.abs() * rotor.radiiMm[p]!));
  const counted = known ? [] : countedBackwards(runs, weights, model);
  found.push(...(counted.length > 0 ? counted : strangeRun(runs, weights)));
  return {
    heavy: runs.map((run) =>
      inGmm(inverse(run.readings.map(toComplex))?.unknowns ?? []).map((z) => toVector(cleaned(z, scale))),
    ),
    bare: inGmm(bare.unknowns).map(toVector),
    influence: model.influence.map((row) => row.map(toVector)),
    scatterGmm: runs.length > planes + 1 ? (model.left / model.gain) * Math.max(...rotor.radiiMm) : null,
    untried,
    findings: found,
  };
}

interface Model {
  readonly bare: readonly Complex[];
  readonly influence: readonly (readonly Complex[])[];
  /** Rms of what the fit leaves, in the unit of the readings, and the mean direct coefficient. */
  readonly left: number;
  readonly gain: number;
}

/** With coefficients that are known only the bare reading is left to find: its mean over the runs. */
function modelOf(
  runs: readonly BalanceRun[],
  weights: readonly (readonly Complex[])[],
  known: readonly (readonly Vector[])[],
): Model {
  const influence = known.map((row) => row.map(toComplex));
  const bares = runs.map((run, r) =>
    run.readings.map((v, s) =>
      weights[r]!.reduce((left, w, p) => left.sub(influence[s]![p]!.mul(w)), toComplex(v)),
    ),
  );
  const mean = runs[0]!.readings.map((_, s) =>
    bares.reduce((sum, b) => sum.add(b[s]!), new Complex(0, 0)).div(runs.length),
  );
  const squares = bares.reduce((sum, b) => sum + b.reduce((n, z, s) => n + z.sub(mean[s]!).abs() ** 2, 0), 0);
  const free = Math.max(1, (runs.length - 1) * mean.length);
  const gain =
    influence.reduce((sum, row, s) => sum + row[Math.min(s, row.length - 1)]!.abs(), 0) / influence.length;
  return { bare: mean, influence, left: Math.sqrt(squares / free), gain };
}

/** A correction that did not do what the sister's coefficients say. */
function otherRotor(model: Model, runs: readonly BalanceRun[]): Finding[] {
  const first = Math.max(...runs[0]!.readings.map((v) => v.magnitude));
  return runs.length > 1 && model.left > 0.25 * first
    ? [
        watch(
          'other-rotor',
          'The weights did not do what the coefficients of the sister say: another rotor, other bearings or another speed. Take trials of its own.',
        ),
      ]
    : [];
}

/** Each sensor by itself: unknown are its bare reading and a coefficient a plane. */
function fitModel(runs: readonly BalanceRun[], weights: readonly (readonly Complex[])[]): Model | null {
  const sensors = runs[0]?.readings.length ?? 0;
  const planes = weights[0]?.length ?? 0;
  if (runs.length < planes + 1) return null;
  const rows = weights.map((w) => [new Complex(1, 0), ...w]);
  const bare: Complex[] = [];
  const influence: Complex[][] = [];
  let [squares, count] = [0, 0];
  for (let s = 0; s < sensors; s++) {
    const right = runs.map((run) => toComplex(run.readings[s]!));
    const solved = solveComplex(rows, right);
    if (!solved) return null;
    const [first, ...rest] = solved.unknowns;
    bare.push(first!);
    influence.push(rest);
    rows.forEach((row, r) => {
      const model = row.reduce((sum, x, k) => sum.add(x.mul(solved.unknowns[k]!)), new Complex(0, 0));
      squares += model.sub(right[r]!).abs() ** 2;
      count++;
    });
  }
  const free = count - sensors * (planes + 1);
  const gain = influence.reduce((sum, row, s) => sum + row[Math.min(s, planes - 1)]!.abs(), 0) / sensors;
  return { bare, influence, left: free > 0 ? Math.sqrt(squares / free) : 0, gain };
}

/** What is left must be more than noise, of the first reading, and so much less when counted the other way [1]. */
const MORE_THAN_NOISE = 0.08;
const BACKWARDS_FITS = 0.25;

/** Runs that fit only when the weights are counted the other way round the rotor than the machine counts. */
function countedBackwards(
  runs: readonly BalanceRun[],
  weights: readonly (readonly Complex[])[],
  model: Model,
): Finding[] {
  if (runs.length < weights[0]!.length + 2) return [];
  const sized = Math.max(...runs[0]!.readings.map((v) => v.magnitude));
  const mirrored = fitModel(
    runs,
    weights.map((w) => w.map((z) => z.conjugate())),
  );
  return mirrored && model.left > MORE_THAN_NOISE * sized && mirrored.left < BACKWARDS_FITS * model.left
    ? [
        watch(
          'angles-backwards',
          'The runs fit one another when the weights’ angles are counted the other way round: on the rotor they were counted against the sense that the machine reads in. Say which way angles count, look at where each weight sits, and spin again before anything is added.',
        ),
      ]
    : [];
}

/** A trial that changes neither amount nor angle enough says little. */
function trialsFelt(
  runs: readonly BalanceRun[],
  weights: readonly (readonly Complex[])[],
  planes: number,
): Finding[] {
  const first = runs[0]!.readings.map(toComplex);
  return PLANES.slice(0, planes).flatMap((plane, p) => {
    const r = weights.findIndex((w, i) => i > 0 && w[p]!.sub(weights[0]![p]!).abs() > 0);
    if (r < 0) return [];
    const sensor = Math.min(p, first.length - 1);
    const moved =
      toComplex(runs[r]!.readings[sensor]!).sub(first[sensor]!).abs() / Math.max(1e-12, first[sensor]!.abs());
    return moved < FELT
      ? [
          watch(
            'light-trial',
            `The trial in plane ${plane} moved its reading by ${Math.round(100 * moved)} %; ${100 * FELT} % is wanted. What follows from it is uncertain.`,
          ),
        ]
      : [];
  });
}

/** Each plane moves the far sensor more than its own. */
function swapped(influence: readonly (readonly Complex[])[]): Finding[] {
  const [a, b] = influence;
  if (!a || !b || a.length < 2) return [];
  const crossed = a[1]!.abs() > 1.2 * a[0]!.abs() && b[0]!.abs() > 1.2 * b[1]!.abs();
  return crossed
    ? [
        watch(
          'swapped',
          'Each trial moves the far reading more than its own: the planes or the pick-ups are swapped.',
        ),
      ]
    : [];
}

/** One run that the others do not explain, and what would: a moved mark, another weight, another angle. */
function strangeRun(runs: readonly BalanceRun[], weights: readonly (readonly Complex[])[]): Finding[] {
  const planes = weights[0]!.length;
  if (runs.length < planes + 3) return [];
  const sized = Math.max(...runs.flatMap((run) => run.readings.map((v) => v.magnitude)));
  const fits = runs.map((_, r) => {
    const rest = runs.map((__, i) => i).filter((i) => i !== r);
    const model = fitModel(
      rest.map((i) => runs[i]!),
      rest.map((i) => weights[i]!),
    );
    if (!model) return null;
    const due = model.bare.map((v, s) =>
      weights[r]!.reduce((sum, w, p) => sum.add(model.influence[s]![p]!.mul(w)), v),
    );
    const off = Math.max(...due.map((z, s) => z.sub(toComplex(runs[r]!.readings[s]!)).abs()));
    return { r, model, due, off, left: model.left };
  });
  const worst = fits.flatMap((f) => f ?? []).sort((x, y) => x.left - y.left)[0];
  if (!worst || worst.off < MISFIT * sized || worst.left > 0.35 * worst.off) return [];
  const { r, due, model } = worst;
  const read = runs[r]!.readings.map(toComplex);
  const say = (words: string) => [watch('strange-run', `Run ${r + 1} does not fit the others: ${words}`)];
  const turned = read.map((z, s) => toVector(z.div(due[s]!)));
  const alike = turned.every(
    (t) =>
      Math.abs(t.magnitude - 1) < 0.15 && Math.abs(angleBetween(t.angleDeg, turned[0]!.angleDeg)) < MOVED_DEG,
  );
  if (alike && Math.abs(angleBetween(turned[0]!.angleDeg, 0)) > MOVED_DEG)
    return say(
      `all its angles are ${Math.round(angleBetween(turned[0]!.angleDeg, 0))}° off. The mark moved, or was read from the other side.`,
    );
  if (read.length === 2 && read[0]!.sub(due[1]!).abs() + read[1]!.sub(due[0]!).abs() < 0.4 * worst.off)
    return say('its two readings are exchanged.');
  const acting = read.map((z, s) => z.sub(model.bare[s]!).div(due[s]!.sub(model.bare[s]!)));
  const same = acting.every((z) => z.sub(acting[0]!).abs() < 0.15 * acting[0]!.abs());
  if (same && Number.isFinite(acting[0]!.abs())) {
    const t = toVector(acting[0]!);
    const angle = angleBetween(t.angleDeg, 0);
    return say(
      Math.abs(angle) > MOVED_DEG
        ? `its weights sit ${Math.round(angle)}° from where they are written.`
        : `its weights act ${t.magnitude.toFixed(2)} times as strongly as written: another weight, or another radius.`,
    );
  }
  return say('a soft foot, something loose, or a reading taken too early. Repeat it.');
}

const angleBetween = (a: number, b: number) => ((((a - b + 180) % 360) + 360) % 360) - 180;
