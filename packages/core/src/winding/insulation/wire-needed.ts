/** Wire to take from the reels: length and mass with its allowance, and which reels. */
import { holdsSize, type Reel, type Strand } from '../wire/index.ts';

export interface WireNeed {
  readonly strand: Strand;
  /** All strands of this size, allowance with them [m]. */
  readonly lengthM: number;
  /** Bare copper of that length [kg]. */
  readonly massKg: number;
  /** Reels that run at once: one a strand. */
  readonly reelsAtOnce: number;
  readonly take: readonly { readonly reel: Reel; readonly massKg: number }[];
  /** Copper the stock lacks [kg]. */
  readonly shortKg: number;
  /** True when fewer reels than strands hold this size: wire has to be spooled over first. */
  readonly respool: boolean;
}

/** Copper, IEC 60028. */
const DENSITY = 8.89;

/**
 * @param windingLengthM length of one strand through the whole winding [m]
 * @param allowance share added for leads, joints and waste [1]
 * Source: geometry; reels with the least on them first, so that ends are used up: common practice, no source.
 */
export function wireToTake(
  wires: readonly Strand[],
  windingLengthM: number,
  stock: readonly Reel[],
  allowance: number,
): WireNeed[] {
  return wires.map((strand) => {
    const lengthM = strand.count * windingLengthM * (1 + allowance);
    const massKg = (lengthM * (Math.PI / 4) * strand.bareDiameterMm ** 2 * DENSITY) / 1000;
    const reels = stock
      .filter((r) => holdsSize(r, strand) && r.massKg > 0)
      .toSorted((a, b) => a.massKg - b.massKg || a.id.localeCompare(b.id));
    let left = massKg;
    const take: { reel: Reel; massKg: number }[] = [];
    for (const reel of reels) {
      if (left <= 1e-9) break;
      const used = Math.min(left, reel.massKg);
      take.push({ reel, massKg: used });
      left -= used;
    }
    return {
      strand,
      lengthM,
      massKg,
      reelsAtOnce: strand.count,
      take,
      shortKg: Math.max(0, left),
      respool: take.length < strand.count,
    };
  });
}
