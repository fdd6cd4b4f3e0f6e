/** How slowly a part follows the air of an oven: by its mass, and by what this oven has shown before. */
import { median } from '../../language/quantity/index.ts';

/** A part of so much mass followed the air with this time constant [kg], [min]. */
export interface OvenPast {
  readonly massKg: number;
  readonly tau: number;
}

export interface OvenLag {
  /** Time constant over the cube root of the mass [min/kg^(1/3)]. */
  readonly coefficient: number;
  /** One part in three lies farther off than this share of it [1]. */
  readonly spread: number;
  /** Loads it was learned from; 0 where it is assumed. */
  readonly from: number;
}

/** Stators in ovens that move their air: 118 kg lag about 55 minutes. Common practice, no source. */
const USUAL: OvenLag = { coefficient: 11, spread: 0.35, from: 0 };
/** No oven and no thermocouple is more alike to itself [1]. */
const LEAST_SPREAD = 0.08;
/** So many loads outweigh what is assumed of an oven nobody has seen. */
const ASSUMED_WEIGHS = 2;

/** Readings nearer to the air than this say nothing of the lag [K]. */
const TELLING = 5;
const LEAST_READINGS = 4;
const LEAST_RISE = 15;

/**
 * Time constant of a log, by the whole of its heating: what the part gained over what the air was ahead.
 * @returns null where the log has no air, shows too little of a rise, or is read less often than the part follows
 * Source: least squares through zero of Δθ = (1/τ) ∫ (air − part) dt; first principles.
 */
export function tauOfLog(
  points: readonly { readonly minute: number; readonly partC: number; readonly airC?: number }[],
): number | null {
  let [products, squares, rise, readings, minutes] = [0, 0, 0, 0, 0];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    if (a.airC === undefined || b.airC === undefined) continue;
    const ahead = ((a.airC - a.partC + (b.airC - b.partC)) / 2) * (b.minute - a.minute);
    if (ahead < TELLING * (b.minute - a.minute) || b.minute - a.minute > 30) continue;
    products += (b.partC - a.partC) * ahead;
    squares += ahead * ahead;
    rise += b.partC - a.partC;
    readings++;
    minutes += b.minute - a.minute;
  }
  if (readings < LEAST_READINGS || rise < LEAST_RISE || products <= 0) return null;
  const tau = squares / products;
  // Between readings the course is taken as straight: a lag shorter than that comes out more than a twelfth too long.
  return minutes / readings > tau ? null : tau;
}

/**
 * Learned from an oven's own loads; with few of them what is usual still counts. A load that went wrong does not shift it:
 * medians are taken.
 * Source: τ = m c / (h A) with A ∝ m^(2/3) for bodies of one shape; median absolute deviation × 1.4826 for the spread.
 */
export function lagOfOven(pasts: readonly OvenPast[]): OvenLag {
  const each = pasts.filter((p) => p.massKg > 0 && p.tau > 0).map((p) => p.tau / Math.cbrt(p.massKg));
  if (each.length === 0) return USUAL;
  const own = median(each);
  const deviation = 1.4826 * median(each.map((c) => Math.abs(c - own)));
  const weight = each.length / (each.length + ASSUMED_WEIGHS);
  const ownSpread = Math.max(LEAST_SPREAD, deviation / own);
  return {
    coefficient: own * weight + USUAL.coefficient * (1 - weight),
    spread: ownSpread * weight + USUAL.spread * (1 - weight),
    from: each.length,
  };
}

export const tauOfMass = (lag: OvenLag, massKg: number): number => lag.coefficient * Math.cbrt(massKg);
