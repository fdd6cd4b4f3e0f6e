/** In which order the floor shows its motors. Source: none, a rule of this program. */

interface OnFloor {
  readonly number: string;
  readonly rush: boolean;
  readonly promisedAt: string | null;
}

const when = ({ promisedAt }: OnFloor) => (promisedAt === null ? Infinity : Date.parse(promisedAt));

/** Rush first, then the soonest promise, those without one last, then by number. */
export function byRushAndPromise(a: OnFloor, b: OnFloor): number {
  if (a.rush !== b.rush) return a.rush ? -1 : 1;
  if (when(a) !== when(b)) return when(a) < when(b) ? -1 : 1;
  return a.number < b.number ? -1 : a.number > b.number ? 1 : 0;
}
