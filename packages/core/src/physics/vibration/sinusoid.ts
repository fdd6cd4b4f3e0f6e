/** One vibration in every quantity it is read in. All hold for a single sinusoid only. */

const INCH = 25.4;
const GRAVITY = 9.80665;

/** What was read; one of them. */
export type VibrationReading =
  | { readonly velocityMmSRms: number }
  | { readonly velocityInSPeak: number }
  | { readonly displacementUmPp: number }
  | { readonly accelerationGPeak: number };

export interface VibrationFigures {
  readonly frequencyHz: number | null;
  readonly velocityMmSRms: number | null;
  readonly velocityInSPeak: number | null;
  readonly displacementUmPp: number | null;
  readonly displacementMilPp: number | null;
  readonly accelerationGRms: number | null;
}

/** @param frequencyHz null where it is not known: what needs it is null then */
export function convertVibration(read: VibrationReading, frequencyHz: number | null): VibrationFigures {
  const w = frequencyHz === null ? null : 2 * Math.PI * frequencyHz;
  const times = (v: number | null, factor: number | null) =>
    v === null || factor === null ? null : v * factor;
  const over = (v: number | null, divisor: number | null) =>
    v === null || divisor === null ? null : v / divisor;
  /** Peak velocity [mm/s]. */
  const peak =
    'velocityMmSRms' in read
      ? read.velocityMmSRms * Math.SQRT2
      : 'velocityInSPeak' in read
        ? read.velocityInSPeak * INCH
        : 'displacementUmPp' in read
          ? times(read.displacementUmPp / 2000, w)
          : over(read.accelerationGPeak * GRAVITY * 1000, w);
  const displacementUmPp = 'displacementUmPp' in read ? read.displacementUmPp : over(times(peak, 2000), w);
  const accelerationGPeak =
    'accelerationGPeak' in read ? read.accelerationGPeak : over(times(peak, w), GRAVITY * 1000);
  return {
    frequencyHz,
    velocityMmSRms: over(peak, Math.SQRT2),
    velocityInSPeak: over(peak, INCH),
    displacementUmPp,
    displacementMilPp: over(displacementUmPp, INCH),
    accelerationGRms: over(accelerationGPeak, Math.SQRT2),
  };
}

/** Of several frequencies together, rms. */
export const overallRms = (components: readonly number[]): number => Math.hypot(...components);
/** What is left without one of them, not below 0. */
export const withoutComponent = (overall: number, component: number): number =>
  Math.sqrt(Math.max(0, overall ** 2 - component ** 2));
