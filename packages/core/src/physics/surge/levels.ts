/** Peak volts of a surge test. */

export interface SurgeLevels {
  /** √(2/3) of the line volts: the peak of phase to ground. */
  readonly perUnitPeakV: number;
  readonly testPeakV: number;
  readonly maintenancePeakV: number;
  /** 2U + 1000, taken as peak volts. Common practice, no source. */
  readonly shopRulePeakV: number;
}

/** Of a new form-wound winding at the steep front. Source: IEEE 522 (from memory). */
export const NEW_PER_UNIT = 3.5;
/** Share of it for a winding in service. Source: IEEE 522 (from memory). */
const MAINTENANCE = 0.75;

export function surgeLevels(ratedVoltageV: number, perUnit: number = NEW_PER_UNIT): SurgeLevels {
  const perUnitPeakV = Math.sqrt(2 / 3) * ratedVoltageV;
  return {
    perUnitPeakV,
    testPeakV: perUnit * perUnitPeakV,
    maintenancePeakV: MAINTENANCE * NEW_PER_UNIT * perUnitPeakV,
    shopRulePeakV: 2 * ratedVoltageV + 1000,
  };
}
