/** Lines of figures in a text field: one reading a line, its columns parted by semicolons. Source: none, a rule of this program. */
import { good, refuse, type Outcome } from '../quantity/index.ts';

export interface FigureColumn<Name extends string = string> {
  readonly name: Name;
  /** As it is written behind a figure; empty for a bare number. */
  readonly unit: string;
  /** Other spellings of the same unit. */
  readonly own?: RegExp;
}

export interface FigureLines<Name extends string> {
  readonly field: string;
  /** Such as `efficiency.point`; its codes follow from it. */
  readonly code: string;
  /** What a line is, such as `Point`. */
  readonly line: string;
  readonly most: number;
  readonly columns: readonly FigureColumn<Name>[];
}

/**
 * A unit may stand behind a figure; another one than the column's is refused, never converted in silence. Nor is a line
 * with more or fewer figures: which one is missing cannot be told.
 */
export function readFigureLines<const Name extends string>(
  text: string,
  { field, code, line: lineName, most, columns }: FigureLines<Name>,
): Outcome<Readonly<Record<Name, number>>[]> {
  const lines = text.split('\n').filter((l) => l.trim());
  if (lines.length > most) return refuse(`${code}s-too-many`, `At most ${most} lines.`, field);
  const read: Record<Name, number>[] = [];
  for (const [i, line] of lines.entries()) {
    const cells = line.split(/;|\t/).map((c) => c.trim());
    const no = (why: string) =>
      refuse<Readonly<Record<Name, number>>[]>(
        `${code}-unreadable`,
        `${lineName} ${i + 1}, “${line.trim().slice(0, 50)}”: ${why}`,
        field,
      );
    if (cells.length !== columns.length)
      return no(
        `${columns.length} figures are wanted, parted by semicolons: ${columns.map((c) => c.unit || c.name).join('; ')}.`,
      );
    const found: Partial<Record<Name, number>> = {};
    for (const [c, { name, unit, own }] of columns.entries()) {
      const m = /^(-?\d+(?:[.,]\d+)?)\s*([^\d\s].*)?$/.exec(cells[c]!);
      if (!m) return no(`“${cells[c]!}” is no figure${unit ? ` in ${unit}` : ''}.`);
      if (/^-?\d{1,3},\d{3}$/.test(m[1]!))
        return no(
          `“${m[1]!}” can be read in two ways: write ${m[1]!.replace(',', '')} or ${m[1]!.replace(',', '.')}.`,
        );
      if (m[2] && m[2] !== unit && !own?.test(m[2])) return no(`“${m[2]}” is not ${unit || 'wanted here'}.`);
      found[name] = Number(m[1]!.replace(',', '.'));
    }
    read.push(found as Record<Name, number>);
  }
  return good(read);
}
