/** Wires in hand made up from what is on the reels. */
import { finding, type Finding } from '../../language/quantity/index.ts';
import { sameStrap, type Strap } from './strap.ts';
import { enamelledDiameterMm, type EnamelGrade, type Strand } from './wire-table.ts';

export interface Reel {
  readonly id: string;
  /** Of strap that of a round wire with the same copper. */
  readonly bareDiameterMm: number;
  readonly grade: EnamelGrade;
  /** As measured over the enamel; from the table where absent. */
  readonly overEnamelMm?: number;
  readonly massKg: number;
  readonly strap?: Strap;
}

/** Whether the reel holds what the strand is made of. */
export const holdsSize = (reel: Reel, strand: Strand): boolean =>
  sameStrap(reel.strap, strand.strap) && Math.abs(reel.bareDiameterMm - strand.bareDiameterMm) < 1e-6;

export interface BundleLimits {
  /** Different sizes in one turn, 1 to 3. */
  readonly mostSizes: 1 | 2 | 3;
  readonly mostStrands: number;
  /** Largest diameter over the enamel that enters the slot opening [mm]. */
  readonly widestMm?: number;
}

/**
 * The limits with the widest wire that goes through a slot opening [mm]; unchanged where none was measured.
 * Source: a twentieth of the opening left for the liner's edge and the hand: common practice, no source.
 */
export const throughOpening = (limits: BundleLimits, slotOpeningMm: number | undefined): BundleLimits =>
  slotOpeningMm ? { ...limits, widestMm: slotOpeningMm * 0.95 } : limits;

export interface Bundle {
  readonly wires: readonly Strand[];
  readonly areaMm2: number;
  /** Σ enamelled diameter² [mm²]. */
  readonly squareMm2: number;
  readonly strands: number;
}

interface Size {
  readonly bare: number;
  readonly over: number;
  readonly measured: boolean;
}

/** The round sizes on the reels, each once, thickest first: strap is not mixed in hand. */
function sizesOf(stock: readonly Reel[], widestMm = Infinity): Size[] {
  const sizes = new Map<number, Size>();
  for (const reel of stock) {
    const over = reel.overEnamelMm ?? enamelledDiameterMm(reel.bareDiameterMm, reel.grade);
    if (!reel.strap && over <= widestMm && reel.massKg > 0)
      sizes.set(reel.bareDiameterMm, {
        bare: reel.bareDiameterMm,
        over,
        measured: reel.overEnamelMm !== undefined || reel.grade !== 2,
      });
  }
  return [...sizes.values()].sort((a, b) => b.bare - a.bare);
}

/** Sizes that are wound together lie close: strands of very different thickness do not lay. Common practice, no source. */
const CLOSEST = 0.72;

/** More ways than that are not worked through: nobody chooses among them, and memory ends. */
export const MOST_BUNDLES = 200_000;
/** Steps of looking for the nearest ones; about a second. */
const MOST_STEPS = 20_000_000;

/** n over k. */
function choose(n: number, k: number): number {
  let c = 1;
  for (let i = 0; i < k; i++) c = (c * (n - i)) / (i + 1);
  return k > n ? 0 : c;
}

/** For each size as the thickest of a turn: how many thinner ones may lie beside it. */
const beside = (sizes: readonly Size[]) =>
  sizes.map((first, i) => sizes.slice(i + 1).filter((s) => s.bare >= CLOSEST * first.bare).length);

/**
 * How many ways of making a turn there are, without making them: with m sizes and at most S strands a turn is one of
 * C(S, m) sets of counts.
 * Source: compositions; combinatorics.
 */
export function countBundles(stock: readonly Reel[], limits: BundleLimits): number {
  let ways = 0;
  for (const others of beside(sizesOf(stock, limits.widestMm)))
    for (let m = 1; m <= limits.mostSizes; m++) ways += choose(others, m - 1) * choose(limits.mostStrands, m);
  return ways;
}

/** What is to be narrowed when there are too many ways; null when they can be worked through. */
export function tooManyBundles(stock: readonly Reel[], limits: BundleLimits): Finding | null {
  const ways = countBundles(stock, limits);
  return ways <= MOST_BUNDLES ? null : refusal(ways, MOST_BUNDLES);
}

const refusal = (ways: number, most: number) =>
  finding(
    'stop',
    'wire.too-many-ways',
    `${ways.toLocaleString('en').replaceAll(',', ' ')} ways of mixing wire are more than the ${most.toLocaleString('en').replaceAll(',', ' ')} that are worked through: take fewer sizes in a turn, fewer strands, or fewer reels.`,
    ['sizes', 'strands', 'stock'],
  );

/**
 * Every way of making a turn's copper from the stock within the limits, by area rising. Ask `tooManyBundles` first.
 * @param from to the areas that are of use [mm²]
 * Source: geometry of round wire.
 */
export function bundlesFromStock(
  stock: readonly Reel[],
  limits: BundleLimits,
  from = 0,
  to = Infinity,
): Bundle[] {
  const sizes = sizesOf(stock, limits.widestMm);
  const found: Bundle[] = [];
  const strand = (size: Size, count: number): Strand => ({
    count,
    bareDiameterMm: size.bare,
    ...(size.measured ? { overEnamelMm: size.over } : {}),
  });
  const add = (
    start: number,
    wires: Strand[],
    area: number,
    square: number,
    strands: number,
    first: Size | null,
  ) => {
    if (wires.length > 0 && area >= from && area <= to)
      found.push({ wires, areaMm2: area, squareMm2: square, strands });
    if (wires.length === limits.mostSizes) return;
    const last = wires.length === limits.mostSizes - 1;
    for (let k = start; k < sizes.length; k++) {
      const size = sizes[k]!;
      if (first && size.bare < CLOSEST * first.bare) break;
      const one = (Math.PI / 4) * size.bare ** 2;
      // Nothing comes after the last size, so it begins where the area does.
      const least = last ? Math.max(1, Math.ceil((from - area) / one - 1e-9)) : 1;
      for (let n = least; strands + n <= limits.mostStrands && area + n * one <= to; n++)
        add(
          k + 1,
          [...wires, strand(size, n)],
          area + n * one,
          square + n * size.over ** 2,
          strands + n,
          first ?? size,
        );
    }
  };
  add(0, [], 0, 0, 0, null);
  return found.sort((a, b) => a.areaMm2 - b.areaMm2);
}

/** What is to be narrowed before the wires nearest to an area can be looked for; null when they can. */
export function tooManyToCompare(stock: readonly Reel[], limits: BundleLimits): Finding | null {
  let steps = 0;
  for (const others of beside(sizesOf(stock, limits.widestMm)))
    for (let m = 0; m < limits.mostSizes; m++)
      steps += (others + 1) * choose(others, Math.max(0, m - 1)) * choose(limits.mostStrands, m);
  return steps <= MOST_STEPS ? null : refusal(steps, MOST_STEPS);
}

/**
 * The bundles nearest to an area, best first: within the tolerance fewer sizes, then fewer strands, then nearer.
 * @param areaMm2 copper wanted in a turn [mm²]; tolerance share either way [1]
 */
export function wiresNear(
  areaMm2: number,
  stock: readonly Reel[],
  limits: BundleLimits,
  tolerance = 0.03,
): Bundle[] {
  const off = (b: Bundle) => Math.abs(b.areaMm2 / areaMm2 - 1);
  const near = bundlesFromStock(stock, limits, areaMm2 * (1 - 2 * tolerance), areaMm2 * (1 + 2 * tolerance));
  const within = near
    .filter((b) => off(b) <= tolerance)
    .sort((a, b) => a.wires.length - b.wires.length || a.strands - b.strands || off(a) - off(b));
  return within.length > 0 ? within : near.sort((a, b) => off(a) - off(b));
}
