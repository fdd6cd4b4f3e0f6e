/** Frequencies at which the parts of a motor are seen in its vibration and its current. */

/** Outer race fixed, no sliding; `ballHz` is the spin of a ball. Source: kinematics, every textbook of bearings. */
export function bearingFrequencies(q: {
  readonly balls: number;
  readonly ballMm: number;
  readonly pitchMm: number;
  readonly contactDeg: number;
  readonly speedRpm: number;
}) {
  const shaft = q.speedRpm / 60;
  const ratio = (q.ballMm / q.pitchMm) * Math.cos((q.contactDeg * Math.PI) / 180);
  return {
    cageHz: (shaft / 2) * (1 - ratio),
    outerHz: ((q.balls * shaft) / 2) * (1 - ratio),
    innerHz: ((q.balls * shaft) / 2) * (1 + ratio),
    ballHz: ((shaft * q.pitchMm) / (2 * q.ballMm)) * (1 - ratio * ratio),
  };
}

/** Broken bars: slip frequency times poles in the vibration, f(1 ∓ 2s) in the current. Source: common practice, no source. */
export function barFrequencies(lineHz: number, speedRpm: number, poles: number) {
  const synchronous = (120 * lineHz) / poles;
  const slip = (synchronous - speedRpm) / synchronous;
  return {
    slip,
    polePassHz: slip * lineHz * poles,
    currentLowHz: lineHz * (1 - 2 * slip),
    currentHighHz: lineHz * (1 + 2 * slip),
  };
}
