/** Resistance of a conductor over temperature, and the temperature that a resistance tells. */

/** Inferred temperature of no resistance, below 0 °C [°C]. Source: IEEE 112 (copper 234.5, aluminium 225), IEC 60034-1 (copper 235). */
export const COPPER_IEEE = 234.5;
export const COPPER_IEC = 235;
export const ALUMINIUM = 225;

/**
 * R₂ = R₁ · (k + T₂)/(k + T₁)
 * @param ohm at `fromC` [Ω]; constantC k of the conductor [°C]
 */
export const ohmAt = (ohm: number, fromC: number, toC: number, constantC: number = COPPER_IEEE): number =>
  (ohm * (constantC + toC)) / (constantC + fromC);

export interface RiseByResistance {
  readonly hotTemperatureC: number;
  /** Over the coolant at the end of the test [K]; null where that is not known. */
  readonly riseK: number | null;
}

/**
 * Mean temperature of a winding from its cold and its hot resistance.
 *   θ₂ = (R₂/R₁)·(k + θ₁) − k
 * Source: IEC 60034-1, temperature rise by the resistance method (from memory): the coolant is that at the end of the test.
 */
export function riseByResistance(q: {
  readonly coldOhm: number;
  readonly coldTemperatureC: number;
  readonly hotOhm: number;
  readonly coolantAtEndC: number | null;
  readonly constantC?: number;
}): RiseByResistance {
  const k = q.constantC ?? COPPER_IEEE;
  const hotTemperatureC = (q.hotOhm / q.coldOhm) * (k + q.coldTemperatureC) - k;
  return { hotTemperatureC, riseK: q.coolantAtEndC === null ? null : hotTemperatureC - q.coolantAtEndC };
}

/** Conductivity of annealed copper at 20 °C [m/(Ω·mm²)]. Source: IEC 60028. */
const COPPER_20 = 58;
/** @returns resistance of a copper wire at 20 °C [Ω] */
export const wireOhm20 = (lengthM: number, areaMm2: number): number => lengthM / (COPPER_20 * areaMm2);

/** Longest time from switch-off to the first reading without carrying the curve back: up to so many kW, so many s. */
const DELAYS: readonly (readonly [upToKw: number, seconds: number])[] = [
  [50, 30],
  [200, 90],
  [5000, 120],
];

/** @returns [s]; null where it is by agreement. Source: IEC 60034-1, table of time intervals (from memory). */
export const longestDelayS = (powerKw: number): number | null =>
  DELAYS.find(([upTo]) => powerKw <= upTo)?.[1] ?? null;
