/** Currents of the two windings at standstill, and the capacitor that sets them apart: estimates, named as such. */
import { foldDeg } from './concentric-branch.ts';

/** A winding at standstill, or a motor's whole winding seen from its leads. */
export interface Impedance {
  readonly r: number;
  readonly x: number;
}

export interface LockedCurrents {
  readonly mainA: number;
  readonly startA: number;
  readonly lineA: number;
  /** Start current before main current in time, in (−180, 180] [°]. */
  readonly aheadDeg: number;
  /** ratio · I_m · I_s · sin(ahead): compares capacitors, is no torque [A²]. */
  readonly torqueFactor: number;
}

const omega = (frequencyHz: number) => 2 * Math.PI * frequencyHz;

/** Reactance of a capacitor [Ω]. */
export const capacitorOhm = (capacitorUf: number, frequencyHz: number) =>
  1e6 / (omega(frequencyHz) * capacitorUf);

/**
 * Both windings on the line at standstill, without coupling between them.
 * @param capacitorUf in the start winding [µF]; null without one
 * Source: circuit theory; the starting torque of two windings in quadrature ∝ I_m·I_s·sin of the angle between them
 * (Fitzgerald, Kingsley & Umans, ch. 9, from memory).
 */
export function lockedCurrents(
  voltageV: number,
  frequencyHz: number,
  main: Impedance,
  start: Impedance,
  capacitorUf: number | null,
  effectiveRatio = 1,
): LockedCurrents {
  const xs = start.x - (capacitorUf === null ? 0 : capacitorOhm(capacitorUf, frequencyHz));
  const angle = (r: number, x: number) => -Math.atan2(x, r);
  const [am, as] = [angle(main.r, main.x), angle(start.r, xs)];
  const [mainA, startA] = [voltageV / Math.hypot(main.r, main.x), voltageV / Math.hypot(start.r, xs)];
  const ahead = as - am;
  return {
    mainA,
    startA,
    lineA: Math.hypot(
      mainA * Math.cos(am) + startA * Math.cos(as),
      mainA * Math.sin(am) + startA * Math.sin(as),
    ),
    aheadDeg: foldDeg((ahead * 180) / Math.PI),
    torqueFactor: effectiveRatio * mainA * startA * Math.sin(ahead),
  };
}

export interface CapacitorEstimate {
  /** Null when no positive capacitance does it [µF]. */
  readonly capacitorUf: number | null;
  readonly reactanceOhm: number | null;
}

const estimate = (reactanceOhm: number, frequencyHz: number): CapacitorEstimate => ({
  capacitorUf:
    reactanceOhm > 0 && Number.isFinite(reactanceOhm) ? 1e6 / (omega(frequencyHz) * reactanceOhm) : null,
  reactanceOhm: Number.isFinite(reactanceOhm) ? reactanceOhm : null,
});

/**
 * The start current stands 90° before the main current at standstill: X_c = X_s + R_s·R_m / X_m.
 * Source: circuit theory; Veinott, Theory and Design of Small Induction Motors (from memory).
 */
export const capacitorForQuadrature = (frequencyHz: number, main: Impedance, start: Impedance) =>
  estimate(start.x + (start.r * main.r) / main.x, frequencyHz);

/**
 * The greatest torque at standstill, which is not quadrature: X_c = X_s + R_s·R_m / (X_m + |Z_m|).
 * Source: the maximum of I_s·sin of the angle over X_c, first principles; Veinott (from memory).
 */
export const capacitorForTorque = (frequencyHz: number, main: Impedance, start: Impedance) =>
  estimate(start.x + (start.r * main.r) / (main.x + Math.hypot(main.r, main.x)), frequencyHz);

export interface RunningBalance extends CapacitorEstimate {
  readonly effectiveRatio: number;
  readonly capacitorV: number;
  /** What no capacitor takes away; 0 without a backward field [° electrical]. */
  readonly balanceErrorElectricalDeg: number;
}

/**
 * Running without a backward field, seen from the main winding: start volts = ratio × main volts a quarter later, current
 * I_m / ratio, so that U_c = U·√(1 + ratio²). Exact at ratio = tan φ.
 * @param effectiveRatio of the motor as it is wound; the one that balances exactly when null
 * Source: symmetrical two-phase operation; Veinott (from memory), first principles.
 */
export function capacitorForRunning(
  frequencyHz: number,
  voltageV: number,
  mainCurrentA: number,
  mainPowerFactor: number,
  effectiveRatio: number | null = null,
): RunningBalance {
  const phi = Math.acos(mainPowerFactor);
  const ratio = effectiveRatio ?? Math.tan(phi);
  const capacitorV = voltageV * Math.hypot(1, ratio);
  return {
    ...estimate((capacitorV * ratio) / mainCurrentA, frequencyHz),
    effectiveRatio: ratio,
    capacitorV,
    balanceErrorElectricalDeg: effectiveRatio === null ? 0 : ((Math.atan(ratio) - phi) * 180) / Math.PI,
  };
}
