/** Readings from bar to bar as they are typed or pasted. Source: none, it only reads. */
import { readFigureLines } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

export const MOST_BARS = 500;

/**
 * One reading a line, or several on a line parted by semicolons or tabs as they are pasted from a table; OL where it is open.
 * @returns in milliohms or millivolts, null where it is open; findings where one cannot be read
 */
export function readBars(text: string, unit: 'mΩ' | 'mV'): (number | null)[] | Finding[] {
  const cells = text
    .split(/[\n;\t]/)
    .map((c) => c.trim())
    .filter(Boolean);
  if (cells.length > MOST_BARS)
    return [finding('stop', 'bars.too-many', `At most ${MOST_BARS} readings.`, ['readings'])];
  const values: (number | null)[] = [];
  for (const cell of cells) {
    if (/^(OL|open|∞)$/i.test(cell)) {
      values.push(null);
      continue;
    }
    const read = readFigureLines(cell, {
      field: 'readings',
      code: 'bars.reading',
      line: `Bar ${values.length + 1}, line`,
      most: 1,
      columns: [{ name: 'value', unit, ...(unit === 'mΩ' ? { own: /^(mohm|milliohm)$/i } : {}) }],
    });
    if (!read.ok) return [...read.findings];
    values.push(read.value[0]!.value);
  }
  return values;
}
export const couldNotRead = (read: (number | null)[] | Finding[]): read is Finding[] =>
  read.length > 0 && typeof read[0] === 'object' && read[0] !== null;
