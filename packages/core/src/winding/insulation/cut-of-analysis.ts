/**
 * What to cut and buy for a winding that was analysed: one winding of one wire, its coils in layers.
 * Source: counts of the layout; the amperes of a lead inside a delta are the line's by √3, first principles.
 */
import { turnsLengthM, type CoreSize, type WindingAnalysis } from '../analysis/index.ts';
import { refused, type Outcome } from '../../language/quantity/index.ts';
import type { Reel } from '../wire/index.ts';
import { coilFormer } from './coil-former.ts';
import { cutListOf, noSlot, type CutList, type Electrical } from './cut-list.ts';
import { DEFAULT_CUT_SETTINGS, type CutSettings } from './cut-settings.ts';

export function cutList(
  analysis: WindingAnalysis,
  core: CoreSize,
  electrical: Electrical,
  stock: readonly Reel[],
  settings: CutSettings = DEFAULT_CUT_SETTINGS,
): Outcome<CutList> {
  const { layout, winding } = analysis;
  const { meanTurn } = analysis.figures;
  if (!meanTurn) return refused([noSlot]);
  const leads = analysis.connection.joints.filter((j) => j.kind === 'lead').length;
  const turns = layout.meanTurns ?? winding.turnsPerCoil;
  return cutListOf(
    {
      slots: layout.slots,
      usedSlots: layout.slots - layout.emptySlots.length,
      sharedSlots: countSlots(analysis, 2),
      between: 'Separator between the layers',
      groups: layout.groups.length,
      widestGroup: Math.max(...layout.groups.map((g) => g.coils.length)),
      meanPitch: layout.meanPitch,
      leads,
      endsPerLead: analysis.connection.endsPerLead,
      amperesPerLead:
        (electrical.amperes ?? 0) / (leads >= 6 && winding.connection === 'delta' ? Math.sqrt(3) : 1),
      meanTurnMeasured: core.meanTurnMm !== undefined,
      parts: [
        {
          name: '',
          wires: winding.wires,
          coilEnds: analysis.coilEnds,
          endsOf: winding.woundIn === 'singles' ? 'coil' : 'group wound in one go',
          former: (base) => coilFormer(layout, turns, { ...base, meanTurnMm: meanTurn.value }),
          lengthM: (more) =>
            turnsLengthM(layout, layout.coils, meanTurn.value + more, core.coreLengthMm, turns),
        },
      ],
    },
    core,
    electrical,
    stock,
    settings,
  );
}

function countSlots(analysis: WindingAnalysis, sides: number): number {
  const held = new Array<number>(analysis.layout.slots + 1).fill(0);
  for (const c of analysis.layout.coils) {
    held[c.topSlot]!++;
    held[c.bottomSlot]!++;
  }
  return held.slice(1).filter((n) => n >= sides).length;
}
