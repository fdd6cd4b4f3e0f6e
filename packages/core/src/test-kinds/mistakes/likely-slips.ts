/**
 * What a winder most likely did otherwise than planned, and by how much each slip moves the readings.
 * Source: R ∝ series turns / copper of the circuits and I₀ ∝ 1/(turns in series)², first principles; which slips are
 * likely is common practice, no source.
 */
import type { WindingAnalysis } from '../../winding/analysis/index.ts';
import { showSize, turnAreaMm2 } from '../../winding/wire/index.ts';

export interface Slip {
  readonly id:
    | 'circuits'
    | 'star-for-delta'
    | 'delta-for-star'
    | 'turns'
    | 'strand-missing'
    | 'strand-more'
    | 'wire-size';
  /** Such as `2 circuits where 1 was planned`. */
  readonly words: string;
  /** Resistance lead to lead over that of the plan. */
  readonly resistance: number;
  /** Magnetizing current over that of the plan, without saturation, which makes a rise larger still. */
  readonly magnetizing: number;
}

/** Steps of common wire series: one size is about 12 % of the area. Source: R20 series of IEC 60317-0-1 diameters (from memory). */
const ONE_SIZE = 1.12;

/** All that are possible on this winding. */
export function slipsOf({ winding, layout }: Pick<WindingAnalysis, 'winding' | 'layout'>): Slip[] {
  const { circuits, connection, turnsPerCoil, wires } = winding;
  const found: Slip[] = [];
  for (let c = 1; c <= layout.poles; c++) {
    if (c === circuits || layout.poles % c !== 0) continue;
    found.push({
      id: 'circuits',
      words: `${c} ${c === 1 ? 'circuit' : 'circuits'} where ${circuits} ${circuits === 1 ? 'was' : 'were'} planned`,
      resistance: (circuits / c) ** 2,
      magnetizing: (c / circuits) ** 2,
    });
  }
  found.push(
    connection === 'delta'
      ? { id: 'star-for-delta', words: 'star where delta was planned', resistance: 3, magnetizing: 1 / 3 }
      : { id: 'delta-for-star', words: 'delta where star was planned', resistance: 1 / 3, magnetizing: 3 },
  );
  const turns = layout.meanTurns ?? turnsPerCoil;
  for (const n of [-3, -2, -1, 1, 2, 3]) {
    // Nobody miscounts a third of a coil and does not see it.
    if (turns + n < 1 || Math.abs(n) > turns / 3) continue;
    const k = (turns + n) / turns;
    found.push({
      id: 'turns',
      words: `${Math.abs(n)} ${Math.abs(n) === 1 ? 'turn' : 'turns'} a coil too ${n < 0 ? 'few' : 'many'}`,
      resistance: k,
      magnetizing: 1 / k ** 2,
    });
  }
  const area = turnAreaMm2(wires);
  const inHand = wires.reduce((a, w) => a + w.count, 0);
  if (inHand > 1 && area > 0)
    for (const w of wires) {
      const one = turnAreaMm2([{ ...w, count: 1 }]);
      const which = wires.length > 1 ? ` of ${w.strap ? showSize(w) : w.bareDiameterMm} mm` : '';
      found.push(
        {
          id: 'strand-missing',
          words: `one wire in hand${which} missing`,
          resistance: area / (area - one),
          magnetizing: 1,
        },
        {
          id: 'strand-more',
          words: `one wire in hand${which} too many`,
          resistance: area / (area + one),
          magnetizing: 1,
        },
      );
    }
  found.push(
    { id: 'wire-size', words: 'wire one size too thin', resistance: ONE_SIZE, magnetizing: 1 },
    { id: 'wire-size', words: 'wire one size too thick', resistance: 1 / ONE_SIZE, magnetizing: 1 },
  );
  return found;
}

export interface Explained {
  readonly slip: Slip;
  /** What is left unexplained, as a share. */
  readonly left: number;
}

/**
 * The slips that bring a reading back to the plan, the nearest first.
 * @param measured reading over plan
 * @param within what may be left, such as 0.04; wider where the plan itself is an estimate
 */
export const explainedBy = (
  slips: readonly Slip[],
  of: 'resistance' | 'magnetizing',
  measured: number,
  within: number,
): Explained[] =>
  slips
    .map((slip) => ({ slip, left: measured / slip[of] - 1 }))
    .filter((e) => Math.abs(e.left) <= within)
    .toSorted((a, b) => Math.abs(a.left) - Math.abs(b.left));
