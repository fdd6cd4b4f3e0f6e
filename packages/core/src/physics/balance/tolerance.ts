/** How much unbalance a rotor may keep, and which plane may keep what. Places along the shaft in mm from any zero. */

/** Exactly, or as the standard prints it. */
export const GRADE_CONSTANT = { exact: 30_000 / Math.PI, printed: 9549 } as const;

/**
 * Permissible residual unbalance of the whole rotor.
 *   U_per = 9549 · G · m / n
 * @param gradeMmPerS G [mm/s]; massKg m [kg]; speedRpm n [rpm]
 * @returns U_per [g·mm]
 * Source: ISO 21940-11:2016, permissible residual unbalance (from memory).
 */
export const permissibleUnbalance = (
  gradeMmPerS: number,
  massKg: number,
  speedRpm: number,
  constant: keyof typeof GRADE_CONSTANT = 'exact',
): number => (GRADE_CONSTANT[constant] * gradeMmPerS * massKg) / speedRpm;

/** The grade that a residual amounts to [mm/s]. */
export const gradeOf = (residualGmm: number, massKg: number, speedRpm: number): number =>
  (residualGmm * speedRpm) / (GRADE_CONSTANT.exact * massKg);

export interface PlaneShares {
  /** By the lever rule; outside the bearings one of them is below nothing. */
  readonly rawAGmm: number;
  readonly rawBGmm: number;
  readonly aGmm: number;
  readonly bGmm: number;
  readonly overhung: boolean;
}

const within = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/**
 * The whole tolerance shared out between the two bearing planes: the nearer one gets more. Centre of gravity between the
 * bearings: each 0.3 to 0.7 of the whole. Outside: each 0.3 to 1.3, so that they need not add up.
 * Source: ISO 21940-11:2016, allocation to tolerance planes (from memory).
 */
export function shareToPlanes(
  permissibleGmm: number,
  centreMm: number,
  bearingAMm: number,
  bearingBMm: number,
): PlaneShares {
  const span = bearingBMm - bearingAMm;
  const rawAGmm = (permissibleGmm * (bearingBMm - centreMm)) / span;
  const rawBGmm = (permissibleGmm * (centreMm - bearingAMm)) / span;
  const overhung = rawAGmm < 0 || rawBGmm < 0;
  const most = overhung ? 1.3 : 0.7;
  const share = (raw: number) => within(Math.abs(raw), 0.3 * permissibleGmm, most * permissibleGmm);
  return { rawAGmm, rawBGmm, aGmm: share(rawAGmm), bGmm: share(rawBGmm), overhung };
}

const POUND_KG = 0.45359237;
/** Avoirdupois ounce times an inch [g·mm]. */
export const OZ_IN_GMM = ((POUND_KG * 1000) / 16) * 25.4;

/**
 * 4·W/N a plane [oz·in], W the load of that journal in pounds.
 * Source: API 541 and shop practice of large machines (from memory).
 */
export function journalRule(journalLoadKg: number, speedRpm: number) {
  const perPlaneOzIn = (4 * journalLoadKg) / POUND_KG / speedRpm;
  return { perPlaneGmm: perPlaneOzIn * OZ_IN_GMM, perPlaneOzIn };
}

const radPerS = (speedRpm: number) => (speedRpm * Math.PI) / 30;

/** U·ω² [N] */
export const unbalanceForce = (unbalanceGmm: number, speedRpm: number): number =>
  unbalanceGmm * 1e-6 * radPerS(speedRpm) ** 2;

const GRAVITY = 9.80665;

/**
 * Trial weight whose force is a share of the rotor's weight [g]. A tenth is common practice, no source.
 * @param radiusMm where it is put
 */
export const trialWeight = (rotorKg: number, speedRpm: number, radiusMm: number, forceShare = 0.1): number =>
  (forceShare * rotorKg * GRAVITY) / (radPerS(speedRpm) ** 2 * radiusMm * 1e-6);
