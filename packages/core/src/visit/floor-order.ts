/** In which order the floor shows its motors. */

interface OnFloor {
  readonly number: string;
  readonly rush: boolean;
  readonly promisedAt: string | null;
}

/** Rush first, then the soonest promise, those without one last, then by number. */
export function byRushAndPromise(a: OnFloor, b: OnFloor): number {
  if (a.rush !== b.rush) return a.rush ? -1 : 1;
  if (a.promisedAt !== b.promisedAt) {
    if (a.promisedAt === null) return 1;
    if (b.promisedAt === null) return -1;
    return Date.parse(a.promisedAt) - Date.parse(b.promisedAt);
  }
  return a.number < b.number ? -1 : a.number > b.number ? 1 : 0;
}
