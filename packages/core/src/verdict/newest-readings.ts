/** The readings that count: of every test at every stage the newest, in the order kept. */
export function newestReadings<T extends { readonly kind: string; readonly stage: string }>(
  readings: readonly T[],
): T[] {
  const newest = new Map<string, T>();
  for (const r of readings) newest.set(`${r.kind} ${r.stage}`, r);
  return readings.filter((r) => newest.get(`${r.kind} ${r.stage}`) === r);
}
