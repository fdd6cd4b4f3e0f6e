/** What is known of a motor from its nameplate, whatever its kind, and what follows before anything is measured. */
import { choice, quantity, text } from '../../language/forms/index.ts';
import { readQuantity } from '../../language/units/index.ts';

/** Fields that plates of most kinds have. */
export const PLATE_FIELDS = {
  frequency: quantity('frequency', 'Frequency', 'frequency', 10, 400),
  speed: quantity('speed', 'Rated speed', 'speed', 20, 24000),
  insulationClass: choice('insulationClass', 'Insulation class', {
    A: 'A, 105 °C',
    E: 'E, 120 °C',
    B: 'B, 130 °C',
    F: 'F, 155 °C',
    H: 'H, 180 °C',
  }),
  cooling: choice('cooling', 'Cooling', {
    'enclosed-fan': 'enclosed, fan-cooled',
    enclosed: 'enclosed, no fan',
    open: 'open',
  }),
  mass: quantity('mass', 'Mass of the motor', 'mass', 0.1, 50000),
} as const;

export const IDENTITY_FIELDS = [
  text('number', 'Motor number', 'the tag of this job', 16),
  text('customer', 'For', 'who brought it', 80),
  text('machine', 'Machine', 'what it drives', 80),
  text('maker', 'Maker and type', undefined, 80),
  text('serial', 'Serial number', undefined, 60),
] as const;

export interface Nameplate {
  readonly powerKw?: number;
  readonly voltageV?: number;
  readonly connection?: 'star' | 'delta';
  readonly currentA?: number;
  readonly frequencyHz?: number;
  readonly speedRpm?: number;
  readonly insulationClass?: 'A' | 'E' | 'B' | 'F' | 'H';
  readonly cooling?: 'enclosed-fan' | 'enclosed' | 'open';
  readonly massKg?: number;
  /** Of a motor with two speeds; `speedRpm` and `currentA` are those of the higher one. */
  readonly slowSpeedRpm?: number;
  readonly slowCurrentA?: number;
  /** Fields that are written and cannot be read, or can be read in two ways. */
  readonly unread?: readonly string[];
}

const DUAL =
  /^\s*([\d.,]+)\s*(?:V|A)?\s*(?:([ΔDYd△]|delta|star)\s*)?[/-]\s*([\d.,]+)\s*(V|A)?\s*(?:([ΔDYy]|delta|star)\s*)?$/i;

/** Two ratings of one plate, such as `400/690 V` or `135/78 A`; null when it is one figure. */
export function readDual(typed: string, dimension: 'voltage' | 'current'): readonly [number, number] | null {
  const m = DUAL.exec(typed);
  if (!m) return null;
  const [a, b] = [readQuantity(m[1]!, dimension), readQuantity(m[3]!, dimension)];
  return a.ok && b.ok && a.value > 0 && b.value > 0 ? [a.value, b.value] : null;
}

/**
 * Poles that a rated speed and a frequency point to: the largest even number whose synchronous speed is not below the
 * rated speed, for an induction motor that runs a few percent under it.
 * @param speedRpm rated speed [rpm]; frequencyHz [Hz]
 * @returns poles and slip [1]; null when no pole count gives a slip under 15 %
 * Source: n = 120 f / poles, first principles.
 */
export function proposePoles(
  speedRpm: number,
  frequencyHz: number,
): { readonly poles: number; readonly slip: number } | null {
  if (!(speedRpm > 0) || !(frequencyHz > 0)) return null;
  const poles = 2 * Math.floor((60 * frequencyHz) / speedRpm + 1e-9);
  if (poles < 2) return null;
  const synchronous = (120 * frequencyHz) / poles;
  const slip = 1 - speedRpm / synchronous;
  return slip < 0.15 ? { poles, slip } : null;
}
