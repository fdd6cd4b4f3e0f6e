/** What else changed where a figure began to move: a lot, a hand, a program. Source: none, a rule of this program. */

export interface CircumstancesOf {
  readonly serial: number;
  /** Such as `wire` → `R31`, `hand` → a name. */
  readonly circumstances: Readonly<Record<string, string>>;
}

export interface Moved {
  readonly what: string;
  readonly from: string;
  readonly to: string;
  /** The first unit with the new one. */
  readonly serial: number;
  /** Units between that and where the figure began to move. */
  readonly off: number;
}

/** More that came out of their order is no few that were sent back, but a line that mixes its units [1]. No source. */
const FEW_LATE = 0.15;

/**
 * Without the units that were sent back and came late: they have the lots and the hands of an earlier hour, and would hide
 * where a move began. All of them where the line mixes its units anyway.
 */
export function withoutLate<T extends { readonly serial: number }>(passed: readonly T[]): readonly T[] {
  let highest = -Infinity;
  const inOrder = passed.filter(({ serial }) => {
    if (serial < highest) return false;
    highest = serial;
    return true;
  });
  return inOrder.length >= (1 - FEW_LATE) * passed.length ? inOrder : passed;
}

/** Units before and after that show a change to be one; one of them may be a unit that was sent back and came late. */
const LOOK = 5;
const ALIKE = 4;
/** A unit or two more than the readings tell: a change shows late. */
const NEAR = 2;

/**
 * @param units in the order in which they passed the station
 * @param onset index of the first that is off; the pair after it, between which indices that can be told
 * @returns what changed near it and stayed so, the nearest first; and what was the same all along
 */
export function whatMoved(
  units: readonly CircumstancesOf[],
  onset: number,
  [earliest, latest]: readonly [number, number] = [onset, onset],
): { readonly moved: readonly Moved[]; readonly same: readonly string[] } {
  const names = [...new Set(units.flatMap((u) => Object.keys(u.circumstances)))];
  const value = (i: number, name: string) => units[i]?.circumstances[name];
  const moved: Moved[] = [];
  const same: string[] = [];
  for (const name of names) {
    const changes = units.flatMap((_, i) => (i > 0 && value(i, name) !== value(i - 1, name) ? [i] : []));
    const near = changes
      .filter((i) => i >= earliest - NEAR && i <= latest + NEAR)
      .toSorted((a, b) => Math.abs(a - onset) - Math.abs(b - onset))
      .find((i) => {
        const [from, to] = [value(i - 1, name), value(i, name)];
        const alike = (side: readonly CircumstancesOf[], is: string | undefined) =>
          side.filter((u) => u.circumstances[name] === is).length >= Math.min(ALIKE, side.length);
        return (
          from !== undefined &&
          to !== undefined &&
          alike(units.slice(Math.max(0, i - LOOK), i), from) &&
          alike(units.slice(i, i + LOOK), to)
        );
      });
    if (near !== undefined)
      moved.push({
        what: name,
        from: value(near - 1, name)!,
        to: value(near, name)!,
        serial: units[near]!.serial,
        off: near - onset,
      });
    else if (!changes.some((i) => i >= earliest - NEAR)) same.push(name);
  }
  return { moved: moved.toSorted((a, b) => Math.abs(a.off) - Math.abs(b.off)), same };
}
