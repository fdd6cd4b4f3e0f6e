/** In which order the floor shows its motors. Source: none, a rule of this program. */

export interface OnFloor {
  readonly number: string;
  readonly rush: boolean;
  readonly promisedAt: string | null;
  /** Place by hand, on the scale of promises [ms since 1970]; null where the promise says it. */
  readonly place: number | null;
}

/** Where a motor stands that nobody placed or promised: after every promise, in the year 2223. */
const LAST = 8e12;

/** Where it stands among those of its kind [ms since 1970]; the last where nothing says. */
export const placeOnFloor = ({ place, promisedAt }: OnFloor): number =>
  place ?? (promisedAt === null ? LAST : Date.parse(promisedAt));

/** Rush first, then by hand or by promise, those with neither last, then by number. */
export function byRushAndPlace(a: OnFloor, b: OnFloor): number {
  if (a.rush !== b.rush) return a.rush ? -1 : 1;
  const [x, y] = [placeOnFloor(a), placeOnFloor(b)];
  if (x !== y) return x < y ? -1 : 1;
  return a.number < b.number ? -1 : a.number > b.number ? 1 : 0;
}

const DAY = 86_400_000;

/**
 * A place between two neighbours.
 * @param before null at the very front; @param after null at the very end
 */
export function placeBetween(before: OnFloor | null, after: OnFloor | null): number {
  if (before === null && after === null) return LAST;
  if (before === null) return Math.max(0, placeOnFloor(after!) - DAY);
  if (after === null) return placeOnFloor(before) + DAY;
  return (placeOnFloor(before) + placeOnFloor(after)) / 2;
}
