/** Rectangular wire: its copper against the table of the standard, and how it is said, kept, cut and rewound. */
import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  bundlesFromStock,
  holdsSize,
  machineKind,
  overMm,
  readWires,
  roundOfStrapMm,
  showWires,
  strandOfArea,
  strapAreaMm2,
  strapStrand,
  turnAreaMm2,
  turnSquareMm2,
  wireToTake,
  type Strap,
} from '../../index.ts';

// Source: IEC 60317-0-2, nominal cross-sections; from memory.
test.each([
  [0.8, 2, 1.463],
  [1.6, 5.6, 8.745],
  [2, 5, 9.637],
  [2.8, 8, 21.85],
  [3.55, 10, 34.95],
  [5, 12.5, 61.64],
])('a strap of %f by %f has %f mm² of copper', (thicknessMm, widthMm, area) => {
  expect(strapAreaMm2({ thicknessMm, widthMm })).toBeCloseTo(area, 2);
});

const anyStrap = fc
  .record({
    thickness: fc.integer({ min: 50, max: 500 }),
    more: fc.integer({ min: 40, max: 1500 }),
    covered: fc.option(fc.integer({ min: 5, max: 90 })),
    count: fc.integer({ min: 1, max: 12 }),
  })
  .map(({ thickness, more, covered, count }) => {
    const [thicknessMm, widthMm] = [thickness / 100, (thickness + more) / 100];
    const strap: Strap =
      covered === null
        ? { thicknessMm, widthMm }
        : {
            thicknessMm,
            widthMm,
            overThicknessMm: (thickness + covered) / 100,
            overWidthMm: (thickness + more + covered) / 100,
          };
    return strapStrand(count, strap);
  });

describe('as it is said', () => {
  it('comes back as it was written, also from a line of the shorthand', () => {
    fc.assert(
      fc.property(fc.array(anyStrap, { minLength: 1, maxLength: 3 }), (wires) => {
        expect(readWires(showWires(wires))).toEqual({ ok: true, wires });
        const kind = machineKind('direct-current');
        const line = `24s 48b 4p lap+ 1-6 T1 ${showWires(wires)} @4 D12 ${showWires(wires)}`;
        const { fills } = kind.shorthand.read(line);
        const again = kind.shorthand.read(kind.shorthand.write(fills)).fills;
        expect(again).toEqual(fills);
        expect(readWires(again['seriesWires']!)).toEqual({ ok: true, wires });
      }),
    );
  });

  it('takes either side first, a count before it, any unit, and asks what can be read in two ways', () => {
    const strap = (text: string) => {
      const read = readWires(text);
      return read.ok
        ? read.wires.map((w) => [w.count, w.strap?.thicknessMm, w.strap?.widthMm])
        : read.message;
    };
    expect(strap('1.6x5.6')).toEqual([[1, 1.6, 5.6]]);
    expect(strap('5.6 x 1.6')).toEqual([[1, 1.6, 5.6]]);
    expect(strap('2x 1.6x5.6')).toEqual([[2, 1.6, 5.6]]);
    expect(strap('strap 2x5 + 0.95')).toEqual([
      [1, 2, 5],
      [1, undefined, undefined],
    ]);
    expect(strap('0.063in x 0.25in')).toEqual([[1, expect.closeTo(1.6, 2), expect.closeTo(6.35, 2)]]);
    expect(strap('2x5')).toMatch(/2 round wires of 5 mm or a strap of 2 by 5 mm: write 2x5\.0 or strap 2x5/);
    expect(strap('0.95x3')).toMatch(
      /3 round wires of 0\.95 mm or a strap of 0\.95 by 3 mm: write 3x0\.95 or strap/,
    );
    expect(strap('strap 0.95x3')).toEqual([[1, 0.95, 3]]);
    expect(strap('3.15x10.0')).toEqual([[1, 3.15, 10]]);
    expect(strap('2x14')).toMatch(/14 mm bare is no winding wire.*strap 2x14.*2x#14/);
    expect(strap('2x5.0')).toEqual([[2, undefined, undefined]]);
    // No strap is thicker than it is wide, so this is a count.
    expect(strap('6x3')).toEqual([[6, undefined, undefined]]);
    expect(strap('1.6x5.6/1.5x5.8')).toMatch(/more than bare/);
    expect(strap('1x2x3x4')).toMatch(/two sides/);
    expect(strap('strap 0.1x5')).toMatch(/0\.3 to 12 mm thick/);
  });
});

describe('as it is used', () => {
  const strand = strapStrand(2, { thicknessMm: 2, widthMm: 5 });

  it('weighs and conducts by its own copper, and fills by its two sides', () => {
    expect(turnAreaMm2([strand])).toBeCloseTo(2 * 9.637, 2);
    expect(turnSquareMm2([strand])).toBeCloseTo(2 * 2.145 * 5.145, 9);
    expect(
      overMm(strapStrand(1, { thicknessMm: 2, widthMm: 5, overThicknessMm: 2.4, overWidthMm: 5.4 })),
    ).toEqual([2.4, 5.4]);
  });

  it('is taken from a reel of the same strap, never from round wire of the same copper', () => {
    const round = { id: 'R', bareDiameterMm: strand.bareDiameterMm, grade: 2 as const, massKg: 50 };
    const flat = { ...round, id: 'S', strap: { thicknessMm: 2, widthMm: 5 } };
    expect([holdsSize(round, strand), holdsSize(flat, strand)]).toEqual([false, true]);
    const [need] = wireToTake([strand], 100, [round, flat], 0);
    expect(need!.take.map((t) => t.reel.id)).toEqual(['S']);
    // Copper by IEC 60028: 8.89 g/cm³.
    expect(need!.massKg).toBeCloseTo((2 * 100 * 9.637 * 8.89) / 1000, 2);
    expect(bundlesFromStock([flat], { mostSizes: 1, mostStrands: 3 })).toEqual([]);
  });

  it('keeps its thickness for another number of turns, and its copper within what a tenth of a millimetre allows', () => {
    fc.assert(
      fc.property(anyStrap, fc.double({ min: 0.5, max: 2, noNaN: true }), (from, factor) => {
        const to = strandOfArea(from, factor);
        expect(to.count).toBe(from.count);
        expect(to.strap!.widthMm).toBeGreaterThanOrEqual(to.strap!.thicknessMm);
        if (to.strap!.thicknessMm === from.strap!.thicknessMm)
          expect(strapAreaMm2(to.strap!) / (factor * strapAreaMm2(from.strap!))).toBeCloseTo(1, 0);
        expect(to.bareDiameterMm).toBe(roundOfStrapMm(to.strap!));
      }),
    );
  });
});
