/**
 * What to cut and buy for a three-phase winding: its card as it is read, with what was measured of the end turns.
 * Source: none of its own; each piece names its own where it is worked out.
 */
import { cutList, type CutList, type CutSettings } from '../../winding/insulation/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import type { Outcome } from '../../language/quantity/index.ts';
import { refused } from '../../language/quantity/index.ts';
import type { Reel } from '../../winding/wire/index.ts';
import { coreOf } from './data-card.ts';
import { supplyOf, type ThreePhaseCard } from './check-data-card.ts';

export function cutOfThreePhase(
  { analysis, card, findings }: ThreePhaseCard,
  plate: Nameplate,
  stock: readonly Reel[],
  settings: CutSettings,
): Outcome<CutList> {
  if (!analysis) return refused(findings);
  const supply = supplyOf(plate, card);
  return cutList(
    analysis,
    coreOf(card),
    {
      ...(supply.voltageV ? { volts: supply.voltageV } : {}),
      ...(supply.currentA ? { amperes: supply.currentA } : {}),
      ...(plate.insulationClass ? { insulationClass: plate.insulationClass } : {}),
    },
    stock,
    {
      ...settings,
      ...(card.overhang ? { standOutMm: card.overhang } : {}),
      ...(card.leadsLong ? { leadLengthMm: card.leadsLong } : {}),
      ...(card.trialStandOut ? { trialStandOutMm: card.trialStandOut } : {}),
    },
  );
}
