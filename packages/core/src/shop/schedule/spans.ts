/**
 * Time in which somebody works, as rising stretches of minutes, and things that fill it.
 * Source: counting of minutes in half-open intervals; a binary search finds the place.
 */

/** From and until [min]; the end is not part of it. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** First of the rising spans that ends after a minute. */
export function firstEndingAfter(spans: readonly Span[], minute: number): number {
  let [low, high] = [0, spans.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[middle]!.to > minute) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Work that begins at a minute or later and rests only between shifts; null where no shift is left. */
export function workFrom(shifts: readonly Span[], minute: number, work: number): Span | null {
  let at = firstEndingAfter(shifts, minute);
  const first = shifts[at];
  if (!first) return null;
  const from = Math.max(first.from, minute);
  let left = work;
  for (; at < shifts.length; at++) {
    const shift = shifts[at]!;
    const start = Math.max(shift.from, from);
    if (shift.to - start >= left) return { from, to: start + left };
    left -= shift.to - start;
  }
  return null;
}

/** Minutes of shifts between two instants. */
export function workedBetween(shifts: readonly Span[], from: number, to: number): number {
  let sum = 0;
  for (let i = firstEndingAfter(shifts, from); i < shifts.length && shifts[i]!.from < to; i++)
    sum += Math.min(to, shifts[i]!.to) - Math.max(from, shifts[i]!.from);
  return sum;
}

/** What a person or a machine is busy with: rising, never overlapping. */
export class Busy {
  readonly spans: Span[] = [];

  /** What stands in the way of a stretch, or null. */
  inTheWay(from: number, to: number): Span | null {
    const next = this.spans[firstEndingAfter(this.spans, from)];
    return next && next.from < to ? next : null;
  }

  take(span: Span) {
    if (span.to > span.from) this.spans.splice(firstEndingAfter(this.spans, span.from), 0, span);
  }
}
