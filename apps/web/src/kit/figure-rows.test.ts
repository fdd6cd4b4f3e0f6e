/** What stands in a table of figures is kept as lines that can be read by themselves. */
import { TEST_KINDS, type TextField } from '@norther/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitsTable, linesOf, pasted, rowsOf, withoutUnit } from './figure-rows.ts';

const columns = [
  { label: 'volts', unit: 'V' },
  { label: 'leakage', unit: 'µA' },
];

describe('lines of figures', () => {
  it('a bare figure is kept with the unit over it, another unit as it was typed, empty rows at the end not', () => {
    expect(linesOf([['500', '1,2'], ['1 kV', '2 mA'], [], []], columns)).toBe('500 V; 1,2 µA\n1 kV; 2 mA');
    expect(withoutUnit('500 V', 'V')).toBe('500');
    expect(withoutUnit('1 kV', 'V')).toBe('1 kV');
  });
  it('go through the table and back unchanged', () => {
    const cell = fc.constantFrom('5', '12.5', '1,200', 'OL', '3 kV', '');
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { maxLength: 6 }), (rows) => {
        const once = linesOf(rows, columns);
        expect(linesOf(rowsOf(once), columns)).toBe(once);
      }),
    );
  });
  it('are taken from a spreadsheet, wherever they are pasted', () => {
    expect(pasted([['1', '2'], []], 1, 0, '3\t4\t9\r\n5\t6\n', 2)).toEqual([
      ['1', '2'],
      ['3', '4'],
      ['5', '6'],
    ]);
  });
  it('that have more columns than the table stay text', () => {
    expect(fitsTable('1; 2; 3', columns)).toBe(false);
    expect(fitsTable('1; 2', columns)).toBe(true);
  });
  it.each(
    Object.values(TEST_KINDS).flatMap((k) =>
      k.fields.flatMap((f) =>
        f.kind === 'text' && f.columns ? [[k.id, f.id, f as TextField, k] as const] : [],
      ),
    ),
  )('%s: %s of its examples reads the same out of the table', (_kind, id, field, kind) => {
    for (const example of Object.values(kind.examples)) {
      const value = example.typed[id];
      if (!value) continue;
      const again = linesOf(rowsOf(value), field.columns!);
      const context = { plate: example.plate ?? {} };
      expect(kind.evaluate({ ...example.typed, [id]: again }, context)).toMatchObject({
        ok: true,
        judgement: {
          verdict: (kind.evaluate(example.typed, context) as { judgement: { verdict: string } }).judgement
            .verdict,
        },
      });
    }
  });
});
