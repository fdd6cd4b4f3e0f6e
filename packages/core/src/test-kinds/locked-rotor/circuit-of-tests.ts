/** The motor's circuit from its no-load and its locked-rotor reading, and the curves that follow from it. */
import { proposePoles, type Nameplate } from '../../nameplate/index.ts';
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
} from '../../performance/index.ts';
import { good, refuse, type Outcome } from '../../quantity/index.ts';
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
