/** What else changed where a figure began to move: a lot, a hand, a program. */

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

/** Units before and after that show a change to be one. */
const LOOK = 4;
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
        const earlier = units.slice(Math.max(0, i - LOOK), i).every((u) => u.circumstances[name] === from);
        const later = units.slice(i, i + LOOK).every((u) => u.circumstances[name] === to);
        return from !== undefined && to !== undefined && earlier && later;
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
