/** What is typed for a search: read, refused with a sentence, and a candidate written back so that it reads the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  againstLimits,
  beginSearch,
  candidateTyped,
  DEFAULT_LIMITS,
  readDataCard,
  readQuantity,
  readSearch,
  showCandidate,
  unconnectedWindingOf,
  type Figure,
  type Typed,
} from '../../index.ts';

const begun = beginSearch({ slots: 36, poles: 4 }, 7, 17);
const told = (change: Typed) => readSearch({ ...begun, ...change }).findings.map((f) => f.message);

describe('the form of a search', () => {
  it('begins with a search that can run, for every core', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 96 }),
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 1, max: 500 }),
        (slotsInThrees, pairs, pitch, turns) => {
          const winding = { slots: slotsInThrees * 3, poles: pairs * 2 };
          const wish = readSearch(beginSearch(winding, pitch, turns));
          if (!wish.ok) throw new Error(wish.findings.map((f) => f.message).join(' '));
          expect(wish.value.pitches.length).toBeGreaterThan(0);
          expect(wish.value.pitches).toContain(Math.max(pitch, wish.value.pitches[0]!));
        },
      ),
      { numRuns: 400 },
    );
    // One and a half slots a pole: two thirds of that is more than the slot it spans.
    expect(beginSearch({ slots: 12, poles: 8 }, 1, 30)).toMatchObject({ spanFrom: '1-2', spanTo: '1-2' });
  });
  it('reads spans as written, and units people bring', () => {
    const wish = readSearch({ ...begun, spanFrom: '8', spanTo: '1 to 10', toothT: '110 kl/in2' });
    if (!wish.ok) throw new Error(wish.findings[0]!.message);
    expect(wish.value.pitches).toEqual([7, 8, 9]);
    // 64.5 kilolines a square inch are 1 T: handbook conversion, from memory.
    expect(wish.value.limits.toothT).toBeCloseTo(110 / 64.516, 6);
  });
  it('says of each field what is wrong, and loses none', () => {
    expect(told({})).toEqual([]);
    expect(told({ spanFrom: '1-12', spanTo: '1-8' })).toEqual([
      'Span from 1-12 is longer than span to 1-8; the shorter comes first.',
    ]);
    expect(told({ turnsFrom: '40', turnsTo: '9' })[0]).toContain('the smaller comes first');
    expect(told({ gapLeastT: '0.9' })[0]).toContain('Gap');
    expect(told({ sizes: '4' })[0]).toContain('between 1 and 3');
    expect(told({ fill: '' })).toEqual(['Slot fill, at most: nothing is typed.']);
    expect(told({ spanFrom: 'wide', strands: '2.5', fill: '-1' })).toHaveLength(3);
  });
});

describe('a candidate on the card', () => {
  const wires = [{ count: 2, bareDiameterMm: 1.12 }];
  it('reads back as it was found, concentric spans about their mean', () => {
    const found = { pitch: 9, turns: 12, circuits: 2, connection: 'delta', wires } as const;
    expect(showCandidate(found)).toBe('1-10 T12 2Δ');
    const winding = { kind: 'concentric', pitches: [11, 9, 7] } as const;
    const typed = candidateTyped(winding, found);
    expect(typed['span']).toBe('1-12,1-10,1-8');
    const { card } = readDataCard({ slots: '36', poles: '4', layers: '2', kind: 'concentric', ...typed });
    expect(card.pitches).toEqual([11, 9, 7]);
    expect(card).toMatchObject({ circuits: 2, connection: 'delta', wires });
    expect(unconnectedWindingOf(card)?.pitches).toEqual([11, 9, 7]);
  });
  it('of a lap winding has one span', () => {
    expect(candidateTyped({}, { pitch: 7, turns: 9, circuits: 1, connection: 'star', wires })['span']).toBe(
      '1-8',
    );
  });
  it('densities per square inch come to those per square millimetre', () => {
    // 1 in² is 645.16 mm² exactly (ISO 80000; from memory).
    expect(readQuantity('3000 A/in2', 'current-density')).toMatchObject({ ok: true, value: 3000 / 645.16 });
  });
});

describe('the winding as found against the limits', () => {
  const figure = (value: number) => ({ value }) as Figure;
  const limits = { ...DEFAULT_LIMITS, toothT: 1.8, gapLeastT: 0.4, windingFactorLeast: 0.9 };
  const rows = againstLimits(
    {
      toothDensity: figure(1.8),
      gapDensity: figure(0.39),
      windingFactor: figure(0.9),
      currentDensity: figure(50),
    },
    limits,
  );
  const within = Object.fromEntries(rows.map((r) => [r.id, r.within]));
  it('is within exactly on a limit, out past it on its own side, and unsaid where there is no figure', () => {
    expect(within).toEqual({
      toothT: true,
      backIronT: null,
      gapLeastT: false,
      gapMostT: true,
      currentDensity: false,
      fill: null,
      windingFactorLeast: true,
    });
    expect(rows.find((r) => r.id === 'toothT')).toMatchObject({
      limit: 1.8,
      unit: 'T',
      label: 'Teeth, at most',
    });
  });
});
