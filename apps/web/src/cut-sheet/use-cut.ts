/** What to cut and buy for the winding that is to be made, from the shop's settings and its reels. */
import {
  coreOf,
  cutList,
  supplyOf,
  readNameplate,
  readShopSettings,
  type CutList,
  type Outcome,
} from '@norther/core';
import { stockOf } from '@norther/records';
import { useMemo } from 'react';
import { useShopQuery, type MotorFile } from '../app/api.ts';
import { plannedAnalysis, type PlannedThreePhase } from '../connection-bench/planned-analysis.ts';

export interface Cut extends PlannedThreePhase {
  /** Null while there is no winding that can be laid out. */
  readonly cut: Outcome<CutList> | null;
}

export function useCut(file: MotorFile): Cut {
  const { data: shop } = useShopQuery();
  return useMemo(() => {
    const planned = plannedAnalysis(file);
    const { analysis, checked } = planned;
    if (!analysis) return { ...planned, cut: null };
    const { plate } = readNameplate(file.motor.plate);
    const supply = supplyOf(plate, checked.card);
    const cut = cutList(
      analysis,
      coreOf(checked.card),
      {
        ...(supply.voltageV ? { volts: supply.voltageV } : {}),
        ...(supply.currentA ? { amperes: supply.currentA } : {}),
        ...(plate.insulationClass ? { insulationClass: plate.insulationClass } : {}),
      },
      stockOf(shop?.reels ?? []),
      {
        ...readShopSettings(file.settings).cut,
        ...(checked.card.overhang ? { standOutMm: checked.card.overhang } : {}),
        ...(checked.card.trialStandOut ? { trialStandOutMm: checked.card.trialStandOut } : {}),
      },
    );
    return { ...planned, cut };
  }, [file, shop]);
}
