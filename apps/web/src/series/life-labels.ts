/** Where the words of a unit's life go: over their line, under it where that is taken, nowhere where both are. */

export interface LifeLabel {
  readonly start: number;
  readonly wide: number;
}
export type LabelPlace = 'up' | 'down' | null;

/** Free between two of them [px]. */
const GAP = 6;
const meets = (a: LifeLabel, b: LifeLabel) =>
  a.start < b.start + b.wide + GAP && b.start < a.start + a.wide + GAP;

/** @param rows from the top; what stands under one line and over the next shares their room */
export function placeLabels(rows: readonly (readonly LifeLabel[])[]): LabelPlace[][] {
  let over: readonly LifeLabel[] = [];
  return rows.map((row) => {
    const [up, down]: [LifeLabel[], LifeLabel[]] = [[], []];
    const places = row.map((label): LabelPlace => {
      if (![...over, ...up].some((other) => meets(label, other))) {
        up.push(label);
        return 'up';
      }
      if (down.some((other) => meets(label, other))) return null;
      down.push(label);
      return 'down';
    });
    over = down;
    return places;
  });
}
