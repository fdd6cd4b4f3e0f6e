/**
 * Equivalent circuit of an induction machine, one phase of the star, solved exactly: volts line to line, current in the
 * line, power of all three phases. Source: every textbook of electrical machines, such as Fitzgerald, Kingsley & Umans.
 */
import Complex from 'complex.js';
import { rootBetween } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface Circuit {
  readonly r1Ohm: number;
  readonly x1Ohm: number;
  readonly r2Ohm: number;
  readonly x2Ohm: number;
  readonly xmOhm: number;
  /** Core loss as a resistance beside xm; null without. */
  readonly rfeOhm: number | null;
}

export interface LineSupply {
  readonly voltageV: number;
  readonly frequencyHz: number;
  readonly poles: number;
}

export interface MachinePoint {
  readonly slip: number;
  readonly currentA: number;
  /** With the sign of the input power. */
  readonly powerFactor: number;
  readonly inputW: number;
  readonly reactiveVar: number;
  readonly statorCopperW: number;
  readonly coreW: number;
  readonly airGapW: number;
  readonly rotorCopperW: number;
  readonly mechanicalW: number;
  readonly shaftW: number;
  readonly airGapTorqueNm: number;
  /** Null at standstill. */
  readonly shaftTorqueNm: number | null;
  readonly speedRpm: number;
  /** Null where it is neither a motor nor a generator. */
  readonly efficiency: number | null;
  readonly rotorCurrentA: number;
}

export const synchronousRpm = ({ frequencyHz, poles }: Omit<LineSupply, 'voltageV'>): number =>
  (120 * frequencyHz) / poles;
const synchronousRadS = (supply: Omit<LineSupply, 'voltageV'>) => (synchronousRpm(supply) * Math.PI) / 30;

/** @param scale of reactances at another frequency than the circuit's [1] */
export const magnetizing = ({ xmOhm, rfeOhm }: Circuit, scale = 1): Complex => {
  const xm = new Complex(0, xmOhm * scale);
  return rfeOhm === null ? xm : xm.mul(rfeOhm).div(xm.add(rfeOhm));
};
const parallel = (a: Complex, b: Complex) => a.mul(b).div(a.add(b));

/** Impedance seen from the leads; at slip 0 the rotor is not there. */
export function inputImpedance(circuit: Circuit, slip: number, scale = 1): Complex {
  const m = magnetizing(circuit, scale);
  const stator = new Complex(circuit.r1Ohm, circuit.x1Ohm * scale);
  if (slip === 0) return stator.add(m);
  return stator.add(parallel(m, new Complex(circuit.r2Ohm / slip, circuit.x2Ohm * scale)));
}

export function machinePoint(
  circuit: Circuit,
  supply: LineSupply,
  slip: number,
  frictionW: number,
  strayW: number,
): MachinePoint {
  const volts = supply.voltageV / Math.sqrt(3);
  const current = new Complex(volts, 0).div(inputImpedance(circuit, slip));
  const inner = new Complex(volts, 0).sub(current.mul(new Complex(circuit.r1Ohm, circuit.x1Ohm)));
  const rotor = slip === 0 ? new Complex(0, 0) : inner.div(new Complex(circuit.r2Ohm / slip, circuit.x2Ohm));
  // Conjugate of the current: lagging is positive.
  const inputW = 3 * volts * current.re;
  const reactiveVar = -3 * volts * current.im;
  const airGapW = slip === 0 ? 0 : (3 * rotor.abs() ** 2 * circuit.r2Ohm) / slip;
  const rotorCopperW = slip * airGapW;
  const mechanicalW = airGapW - rotorCopperW;
  const shaftW = mechanicalW - frictionW - strayW;
  const w = synchronousRadS(supply);
  return {
    slip,
    currentA: current.abs(),
    powerFactor: inputW / Math.hypot(inputW, reactiveVar),
    inputW,
    reactiveVar,
    statorCopperW: 3 * current.abs() ** 2 * circuit.r1Ohm,
    coreW: circuit.rfeOhm === null ? 0 : (3 * inner.abs() ** 2) / circuit.rfeOhm,
    airGapW,
    rotorCopperW,
    mechanicalW,
    shaftW,
    airGapTorqueNm: airGapW / w,
    shaftTorqueNm: slip === 1 ? null : shaftW / (w * (1 - slip)),
    speedRpm: synchronousRpm(supply) * (1 - slip),
    efficiency:
      inputW > 0 && shaftW > 0 ? shaftW / inputW : inputW < 0 && shaftW < 0 ? inputW / shaftW : null,
    rotorCurrentA: rotor.abs(),
  };
}

/** What the rotor sees: source and impedance behind the gap, with the core's resistance. */
function thevenin(circuit: Circuit, voltageV: number) {
  const m = magnetizing(circuit);
  const stator = new Complex(circuit.r1Ohm, circuit.x1Ohm);
  const share = m.div(m.add(stator));
  return { volts: (share.abs() * voltageV) / Math.sqrt(3), impedance: stator.mul(share) };
}

export interface Breakdown {
  readonly theveninV: number;
  readonly theveninROhm: number;
  readonly theveninXOhm: number;
  readonly slip: number;
  readonly speedRpm: number;
  readonly torqueNm: number;
}

/** Largest torque in the air gap as a motor. */
export function breakdown(circuit: Circuit, supply: LineSupply): Breakdown {
  const { volts, impedance } = thevenin(circuit, supply.voltageV);
  const behind = Math.hypot(impedance.re, impedance.im + circuit.x2Ohm);
  const slip = circuit.r2Ohm / behind;
  return {
    theveninV: volts,
    theveninROhm: impedance.re,
    theveninXOhm: impedance.im,
    slip,
    speedRpm: synchronousRpm(supply) * (1 - slip),
    torqueNm: (3 * volts * volts) / (2 * synchronousRadS(supply) * (impedance.re + behind)),
  };
}

/** Slip at which the motor gives a shaft power: the running one, below the slip of the most mechanical power. */
export function slipForShaftPower(
  circuit: Circuit,
  supply: LineSupply,
  shaftPowerW: number,
  frictionW: number,
  strayW: number,
): Outcome<number> {
  const { impedance } = thevenin(circuit, supply.voltageV);
  const most =
    circuit.r2Ohm / (circuit.r2Ohm + Math.hypot(impedance.re + circuit.r2Ohm, impedance.im + circuit.x2Ohm));
  const short = (slip: number) => machinePoint(circuit, supply, slip, frictionW, strayW).shaftW - shaftPowerW;
  const peak = short(most) + shaftPowerW;
  if (peak < shaftPowerW)
    return refuse(
      'machine.too-much-power',
      `This circuit gives ${Math.round(peak)} W at the shaft at most.`,
      'shaftPowerW',
    );
  return good(rootBetween(short, 0, most));
}

/** Both resistances at another temperature, each with its own constant. */
export const circuitAt = (
  circuit: Circuit,
  fromC: number,
  toC: number,
  statorConstantC: number,
  rotorConstantC: number,
): Circuit => ({
  ...circuit,
  r1Ohm: (circuit.r1Ohm * (statorConstantC + toC)) / (statorConstantC + fromC),
  r2Ohm: (circuit.r2Ohm * (rotorConstantC + toC)) / (rotorConstantC + fromC),
});
