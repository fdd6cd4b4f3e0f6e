/** Reads a dynamometer's log and finds where it stood still, off the page's thread. */
import { steadyWindows, type Finding, type RunLog, type SteadyWindow } from '@norther/core';
import { readRunLog } from '@norther/records';
import type { MachineLog } from '../bench-api.ts';

export type RunLogQuestion = { readonly csv: string } | { readonly log: MachineLog };
export interface RunLogAnswer {
  readonly windows: readonly SteadyWindow[] | null;
  /** Torque over the time, thinned to be drawn. */
  readonly trace: readonly (readonly [timeS: number, torqueNm: number])[];
  readonly rows: number;
  readonly findings: readonly Finding[];
}

const column = (values: readonly (number | null)[]) => Float64Array.from(values, (v) => v ?? NaN);
const ofMachine = (log: MachineLog): RunLog => ({
  timeS: column(log.timeS),
  voltageV: column(log.voltageV),
  currentA: column(log.currentA),
  inputW: column(log.inputW),
  torqueNm: column(log.torqueNm),
  speedRpm: column(log.speedRpm),
  windingC: column(log.windingC),
});
const MOST_DRAWN = 600;

function answer(q: RunLogQuestion): RunLogAnswer {
  const read =
    'csv' in q ? readRunLog(q.csv) : ({ ok: true, value: ofMachine(q.log), findings: [] } as const);
  if (!read.ok) return { windows: null, trace: [], rows: 0, findings: read.findings };
  const { timeS, torqueNm } = read.value;
  const every = Math.max(1, Math.floor(timeS.length / MOST_DRAWN));
  const trace: [number, number][] = [];
  for (let i = 0; i < timeS.length; i += every)
    if (Number.isFinite(torqueNm[i]!)) trace.push([timeS[i]!, torqueNm[i]!]);
  const found = steadyWindows(read.value);
  return {
    windows: found.ok ? found.value : null,
    trace,
    rows: timeS.length,
    findings: [...read.findings, ...found.findings],
  };
}

self.onmessage = ({ data }: MessageEvent<RunLogQuestion>) => self.postMessage(answer(data));
