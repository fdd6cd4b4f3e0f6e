/** The one kind of scale every reading is judged on: bands that are sound, to watch, or stop, with named limits. */

export type Verdict = 'sound' | 'watch' | 'stop';

export interface Band {
  readonly from: number;
  readonly to: number;
  readonly verdict: Verdict;
}

export interface LimitScale {
  /** Ends of the drawn scale; a value past an end is still judged, by the band at that end. */
  readonly from: number;
  readonly to: number;
  readonly kind: 'linear' | 'log';
  /** Contiguous, rising, covering from…to. A border belongs to the better of its two bands. */
  readonly bands: readonly Band[];
  readonly limits: readonly { readonly at: number; readonly name: string }[];
  readonly source: string;
}

const rank: Record<Verdict, number> = { sound: 0, watch: 1, stop: 2 };

export const worse = (a: Verdict, b: Verdict): Verdict => (rank[a] >= rank[b] ? a : b);
export const worst = (verdicts: readonly Verdict[]): Verdict => verdicts.reduce(worse, 'sound');

/** Verdict of an unrounded value; exactly on a limit counts as within it. Not a number is a stop. */
export function judgeOn(scale: LimitScale, value: number): Verdict {
  if (Number.isNaN(value)) return 'stop';
  const first = scale.bands[0]!;
  const last = scale.bands[scale.bands.length - 1]!;
  if (value < first.from) return first.verdict;
  if (value > last.to) return last.verdict;
  let best: Verdict = 'stop';
  for (const band of scale.bands) {
    if (value >= band.from && value <= band.to && rank[band.verdict] < rank[best]) best = band.verdict;
  }
  return best;
}

/**
 * Distance from a value to the nearest limit as a share of that limit, positive on the good side. [1]
 * Returns null for a scale without a named limit.
 */
export function marginTo(scale: LimitScale, value: number): number | null {
  if (scale.limits.length === 0) return null;
  const nearest = scale.limits.reduce((a, b) => (Math.abs(a.at - value) <= Math.abs(b.at - value) ? a : b));
  if (nearest.at === 0) return null;
  const distance = Math.abs(value - nearest.at) / Math.abs(nearest.at);
  return judgeOn(scale, value) === 'stop' ? -distance : distance;
}

/** Scale that is better the lower the value: sound to `watch`, then watch to `limit`, then stop. */
export function lowerIsBetter(p: {
  from: number;
  watch: number;
  limit: number;
  to: number;
  name: string;
  source: string;
}): LimitScale {
  return {
    from: p.from,
    to: p.to,
    kind: 'linear',
    bands: [
      { from: p.from, to: p.watch, verdict: 'sound' },
      { from: p.watch, to: p.limit, verdict: 'watch' },
      { from: p.limit, to: p.to, verdict: 'stop' },
    ],
    limits: [{ at: p.limit, name: p.name }],
    source: p.source,
  };
}

/** Scale that is better the higher the value: stop below `limit`, watch to `sound`, then sound. */
export function higherIsBetter(p: {
  from: number;
  limit: number;
  sound: number;
  to: number;
  name: string;
  source: string;
  kind?: 'linear' | 'log';
}): LimitScale {
  return {
    from: p.from,
    to: p.to,
    kind: p.kind ?? 'linear',
    bands: [
      { from: p.from, to: p.limit, verdict: 'stop' },
      { from: p.limit, to: p.sound, verdict: 'watch' },
      { from: p.sound, to: p.to, verdict: 'sound' },
    ],
    limits: [{ at: p.limit, name: p.name }],
    source: p.source,
  };
}

/** Usual range with a stretch to watch on both sides and a hard limit above. */
export function usualRange(p: {
  from: number;
  low: number;
  high: number;
  limit: number;
  to: number;
  source: string;
}): LimitScale {
  return {
    from: p.from,
    to: p.to,
    kind: 'linear',
    bands: [
      { from: p.from, to: p.low, verdict: 'watch' },
      { from: p.low, to: p.high, verdict: 'sound' },
      { from: p.high, to: p.limit, verdict: 'watch' },
      { from: p.limit, to: p.to, verdict: 'stop' },
    ],
    limits: [{ at: p.limit, name: 'limit' }],
    source: p.source,
  };
}
