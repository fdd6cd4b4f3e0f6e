/** Magnetomotive force round the bore: the stepped wave and its space harmonics. */
import { coilsOf, phasePhasors, sequences, slotSums, type WindingLayout } from '../layout/index.ts';

/**
 * Ampere-conductors of every slot with the given phase currents, then the wave they make.
 * @param currents phase currents U, V, W [A]; each coil carries current / circuits
 * @returns steps[i] [A]: magnetomotive force from the centre of slot i + 1 to that of slot i + 2, mean removed
 * Source: Ampère's law round tooth and yoke, iron without drop; first principles.
 */
export function magnetomotiveForceSteps(
  layout: WindingLayout,
  turnsPerCoil: number,
  circuits: number,
  currents: readonly [number, number, number],
): number[] {
  const conductors = new Array<number>(layout.slots).fill(0);
  for (const coil of layout.coils) {
    const i = currents[coil.phase === 'U' ? 0 : coil.phase === 'V' ? 1 : 2];
    const amperes = (coil.sign * coil.turnShare * turnsPerCoil * i) / circuits;
    conductors[coil.topSlot - 1]! += amperes;
    conductors[coil.bottomSlot - 1]! -= amperes;
  }
  let sum = 0;
  const steps = conductors.map((a) => (sum += a));
  const mean = steps.reduce((s, a) => s + a, 0) / steps.length;
  return steps.map((a) => a - mean);
}

export interface SpaceHarmonic {
  /** ν, pole pairs of this wave. */
  readonly polePairs: number;
  /** h = ν / p, relative to the working wave. */
  readonly order: number;
  readonly windingFactor: number;
  /** Running with the working wave, against it, or both (a winding that is not exactly balanced). */
  readonly direction: 'with' | 'against' | 'both';
  /** Peak of the rotating wave for 1 A peak in every phase [A]. */
  readonly amplitudeA: number;
}

/**
 * Space harmonics up to `highestOrder` times the working wave that the three phases together really make.
 *   F_ν = 3/2 · 2/(π·ν) · N_coils·k_w(ν)·T / circuits
 * @param highestOrder h up to which waves are listed [1]
 * Source: Fourier series of the stepped wave; direction from the symmetrical components of the phase sums. First principles.
 */
export function spaceHarmonics(
  layout: WindingLayout,
  turnsPerCoil: number,
  circuits: number,
  highestOrder = 19,
): SpaceHarmonic[] {
  const { repeats } = slotSums(layout);
  const coilsPerPhase = coilsOf(layout, 'U');
  const found: SpaceHarmonic[] = [];
  for (let nu = repeats; nu <= highestOrder * layout.polePairs; nu += repeats) {
    const z = phasePhasors(layout, nu);
    const { positive, negative } = sequences(z);
    const larger = Math.max(positive, negative);
    if (larger < 1e-9 * coilsPerPhase) continue;
    const smaller = Math.min(positive, negative);
    found.push({
      polePairs: nu,
      order: nu / layout.polePairs,
      windingFactor: Math.hypot(z[0].re, z[0].im) / coilsPerPhase,
      direction: smaller > 1e-6 * larger ? 'both' : positive > negative ? 'with' : 'against',
      amplitudeA: (3 / 2) * (2 / (Math.PI * nu)) * larger * (turnsPerCoil / circuits),
    });
  }
  return found;
}
