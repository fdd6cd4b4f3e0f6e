/** The readings that count: of every test at every stage the newest, in the order kept. Source: common practice, no source. */
import { BEFORE_THE_WORK, type Stage } from '../../test-kinds/index.ts';

export function newestReadings<T extends { readonly kind: string; readonly stage: string }>(
  readings: readonly T[],
): T[] {
  const newest = new Map<string, T>();
  for (const r of readings) newest.set(`${r.kind} ${r.stage}`, r);
  return readings.filter((r) => newest.get(`${r.kind} ${r.stage}`) === r);
}

/** Readings of the motor as it is, and those of before the work, each in their order. */
export const partByWork = <R extends { readonly stage: string }>(
  readings: readonly R[],
): { readonly now: R[]; readonly before: R[] } => {
  const before = (r: R) => BEFORE_THE_WORK.has(r.stage as Stage);
  return { now: readings.filter((r) => !before(r)), before: readings.filter(before) };
};
