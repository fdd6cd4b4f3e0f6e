/** What each phase has in each slot, and how often that repeats round the bore: all that a wave can depend on. Source: star of slots, first principles. */
import type { Coil, WindingLayout } from './layout.ts';

export interface SlotSums {
  /** Slots after which the winding repeats itself. */
  readonly period: number;
  /** Q / period: only waves whose pole pairs are a multiple of this exist. */
  readonly repeats: number;
  /** By phase U, V, W: half a coil for a side that goes, minus half for one that returns, by turns; the first period. */
  readonly sums: readonly [Float64Array, Float64Array, Float64Array];
}

const known = new WeakMap<readonly Coil[], SlotSums>();

export function slotSums(layout: Pick<WindingLayout, 'slots' | 'coils'>): SlotSums {
  const { slots, coils } = layout;
  const found = known.get(coils);
  if (found) return found;
  const all = [new Float64Array(slots), new Float64Array(slots), new Float64Array(slots)] as const;
  for (const coil of coils) {
    const sums = all[coil.phase === 'U' ? 0 : coil.phase === 'V' ? 1 : 2];
    const half = (coil.sign * coil.turnShare) / 2;
    sums[coil.topSlot - 1]! += half;
    sums[coil.bottomSlot - 1]! -= half;
  }
  let period = slots;
  for (let d = 1; d < slots; d++)
    if (slots % d === 0 && all.every((sums) => repeatsAfter(sums, d))) {
      period = d;
      break;
    }
  const made: SlotSums = {
    period,
    repeats: slots / period,
    sums: [all[0].slice(0, period), all[1].slice(0, period), all[2].slice(0, period)],
  };
  known.set(coils, made);
  return made;
}

function repeatsAfter(sums: Float64Array, d: number): boolean {
  for (let s = d; s < sums.length; s++) if (Math.abs(sums[s]! - sums[s - d]!) > 1e-12) return false;
  return true;
}

/** cos and sin of k·2π/Q, k = 0…Q − 1: angles of slots are whole multiples of it, so no other values occur. */
const circles = new Map<number, { readonly cos: Float64Array; readonly sin: Float64Array }>();
export function unitCircle(slots: number) {
  let table = circles.get(slots);
  if (!table) {
    table = { cos: new Float64Array(slots), sin: new Float64Array(slots) };
    for (let k = 0; k < slots; k++) {
      table.cos[k] = Math.cos((2 * Math.PI * k) / slots);
      table.sin[k] = Math.sin((2 * Math.PI * k) / slots);
    }
    circles.set(slots, table);
  }
  return table;
}
