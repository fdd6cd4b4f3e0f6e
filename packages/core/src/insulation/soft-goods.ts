/** Sleeving, lead cable, cord and tape: what is bought by the metre. */
import type { SlotShape, WindingAnalysis } from '../analysis/index.ts';
import { CP, derive, given, type Figure } from '../quantity/index.ts';
import { enamelledDiameterMm, wiresInHand } from '../wire/index.ts';
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

/**
 * @param boreMm bore [mm]; head how far the end turns stand out [mm]; amperes line current [A]
 * Source: lengths common practice, no published source, each named beside its figure.
 */
export function softGoods(
  analysis: WindingAnalysis,
  shape: SlotShape,
  boreMm: number,
  head: number,
  sleeving: string,
  amperes: number,
  leadLengthMm: number,
): SoftItem[] {
  const { layout, winding } = analysis;
  const coilEnds = analysis.coilEnds;
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
  const strandOver = Math.max(
    ...winding.wires.map((w) => w.overEnamelMm ?? enamelledDiameterMm(w.bareDiameterMm)),
  );
  // Round bundle of n strands: its diameter over the strand’s goes with √n, packed at about 0.75.
  const bundle = strandOver * Math.sqrt(wiresInHand(winding.wires) / 0.75);
  const leads = analysis.connection.joints.filter((j) => j.kind === 'lead').length;
  const perLead = amperes / (leads >= 6 && winding.connection === 'delta' ? Math.sqrt(3) : 1);
  const cable = cableFor(perLead);
  const leadEach = derive(
    {
      id: 'leadEach',
      name: 'A lead',
      symbol: 'l',
      unit: 'mm',
      formula: 'l = l_b + π·D/4',
      source: `to the box, and along the end winding the shorter way on average, ${CP}`,
      inputs: {
        lb: given('l_b', leadLengthMm, 'mm', 'shop setting'),
        D: given('D', boreMm, 'mm', 'card, bore'),
      },
      value: (v) => v.lb + (Math.PI * v.D) / 4,
    },
    true,
  );
  const circle = Math.PI * (boreMm + 2 * shape.depthMm);
  return [
    {
      id: 'coil-sleeving',
      name: `Sleeving over coil ends, two a ${winding.woundIn === 'singles' ? 'coil' : 'group wound in one go'}`,
      what: `${sleeving}, bore ${(Math.ceil(bundle * 1.15 * 2) / 2).toFixed(1)} mm`,
      count: coilEnds,
      unit: 'pieces',
      each: sleeve,
      totalM: (coilEnds * sleeve.value) / 1000,
    },
    {
      id: 'lead-cable',
      name: `Lead cable, ${leads} leads`,
      what: `${cable} mm², ${analysis.connection.endsPerLead * wiresInHand(winding.wires)} wires gathered into the first`,
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
      totalM: (2 * layout.slots * (2 * (head * 0.5 + shape.depthMm) + circle / layout.slots)) / 1000,
    },
    {
      id: 'end-tape',
      name: 'Tape for groups and leads',
      what: 'glass tape, 20 mm, half lapped',
      count: 1,
      unit: 'm',
      totalM: (layout.groups.length * 2 * Math.PI * bundle * 1.5 * (100 / 10)) / 1000 + leads * 0.3 * 3,
    },
  ];
}
