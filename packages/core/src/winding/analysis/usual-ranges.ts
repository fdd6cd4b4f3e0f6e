/** Usual ranges of the bench's figures, as scales. All of them common practice, no published source. */
import { lowerIsBetter, usualRange, type LimitScale } from '../../language/quantity/index.ts';
import type { Supply } from './winding-data.ts';

const source = 'common practice, no published source';

export const GAP_DENSITY = usualRange({
  from: 0.2,
  low: 0.35,
  high: 0.65,
  limit: 0.75,
  to: 0.9,
  source,
});
export const TOOTH_DENSITY = usualRange({
  from: 1,
  low: 1.4,
  high: 1.8,
  limit: 2,
  to: 2.4,
  source,
});
export const BACK_IRON_DENSITY = usualRange({
  from: 0.8,
  low: 1.2,
  high: 1.6,
  limit: 1.75,
  to: 2.1,
  source,
});
export const SLOT_FILL = lowerIsBetter({
  from: 0.2,
  watch: 0.7,
  limit: 0.8,
  to: 1,
  name: 'by hand',
  source,
});

export function currentDensityScale(cooling: Supply['cooling']): LimitScale {
  const [low, high] = cooling === 'enclosed' ? [3, 5] : cooling === 'open' ? [5, 8] : [4, 7];
  return usualRange({ from: 1, low, high, limit: high + 1.5, to: high + 4, source });
}
