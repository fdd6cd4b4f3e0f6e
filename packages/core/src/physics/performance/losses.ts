/** The single losses of an induction motor, each by its rule. Volts line to line, amperes in the line, power of all phases. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

/**
 * 1.5·I²·R with the resistance lead to lead: in star and in delta alike.
 * Source: IEEE 112, IEC 60034-2-1; first principles.
 */
export const statorCopperLoss = (currentA: number, lineOhm: number): number => 1.5 * currentA ** 2 * lineOhm;

/** Two wattmeters, signs kept. Source: Aron's circuit, every textbook. */
export function twoWattmeters(
  firstW: number,
  secondW: number,
): Outcome<{ readonly powerW: number; readonly powerFactor: number }> {
  const powerW = firstW + secondW;
  const apparent = Math.hypot(powerW, Math.sqrt(3) * (firstW - secondW));
  return apparent > 0
    ? good({ powerW, powerFactor: powerW / apparent })
    : refuse('losses.no-power', 'Both meters read nothing: there is no power factor.', 'firstW', 'secondW');
}

export const powerFactorOf = (powerW: number, voltageV: number, currentA: number): number =>
  powerW / (Math.sqrt(3) * voltageV * currentA);

/** Line volts less the drop over the stator's resistance, as a phasor. Source: IEC 60034-2-1 (from memory). */
export function innerVoltage(
  voltageV: number,
  currentA: number,
  powerFactor: number,
  lineOhm: number,
): number {
  const drop = (Math.sqrt(3) / 2) * currentA * lineOhm;
  return Math.hypot(voltageV - drop * powerFactor, drop * Math.sqrt(1 - powerFactor ** 2));
}

export interface CorePoint {
  readonly voltageV: number;
  readonly coreW: number;
}

/** Straight between the points of the measured curve; nothing is carried on beyond it. */
export function coreLossAt(voltageV: number, curve: readonly CorePoint[]): Outcome<number> {
  const sorted = curve.slice().sort((a, b) => a.voltageV - b.voltageV);
  if (sorted.some((p, i) => i > 0 && p.voltageV === sorted[i - 1]!.voltageV))
    return refuse('losses.double-point', 'Two points of the curve have the same volts.', 'curve');
  const exact = sorted.find((p) => p.voltageV === voltageV);
  if (exact) return good(exact.coreW);
  const above = sorted.findIndex((p) => p.voltageV > voltageV);
  if (above <= 0)
    return refuse('losses.off-curve', `${voltageV} V lies outside the points of the curve.`, 'voltageV');
  const [a, b] = [sorted[above - 1]!, sorted[above]!];
  return good(a.coreW + ((b.coreW - a.coreW) * (voltageV - a.voltageV)) / (b.voltageV - a.voltageV));
}

/** Source: IEC 60034-2-1 (from memory). */
export const frictionAtSlip = (frictionW: number, slip: number): number => frictionW * (1 - slip) ** 2.5;

/** Slip at another temperature of the rotor: it goes with the resistance of the cage. */
export const slipAtTemperature = (slip: number, fromC: number, toC: number, rotorConstantC: number): number =>
  (slip * (rotorConstantC + toC)) / (rotorConstantC + fromC);

/** Factor of the winding's loss and of the slip to a coolant of 25 °C, for one point. Source: IEC 60034-2-1 (from memory). */
export const factorToCoolant25 = (windingC: number, coolantC: number, constantC: number): number =>
  (constantC + windingC + 25 - coolantC) / (constantC + windingC);

/** Watts of a horsepower where a North American rule counts in hp. */
const HP_W = 746;

/** Share of the output by rated hp: up to and with 125, up to and with 500, under 2500, from there. Source: IEEE 112, assumed stray-load loss (from memory). */
export function strayByIeee(outputW: number, ratedOutputW: number): number {
  const hp = ratedOutputW / HP_W;
  const share = hp <= 125 ? 0.018 : hp <= 500 ? 0.015 : hp < 2500 ? 0.012 : 0.009;
  return share * outputW;
}

/** Share of the input: 2.5 % to 1 kW, 0.5 % from 10 MW, straight over lg P between. Source: IEC 60034-2-1, assigned allowance (from memory). */
export function strayByIec(inputW: number, ratedOutputW: number): number {
  const lg = Math.log10(ratedOutputW / 1000);
  return inputW * (0.025 - 0.005 * Math.min(4, Math.max(0, lg)));
}

/** ∝ I² − I₀² */
export function strayAtCurrent(
  ratedStrayW: number,
  currentA: number,
  noLoadA: number,
  ratedA: number,
): Outcome<number> {
  if (!(ratedA > noLoadA))
    return refuse(
      'losses.rated-below-no-load',
      'The rated current must be over that at no load.',
      'ratedA',
      'noLoadA',
    );
  return good((ratedStrayW * (currentA ** 2 - noLoadA ** 2)) / (ratedA ** 2 - noLoadA ** 2));
}

export interface Segregated {
  readonly statorCopperW: number;
  readonly airGapW: number;
  readonly rotorCopperW: number;
  readonly lossW: number;
  readonly outputW: number;
  readonly efficiency: number;
}

/** Output as input less the sum of the losses; ohm and slip already at the temperature wanted. Source: IEEE 112, IEC 60034-2-1. */
export function segregatedLosses(q: {
  readonly inputW: number;
  readonly currentA: number;
  readonly lineOhm: number;
  readonly slip: number;
  readonly coreW: number;
  readonly frictionW: number;
  readonly strayW: number;
}): Segregated {
  const statorCopperW = statorCopperLoss(q.currentA, q.lineOhm);
  const airGapW = q.inputW - statorCopperW - q.coreW;
  const rotorCopperW = q.slip * airGapW;
  const lossW = statorCopperW + rotorCopperW + q.coreW + q.frictionW + q.strayW;
  const outputW = q.inputW - lossW;
  return { statorCopperW, airGapW, rotorCopperW, lossW, outputW, efficiency: outputW / q.inputW };
}

/** Tolerance on 1 − η: 15 % up to and with 150 kW, 10 % above. Source: IEC 60034-1, tolerances (from memory). */
export const leastGuaranteed = (efficiency: number, powerKw: number): number =>
  efficiency - (powerKw <= 150 ? 0.15 : 0.1) * (1 - efficiency);
