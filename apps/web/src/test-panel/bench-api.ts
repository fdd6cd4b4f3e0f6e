/** Instruments of the shop that can be asked for what they measured last. */
import { instrumentAddress, type InstrumentKind, type SurgeWaves, type Vector } from '@norther/core';
import { useState } from 'react';
import { api, problemOf } from '../app/api.ts';
import { showMessage } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';
import { useSuppliesQuery } from '../stores/stores-api.ts';

export interface MachineRun {
  readonly run: number;
  readonly speedRpm: number;
  readonly readings: readonly Vector[];
  readonly unit: string;
}
/** A log as a dynamometer kept it; null where nothing arrived. */
export interface MachineLog {
  readonly timeS: readonly number[];
  readonly voltageV: readonly (number | null)[];
  readonly currentA: readonly (number | null)[];
  readonly inputW: readonly (number | null)[];
  readonly torqueNm: readonly (number | null)[];
  readonly speedRpm: readonly (number | null)[];
  readonly windingC: readonly (number | null)[];
}
export interface BenchLast {
  readonly instrument: string;
  readonly run?: MachineRun;
  readonly waves?: SurgeWaves;
  readonly log?: MachineLog;
}

const bench = api.injectEndpoints({
  endpoints: (b) => ({
    benchLast: b.query<BenchLast, string>({ query: (id) => `stores/instruments/${id}/last` }),
  }),
});

/** @returns how to ask the one that is chosen, else the only one; null where none has an address */
export function useBench(kind: InstrumentKind, chosen: string | null) {
  const { data } = useSuppliesQuery();
  const [ask] = bench.useLazyBenchLastQuery();
  const [busy, setBusy] = useState(false);
  const dispatch = useAppDispatch();
  const all = (data?.instruments ?? []).filter(
    (i) => i.retiredAt === null && i.typed['kind'] === kind && instrumentAddress(i.typed) !== null,
  );
  const of = all.find((i) => i.id === chosen) ?? (chosen === null ? all[0] : undefined);
  if (!of) return null;
  const last = async (): Promise<BenchLast | null> => {
    setBusy(true);
    try {
      const { data: answer, error } = await ask(of.id);
      if (answer) return answer;
      dispatch(showMessage({ text: problemOf(error).title, bad: true }));
      return null;
    } finally {
      setBusy(false);
    }
  };
  return { name: of.name, id: of.id, last, busy };
}
