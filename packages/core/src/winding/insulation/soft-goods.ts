/** Sleeving, lead cable, cord and tape: what is bought by the metre. */
import type { SlotShape } from '../analysis/index.ts';
import { CP, derive, given, type Figure } from '../../language/quantity/index.ts';
import { overMm, wiresInHand, type Strand } from '../wire/index.ts';
import { cableFor } from './materials.ts';

export interface SoftItem {
  readonly id: 'coil-sleeving' | 'lead-cable' | 'cord' | 'end-tape';
  readonly name: string;
  readonly what: string;
  readonly count: number;
  readonly unit: 'pieces' | 'm';
  readonly each?: Figure;
  readonly totalM: number;
}

/** What the soft goods of a winding go by. */
export interface SoftNeeds {
  readonly slots: number;
  readonly groups: number;
  readonly leads: number;
  /** Coil ends gathered into the first lead. */
  readonly endsPerLead: number;
  /** Current of the heaviest lead [A]. */
  readonly amperesPerLead: number;
  /** Each winding of its own wire; a stator of one winding has one. */
  readonly parts: readonly {
    /** Such as `Main`; empty where there is only one. */
    readonly name: string;
    readonly wires: readonly Strand[];
    readonly coilEnds: number;
    /** What has two ends: `coil`, or `group wound in one go`. */
    readonly endsOf: string;
  }[];
}

/** Round bundle of n strands: its diameter over the strand’s goes with √n, packed at about 0.75. */
const bundleOf = (wires: readonly Strand[]) =>
  Math.max(...wires.map((w) => overMm(w)[1])) * Math.sqrt(wiresInHand(wires) / 0.75);

/**
 * @param boreMm bore [mm]; head how far the end turns stand out [mm]
 * Source: lengths common practice, no published source, each named beside its figure.
 */
export function softGoods(
  needs: SoftNeeds,
  shape: SlotShape,
  boreMm: number,
  head: number,
  sleeving: string,
  leadLengthMm: number,
): SoftItem[] {
  const { slots, groups, leads, parts } = needs;
  const sleeve = derive(
    {
      id: 'sleeveLength',
      name: 'Sleeve of a coil end',
      symbol: 'l',
      unit: 'mm',
      formula: 'l = s + 40',
      source: `from inside the slot over the end turns, ${CP}`,
      inputs: { s: given('s', head, 'mm', 'stand-out') },
      value: (v) => v.s + 40,
    },
    true,
  );
  const thickest = parts.reduce((a, b) => (bundleOf(b.wires) > bundleOf(a.wires) ? b : a));
  const bundle = bundleOf(thickest.wires);
  const cable = cableFor(needs.amperesPerLead);
  const leadEach = derive(
    {
      id: 'leadEach',
      name: 'A lead',
      symbol: 'l',
      unit: 'mm',
      formula: 'l = l_b + π·D/4',
      source: `to the box, and along the end winding the shorter way on average, ${CP}`,
      inputs: {
        lb: given('l_b', leadLengthMm, 'mm', 'as found, else shop setting'),
        D: given('D', boreMm, 'mm', 'card, bore'),
      },
      value: (v) => v.lb + (Math.PI * v.D) / 4,
    },
    true,
  );
  const circle = Math.PI * (boreMm + 2 * shape.depthMm);
  return [
    ...parts.map((part): SoftItem => ({
      id: 'coil-sleeving',
      name: `${part.name ? `${part.name}: sleeving` : 'Sleeving'} over coil ends, two a ${part.endsOf}`,
      what: `${sleeving}, bore ${(Math.ceil(bundleOf(part.wires) * 1.15 * 2) / 2).toFixed(1)} mm`,
      count: part.coilEnds,
      unit: 'pieces',
      each: sleeve,
      totalM: (part.coilEnds * sleeve.value) / 1000,
    })),
    {
      id: 'lead-cable',
      name: `Lead cable, ${leads} leads`,
      what: `${cable} mm², ${needs.endsPerLead * wiresInHand(thickest.wires)} ${needs.endsPerLead * wiresInHand(thickest.wires) === 1 ? 'wire' : 'wires'} gathered into the first`,
      count: leads,
      unit: 'pieces',
      each: leadEach,
      totalM: (leads * leadEach.value) / 1000,
    },
    {
      id: 'cord',
      name: 'Lacing cord, both ends',
      what: 'polyester cord, shrinking',
      count: 1,
      unit: 'm',
      // A stitch a slot round a bundle about as wide as the slot is deep.
      totalM: (2 * slots * (2 * (head * 0.5 + shape.depthMm) + circle / slots)) / 1000,
    },
    {
      id: 'end-tape',
      name: 'Tape for groups and leads',
      what: 'glass tape, 20 mm, half lapped',
      count: 1,
      unit: 'm',
      totalM: (groups * 2 * Math.PI * bundle * 1.5 * (100 / 10)) / 1000 + leads * 0.3 * 3,
    },
  ];
}
