/** A balancing job as it stands: tolerance of each plane, what the runs say, and the one thing to do next. */
import {
  correctByAdding,
  takeAway,
  PLANES,
  readRuns,
  shareToPlanes,
  solveRuns,
  toPlanes,
  trialWeight,
  type BalanceRun,
  type FittedWeight,
  type PlaneCorrection,
  type PlaneName,
  type PlaneShares,
  type Positions,
  type SolvedRuns,
  type Vector,
} from '../../physics/balance/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { BalanceReading } from './form.ts';
import { ruleOf, toleranceOf } from './tolerance.ts';

export type BalanceStep =
  | { readonly kind: 'spin'; readonly run: number }
  | {
      readonly kind: 'trial';
      readonly plane: PlaneName;
      readonly massG: number;
      readonly angleDeg: number;
      readonly place: number | null;
    }
  | {
      readonly kind: 'add';
      readonly plane: PlaneName;
      readonly correction: PlaneCorrection;
      /** Where material is taken instead; null where it is not there, or nobody takes any. */
      readonly depthMm: number | null;
    }
  | { readonly kind: 'within' };

export interface BalanceJob {
  readonly runs: readonly BalanceRun[];
  readonly solved: SolvedRuns;
  readonly radiiMm: readonly number[];
  readonly positions: Positions | null;
  /** Of the whole rotor, and of each plane that is corrected [g·mm]. */
  readonly permissibleGmm: number;
  readonly shareGmm: readonly number[];
  /** What stays on the rotor: trials come off, corrections stay. */
  readonly kept: readonly FittedWeight[];
  /** Heavy spot of each plane with what stays on; null until it can be told. */
  readonly now: readonly Vector[] | null;
  /** The same carried over to the two bearings, as times of their share; null without their places. */
  readonly atBearings: readonly [number, number] | null;
  /** Of each plane that is out; null until it can be told. */
  readonly corrections: readonly (PlaneCorrection | null)[] | null;
  readonly step: BalanceStep;
}

/** A trial weight that pulls with this share of the rotor's weight. Common practice, no source. */
const TRIAL_SHARE = 0.1;

/** Shares of the two bearing planes; halves where the centre of gravity is not known. */
export function sharesOf(r: BalanceReading, whole: number): PlaneShares {
  const { bearingSpan: span, centreFromDrive: centre } = r;
  if (span !== undefined && centre !== undefined && ruleOf(r) === 'journal') {
    // Each journal by its own load.
    const raw = shareToPlanes(whole, centre, 0, span);
    return { ...raw, aGmm: Math.abs(raw.rawAGmm), bGmm: Math.abs(raw.rawBGmm) };
  }
  return span === undefined || centre === undefined
    ? { rawAGmm: whole / 2, rawBGmm: whole / 2, aGmm: whole / 2, bGmm: whole / 2, overhung: false }
    : shareToPlanes(whole, centre, 0, span);
}

const COEFFICIENT = /^(\d+(?:[.,]\d+)?(?:e-?\d+)?)\s*@\s*(-?\d+(?:[.,]\d+)?)°?$/i;

/** By reading, then plane; null where none were entered, or they cannot be read. */
export function keptCoefficients(
  coefficients: string | undefined,
  planes: number,
): readonly (readonly Vector[])[] | null {
  const rows = (coefficients ?? '').split('\n').filter((l) => l.trim());
  if (rows.length !== planes) return null;
  const read = rows.map((row) =>
    row.split(';').map((cell) => {
      const m = COEFFICIENT.exec(cell.trim());
      return m
        ? { magnitude: Number(m[1]!.replace(',', '.')), angleDeg: Number(m[2]!.replace(',', '.')) }
        : null;
    }),
  );
  return read.every((row) => row.length === planes && row.every((v) => v !== null && v.magnitude > 0))
    ? (read as Vector[][])
    : null;
}

/** @returns null where there are no runs; what of them cannot be read or is left open is found in `jobDoubts` */
export function balanceJob(r: BalanceReading): BalanceJob | null {
  const radii = [r.radiusA, r.radiusB].filter((x) => x !== undefined);
  if (!r.runs?.trim() || radii.length === 0 || r.reads === undefined || r.radiusA === undefined) return null;
  const positions = r.places === undefined ? null : { count: r.places, firstDeg: r.firstPlace ?? 0 };
  const read = readRuns(r.runs, radii.length as 1 | 2, positions);
  if (!read.ok || read.value.length === 0) return null;
  const runs = read.value;
  const readsUnbalance = r.reads === 'unbalance';
  const influence = keptCoefficients(r.coefficients, radii.length);
  const solved = solveRuns(runs, {
    radiiMm: radii,
    readsUnbalance,
    angleIsLight: r.angleOf === 'light',
    ...(influence ? { influence } : {}),
  });
  const permissibleGmm = toleranceOf(r).figure.value;
  const shares = sharesOf(r, permissibleGmm);
  const shareGmm = radii.length === 1 ? [permissibleGmm] : [shares.aGmm, shares.bGmm];
  // Until every plane was tried all runs were trials, and those come off.
  const trials = !readsUnbalance && !influence && runs.length <= radii.length + 1;
  const on = trials ? [] : runs.at(-1)!.weights;
  const now = trials ? solved.bare : (solved.heavy.at(-1) ?? null);
  const stepG = r.step === undefined ? null : r.step * 1000;
  const corrections =
    now?.map((heavy, p) =>
      heavy.magnitude > shareGmm[p]! ? correctByAdding(heavy, radii[p]!, positions, stepG) : null,
    ) ?? null;
  return {
    runs,
    solved,
    radiiMm: radii,
    positions,
    permissibleGmm,
    shareGmm,
    kept: on,
    now,
    atBearings: now && bearingsOf(r, now, shares),
    corrections,
    step: nextStep(r, runs, solved, now, shareGmm, corrections, radii, positions, stepG),
  };
}

function bearingsOf(
  r: BalanceReading,
  now: readonly Vector[],
  shares: PlaneShares,
): readonly [number, number] | null {
  const { bearingSpan: span, planeAAt: a, planeBAt: b } = r;
  if (span === undefined || a === undefined || (now.length > 1 && b === undefined)) return null;
  const at = toPlanes(
    now.map((v, p) => ({ ...v, atMm: p === 0 ? a : b! })),
    0,
    span,
  );
  return [at.a.magnitude / shares.aGmm, at.b.magnitude / shares.bGmm];
}

function nextStep(
  r: BalanceReading,
  runs: readonly BalanceRun[],
  solved: SolvedRuns,
  now: readonly Vector[] | null,
  shareGmm: readonly number[],
  corrections: readonly (PlaneCorrection | null)[] | null,
  radii: readonly number[],
  positions: Positions | null,
  stepG: number | null,
): BalanceStep {
  if (now && corrections) {
    const worst = now
      .map((v, p) => ({ p, times: v.magnitude / shareGmm[p]! }))
      .filter(({ p }) => corrections[p] !== null)
      .sort((x, y) => y.times - x.times)[0];
    if (!worst) return { kind: 'within' };
    const heavy = now[worst.p]!;
    return {
      kind: 'add',
      plane: PLANES[worst.p]!,
      correction: corrections[worst.p]!,
      depthMm: depthOf(r, heavy.magnitude),
    };
  }
  const [plane] = solved.untried;
  if (!plane) return { kind: 'spin', run: runs.length + 1 };
  const p = PLANES.indexOf(plane);
  const exact = trialWeight(r.mass, runs[0]!.speedRpm, radii[p]!, TRIAL_SHARE);
  const massG = stepG === null ? exact : Math.max(stepG, Math.round(exact / stepG) * stepG);
  return { kind: 'trial', plane, massG, angleDeg: positions?.firstDeg ?? 0, place: positions ? 1 : null };
}

/** How deep, at the heavy spot; null where nobody takes material, or there is not so much. */
function depthOf(r: BalanceReading, unbalanceGmm: number): number | null {
  const way = r.takeBy ?? (r.drill === undefined ? undefined : 'drill-radial');
  const needsTool = way !== 'flat';
  const needsLength = way === 'flat' || way === 'slot';
  if (
    way === undefined ||
    r.faceRadius === undefined ||
    (needsTool && r.drill === undefined) ||
    (needsLength && r.cutLength === undefined)
  )
    return null;
  return takeAway(unbalanceGmm, {
    way,
    metal: r.metal ?? 'steel',
    toolMm: r.drill ?? 0,
    radiusMm: r.faceRadius,
    lengthMm: r.cutLength ?? 0,
    deepestMm: r.deepest ?? r.faceRadius / 2,
  });
}

/** What must be answered before runs mean anything, and what they say of themselves. */
export function jobDoubts(r: Partial<BalanceReading>): Finding[] {
  if (!r.runs?.trim()) return [];
  const stop = (code: string, message: string, field: string) =>
    finding('stop', `balance.${code}`, message, [field]);
  const found: Finding[] = [];
  if (r.radiusA === undefined)
    found.push(stop('no-radius', 'Runs need the radius at which weights sit in plane A.', 'radiusA'));
  if (r.reads === undefined)
    found.push(stop('reads-unknown', 'Does the machine show unbalance in g·mm, or vibration?', 'reads'));
  if (r.reads === 'unbalance' && r.angleOf === undefined)
    found.push(
      stop(
        'angle-unknown',
        'Is its angle that of the heavy spot, or where the weight goes? The wrong one doubles the unbalance.',
        'angleOf',
      ),
    );
  if (r.sense === undefined)
    found.push(
      stop('sense-unknown', 'Do the angles count against the rotation or with it, from the mark?', 'sense'),
    );
  if (r.coefficients?.trim() && !keptCoefficients(r.coefficients, r.radiusB === undefined ? 1 : 2))
    found.push(
      stop(
        'coefficients-unreadable',
        `Coefficients are a line a reading, each with what a gram does in every plane: ${r.radiusB === undefined ? '0.11@41' : '0.11@41; 0.036@58'}.`,
        'coefficients',
      ),
    );
  const positions = r.places === undefined ? null : { count: r.places, firstDeg: r.firstPlace ?? 0 };
  const read = readRuns(r.runs, r.radiusB === undefined ? 1 : 2, positions);
  if (!read.ok) found.push(...read.findings);
  return found;
}
