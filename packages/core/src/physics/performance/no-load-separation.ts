/** No-load loss parted into copper, friction and core by the line over the square of the volts. */
import { fitLine } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { coreLossAt, statorCopperLoss } from './losses.ts';

export interface NoLoadPoint {
  readonly voltageV: number;
  readonly currentA: number;
  readonly powerW: number;
  readonly lineOhm: number;
}

export interface NoLoadSeparation {
  readonly withoutCopperW: readonly number[];
  readonly frictionW: number;
  readonly slopeWPerV2: number;
  /** The measured curve at rated volts less friction [W]. */
  readonly coreRatedW: number;
  /** Slope times the square of the rated volts: what the curve would be without saturation [W]. */
  readonly coreFromSlopeW: number;
  /** Intercept of the line through all points, which saturation bends away [W]. */
  readonly frictionOfAllPointsW: number;
}

/** Source: IEEE 112 and IEC 60034-2-1, separation of no-load losses (from memory): the line goes through the low volts only. */
export function separateNoLoad(
  points: readonly NoLoadPoint[],
  frictionUpToV: number,
  ratedVoltageV: number,
): Outcome<NoLoadSeparation> {
  const withoutCopperW = points.map((p) => p.powerW - statorCopperLoss(p.currentA, p.lineOhm));
  const squares = points.map((p) => p.voltageV ** 2);
  const low = points.flatMap((p, i) => (p.voltageV <= frictionUpToV ? [i] : []));
  const line = fitLine(
    low.map((i) => squares[i]!),
    low.map((i) => withoutCopperW[i]!),
  );
  if (!line)
    return refuse(
      'no-load.few-points',
      `At least two points with unlike volts up to ${frictionUpToV} V are needed for the friction.`,
      'points',
      'frictionUpToV',
    );
  // Straight over the square of the volts: the same rule as for the core curve, on another axis.
  const rated = coreLossAt(
    ratedVoltageV ** 2,
    points.map((_, i) => ({ voltageV: squares[i]!, coreW: withoutCopperW[i]! })),
  );
  if (!rated.ok)
    return refuse(
      'no-load.rated-outside',
      `The points must lie on both sides of the rated ${ratedVoltageV} V, or one on it.`,
      'points',
      'ratedVoltageV',
    );
  return good({
    withoutCopperW,
    frictionW: line.intercept,
    slopeWPerV2: line.slope,
    coreRatedW: rated.value - line.intercept,
    coreFromSlopeW: line.slope * ratedVoltageV ** 2,
    frictionOfAllPointsW: fitLine(squares, withoutCopperW)!.intercept,
  });
}
