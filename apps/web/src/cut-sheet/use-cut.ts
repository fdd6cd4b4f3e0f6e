/** What to cut and buy for the winding that is to be made, of any kind of motor, from the shop's settings and its reels. */
import { machineKind, readShopSettings, type CutList, type MachineKind, type Outcome } from '@norther/core';
import { stockOf } from '@norther/records';
import { useMemo } from 'react';
import { useShopQuery, type MotorFile } from '../app/api.ts';
import { plannedWinding, type Planned } from '../connection-bench/planned-analysis.ts';

export interface Cut extends Planned {
  readonly machine: MachineKind;
  /** Null while there is no winding that can be laid out. */
  readonly cut: Outcome<CutList> | null;
}

export function useCut(file: MotorFile): Cut {
  const { data: shop } = useShopQuery();
  return useMemo(() => {
    const planned = plannedWinding(file);
    const machine = machineKind(file.motor.kind);
    if (!planned.checked.plan) return { ...planned, machine, cut: null };
    const { plate } = machine.readPlate(file.motor.plate);
    const stock = stockOf(shop?.reels ?? []);
    const cut = machine.cutList(planned.checked, plate, stock, readShopSettings(file.settings).cut);
    return { ...planned, machine, cut };
  }, [file, shop]);
}
