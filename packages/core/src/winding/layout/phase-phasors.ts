/** Sums of the coil-side phasors of each phase, for a wave of any number of pole pairs. Source: star of slots, first principles. */
import type { WindingLayout } from './layout.ts';
import { slotSums, unitCircle } from './slot-sums.ts';
import type { Complex } from './sequences.ts';

/**
 * Sum of the coil-side phasors of every phase for the wave with ν pole pairs, each coil counted as sign·(top − bottom)/2
 * so that a coil of full pitch contributes 1.
 * @param polePairs ν, any whole number from 1; ν = p is the working wave
 * @returns complex sums in coils, order U, V, W
 */
export function phasePhasors(
  layout: Pick<WindingLayout, 'slots' | 'coils'>,
  polePairs: number,
): readonly [Complex, Complex, Complex] {
  const { period, repeats, sums } = slotSums(layout);
  // Over the whole bore the repeats cancel for every other wave.
  if (polePairs % repeats !== 0) return [NOTHING, NOTHING, NOTHING];
  const { slots } = layout;
  const { cos, sin } = unitCircle(slots);
  const step = polePairs % slots;
  const phasor = (sum: Float64Array): Complex => {
    let re = 0;
    let im = 0;
    let at = 0;
    for (let s = 0; s < period; s++) {
      const value = sum[s]!;
      if (value !== 0) {
        re += value * cos[at]!;
        im += value * sin[at]!;
      }
      at += step;
      if (at >= slots) at -= slots;
    }
    return { re: re * repeats, im: im * repeats };
  };
  return [phasor(sums[0]), phasor(sums[1]), phasor(sums[2])];
}

const NOTHING: Complex = { re: 0, im: 0 };
