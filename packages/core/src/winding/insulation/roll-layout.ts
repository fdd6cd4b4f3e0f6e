/** How pieces lie on a roll, and what is wasted. */

export interface RollLayout {
  /** Pieces side by side across the roll. */
  readonly across: number;
  readonly rows: number;
  /** Length taken off the roll [mm]. */
  readonly lengthMm: number;
  /** Share of what is taken off that is not used [1]. */
  readonly waste: number;
  /** True when the piece lies with its length across the roll. */
  readonly turned: boolean;
}

/**
 * The better of the two ways of laying equal rectangles on a roll; null when neither fits its width.
 * @param widthMm of a piece, along the slot's wall; lengthMm of a piece, along the core; rollMm width of the roll [mm]
 * Source: geometry, first principles.
 */
export function layOnRoll(
  widthMm: number,
  lengthMm: number,
  count: number,
  rollMm: number,
): RollLayout | null {
  const way = (across: number, along: number, turned: boolean): RollLayout | null => {
    const n = Math.floor((rollMm + 1e-9) / across);
    if (n < 1 || count < 1) return null;
    const rows = Math.ceil(count / n);
    const length = rows * along;
    return {
      across: n,
      rows,
      lengthMm: length,
      waste: 1 - (count * widthMm * lengthMm) / (length * rollMm),
      turned,
    };
  };
  const ways = [way(widthMm, lengthMm, false), way(lengthMm, widthMm, true)].filter((w) => w !== null);
  return ways.toSorted((a, b) => a.lengthMm - b.lengthMm)[0] ?? null;
}
