/** The middle one; the mean of the two in the middle of an even number. @throws for none. Source: its definition. */
export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const [low, high] = [sorted[(sorted.length - 1) >> 1], sorted[sorted.length >> 1]];
  if (low === undefined || high === undefined) throw new Error('There is no middle of nothing.');
  return (low + high) / 2;
}
