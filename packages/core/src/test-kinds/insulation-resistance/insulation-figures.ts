/** Insulation resistance brought to 40 °C, its least figure, its index, and the volts it is taken with. */

export type InsulationModel = 'halving' | 'thermoset';

/**
 * Factor that brings an insulation resistance to 40 °C.
 * halving: 0.5^((40 − T)/10); thermoset: e^(−4230·(1/(T+273) − 1/313)) from 40 to 85 °C, e^(−1245·(…)) from 10 to 40 °C.
 * @param temperatureC winding temperature [°C]
 * Source: IEEE 43-2013, clause on temperature correction, equations for both forms (from memory). Outside 10…85 °C the
 * thermoset form is carried on beyond its range.
 */
export function insulationFactorTo40(temperatureC: number, model: InsulationModel): number {
  if (model === 'halving') return 0.5 ** ((40 - temperatureC) / 10);
  const slope = temperatureC >= 40 ? 4230 : 1245;
  return Math.exp(-slope * (1 / (temperatureC + 273) - 1 / 313));
}

/**
 * Least insulation resistance at 40 °C [MΩ]. IEEE 43-2013, table of recommended minimum values (from memory):
 * 5 random-wound and form-wound under 1 kV; 100 form-wound; rated kV + 1 for windings made before about 1970.
 */
export function leastInsulationMOhm(kind: 'random' | 'form' | 'old', ratedVoltageV: number): number {
  if (kind === 'random') return 5;
  return kind === 'form' ? 100 : ratedVoltageV / 1000 + 1;
}

/** Test voltages by rated line voltage [V]. IEEE 43-2013, guidelines for DC voltages (from memory). */
export function insulationTestVoltage(ratedVoltageV: number): readonly [least: number, most: number] {
  if (ratedVoltageV < 1000) return [500, 500];
  if (ratedVoltageV <= 2500) return [500, 1000];
  if (ratedVoltageV <= 5000) return [1000, 2500];
  return ratedVoltageV <= 12000 ? [2500, 5000] : [5000, 10000];
}

/** What the other phases are tied to while one is tried; the least figure is multiplied by it. Source: IEEE 43-2013 (from memory). */
export const OTHER_PHASES = { whole: 1, grounded: 2, guarded: 3 } as const;
export type OtherPhases = keyof typeof OTHER_PHASES;

/** Above this at 40 °C the ten-minute index says nothing [MΩ]. Source: IEEE 43-2013 (from memory). */
export const INDEX_MEANS_NOTHING = 5000;
/** Least ten-minute index by thermal class: 105 (A) 1.5, from 130 (B) on 2.0. Source: IEEE 43-2013 (from memory). */
export const leastIndex = (thermalClassC: number): number => (thermalClassC <= 105 ? 1.5 : 2);

export interface InsulationFigures {
  readonly factorTo40: number;
  readonly at40MOhm: number;
  readonly atTemperatureMOhm: number | null;
  readonly leastMOhm: number;
  readonly testVoltageV: { readonly least: number; readonly most: number };
  readonly index: number | null;
  readonly indexLeast: number | null;
  readonly indexVerdict: 'pass' | 'fail' | 'disregard' | null;
  readonly absorptionRatio: number | null;
}

/**
 * @param toTemperatureC another temperature than 40 °C; both go through 40 °C
 * @param thermalClassC  without it the index is not held against a limit
 */
export function insulationFigures(q: {
  readonly oneMinuteMOhm: number;
  readonly temperatureC: number;
  readonly model: InsulationModel;
  readonly toTemperatureC?: number | undefined;
  readonly tenMinutesMOhm?: number | undefined;
  readonly thirtySecondsMOhm?: number | undefined;
  readonly thermalClassC?: number | undefined;
  readonly ratedVoltageV: number;
  readonly windingKind: 'random' | 'form' | 'old';
  readonly otherPhases: OtherPhases;
}): InsulationFigures {
  const factorTo40 = insulationFactorTo40(q.temperatureC, q.model);
  const at40MOhm = q.oneMinuteMOhm * factorTo40;
  const [least, most] = insulationTestVoltage(q.ratedVoltageV);
  const index = q.tenMinutesMOhm === undefined ? null : q.tenMinutesMOhm / q.oneMinuteMOhm;
  const indexLeast = q.thermalClassC === undefined ? null : leastIndex(q.thermalClassC);
  const judged = index !== null && at40MOhm > INDEX_MEANS_NOTHING ? 'disregard' : null;
  return {
    factorTo40,
    at40MOhm,
    atTemperatureMOhm:
      q.toTemperatureC === undefined ? null : at40MOhm / insulationFactorTo40(q.toTemperatureC, q.model),
    leastMOhm: leastInsulationMOhm(q.windingKind, q.ratedVoltageV) * OTHER_PHASES[q.otherPhases],
    testVoltageV: { least, most },
    index,
    indexLeast,
    indexVerdict:
      judged ?? (index === null || indexLeast === null ? null : index >= indexLeast ? 'pass' : 'fail'),
    absorptionRatio: q.thirtySecondsMOhm === undefined ? null : q.oneMinuteMOhm / q.thirtySecondsMOhm,
  };
}
