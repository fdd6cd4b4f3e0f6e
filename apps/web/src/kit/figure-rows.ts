/** Lines of figures as rows of cells, and back. */
import type { TextField } from '@norther/core';

export type Columns = NonNullable<TextField['columns']>;

export const rowsOf = (value: string) =>
  value.split('\n').map((line) => line.split(/;|\t/).map((cell) => cell.trim()));

/** A bare figure is written with the unit that stands over it: what is kept can be read by itself. */
const withUnit = (cell: string, unit: string) =>
  unit && /^-?\d+(?:[.,]\d+)?$/.test(cell.trim()) ? `${cell.trim()} ${unit}` : cell.trim();
export const withoutUnit = (cell: string, unit: string) =>
  unit && cell.endsWith(` ${unit}`) ? cell.slice(0, -unit.length - 1) : cell;

/** As it is kept: a line a row, what is empty at the end left out. */
export function linesOf(rows: readonly (readonly string[])[], columns: Columns): string {
  const lines = rows.map((row) =>
    columns.some((_, c) => row[c]?.trim())
      ? columns.map(({ unit }, c) => withUnit(row[c] ?? '', unit)).join('; ')
      : '',
  );
  while (lines.length > 0 && lines.at(-1) === '') lines.pop();
  return lines.join('\n');
}

/** Whether lines can stand in such a table without losing anything. */
export const fitsTable = (value: string, columns: Columns) =>
  rowsOf(value).every((row) => row.length <= columns.length);

/** Rows with what was pasted laid over them from a cell on; what is wider than the table is left out. */
export function pasted(
  rows: readonly (readonly string[])[],
  r: number,
  c: number,
  text: string,
  width: number,
): string[][] {
  const next = rows.map((row) => [...row]);
  text
    .trim()
    .split(/\r?\n/)
    .forEach((line, i) => {
      const row = (next[r + i] ??= []);
      line.split(/;|\t/).forEach((cell, k) => {
        if (c + k < width) row[c + k] = cell.trim();
      });
    });
  return next;
}
