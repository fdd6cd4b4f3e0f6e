/** Preferred round-wire sizes with their enamel build, and what follows for a bundle of wires in hand. */
import { overStrapMm, roundOfStrapMm, type Strap } from './strap.ts';

/**
 * Nominal bare diameter [mm] and the largest overall diameter [mm] for enamel of grade 1, 2, 3.
 * Source: IEC 60317-0-1, table of preferred diameters R20/R40; every row from memory.
 */
const ROWS: readonly (readonly [bare: number, grade1: number, grade2: number, grade3: number])[] = [
  [0.2, 0.226, 0.239, 0.252],
  [0.25, 0.281, 0.297, 0.312],
  [0.315, 0.349, 0.367, 0.384],
  [0.355, 0.392, 0.411, 0.428],
  [0.4, 0.439, 0.459, 0.478],
  [0.45, 0.491, 0.513, 0.533],
  [0.5, 0.544, 0.566, 0.587],
  [0.56, 0.606, 0.63, 0.653],
  [0.63, 0.679, 0.704, 0.728],
  [0.71, 0.762, 0.789, 0.814],
  [0.75, 0.805, 0.834, 0.861],
  [0.8, 0.855, 0.884, 0.911],
  [0.85, 0.909, 0.939, 0.968],
  [0.9, 0.959, 0.989, 1.018],
  [0.95, 1.012, 1.044, 1.074],
  [1.0, 1.062, 1.094, 1.124],
  [1.06, 1.124, 1.157, 1.188],
  [1.12, 1.184, 1.217, 1.248],
  [1.18, 1.246, 1.279, 1.311],
  [1.25, 1.316, 1.349, 1.381],
  [1.32, 1.388, 1.422, 1.455],
  [1.4, 1.468, 1.502, 1.535],
  [1.5, 1.57, 1.606, 1.64],
  [1.6, 1.67, 1.706, 1.74],
  [1.7, 1.772, 1.809, 1.844],
  [1.8, 1.872, 1.909, 1.944],
  [1.9, 1.974, 2.012, 2.048],
  [2.0, 2.074, 2.112, 2.148],
  [2.12, 2.196, 2.235, 2.272],
  [2.24, 2.316, 2.355, 2.392],
  [2.36, 2.438, 2.478, 2.516],
  [2.5, 2.578, 2.618, 2.656],
];

/** Of one decade, in hundredths. Source: ISO 3, R20 and R40 as IEC 60317-0-1 prints them; from memory. */
const R20 = [
  100, 112, 125, 140, 160, 180, 200, 224, 250, 280, 315, 355, 400, 450, 500, 560, 630, 710, 800, 900,
];
const R40_BETWEEN = [
  106, 118, 132, 150, 170, 190, 212, 236, 265, 300, 335, 375, 425, 475, 530, 600, 670, 750, 850, 950,
];

/**
 * Preferred diameters as printed, from the thinner to the thicker, both ends included [mm].
 * @param fromMm, toMm at least 0.01
 * Source: ISO 3, IEC 60317-0-1 (from memory).
 */
export function preferredDiameters(series: 'R20' | 'R40', fromMm: number, toMm: number): number[] {
  const decade = series === 'R20' ? R20 : [...R20, ...R40_BETWEEN].sort((a, b) => a - b);
  const found: number[] = [];
  for (let power = -4; power <= 0; power++)
    for (const m of decade) {
      // Read from digits: 112e-2 is 1.12 to the last bit, 112 · 0.01 is not.
      const d = Number(`${m}e${power}`);
      if (d >= fromMm && d <= toMm) found.push(d);
    }
  return found;
}

export type EnamelGrade = 1 | 2 | 3;
export const PREFERRED_DIAMETERS_MM: readonly number[] = ROWS.map((r) => r[0]);

/**
 * Largest overall diameter of a wire from the table; between two rows the build is interpolated, outside the table the
 * end row's build is kept.
 * @param bareDiameterMm bare diameter [mm], > 0
 * @returns overall diameter [mm]
 * Source: IEC 60317-0-1 (from memory); interpolation for gauge sizes is our own, common practice.
 */
export function enamelledDiameterMm(bareDiameterMm: number, grade: EnamelGrade = 2): number {
  const above = ROWS.findIndex((r) => r[0] >= bareDiameterMm - 1e-9);
  const last = ROWS[ROWS.length - 1]!;
  if (above === -1) return bareDiameterMm + last[grade] - last[0];
  const high = ROWS[above]!;
  if (above === 0 || Math.abs(high[0] - bareDiameterMm) < 1e-9) return bareDiameterMm + high[grade] - high[0];
  const low = ROWS[above - 1]!;
  const share = (bareDiameterMm - low[0]) / (high[0] - low[0]);
  const build = (low[grade] - low[0]) * (1 - share) + (high[grade] - high[0]) * share;
  return bareDiameterMm + build;
}

/** One size among the wires in hand: `count` strands of it in every turn. */
export interface Strand {
  readonly count: number;
  /** Of a strap that of a round wire with the same copper. */
  readonly bareDiameterMm: number;
  /** As measured over the enamel; from the table where absent. */
  readonly overEnamelMm?: number;
  readonly strap?: Strap;
}

/** A strand of strap. @param count strands in every turn */
export const strapStrand = (count: number, strap: Strap): Strand => ({
  count,
  bareDiameterMm: roundOfStrapMm(strap),
  strap,
});

/** The smallest and the largest that a strand measures over its covering [mm]. */
export function overMm(w: Omit<Strand, 'count'>): readonly [least: number, most: number] {
  if (w.strap) return overStrapMm(w.strap);
  const over = w.overEnamelMm ?? enamelledDiameterMm(w.bareDiameterMm);
  return [over, over];
}

/** Bare copper area of one turn, all wires in hand [mm²]. */
export const turnAreaMm2 = (wires: readonly Strand[]): number =>
  wires.reduce((sum, w) => sum + w.count * (Math.PI / 4) * w.bareDiameterMm ** 2, 0);

/** Σ of what each strand of one turn takes up in a slot [mm²]: the square over the enamel, or a strap’s two sides. */
export const turnSquareMm2 = (wires: readonly Strand[]): number =>
  wires.reduce((sum, w) => {
    const [least, most] = overMm(w);
    return sum + w.count * least * most;
  }, 0);

export const wiresInHand = (wires: readonly Strand[]): number => wires.reduce((sum, w) => sum + w.count, 0);
