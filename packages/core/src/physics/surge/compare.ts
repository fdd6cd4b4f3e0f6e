/** How far two waves are from each other. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

/**
 * Error-area ratio 100 · Σ|a − b| / Σ|a|, a the reference: not symmetric, nothing is normalised.
 * @returns [%]; refused where the reference is nothing
 * Source: the definition in common use for surge comparison; IEC 60034-15 and IEEE 522 name none. Common practice, no source.
 */
export function errorAreaPercent(reference: ArrayLike<number>, other: ArrayLike<number>): Outcome<number> {
  if (reference.length !== other.length)
    return refuse('surge.unequal', 'Both waves need the same samples.', 'other');
  let [apart, area] = [0, 0];
  for (let i = 0; i < reference.length; i++) {
    apart += Math.abs(reference[i]! - other[i]!);
    area += Math.abs(reference[i]!);
  }
  if (!(area > 0)) return refuse('surge.flat', 'The reference wave is zero throughout.', 'reference');
  return good((100 * apart) / area);
}

/** Each wave against the one before it, which is its reference [%]. */
export function pulseToPulse(waves: readonly ArrayLike<number>[]): Outcome<number[]> {
  const percents: number[] = [];
  for (let i = 1; i < waves.length; i++) {
    const one = errorAreaPercent(waves[i - 1]!, waves[i]!);
    if (!one.ok) return one;
    percents.push(one.value);
  }
  return good(percents);
}
