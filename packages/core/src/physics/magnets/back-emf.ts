/** Constants of a machine with magnets: volts at a speed, torque at a current. Source: power balance, every textbook. */

/** 1000 rpm [rad/s]. */
const KRPM = (1000 * Math.PI) / 30;

/** V·s/rad and N·m/A are one figure. */
export const brushedTorquePerA = (voltPerKrpm: number): number => voltPerKrpm / KRPM;
export const voltPerKrpm = (rpmPerVolt: number): number => 1000 / rpmPerVolt;

/** Sinusoidal machine, current in phase with the induced voltage. @param lineRms volts line to line at 1000 rpm */
export function sineConstants(lineRms: number, polePairs: number) {
  const lineRmsVsPerRad = lineRms / KRPM;
  const phasePeakVsPerRad = (lineRmsVsPerRad * Math.SQRT2) / Math.sqrt(3);
  const torquePerARms = Math.sqrt(3) * lineRmsVsPerRad;
  return {
    lineRmsVsPerRad,
    phasePeakVsPerRad,
    linePeakVoltPerKrpm: lineRms * Math.SQRT2,
    torquePerARms,
    torquePerAPeak: torquePerARms / Math.SQRT2,
    fluxLinkagePeakVs: phasePeakVsPerRad / polePairs,
  };
}

export const lineRmsPerKrpm = (lineRmsV: number, speedRpm: number): number => (lineRmsV * 1000) / speedRpm;
export const rpmOf = (frequencyHz: number, polePairs: number): number => (60 * frequencyHz) / polePairs;

/** A constant at another temperature of the magnets; the coefficient is referred to 20 °C. */
export const constantAt = (constant: number, fromC: number, toC: number, percentPerK: number): number => {
  const at = (c: number) => 1 + (percentPerK / 100) * (c - 20);
  return (constant * at(toC)) / at(fromC);
};
