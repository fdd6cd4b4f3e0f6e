/**
 * Field poles of direct-current machines: their order with interpoles, the needle's walk, drop and resistance.
 * Source: common practice; interpole of a motor like the main pole just passed, of a generator like the one ahead
 * (A. Langsdorf, Principles of Direct-Current Machines, from memory). Copper: IEC 60028.
 */
import { ohmAt, wireOhm20 } from '../../physics/electrical/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import type { Rotation } from './armature-plan.ts';

export interface FieldFrame {
  readonly poles: number;
  /** None, in every second gap, or in every gap. */
  readonly interpoles: number;
  readonly mode: 'motor' | 'generator';
  /** Seen from the commutator end. */
  readonly rotation: Rotation;
}

const other = (polarity: string) => ({ N: 'S', S: 'N', n: 's', s: 'n' })[polarity] ?? polarity;

/**
 * Clockwise from a north main pole: a main pole and the gap after it in turn; a small letter is an interpole, "-" a gap without.
 * @returns refused for a number of interpoles that is none, half or all
 */
export function poleOrder({ poles, interpoles, mode, rotation }: FieldFrame): Outcome<string[]> {
  if (![0, poles / 2, poles].includes(interpoles))
    return refuse(
      'field.interpoles',
      `${interpoles} interpoles between ${poles} poles: there are none, ${poles / 2} or ${poles}.`,
      'interpoles',
    );
  return good(
    Array.from({ length: poles }, (_, i) => {
      const main = i % 2 === 0 ? 'N' : 'S';
      const without = interpoles === 0 || (interpoles < poles && i % 2 === 1);
      // Clockwise, the gap comes after this pole: a motor has just passed it, a generator runs towards the next.
      const likeThis = (mode === 'motor') === (rotation === 'clockwise');
      return [main, without ? '-' : (likeThis ? main : other(main)).toLowerCase()];
    }).flat(),
  );
}

/**
 * What the needle found, held against the order; everything reversed together is no fault.
 * @param found the same places, any case
 */
export function judgePoles(
  order: readonly string[],
  found: readonly string[],
): Outcome<{ wrongPlaces: number[]; interpolesAllReversed: boolean }> {
  if (found.length !== order.length)
    return refuse(
      'field.places',
      `${found.length} places were walked, there are ${order.length}: a main pole and the gap after it in turn.`,
      'found',
    );
  const readingOf = (expected: readonly string[]) => {
    const wrong = expected.flatMap((e, i) => (e.toUpperCase() === found[i]!.toUpperCase() ? [] : [i + 1]));
    return { expected, wrong, mains: wrong.filter((place) => place % 2 === 1).length };
  };
  const [ordered, turned] = [readingOf(order), readingOf(order.map(other))] as const;
  const best =
    turned.mains < ordered.mains ||
    (turned.mains === ordered.mains && turned.wrong.length < ordered.wrong.length)
      ? turned
      : ordered;
  const interpoles = order.flatMap((e, i) => (i % 2 === 1 && e !== '-' ? [i + 1] : []));
  // Each of them found, and reversed; a gap that read nothing is another fault.
  const all =
    interpoles.length > 0 &&
    best.mains === 0 &&
    best.wrong.length === interpoles.length &&
    interpoles.every(
      (place) => found[place - 1]!.toUpperCase() === other(best.expected[place - 1]!).toUpperCase(),
    );
  return good({ wrongPlaces: all ? [] : best.wrong, interpolesAllReversed: all });
}

/** Drop of each pole from the mean of all [%]. @returns refused when no pole has any */
export function poleDrops(volts: readonly number[]): Outcome<{ meanV: number; deviationPercent: number[] }> {
  const meanV = volts.reduce((s, v) => s + v, 0) / volts.length;
  if (meanV <= 0) return refuse('field.no-drop', 'No pole drops any volts: nothing flows.', 'volts');
  return good({ meanV, deviationPercent: volts.map((v) => (100 * (v - meanV)) / meanV) });
}

export interface FieldCoils {
  /** Of one coil. */
  readonly turns: number;
  readonly meanTurnMm: number;
  readonly areaMm2: number;
  /** All of them. */
  readonly coils: number;
  readonly circuits: number;
  readonly temperatureC: number;
}

/**
 * Resistance of a field circuit and its copper. Copper 1/58 Ω·mm²/m at 20 °C, 8.89 g/cm³.
 * @returns refused when the circuits do not part the coils
 */
export function fieldCoils(q: FieldCoils): Outcome<{ ohm: number; copperKg: number }> {
  if (q.coils % q.circuits !== 0)
    return refuse(
      'field.circuits',
      `${q.coils} coils do not part into ${q.circuits} equal circuits.`,
      'circuits',
      'coils',
    );
  const metres = (q.turns * q.coils * q.meanTurnMm) / 1000;
  return good({
    ohm: ohmAt(wireOhm20(metres, q.areaMm2), 20, q.temperatureC) / q.circuits ** 2,
    copperKg: (metres * q.areaMm2 * 8.89) / 1000,
  });
}
