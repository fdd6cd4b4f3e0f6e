/** A direct-current machine at one current, its field steady. Source: every textbook of electrical machines. */

export function dcMachine(q: {
  readonly voltageV: number;
  readonly armatureOhm: number;
  readonly constantVsPerRad: number;
  readonly currentA: number;
  /** Of both brushes together. */
  readonly brushDropV: number;
}) {
  const emfV = q.voltageV - q.currentA * q.armatureOhm - q.brushDropV;
  return {
    emfV,
    speedRpm: ((emfV / q.constantVsPerRad) * 30) / Math.PI,
    torqueNm: q.constantVsPerRad * q.currentA,
    airGapW: emfV * q.currentA,
  };
}
