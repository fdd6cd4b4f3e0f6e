/** Equivalent circuit from a no-load and a locked-rotor test, by four methods, with what each leaves unexplained. */
import Complex from 'complex.js';
import { rootBetween } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { inputImpedance, type Circuit } from './circuit.ts';

export interface StandTest {
  /** Line to line [V], in the line [A], of all three phases [W]. */
  readonly voltageV: number;
  readonly currentA: number;
  readonly powerW: number;
  /** One phase of the star, at the temperature of this test [Ω]. */
  readonly statorOhm: number;
}

export interface FitQuestion {
  readonly noLoad: StandTest;
  readonly locked: StandTest & { readonly frequencyHz: number };
  readonly frequencyHz: number;
  /** X1/(X1 + X2): 0.5 for design A and D, 0.4 for B, 0.3 for C. Source: IEEE 112 (from memory). */
  readonly x1Share: number;
  readonly coreW?: number | undefined;
  readonly frictionW?: number | undefined;
}

/** Calculated less measured. */
export interface FitResiduals {
  readonly noLoadCurrentA: number;
  readonly noLoadPowerW: number;
  readonly lockedCurrentA: number;
  readonly lockedPowerW: number;
}

export interface CircuitFit {
  readonly circuit: Circuit;
  /** No-load power less stator copper [W]. */
  readonly rotationalW: number;
  readonly residuals: FitResiduals;
}

interface Seen {
  readonly volts: number;
  readonly current: number;
  readonly z: number;
  readonly r: number;
  readonly x: number;
  readonly reactiveVar: number;
}
const seen = ({ voltageV, currentA, powerW }: StandTest): Seen => {
  const volts = voltageV / Math.sqrt(3);
  const z = volts / currentA;
  const r = powerW / (3 * currentA ** 2);
  const x = Math.sqrt(z * z - r * r);
  return { volts, current: currentA, z, r, x, reactiveVar: 3 * currentA ** 2 * x };
};

export const FIT_METHODS = {
  exact: 'both tests reproduced by the exact circuit',
  'ieee-112': 'the iteration of IEEE 112',
  shared: 'reactances shared out by reactive power',
  simple: 'magnetizing branch left out while locked',
} as const;
export type FitMethod = keyof typeof FIT_METHODS;

/** Source: IEEE 112, locked-rotor and no-load method; IEC 60034-28 (both from memory); Fitzgerald et al., ch. 6, for the simple one. */
export function fitCircuit(method: FitMethod, q: FitQuestion): Outcome<CircuitFit> {
  const wrong = impossible(q);
  if (wrong) return wrong;
  const fitted = METHODS[method](q);
  if (!fitted.ok) return fitted;
  const circuit = fitted.value;
  const { noLoad } = q;
  if (Object.values(circuit).some((v) => v !== null && !(v > 0) && v !== 0))
    return refuse(
      'fit.negative',
      'No circuit with positive parts reads so: look at the two tests again.',
      'noLoad',
      'locked',
    );
  const rotationalW = noLoad.powerW - 3 * noLoad.currentA ** 2 * noLoad.statorOhm;
  return good({ circuit, rotationalW, residuals: residualsOf(circuit, q, rotationalW) });
}

function impossible({ noLoad, locked }: FitQuestion): Outcome<never> | null {
  for (const [name, test] of [
    ['noLoad', noLoad],
    ['locked', locked],
  ] as const) {
    if (test.powerW >= Math.sqrt(3) * test.voltageV * test.currentA)
      return refuse(
        'fit.power-too-large',
        'The power is more than volts and amperes allow.',
        `${name}.powerW`,
      );
    if (test.powerW <= 3 * test.currentA ** 2 * test.statorOhm)
      return refuse(
        'fit.power-too-small',
        'The power does not even cover the copper of the stator: look at the resistance, which is of one phase of the star.',
        `${name}.powerW`,
        `${name}.statorOhm`,
      );
  }
  return null;
}

const METHODS: Readonly<Record<FitMethod, (q: FitQuestion) => Outcome<Circuit>>> = {
  simple: ({ noLoad, locked, frequencyHz, x1Share }) => {
    const at = seen(locked);
    const leakage = (at.x * frequencyHz) / locked.frequencyHz;
    return good(circuitOf(locked.statorOhm, x1Share, leakage, seen(noLoad).z, at.r - locked.statorOhm, null));
  },
  shared: ({ noLoad, locked, frequencyHz, x1Share: a }) => {
    const x0 = seen(noLoad).x;
    const at = seen(locked);
    const xl = (at.x * frequencyHz) / locked.frequencyHz;
    // a²S² − (X0 − XL(1 − 2a))S + XL·X0 = 0 for S = X1 + X2; the smaller root is the leakage.
    const b = x0 - xl * (1 - 2 * a);
    const root = b * b - 4 * a * a * xl * x0;
    if (!(root >= 0) || xl >= x0) return noReactances();
    const leakage = (2 * xl * x0) / (b + Math.sqrt(root));
    const x2 = (1 - a) * leakage;
    const xm = x0 - a * leakage;
    const r2 = (at.r - locked.statorOhm) * ((x2 + xm) / xm) ** 2;
    return good(circuitOf(locked.statorOhm, a, leakage, x0, r2, null));
  },
  'ieee-112': ({ noLoad, locked, frequencyHz, x1Share, coreW }) => {
    if (coreW === undefined) return refuse('fit.no-core-loss', 'This method needs the core loss.', 'coreW');
    const zero = seen(noLoad);
    const at = seen(locked);
    const ratio = x1Share / (1 - x1Share);
    let x1 = 0;
    let xm = zero.x;
    let x1Locked = 0;
    for (let i = 0, change = Infinity; change > 1e-14; i++) {
      if (i > 500 || !Number.isFinite(xm)) return noReactances();
      const before = xm;
      const behind = 1 + x1 / xm;
      xm = (3 * zero.volts ** 2) / ((zero.reactiveVar - 3 * zero.current ** 2 * x1) * behind ** 2);
      const h = ratio + x1 / xm;
      x1Locked = ((at.reactiveVar / (3 * at.current ** 2)) * h) / (1 + h);
      const next = (x1Locked * frequencyHz) / locked.frequencyHz;
      change = Math.abs(next / (x1 || next / 2) - 1) + Math.abs(xm / before - 1);
      x1 = next;
    }
    const x2 = x1 / ratio;
    const rfeOhm = (3 * zero.volts ** 2) / (coreW * (1 + x1 / xm) ** 2);
    const r2Ohm = (at.r - locked.statorOhm) * (1 + x2 / xm) ** 2 - ((x2 / x1) ** 2 * x1Locked ** 2) / rfeOhm;
    return good({ r1Ohm: locked.statorOhm, x1Ohm: x1, r2Ohm, x2Ohm: x2, xmOhm: xm, rfeOhm });
  },
  exact: (q) => {
    if (q.frictionW === undefined)
      return refuse('fit.no-friction', 'This method needs the friction and windage.', 'frictionW');
    return exactCircuit(q, q.frictionW);
  },
};
const circuitOf = (
  r1Ohm: number,
  share: number,
  leakage: number,
  whole: number,
  r2Ohm: number,
  rfeOhm: number | null,
): Circuit => ({
  r1Ohm,
  x1Ohm: share * leakage,
  r2Ohm,
  x2Ohm: (1 - share) * leakage,
  xmOhm: whole - share * leakage,
  rfeOhm,
});
const noReactances = () =>
  refuse<Circuit>(
    'fit.no-reactances',
    'The locked test shows no less reactance than the one at no load: look at volts and amperes of both.',
    'noLoad',
    'locked',
  );

/** No digit that a reading has moves any more. */
const SETTLED = 1e-11;

/**
 * Five unknowns from five measured figures: both impedances, and the friction that the gap must carry at no load.
 * Each turn takes the magnetizing branch from no load and the rotor from the locked test, until neither moves.
 */
function exactCircuit(
  { noLoad, locked, frequencyHz, x1Share }: FitQuestion,
  frictionW: number,
): Outcome<Circuit> {
  const zero = seen(noLoad);
  const at = seen(locked);
  const scale = locked.frequencyHz / frequencyHz;
  let x1 = (x1Share * at.x) / scale;
  let x2 = ((1 - x1Share) * at.x) / scale;
  let r2 = at.r - locked.statorOhm;
  for (let i = 0; i < 2000; i++) {
    // At no load: what the rotor does not take goes through the magnetizing branch.
    const behind = new Complex(zero.r - noLoad.statorOhm, zero.x - x1);
    const inner = zero.current * behind.abs();
    const slip = slipForFriction(r2, x2, inner, frictionW);
    if (slip === null) return noReactances();
    const admittance = behind.inverse();
    const left = slip === 0 ? admittance : admittance.sub(new Complex(r2 / slip, x2).inverse());
    const rfe = 1 / left.re;
    const xm = -1 / left.im;
    if (!(rfe > 0) || !(xm > 0))
      return refuse(
        'fit.no-core-left',
        'Copper and friction take more than the whole no-load power: look at the friction and the resistance.',
        'frictionW',
        'noLoad.statorOhm',
      );
    // Locked: what is not the stator and not the magnetizing branch is the rotor.
    const seenBehind = new Complex(at.r - locked.statorOhm, at.x - x1 * scale);
    const rotor = seenBehind
      .inverse()
      .sub(new Complex(1 / rfe, 0))
      .sub(new Complex(0, xm * scale).inverse())
      .inverse();
    const nextX2 = rotor.im / scale;
    const leakage = x1 + nextX2;
    const nextX1 = x1Share * leakage;
    const change = Math.abs(nextX1 - x1) + Math.abs(nextX2 - x2) + Math.abs(rotor.re - r2);
    [x1, x2, r2] = [nextX1, nextX2, rotor.re];
    if (!(r2 > 0 && Number.isFinite(x2))) return noReactances();
    // On its way a reactance may pass below nothing; at its end it may not.
    if (change < SETTLED * (Math.abs(x1) + Math.abs(x2) + r2))
      return x1 >= 0 && x2 > 0
        ? good({ r1Ohm: locked.statorOhm, x1Ohm: x1, r2Ohm: r2, x2Ohm: x2, xmOhm: xm, rfeOhm: rfe })
        : noReactances();
  }
  return noReactances();
}

/** Small slip at which the gap carries the friction: (1 − s)·3·E²·(R2/s)/((R2/s)² + X2²) = friction. */
function slipForFriction(r2: number, x2: number, inner: number, frictionW: number): number | null {
  if (frictionW === 0) return 0;
  const carried = (s: number) => ((1 - s) * 3 * inner ** 2 * r2 * s) / (r2 * r2 + (s * x2) ** 2);
  const most = r2 / (r2 + Math.hypot(r2, x2));
  if (carried(most) < frictionW) return null;
  return rootBetween((s) => carried(s) - frictionW, 0, most);
}

function residualsOf(circuit: Circuit, q: FitQuestion, rotationalW: number): FitResiduals {
  const at = (test: StandTest, slip: number, scale: number) => {
    const z = inputImpedance({ ...circuit, r1Ohm: test.statorOhm }, slip, scale);
    const current = test.voltageV / Math.sqrt(3) / z.abs();
    return { current, power: 3 * current ** 2 * z.re };
  };
  const locked = at(q.locked, 1, q.locked.frequencyHz / q.frequencyHz);
  const { noLoad, frictionW } = q;
  // Without a core in the circuit everything that turns is one lump beside it.
  const beside = circuit.rfeOhm === null ? rotationalW : (frictionW ?? rotationalW - (q.coreW ?? 0));
  const running =
    circuit.rfeOhm !== null && frictionW !== undefined
      ? atFriction((slip) => at(noLoad, slip, 1), circuit, noLoad, frictionW)
      : { ...at(noLoad, 0, 1), extra: beside };
  return {
    noLoadCurrentA: running.current - noLoad.currentA,
    noLoadPowerW: running.power + running.extra - noLoad.powerW,
    lockedCurrentA: locked.current - q.locked.currentA,
    lockedPowerW: locked.power - q.locked.powerW,
  };
}

/** The no-load test as the circuit has it, with the slip that carries its friction. */
function atFriction(
  at: (slip: number) => { readonly current: number; readonly power: number },
  circuit: Circuit,
  test: StandTest,
  frictionW: number,
) {
  const carried = (slip: number) => {
    const { current } = at(slip);
    const z = inputImpedance({ ...circuit, r1Ohm: test.statorOhm }, slip);
    const inner = current * z.sub(new Complex(test.statorOhm, circuit.x1Ohm)).abs();
    return (
      ((1 - slip) * 3 * inner ** 2 * circuit.r2Ohm * slip) /
      (circuit.r2Ohm ** 2 + (slip * circuit.x2Ohm) ** 2)
    );
  };
  const most = circuit.r2Ohm / (circuit.r2Ohm + circuit.x1Ohm + circuit.x2Ohm);
  const slip = frictionW === 0 ? 0 : rootBetween((s) => carried(s) - frictionW, 0, most);
  return { ...at(slip), extra: 0 };
}
