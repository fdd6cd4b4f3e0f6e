/** Three readings between leads, and the three branches behind them: solved exactly, both ways, open branches too. */
import { finding, good, refuse, type Finding, type Outcome } from '../../language/quantity/index.ts';

export type PhaseConnection = 'star' | 'delta';

/** Between the leads, in this order everywhere; null where nothing conducts [Ω]. */
export type PairReadings = readonly [uv: number | null, vw: number | null, wu: number | null];
/** Star: U, V, W to the star point. Delta: U-V, V-W, W-U. null is an open branch [Ω]. */
export type Branches = readonly [number | null, number | null, number | null];

/** Rounding of the three figures that were typed: a branch smaller than that share of the readings is none. */
const NOTHING = 1e-9;

/**
 * @returns refused where no three branches read so
 * Source: Kirchhoff's laws; star-delta transformation, first principles.
 */
export function branchesOf(pairs: PairReadings, connection: PhaseConnection): Outcome<Branches> {
  if (pairs.some((r) => r === null)) return withOpenPairs(pairs, connection);
  const [uv, vw, wu] = pairs as readonly [number, number, number];
  const least = NOTHING * (uv + vw + wu);
  const star = [(uv + wu - vw) / 2, (uv + vw - wu) / 2, (vw + wu - uv) / 2] as const;
  const short = star.findIndex((r) => r < -least);
  if (short >= 0 || (connection === 'star' && star.some((r) => r <= least))) return impossible(pairs);
  if (connection === 'star') return good(star);
  const [u, v, w] = star;
  const none = star.filter((r) => r <= least).length;
  if (none > 1) return impossible(pairs);
  const sum = u * v + v * w + w * u;
  // No resistance at one corner of the equal star is an open branch on the far side of the delta.
  const branch = (far: number) => (far <= least ? null : sum / far);
  return good([branch(w), branch(u), branch(v)]);
}

function withOpenPairs(pairs: PairReadings, connection: PhaseConnection): Outcome<Branches> {
  const closed = pairs.findIndex((r) => r !== null);
  const open = pairs.filter((r) => r === null).length;
  if (open === 1) return impossible(pairs);
  if (open === 3)
    return good([null, null, null], [notTold('No pair conducts: which branch is open cannot be told.')]);
  const r = pairs[closed]!;
  if (connection === 'delta')
    return good(pairs.map((_, i) => (i === closed ? r : null)) as unknown as Branches);
  // U-V is between the phases U and V: the phase that is in neither is open.
  const out = [2, 0, 1][closed]!;
  const halves = [0, 1, 2].map((i) => (i === out ? null : r / 2)) as unknown as Branches;
  return good(halves, [
    notTold(
      'One phase is open, so the two others are read only together: each is given half of what was read.',
    ),
  ]);
}

const notTold = (message: string): Finding => finding('watch', 'resistance.not-parted', message, []);
const impossible = (pairs: PairReadings): Outcome<Branches> =>
  refuse(
    'resistance.impossible',
    `No three branches read ${pairs.map((r) => (r === null ? 'open' : r)).join(', ')} Ω: one reading is wrong, or a lead is on another winding.`,
    'uvOhm',
    'vwOhm',
    'wuOhm',
  );

/** The same turned round: what three branches read between the leads; null where nothing conducts. */
export function linePairsOf(branches: Branches, connection: PhaseConnection): PairReadings {
  const series = (a: number | null, b: number | null) => (a === null || b === null ? null : a + b);
  const [a, b, c] = branches;
  if (connection === 'star') return [series(a, b), series(b, c), series(c, a)];
  const beside = (direct: number | null, round: number | null) =>
    direct === null ? round : round === null ? direct : (direct * round) / (direct + round);
  return [beside(a, series(b, c)), beside(b, series(c, a)), beside(c, series(a, b))];
}
