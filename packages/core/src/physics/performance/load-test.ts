/** Load test by segregated losses: stray loss from the regression over the square of the torque. */
import { ohmAt } from '../electrical/index.ts';
import { fitLine } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { synchronousRpm } from './circuit.ts';
import { shaftPowerW } from './shaft.ts';
import { segregatedLosses, slipAtTemperature, statorCopperLoss } from './losses.ts';

export interface StrayRegression {
  readonly aWPerNm2: number;
  readonly bW: number;
  readonly correlation: number | null;
  /** The point that was left out, once; null where none was. */
  readonly dropped: number | null;
  readonly valid: boolean;
}

/** Correlation that the stray-loss line must reach. Source: IEEE 112 0.90, IEC 60034-2-1 0.95 (from memory). */
export const LEAST_CORRELATION = { ieee: 0.9, iec: 0.95 } as const;

/**
 * residual = A·T² + B by least squares; A counts, B is dropped after use. Below the correlation wanted the point that is
 * farthest from the line is left out, once, while more than three are there.
 * Source: IEEE 112 method B (from memory).
 */
export function strayRegression(
  torqueNm: readonly number[],
  residualW: readonly number[],
  correlationLeast: number,
): Outcome<StrayRegression> {
  if (torqueNm.length !== residualW.length)
    return refuse('stray.unequal', 'Every point needs its torque and its residual.', 'residualW');
  const squares = torqueNm.map((t) => t * t);
  const all = fitLine(squares, residualW);
  if (!all)
    return refuse('stray.few-points', 'At least two points with unlike torque are needed.', 'torqueNm');
  let line = all;
  let dropped: number | null = null;
  if ((all.correlation ?? 0) < correlationLeast && squares.length > 3) {
    const off = squares.map((x, i) => Math.abs(residualW[i]! - all.intercept - all.slope * x));
    const worst = off.indexOf(Math.max(...off));
    const rest = fitLine(
      squares.filter((_, i) => i !== worst),
      residualW.filter((_, i) => i !== worst),
    );
    if (rest) [line, dropped] = [rest, worst];
  }
  return good({
    aWPerNm2: line.slope,
    bW: line.intercept,
    correlation: line.correlation,
    dropped,
    valid: line.slope > 0 && (line.correlation ?? 0) >= correlationLeast,
  });
}

export interface LoadPoint {
  readonly currentA: number;
  readonly inputW: number;
  readonly torqueNm: number;
  readonly speedRpm: number;
  /** Lead to lead, at the winding's own temperature in this point. */
  readonly lineOhm: number;
  readonly windingC: number;
}

export interface JudgedLoadPoint {
  readonly slip: number;
  readonly outputW: number;
  readonly apparentW: number;
  readonly statorCopperW: number;
  readonly rotorCopperW: number;
  readonly residualW: number;
  readonly strayW: number;
  readonly statorCopperAtW: number;
  readonly slipAt: number;
  readonly rotorCopperAtW: number;
  readonly lossW: number;
  readonly outputAtW: number;
  readonly efficiency: number;
  readonly efficiencyDirect: number;
}

export interface LoadTest {
  readonly points: readonly LoadPoint[];
  readonly frequencyHz: number;
  readonly poles: number;
  readonly frictionW: number;
  /** One for all, or one a point. */
  readonly coreW: number | readonly number[];
  readonly toTemperatureC: number;
  readonly statorConstantC: number;
  readonly rotorConstantC: number;
  readonly correlationLeast: number;
}

/** Source: IEEE 112 method B (from memory). */
export function judgeLoadTest(
  q: LoadTest,
): Outcome<{ readonly stray: StrayRegression; readonly points: readonly JudgedLoadPoint[] }> {
  const cores = typeof q.coreW === 'number' ? q.points.map(() => q.coreW as number) : q.coreW;
  if (cores.length !== q.points.length)
    return refuse('load.unequal', 'The core loss is one figure, or one for every point.', 'coreW');
  const synchronous = synchronousRpm(q);
  const raw = q.points.map((p, i) => {
    const slip = (synchronous - p.speedRpm) / synchronous;
    const outputW = shaftPowerW(p.torqueNm, p.speedRpm);
    const apparentW = p.inputW - outputW;
    const statorCopperW = statorCopperLoss(p.currentA, p.lineOhm);
    const rotorCopperW = (p.inputW - statorCopperW - cores[i]!) * slip;
    const residualW = apparentW - statorCopperW - rotorCopperW - cores[i]! - q.frictionW;
    return { slip, outputW, apparentW, statorCopperW, rotorCopperW, residualW };
  });
  const stray = strayRegression(
    q.points.map((p) => p.torqueNm),
    raw.map((p) => p.residualW),
    q.correlationLeast,
  );
  if (!stray.ok) return stray;
  const points = q.points.map((p, i): JudgedLoadPoint => {
    const strayW = stray.value.aWPerNm2 * p.torqueNm ** 2;
    const slipAt = slipAtTemperature(raw[i]!.slip, p.windingC, q.toTemperatureC, q.rotorConstantC);
    const moved = segregatedLosses({
      inputW: p.inputW,
      currentA: p.currentA,
      lineOhm: ohmAt(p.lineOhm, p.windingC, q.toTemperatureC, q.statorConstantC),
      slip: slipAt,
      coreW: cores[i]!,
      frictionW: q.frictionW,
      strayW,
    });
    return {
      ...raw[i]!,
      strayW,
      statorCopperAtW: moved.statorCopperW,
      slipAt,
      rotorCopperAtW: moved.rotorCopperW,
      lossW: moved.lossW,
      outputAtW: moved.outputW,
      efficiency: moved.efficiency,
      efficiencyDirect: raw[i]!.outputW / p.inputW,
    };
  });
  return good({ stray: stray.value, points });
}
