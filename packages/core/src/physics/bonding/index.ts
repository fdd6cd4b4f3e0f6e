/**
 * Wire with a bonding coat, heated by a pulse of current until it melts together: from its resistance, and ahead of the pulse.
 * Source: resistance over temperature by (234.5 + T), IEC 60034-1; copper 1/58 Ω·mm²/m and 8.89 g/cm³ at 20 °C, IEC 60028;
 * 385 J/(kg·K), handbook value from memory. Adiabatic: no heat to enamel, iron or air, so the real end is cooler.
 */
import { COPPER_IEEE, wireOhm20 } from '../electrical/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

const KG_PER_M3 = 8890;
const J_PER_KG_K = 385;

export interface PulseSpec {
  /** Of one wire [mm²]. */
  readonly areaMm2: number;
  readonly startC: number;
  /** How long, or how hot. */
  readonly until: { readonly seconds: number } | { readonly toC: number };
  /** Held constant: amperes in the wire, or volts along each metre of it. */
  readonly held: { readonly currentA: number } | { readonly voltagePerMetre: number };
}

/** @returns refused when the end is not hotter than the start, or beyond what can be counted */
export function pulse({ areaMm2, startC, until, held }: PulseSpec): Outcome<{
  endC: number;
  seconds: number;
  endOhmRatio: number;
  startCurrentA: number;
  endCurrentA: number;
}> {
  if ('toC' in until && until.toC <= startC)
    return refuse(
      'bonding.not-hotter',
      `${until.toC} °C is not hotter than ${startC} °C, where it begins.`,
      'toC',
    );
  const start = COPPER_IEEE + startC;
  // Ohms a metre of 1 mm² are slope × (234.5 + T).
  const slope = wireOhm20(1, 1) / (COPPER_IEEE + 20);
  const heatPerMetre = areaMm2 * 1e-6 * KG_PER_M3 * J_PER_KG_K;
  const ohmPerMetre = (kelvin: number) => (slope * kelvin) / areaMm2;
  // Constant current: I²·slope/A·τ = heat·dτ/dt, exponential. Constant volts: E²/(slope/A·τ) = heat·dτ/dt, its square grows evenly.
  const [rate, growth] =
    'currentA' in held
      ? [(held.currentA ** 2 * slope) / areaMm2 / heatPerMetre, 0]
      : [0, (2 * held.voltagePerMetre ** 2 * areaMm2) / slope / heatPerMetre];
  const endAt = (s: number) =>
    'currentA' in held ? start * Math.exp(rate * s) : Math.sqrt(start ** 2 + growth * s);
  const secondsTo = (kelvin: number) =>
    'currentA' in held ? Math.log(kelvin / start) / rate : (kelvin ** 2 - start ** 2) / growth;
  const [end, seconds] =
    'toC' in until
      ? [COPPER_IEEE + until.toC, secondsTo(COPPER_IEEE + until.toC)]
      : [endAt(until.seconds), until.seconds];
  if (!Number.isFinite(end) || !Number.isFinite(seconds))
    return refuse('bonding.beyond', 'So much for so long is beyond anything that can be counted.', 'seconds');
  const amperes = (kelvin: number) =>
    'currentA' in held ? held.currentA : held.voltagePerMetre / ohmPerMetre(kelvin);
  return good({
    endC: end - COPPER_IEEE,
    seconds,
    endOhmRatio: end / start,
    startCurrentA: amperes(start),
    endCurrentA: amperes(end),
  });
}
