/** The motor's circuit from its no-load and its locked-rotor reading, and the curves that follow from it. */
import { proposePoles, type Nameplate } from '../../winding/nameplate/index.ts';
import {
  breakdown,
  FIT_METHODS,
  fitCircuit,
  machinePoint,
  slipForShaftPower,
  type Breakdown,
  type CircuitFit,
  type FitMethod,
  type LineSupply,
  type MachinePoint,
} from '../../physics/performance/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import type { Chart } from '../chart.ts';
import { separationOf } from '../no-load/losses.ts';

export interface RunWatts {
  readonly voltage?: number;
  readonly u?: number;
  readonly v?: number;
  readonly w?: number;
  /** [kW] */
  readonly power?: number;
  readonly leadOhm?: number;
  readonly series?: string;
  readonly frequency?: number;
}

export interface MotorCircuit extends CircuitFit {
  readonly method: FitMethod;
  readonly supply: LineSupply;
  /** What is lost at the shaft and not in the circuit [W]. */
  readonly frictionW: number;
  readonly breakdown: Breakdown;
  /** At the plate's power; null where it is not known, or the circuit does not reach it. */
  readonly rated: MachinePoint | null;
  /** What was taken for granted. */
  readonly assumed: readonly string[];
}

/** Of design B, the usual cage. Source: IEEE 112, share of the leakage (from memory). */
const X1_SHARE = 0.4;

/** @returns refused where a figure is missing, in words that say which */
export function circuitOfTests(noLoad: RunWatts, locked: RunWatts, plate: Nameplate): Outcome<MotorCircuit> {
  const poles =
    plate.speedRpm && plate.frequencyHz
      ? (proposePoles(plate.speedRpm, plate.frequencyHz)?.poles ?? null)
      : null;
  if (!plate.voltageV || !plate.frequencyHz || !poles)
    return refuse('circuit.no-plate', 'The plate needs volts, frequency and speed.', 'plate');
  const running = standTest(noLoad);
  const standing = standTest(locked);
  if (!running)
    return refuse(
      'circuit.no-load-watts',
      'The no-load run needs its watts and the ohms lead to lead.',
      'power',
    );
  if (!standing)
    return refuse(
      'circuit.locked-watts',
      'The locked-rotor reading needs its watts and the ohms lead to lead.',
      'power',
    );
  const parted = separationOf(noLoad.series, plate);
  const method = parted && parted.frictionW > 0 ? 'exact' : 'shared';
  const frequencyHz = plate.frequencyHz;
  const fitted = fitCircuit(method, {
    noLoad: running,
    locked: { ...standing, frequencyHz: locked.frequency ?? frequencyHz },
    frequencyHz,
    x1Share: X1_SHARE,
    ...(parted ? { frictionW: parted.frictionW, coreW: parted.coreRatedW } : {}),
  });
  if (!fitted.ok) return fitted;
  const supply = { voltageV: plate.voltageV, frequencyHz, poles };
  // Without a series friction and core are one lump at the shaft.
  const frictionW = method === 'exact' ? parted!.frictionW : fitted.value.rotationalW;
  const slip = plate.powerKw
    ? slipForShaftPower(fitted.value.circuit, supply, 1000 * plate.powerKw, frictionW, 0)
    : null;
  return good({
    ...fitted.value,
    method,
    supply,
    frictionW,
    breakdown: breakdown(fitted.value.circuit, supply),
    rated: slip?.ok ? machinePoint(fitted.value.circuit, supply, slip.value, frictionW, 0) : null,
    assumed: [
      `${FIT_METHODS[method]}`,
      `stator leakage ${X1_SHARE} of the whole, as of design B`,
      'copper as warm as in the tests, no stray loss, no saturation of the leakage',
      ...(method === 'exact'
        ? []
        : ['core, friction and windage in one lump, since there is no series at falling volts']),
    ],
  });
}

export interface MotorCurves {
  readonly lines: readonly (readonly [label: string, text: string])[];
  readonly charts: readonly Chart[];
}

/** Circuit and curves as a document has them. */
export function curvesOfMotor(c: MotorCircuit, plate: Nameplate): MotorCurves {
  const speeds = speedCurve(c);
  const loads = plate.powerKw ? loadCurve(c, 1000 * plate.powerKw) : [];
  const ohm = (v: number | null) => (v === null ? 'none' : `${showNumber(v, 4)} Ω`);
  const { r1Ohm, x1Ohm, r2Ohm, x2Ohm, xmOhm, rfeOhm } = c.circuit;
  return {
    lines: [
      ['R1, X1', `${ohm(r1Ohm)}, ${ohm(x1Ohm)}`],
      ['R2, X2', `${ohm(r2Ohm)}, ${ohm(x2Ohm)}`],
      ['Xm, R core', `${ohm(xmOhm)}, ${ohm(rfeOhm)}`],
      ['Pull-out', `${showNumber(c.breakdown.torqueNm, 3)} N·m at ${Math.round(c.breakdown.speedRpm)} rpm`],
      ...(c.rated
        ? [
            [
              'At rated power',
              `${showNumber(100 * c.rated.efficiency!, 3)} %, ${showNumber(c.rated.currentA, 3)} A, power factor ${showNumber(c.rated.powerFactor, 2)}, ${Math.round(c.rated.speedRpm)} rpm`,
            ] as const,
          ]
        : []),
      ['Assumed', c.assumed.join('; ')],
    ],
    charts: [
      {
        title: 'Torque over the speed',
        x: { name: 'speed', unit: 'rpm' },
        y: { name: 'torque', unit: 'N·m' },
        lines: [
          { name: 'torque', as: 'line' as const, points: speeds.map((p) => [p.speedRpm, p.airGapTorqueNm]) },
        ],
      },
      {
        title: 'Current over the speed',
        x: { name: 'speed', unit: 'rpm' },
        y: { name: 'current', unit: 'A' },
        lines: [
          { name: 'current', as: 'line' as const, points: speeds.map((p) => [p.speedRpm, p.currentA]) },
        ],
      },
      ...(loads.length > 1
        ? [
            {
              title: 'Efficiency and power factor over the load',
              x: { name: 'output', unit: 'kW' },
              y: { name: 'share', unit: '%' },
              lines: [
                {
                  name: 'efficiency',
                  as: 'line' as const,
                  points: loads.map((p) => [p.shaftW / 1000, 100 * (p.efficiency ?? 0)] as const),
                },
                {
                  name: 'power factor',
                  as: 'dashed' as const,
                  points: loads.map((p) => [p.shaftW / 1000, 100 * p.powerFactor] as const),
                },
              ],
            },
          ]
        : []),
    ],
  };
}

function standTest({ voltage, u, v, w, power, leadOhm }: RunWatts) {
  return voltage === undefined ||
    u === undefined ||
    v === undefined ||
    w === undefined ||
    power === undefined ||
    leadOhm === undefined
    ? null
    : { voltageV: voltage, currentA: (u + v + w) / 3, powerW: 1000 * power, statorOhm: leadOhm / 2 };
}

/** From standstill to the synchronous speed, closer together where the curves bend. */
export function speedCurve({ circuit, supply, frictionW }: MotorCircuit, points = 120): MachinePoint[] {
  return Array.from({ length: points }, (_, i) => {
    const slip = Math.max(1e-4, (1 - i / (points - 1)) ** 2);
    return machinePoint(circuit, supply, slip, frictionW, 0);
  });
}

/** From no load to five quarters of the rated power. */
export function loadCurve(
  { circuit, supply, frictionW }: MotorCircuit,
  ratedW: number,
  points = 40,
): MachinePoint[] {
  return Array.from({ length: points }, (_, i) => (1.25 * ratedW * (i + 1)) / points).flatMap((watts) => {
    const slip = slipForShaftPower(circuit, supply, watts, frictionW, 0);
    return slip.ok ? [machinePoint(circuit, supply, slip.value, frictionW, 0)] : [];
  });
}
