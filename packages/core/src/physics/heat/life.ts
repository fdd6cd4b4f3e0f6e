/** Life of insulation over temperature: halved for every so many kelvin. A rule of thumb: Montsinger 1930; common practice. */

/** Usual [K]. */
export const HALVING_K = 10;

/** Times the life at the reference. */
export const lifeFactor = (temperatureC: number, referenceC: number, halvingK = HALVING_K): number =>
  2 ** ((referenceC - temperatureC) / halvingK);

/** Share of a life used up by hours at temperatures: the sum of the parts. Source: Miner's sum, common practice. */
export const lifeConsumed = (
  hours: readonly number[],
  temperatureC: readonly number[],
  referenceC: number,
  referenceHours: number,
  halvingK = HALVING_K,
): number =>
  hours.reduce(
    (sum, h, i) => sum + h / (referenceHours * lifeFactor(temperatureC[i]!, referenceC, halvingK)),
    0,
  );

/** One temperature that ages as much in the same hours [°C]. */
export function equivalentTemperature(
  hours: readonly number[],
  temperatureC: readonly number[],
  halvingK = HALVING_K,
): number {
  // From the hottest, so that no power of two overflows.
  const top = Math.max(...temperatureC);
  const whole = hours.reduce((a, b) => a + b, 0);
  const aged = hours.reduce((sum, h, i) => sum + h / lifeFactor(temperatureC[i]!, top, halvingK), 0);
  return top + halvingK * Math.log2(aged / whole);
}
