/** Best sequence of unequal groups for a winding that cannot be exactly balanced, such as 48 slots with 6 poles. */
import { compareUnbalance, GroupSector, type Ranking, type Unbalance } from './group-sector.ts';
import { gcd } from './phase-belts.ts';

export interface GroupRing {
  /** Q coils in as many places round the bore, divisible by 3. */
  readonly slots: number;
  readonly poles: number;
  /** One group a pole pair and phase, all of one polarity, instead of one a pole and phase. */
  readonly consequent?: boolean;
  /** Equal circuits that each phase must part into; 1 when absent. */
  readonly circuits?: number;
}

/**
 * Group sizes in angular order with the same number of coils in every phase, that part into the circuits asked for, with
 * the least unbalance: negative sequence, and zero sequence where that is equal. With few groups every sequence is tried;
 * with many, even spreading from every start, sequences that repeat round the bore, and then exchanging two groups of one
 * phase as long as that helps, which finds a good grouping and no proof of the best. Deterministic. Where no grouping parts
 * into the circuits, the best one without them.
 * @returns 3 sizes a pole, or 3 a pole pair with consequent poles, that sum to Q; below one coil a group some are 0
 * Source: symmetrical components (Fortescue 1918) applied to the phase sums, first principles.
 */
export function unequalGroupSizes(ring: GroupRing): number[] {
  return bestFor(ring, ring.circuits ?? 1) ?? bestFor(ring, 1)!;
}

function bestFor(ring: GroupRing, circuits: number): number[] | null {
  let best: { readonly sizes: number[]; readonly unbalance: Unbalance } | null = null;
  for (const { sectors, sector, ranking } of sectorsOf(ring)) {
    // Sectors are alike, so circuits that they share out need not be found in each.
    const wanted = circuits / gcd(circuits, sectors);
    if (!sector.partsInSize(wanted)) continue;
    for (let i = 0; i < ranking.count; i++) {
      const sizes = ranking.sizes(i);
      const unbalance = sector.unbalance(sizes);
      if (best && compareUnbalance(unbalance, best.unbalance) >= 0) break;
      if (!sector.parts(sizes, wanted)) continue;
      best = { sizes: Array.from({ length: sectors }, () => sizes).flat(), unbalance };
      break;
    }
  }
  return best && best.sizes;
}

interface RankedSector {
  /** How many of them are in the bore. */
  readonly sectors: number;
  readonly sector: GroupSector;
  readonly ranking: Ranking;
}

/** The ranking depends on nothing but these numbers, so it is kept. */
const memory = new Map<string, readonly RankedSector[]>();

/** One for each number of equal sectors that the bore can be divided into. */
function sectorsOf({ slots, poles, consequent = false }: GroupRing): readonly RankedSector[] {
  const key = [slots, poles, consequent].join();
  const known = memory.get(key);
  if (known) return known;
  const groups = consequent ? poles / 2 : poles;
  const repeats = gcd(groups, slots / 3);
  const found: RankedSector[] = [];
  for (let sectors = 1; sectors <= repeats; sectors++) {
    if (repeats % sectors !== 0) continue;
    const sector = new GroupSector(slots / sectors, groups / sectors, slots, poles / 2, consequent);
    found.push({ sectors, sector, ranking: sector.ranked() });
  }
  memory.set(key, found);
  return found;
}
