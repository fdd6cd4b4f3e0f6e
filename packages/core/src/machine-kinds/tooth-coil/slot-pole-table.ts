/**
 * Slots against poles: which pairs make a winding of coils on teeth, how well, and what they do to the shaft.
 * Source: balance and factor by the star of slots; cogging as the least common multiple: Z. Zhu and D. Howe, Influence of design
 * parameters on cogging torque in permanent magnet machines, IEEE Transactions on Energy Conversion 2000, from memory; a net
 * pull where two waves differ by one pole pair: common theory of forces between waves of neighbouring order.
 */
import { gcd } from '../../winding/layout/index.ts';
import {
  isBalanced,
  toothCircuits,
  toothCoilCount,
  toothCoils,
  toothFactor,
  waveDirection,
  type ToothSpec,
} from './star-of-slots.ts';

export interface SlotPoleRow {
  readonly slots: number;
  readonly poles: number;
  readonly works: boolean;
  readonly windingFactor: number | null;
  readonly circuits: readonly number[] | null;
  /** Cycles in one turn of the shaft. */
  readonly cogging: number | null;
  readonly pullAtNoLoad: boolean | null;
  readonly pullUnderLoad: boolean | null;
}

export function slotPoleRow(spec: ToothSpec): SlotPoleRow {
  const { slots, poles } = spec;
  const coils = isBalanced(spec) ? toothCoils(spec) : null;
  if (!coils?.ok)
    return {
      slots,
      poles,
      works: false,
      windingFactor: null,
      circuits: null,
      cogging: null,
      pullAtNoLoad: null,
      pullUnderLoad: null,
    };
  return {
    slots,
    poles,
    works: true,
    windingFactor: toothFactor(spec, coils.value, poles / 2),
    circuits: toothCircuits(spec),
    cogging: (slots * poles) / gcd(slots, poles),
    pullAtNoLoad: gcd(slots, poles) === 1,
    pullUnderLoad: pullsUnderLoad(spec, coils.value),
  };
}

/**
 * Whether two waves among those of the magnets and of the winding differ by exactly one pole pair. The winding's waves repeat
 * with the slots, so their remainders tell for all orders.
 */
function pullsUnderLoad(spec: ToothSpec, coils: Parameters<typeof waveDirection>[1]): boolean {
  const { slots, poles } = spec;
  const polePairs = poles / 2;
  // Like parts round the machine: every wave is a multiple of their number.
  if (gcd(toothCoilCount(spec), polePairs) > 1) return false;
  const made = Array.from({ length: slots }, (_, order) => waveDirection(spec, coils, order) !== null);
  const makes = (order: number) => made[((order % slots) + slots) % slots]!;
  if (made.some((has, order) => has && makes(order + 1))) return true;
  return Array.from({ length: slots }, (_, i) => (2 * i + 1) * polePairs).some(
    (magnet) => makes(magnet + 1) || (magnet > 1 && makes(magnet - 1)),
  );
}

/** Every number of slots that parts into three phases against every even number of poles, slots first. */
export function slotPoleTable(q: {
  readonly fromSlots: number;
  readonly toSlots: number;
  readonly fromPoles: number;
  readonly toPoles: number;
  readonly layers: 1 | 2;
}): SlotPoleRow[] {
  const step = q.layers === 2 ? 3 : 6;
  const rows: SlotPoleRow[] = [];
  for (let slots = step * Math.ceil(q.fromSlots / step); slots <= q.toSlots; slots += step)
    for (let poles = 2 * Math.ceil(q.fromPoles / 2); poles <= q.toPoles; poles += 2)
      rows.push(slotPoleRow({ slots, poles, layers: q.layers }));
  return rows;
}
