/** Cure at another temperature: how fast it goes, by the activation energy that two lines of the data sheet give. */
import { LONGEST_GAP } from './heat-log.ts';

/** Molar gas constant [J/(mol K)]. Source: CODATA 2018, exact since the redefinition of the kelvin. */
export const GAS_CONSTANT = 8.314462618;
/** 0 °C [K]. */
export const KELVIN = 273.15;

/** One line of a data sheet: so long at that temperature cures it. */
export interface SheetPoint {
  readonly celsius: number;
  readonly minutes: number;
}

/** Lines nearer to each other tell nothing, and no resin has more than that. Common practice, no source [K], [J/mol]. */
const APART = 2;
const MOST_ENERGY = 300_000;

/**
 * @returns activation energy [J/mol]; null where the two lines do not say that hotter is faster, or cannot be of one material
 * Source: S. Arrhenius 1889, t ∝ exp(E / R T); the same form ages insulation in IEC 60216.
 */
export function activationEnergy(a: SheetPoint, b: SheetPoint): number | null {
  const inverse = 1 / (a.celsius + KELVIN) - 1 / (b.celsius + KELVIN);
  if (Math.abs(a.celsius - b.celsius) < APART || !(a.minutes > 0) || !(b.minutes > 0)) return null;
  const energy = (GAS_CONSTANT * Math.log(a.minutes / b.minutes)) / inverse;
  return energy > 0 && energy <= MOST_ENERGY ? energy : null;
}

/** How many times as fast as at the reference [1]. */
export const cureRate = (celsius: number, referenceC: number, energyJPerMol: number): number =>
  Math.exp((energyJPerMol / GAS_CONSTANT) * (1 / (referenceC + KELVIN) - 1 / (celsius + KELVIN)));

/** Within a slice of so many kelvin five points of Gauss are exact to the last digits of a double. */
const SLICE = 5;
/** Places in −1…1 and their weights. Source: Abramowitz and Stegun, table 25.4, n = 5. */
const GAUSS: readonly (readonly [at: number, weight: number])[] = [
  [0, 0.5688888888888889],
  [0.5384693101056831, 0.4786286704993665],
  [-0.5384693101056831, 0.4786286704993665],
  [0.906179845938664, 0.2369268850561891],
  [-0.906179845938664, 0.2369268850561891],
];

/**
 * Minutes at the reference that do what the log did. The temperature is straight between two readings, the rate is not: it
 * is integrated between them as well.
 * @param points rising minutes [min, °C]
 * @param longestGap what lies between readings farther apart counts for nothing [min]
 */
export function equivalentMinutes(
  points: readonly { readonly minute: number; readonly value: number }[],
  referenceC: number,
  energyJPerMol: number,
  longestGap: number = LONGEST_GAP,
): number {
  const rate = (celsius: number) => cureRate(celsius, referenceC, energyJPerMol);
  let total = 0;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const span = b.minute - a.minute;
    if (span > longestGap) continue;
    const slices = Math.max(1, Math.ceil(Math.abs(b.value - a.value) / SLICE));
    const at = (k: number) => rate(a.value + ((b.value - a.value) * k) / slices);
    for (let k = 0; k < slices; k++)
      for (const [place, weight] of GAUSS) total += ((span / slices) * weight * at(k + (1 + place) / 2)) / 2;
  }
  return total;
}
