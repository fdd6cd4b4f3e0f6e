/**
 * What a wire that was measured is sold as: nearest preferred metric sizes and gauges, by its bare diameter, or by the one
 * over its enamel where that is all there is.
 */
import { diameterOfGaugeMm, nearestGauge } from '../../language/units/index.ts';
import { strapOfArea } from './strap.ts';
import {
  enamelledDiameterMm,
  PREFERRED_DIAMETERS_MM,
  preferredDiameters,
  strapStrand,
  type EnamelGrade,
  type Strand,
} from './wire-table.ts';

export interface NearestSize {
  readonly system: 'metric' | 'gauge';
  /** As it is written on a card: `0.95` or `#19`. */
  readonly name: string;
  readonly bareDiameterMm: number;
  /** Enamel that the measure over it points to; null where it was not measured. */
  readonly grade: EnamelGrade | null;
  /** Measured against it [%]: of the bare diameter where that was measured, else of the one over the enamel. */
  readonly offPercent: number;
}

/** Farther off it is not that size but another wire, or a wire measured badly [%]. Common practice, no source. */
const MOST_OFF = 4;
const GRADES: readonly EnamelGrade[] = [1, 2, 3];
const THINNEST = 0.1;
const THICKEST = 5;

/**
 * @param bareMm over the bare copper, null where it was not measured
 * @param overMm over the enamel, null where it was not measured
 * @returns nearest first; empty where neither was measured or nothing is near
 * Source: preferred diameters ISO 3 and IEC 60317-0-1, gauges ASTM B258, enamel build IEC 60317-0-1; from memory.
 */
export function nearestSizes(bareMm: number | null, overMm: number | null): NearestSize[] {
  const measured = bareMm ?? overMm;
  if (measured === null || !(measured > 0)) return [];
  return candidates(measured)
    .map((c): NearestSize => {
      const over = (grade: EnamelGrade) => enamelledDiameterMm(c.bareDiameterMm, grade);
      const grade =
        overMm === null
          ? null
          : GRADES.reduce((a, b) => (Math.abs(over(b) - overMm) < Math.abs(over(a) - overMm) ? b : a));
      const nominal = bareMm === null ? over(grade!) : c.bareDiameterMm;
      return { ...c, grade, offPercent: (measured / nominal - 1) * 100 };
    })
    .filter((s) => Math.abs(s.offPercent) <= MOST_OFF)
    .sort((a, b) => Math.abs(a.offPercent) - Math.abs(b.offPercent))
    .slice(0, 4);
}

function candidates(measuredMm: number): Pick<NearestSize, 'system' | 'name' | 'bareDiameterMm'>[] {
  // Enamel makes a thin wire up to a quarter thicker.
  const [from, to] = [measuredMm * 0.7, measuredMm * 1.1];
  const metric = preferredDiameters('R40', Math.max(THINNEST, from), Math.min(THICKEST, to)).map((d) => ({
    system: 'metric' as const,
    name: String(d),
    bareDiameterMm: d,
  }));
  const around = nearestGauge(measuredMm, 0.5);
  const gauges = Array.from({ length: 11 }, (_, i) => around - 1.5 + i * 0.5)
    .filter((n) => n >= 1 && n <= 38)
    .map((n) => ({ system: 'gauge' as const, name: `#${n}`, bareDiameterMm: diameterOfGaugeMm(n) }));
  return [...metric, ...gauges];
}

/** A strand of so many times the copper, in a size that is sold. */
export const strandOfArea = (w: Strand, factor: number): Strand =>
  w.strap
    ? strapStrand(w.count, strapOfArea(w.strap, factor))
    : { count: w.count, bareDiameterMm: preferredNear(w.bareDiameterMm * Math.sqrt(factor)) };

/** The preferred diameter nearest to this one by area; as it is beyond the table. Source: preferred diameters, IEC 60317-0-1. */
export function preferredNear(bareMm: number): number {
  const last = PREFERRED_DIAMETERS_MM.at(-1)!;
  if (bareMm < PREFERRED_DIAMETERS_MM[0]! * 0.93 || bareMm > last * 1.05) return Number(bareMm.toFixed(2));
  const off = (d: number) => Math.abs(Math.log(d / bareMm));
  return PREFERRED_DIAMETERS_MM.reduce((a, b) => (off(b) < off(a) ? b : a));
}
