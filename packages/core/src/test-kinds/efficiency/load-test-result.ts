/** A load test solved: stray loss, every point, and what the motor is at its rated output. */
import { ALUMINIUM, COPPER_IEC, COPPER_IEEE } from '../../physics/electrical/index.ts';
import { proposePoles, type Nameplate } from '../../winding/nameplate/index.ts';
import {
  innerVoltage,
  judgeLoadTest,
  LEAST_CORRELATION,
  powerFactorOf,
  shaftPowerW,
  type JudgedLoadPoint,
  type LoadPoint,
  type StrayRegression,
} from '../../physics/performance/index.ts';
import type { EfficiencyReading } from './form.ts';
import { readLoadPoints } from './load-points.ts';

export interface LoadTestResult {
  readonly read: readonly LoadPoint[];
  readonly points: readonly JudgedLoadPoint[];
  readonly stray: StrayRegression;
  readonly poles: number;
  /** At the rated output; null where the points do not reach it, or the plate does not say it. */
  readonly rated: {
    readonly outputW: number;
    readonly efficiency: number;
    /** Twice the standard error that the scatter of the stray-loss points leaves; instruments are not in it. */
    readonly plusMinus: number;
    readonly currentA: number;
    readonly speedRpm: number;
  } | null;
}

/** @returns null where points, plate or losses do not say enough; `check` says what */
export function loadTestOf(r: Partial<EfficiencyReading>, plate: Nameplate): LoadTestResult | null {
  const poles = polesOf(plate);
  const read = readLoadPoints(r.points ?? '');
  if (
    !read.ok ||
    read.value.length < 2 ||
    !poles ||
    !plate.frequencyHz ||
    r.friction === undefined ||
    r.core === undefined
  )
    return null;
  const ratedW = plate.powerKw ? 1000 * plate.powerKw : null;
  const nearest = ratedW === null ? read.value[0]! : nearestTo(read.value, ratedW);
  const judged = judgeLoadTest({
    points: read.value,
    frequencyHz: plate.frequencyHz,
    poles,
    frictionW: 1000 * r.friction,
    coreW: coresOf(1000 * r.core, read.value, plate.voltageV),
    toTemperatureC: r.toTemperature ?? nearest.windingC,
    statorConstantC: r.school === 'iec' ? COPPER_IEC : COPPER_IEEE,
    rotorConstantC: ALUMINIUM,
    correlationLeast: LEAST_CORRELATION[r.school ?? 'ieee'],
  });
  if (!judged.ok) return null;
  const { points, stray } = judged.value;
  return {
    read: read.value,
    points,
    stray,
    poles,
    rated: ratedW === null ? null : atOutput(ratedW, read.value, points, stray),
  };
}

/**
 * Core loss under load: with the square of the voltage behind the stator's resistance, which is less the more it draws.
 * Source: IEC 60034-2-1, inner voltage (from memory); at rated volts throughout.
 */
const coresOf = (coreW: number, points: readonly LoadPoint[], volts: number | undefined): readonly number[] =>
  points.map((p) => {
    if (!volts) return coreW;
    const factor = Math.min(1, powerFactorOf(p.inputW, volts, p.currentA));
    return coreW * (innerVoltage(volts, p.currentA, factor, p.lineOhm) / volts) ** 2;
  });

export const polesOf = (plate: Nameplate) =>
  plate.speedRpm && plate.frequencyHz
    ? (proposePoles(plate.speedRpm, plate.frequencyHz)?.poles ?? null)
    : null;
export const outputOf = (p: LoadPoint) => shaftPowerW(p.torqueNm, p.speedRpm);
const nearestTo = (points: readonly LoadPoint[], watts: number) =>
  points.reduce((a, b) => (Math.abs(outputOf(b) - watts) < Math.abs(outputOf(a) - watts) ? b : a));

/** Straight between the two points on either side of the rated output. */
function atOutput(
  watts: number,
  read: readonly LoadPoint[],
  points: readonly JudgedLoadPoint[],
  stray: StrayRegression,
) {
  const sorted = points.map((p, i) => ({ p, r: read[i]! })).sort((a, b) => a.p.outputAtW - b.p.outputAtW);
  const k = sorted.findIndex(({ p }) => p.outputAtW >= watts);
  if (k <= 0) return null;
  const [a, b] = [sorted[k - 1]!, sorted[k]!];
  const share = (watts - a.p.outputAtW) / (b.p.outputAtW - a.p.outputAtW);
  const between = (x: number, y: number) => x + share * (y - x);
  const inputW = between(a.r.inputW, b.r.inputW);
  const torqueSquared = between(a.r.torqueNm ** 2, b.r.torqueNm ** 2);
  return {
    outputW: watts,
    efficiency: between(a.p.efficiency, b.p.efficiency),
    plusMinus: (2 * strayError(torqueSquared, read, points, stray)) / inputW,
    currentA: between(a.r.currentA, b.r.currentA),
    speedRpm: between(a.r.speedRpm, b.r.speedRpm),
  };
}

/** Standard error of A·T², A the slope of a least-squares line: σ·T²/√Σ(x − x̄)². */
function strayError(
  at: number,
  read: readonly LoadPoint[],
  points: readonly JudgedLoadPoint[],
  stray: StrayRegression,
): number {
  const kept = points.flatMap((p, i) =>
    i === stray.dropped ? [] : [{ x: read[i]!.torqueNm ** 2, y: p.residualW }],
  );
  const mean = kept.reduce((sum, k) => sum + k.x, 0) / kept.length;
  const spread = kept.reduce((sum, k) => sum + (k.x - mean) ** 2, 0);
  const left = kept.reduce((sum, k) => sum + (k.y - stray.bW - stray.aWPerNm2 * k.x) ** 2, 0);
  return kept.length > 2 && spread > 0 ? (Math.sqrt(left / (kept.length - 2)) * at) / Math.sqrt(spread) : 0;
}
