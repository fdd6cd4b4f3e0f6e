/** What a sensor's reading is in degrees. */
import { rootBetween } from '../../language/numeric/index.ts';

const A = 3.9083e-3;
const B = -5.775e-7;

/** @returns null outside −50 to 250 °C. Source: IEC 60751, R = R₀·(1 + A·t + B·t²) (from memory) */
export function platinumC(ohm: number, zeroOhm: number): number | null {
  const root = A * A - 4 * B * (1 - ohm / zeroOhm);
  if (root < 0) return null;
  const t = (-A + Math.sqrt(root)) / (2 * B);
  return t >= -50 && t <= 250 ? t : null;
}

/** Millivolts over the temperature, cold end at 0 °C, every 50 °C. Source: IEC 60584-1 reference tables (from memory). */
const TABLES = {
  K: [-1.889, 0, 2.023, 4.096, 6.138, 8.138, 10.153],
  J: [-2.431, 0, 2.585, 5.269, 8.01, 10.779, 13.555],
} as const;
const STEP = 50;

/** Between the points of the table a parabola through the three nearest: good to a few tenths. */
function millivolts(type: keyof typeof TABLES, c: number): number {
  const table = TABLES[type];
  const i = Math.min(table.length - 2, Math.max(1, Math.round(c / STEP) + 1));
  const x = c / STEP - (i - 1);
  const [before, at, after] = [table[i - 1]!, table[i]!, table[i + 1]!];
  return at + (x * (after - before)) / 2 + (x * x * (after + before - 2 * at)) / 2;
}

/** @returns null where it is no temperature of a winding */
export function thermocoupleC(type: keyof typeof TABLES, mv: number, terminalC: number): number | null {
  const whole = mv + millivolts(type, terminalC);
  const [low, high] = [-50, 250];
  if (whole < millivolts(type, low) || whole > millivolts(type, high)) return null;
  return rootBetween((c) => millivolts(type, c) - whole, low, high);
}
