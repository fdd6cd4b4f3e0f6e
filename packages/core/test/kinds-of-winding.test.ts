/** Windings of every kind: published factors, the same field calculated a second way, and what each kind promises. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  concentricPitches,
  buildLayout,
  magnetomotiveForceSteps,
  phaseBalance,
  pitchFactor,
  skewFactor,
  slowSpeed,
  spaceHarmonics,
  waveEffects,
  windingFactor,
  type WindingSpec,
} from '../src/index.ts';
import { analyseWinding, type WindingData } from '../src/index.ts';
import { KINDS, layoutOf } from './any-winding.ts';

function laid(spec: WindingSpec) {
  const result = buildLayout(spec);
  if (!result.ok) throw new Error(result.findings.map((f) => f.message).join('; '));
  return result.value;
}
const spans = (...n: number[]) => n.map((x) => x - 1);

describe('winding factors of published tables', () => {
  // Distribution factors of 60° belts, two to five slots a pole and phase: 0.966, 0.960, 0.958, 0.957. Fitzgerald,
  // Kingsley & Umans, Electric Machinery, app. B; Liwschitz-Garik & Whipple, A-C Machines, table of k_d (from memory).
  it.each([
    ['24 slots, 4 poles, chain', { slots: 24, poles: 4, layers: 1, pitch: 5 }, 0.966],
    [
      '36 slots, 4 poles, halved belts, 1-9 twice and 1-8',
      { slots: 36, poles: 4, layers: 1, pitch: 8 },
      0.96,
    ],
    ['48 slots, 4 poles, halved belts', { slots: 48, poles: 4, layers: 1, pitch: 10 }, 0.958],
    [
      '24 slots, 4 poles, concentric, one layer',
      { slots: 24, poles: 4, kind: 'concentric', grouping: 'consequent', pitch: 7, pitches: spans(8, 6) },
      0.966,
    ],
    [
      '36 slots, 4 poles, concentric, one layer',
      {
        slots: 36,
        poles: 4,
        kind: 'concentric',
        grouping: 'consequent',
        pitch: 11,
        pitches: spans(12, 10, 8),
      },
      0.96,
    ],
    [
      '36 slots, 4 poles, neighbouring coils, one layer',
      { slots: 36, poles: 4, layers: 1, grouping: 'consequent', pitch: 9 },
      0.96,
    ],
    [
      '24 slots, 2 poles, concentric, one group a pole',
      { slots: 24, poles: 2, kind: 'concentric', pitch: 11, pitches: spans(12, 10) },
      0.958,
    ],
    [
      '48 slots, 4 poles, concentric, two layers, mean pitch 10',
      { slots: 48, poles: 4, kind: 'concentric', pitch: 13, pitches: spans(14, 12, 10, 8) },
      0.925,
    ],
    // Fractional slots on single teeth, two layers: 0.933 for 12/10, 0.945 for 9/8, 0.866 for 12/8. Cros & Viarouge,
    // IEEE Trans. Energy Conversion 17 (2002), table of concentrated windings (from memory).
    ['12 slots, 10 poles', { slots: 12, poles: 10, pitch: 1 }, 0.933],
    ['9 slots, 8 poles', { slots: 9, poles: 8, pitch: 1 }, 0.945],
    ['12 slots, 8 poles', { slots: 12, poles: 8, pitch: 1 }, 0.866],
    // 120° belts, four coils in a belt: sin 60° / (4·sin 15°) = 0.837, full pitch. First principles.
    ['24 slots, 4 poles, consequent', { slots: 24, poles: 4, grouping: 'consequent', pitch: 6 }, 0.837],
  ] as const)('%s', (_name, spec, published) => {
    expect(windingFactor(laid(spec as WindingSpec))).toBeCloseTo(published, 3);
  });

  it('of the lower of two speeds: 120° belts at the doubled poles', () => {
    const fast = laid({ slots: 36, poles: 4, pitch: 5 });
    const { layout, swapped } = slowSpeed(fast);
    // Three coils 40° apart in a belt, pitch 5 of 4.5 slots: sin 60°/(3 sin 20°) · sin 100°. First principles.
    const byHand =
      (Math.sin(Math.PI / 3) / (3 * Math.sin(Math.PI / 9))) * Math.sin((5 / 4.5) * (Math.PI / 2));
    expect(windingFactor(layout)).toBeCloseTo(byHand, 10);
    expect(layout.poles).toBe(8);
    expect(swapped).toBe(true);
    expect(new Set(layout.groups.map((g) => g.polarity))).toEqual(new Set(['N']));
  });

  it('skew: one slot pitch of 36 slots, 4 poles takes 0.5 % from the working wave and nearly all from order 18 ± 1', () => {
    // sin(γ/2)/(γ/2) with γ = 20° el.; Fourier integral, first principles.
    expect(skewFactor(36, 1, 2)).toBeCloseTo(Math.sin(Math.PI / 18) / (Math.PI / 18), 12);
    expect(skewFactor(36, 1, 2)).toBeCloseTo(0.9949, 4);
    expect(skewFactor(36, 1, 34)).toBeLessThan(0.06);
    expect(skewFactor(36, 0, 34)).toBe(1);
  });
});

describe.each(Object.keys(KINDS) as (keyof typeof KINDS)[])('%s', (kind) => {
  it('fills no slot twice over, gives each phase the same coils, and counts every side', () => {
    fc.assert(
      fc.property(layoutOf(kind), (layout) => {
        const cells = new Set<string>();
        for (const c of layout.coils)
          for (const [slot, layer] of [
            [c.topSlot, c.topLayer],
            [c.bottomSlot, c.bottomLayer],
          ] as const) {
            // A side that fills its slot is in nobody's way; otherwise bore and back each hold one.
            const taken = layer === 'whole' ? [`${slot} bore`, `${slot} back`] : [`${slot} ${layer}`];
            for (const cell of taken) {
              expect(cells.has(cell), `${cell} twice`).toBe(false);
              cells.add(cell);
            }
          }
        const perPhase = (['U', 'V', 'W'] as const).map(
          (p) => layout.coils.filter((c) => c.phase === p).length,
        );
        if (layout.exactlyBalanced) expect(new Set(perPhase).size).toBe(1);
        expect(layout.groups.flatMap((g) => g.coils).toSorted((a, b) => a - b)).toEqual(
          layout.coils.map((c) => c.number).toSorted((a, b) => a - b),
        );
        expect(windingFactor(layout)).toBeLessThanOrEqual(1 + 1e-12);
      }),
      { numRuns: 60 },
    );
  });

  it('has the harmonics that the Fourier sum of its stepped wave has', () => {
    fc.assert(
      fc.property(layoutOf(kind), fc.integer({ min: 0, max: 359 }), (layout, degrees) => {
        fc.pre(layout.exactlyBalanced && layout.slots <= 96);
        const at = (shift: number) => Math.cos(((degrees + shift) * Math.PI) / 180);
        const steps = magnetomotiveForceSteps(layout, 10, 1, [at(0), at(-120), at(120)]);
        for (const h of spaceHarmonics(layout, 10, 1, 9)) {
          const nu = h.polePairs;
          let [a, b] = [0, 0];
          steps.forEach((value, i) => {
            // The step lies from the middle of slot i + 1 to that of the next one.
            const from = (2 * Math.PI * nu * (i + 1)) / layout.slots;
            const to = (2 * Math.PI * nu * (i + 2)) / layout.slots;
            a += (value * (Math.sin(to) - Math.sin(from))) / (Math.PI * nu);
            b += (value * (Math.cos(from) - Math.cos(to))) / (Math.PI * nu);
          });
          // A wave that runs one way only has the same height at every instant.
          if (h.direction !== 'both') expect(Math.hypot(a, b)).toBeCloseTo(h.amplitudeA, 6);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('lap and concentric', () => {
  it('make the same field at the lap’s pitch, at every order; only the ends differ', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 2 }),
        (q, p, short) => {
          const [slots, poles] = [6 * p * q, 2 * p];
          const pitch = 3 * q - short;
          const pitches = concentricPitches(pitch, q);
          fc.pre(pitches.at(-1)! >= 1 && pitches[0]! < slots);
          const lap = laid({ slots, poles, pitch });
          const concentric = laid({ slots, poles, kind: 'concentric', pitch: pitches[0]!, pitches });
          for (let nu = 1; nu <= 7 * p; nu++)
            expect(windingFactor(concentric, nu)).toBeCloseTo(windingFactor(lap, nu), 9);
          expect(concentric.meanPitch).toBe(pitch);
        },
      ),
    );
  });
  it('one layer of three slots a belt: groups of two and one in turn, the one a slot shorter', () => {
    // Common practice, no source: 36 slots, 4 poles in one layer, 1-9 twice, 1-8 once.
    const halved = laid({ slots: 36, poles: 4, layers: 1, pitch: 8 });
    expect(halved.groups.filter((g) => g.phase === 'U').map((g) => g.coils.length)).toEqual([2, 1, 2, 1]);
    expect(halved.coils.filter((c) => c.phase === 'U').map((c) => c.pitch)).toEqual([8, 8, 7, 8, 8, 7]);
    expect(halved.layersFound).toBe('one');
  });
  it('one layer: the factor does not depend on how the sides are joined', () => {
    const chain = laid({ slots: 24, poles: 4, layers: 1, pitch: 5 });
    const nested = laid({
      slots: 24,
      poles: 4,
      kind: 'concentric',
      grouping: 'consequent',
      pitch: 7,
      pitches: [7, 5],
    });
    expect(windingFactor(chain)).toBeCloseTo(windingFactor(nested), 12);
    expect(pitchFactor(chain)).toBe(1);
  });
});

describe('what is found rather than planned', () => {
  it('takes the groups as they were found, and shows what they do', () => {
    // 48 slots, 6 poles: 3 and 2 in turn, as many shops wind it.
    const found = laid({
      slots: 48,
      poles: 6,
      pitch: 7,
      groupSizes: [3, 3, 3, 3, 3, 3, 2, 2, 2, 3, 3, 3, 2, 2, 2, 3, 3, 3],
    });
    expect(found.groups.map((g) => g.coils.length).slice(0, 3)).toEqual([3, 3, 3]);
    expect(phaseBalance(found).phases.map((p) => p.coils)).toEqual([16, 16, 16]);
    expect(found.exactlyBalanced).toBe(false);
  });
  it('weighs uneven turns: a coil of twice the turns counts twice', () => {
    const even = laid({ slots: 24, poles: 4, pitch: 5 });
    const uneven = laid({ slots: 24, poles: 4, pitch: 5, turnPatterns: [[20, 10]] });
    expect(uneven.meanTurns).toBe(15);
    // Two phasors 30° apart weighed 2 : 1 instead of 1 : 1, by hand.
    const weighed = Math.hypot(2 + Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)) / 3;
    const equal = Math.cos(Math.PI / 12);
    expect(windingFactor(uneven) / windingFactor(even)).toBeCloseTo(weighed / equal, 10);
  });
  it('lets groups of two kinds take turns', () => {
    const two = laid({ slots: 24, poles: 4, pitch: 5, turnPatterns: [[12], [10]] });
    expect(two.coils.map((c) => Math.round(c.turnShare * two.meanTurns!)).slice(0, 2)).toEqual([12, 12]);
  });
  it('leaves slots empty where the card says so', () => {
    const holed = laid({ slots: 39, poles: 4, pitch: 8, leftEmpty: [13, 26, 39] });
    expect(holed.emptySlots).toEqual([13, 26, 39]);
    expect(holed.coils).toHaveLength(36);
    expect(holed.coils.every((c) => ![13, 26, 39].includes(c.topSlot))).toBe(true);
  });
  it('lays a winding entered coil by coil exactly as a planned one', () => {
    const plan = laid({ slots: 24, poles: 4, pitch: 5 });
    const entered = laid({
      slots: 24,
      poles: 4,
      pitch: 5,
      kind: 'coils',
      coilList: plan.coils.map((c) => ({
        top: c.topSlot,
        bottom: c.bottomSlot,
        phase: c.phase,
        sign: c.sign,
        turns: 12,
      })),
    });
    for (const nu of [2, 10, 14]) expect(windingFactor(entered, nu)).toBeCloseTo(windingFactor(plan, nu), 12);
    expect(entered.groups).toHaveLength(plan.groups.length);
  });
  it.each([
    [{ slots: 24, poles: 4, kind: 'concentric', pitch: 7, pitches: [5, 7] }, 'winding.spans-not-nested'],
    [{ slots: 24, poles: 4, kind: 'concentric', pitch: 7, pitches: [7, 6] }, 'winding.spans-off-middle'],
    [
      { slots: 24, poles: 4, kind: 'concentric', pitch: 9, pitches: [9, 7, 5, 3] },
      'winding.slot-holds-too-much',
    ],
    [{ slots: 27, poles: 4, layers: 1, pitch: 5 }, 'winding.slots-not-shared'],
    [{ slots: 24, poles: 4, layers: 1, pitch: 6 }, 'winding.pitch-not-odd'],
    [{ slots: 24, poles: 4, pitch: 5, leftEmpty: [30] }, 'winding.empty-slot-outside'],
    [{ slots: 24, poles: 4, pitch: 5, kind: 'coils', coilList: [] }, 'winding.coil-outside'],
  ] as const)('refuses %j by the constraint that breaks', (spec, code) => {
    const result = buildLayout(spec as unknown as WindingSpec);
    expect(result.ok).toBe(false);
    expect(result.findings.map((f) => f.code)).toContain(code);
    expect(result.findings[0]!.message.length).toBeGreaterThan(20);
  });
});

describe('waves that will be noticed', () => {
  it('full pitch: order 5 brakes, order 7 holds the motor at a seventh of its speed', () => {
    // Common practice, no source: fifth against, seventh with the field.
    const layout = laid({ slots: 24, poles: 4, pitch: 6 });
    const effects = waveEffects(spaceHarmonics(layout, 10, 1), 2, 24);
    expect(effects.find((e) => e.order === 5)?.kind).toBe('cusp');
    expect(effects.find((e) => e.order === 7)?.kind).toBe('crawl');
  });
  it('five sixths of the pitch takes both nearly away', () => {
    const layout = laid({ slots: 24, poles: 4, pitch: 5 });
    const effects = waveEffects(spaceHarmonics(layout, 10, 1), 2, 24);
    expect(effects.filter((e) => e.order === 5 || e.order === 7)).toEqual([]);
  });
  it('single teeth hum: 12 slots, 10 poles pulls two bulges', () => {
    const layout = laid({ slots: 12, poles: 10, pitch: 1 });
    const effects = waveEffects(spaceHarmonics(layout, 10, 1), 5, 12);
    expect(effects.some((e) => e.kind === 'noise' && e.message.includes('2 bulges'))).toBe(true);
  });
  it('equal slots of stator and cage lock', () => {
    const layout = laid({ slots: 36, poles: 4, pitch: 8 });
    const say = (bars: number) =>
      waveEffects(spaceHarmonics(layout, 10, 1), 2, 36, bars).at(-1)?.message ?? '';
    expect(say(36)).toMatch(/lock/);
    expect(say(40)).toMatch(/differ by the poles/);
    expect(say(28)).not.toMatch(/bars differ/);
  });
});

it.each([
  [
    'concentric coils over whole pole pairs',
    { slots: 24, poles: 4, pitch: 12, kind: 'concentric', pitches: [12] },
  ],
  [
    'coil by coil over whole pole pairs',
    {
      slots: 24,
      poles: 4,
      pitch: 12,
      kind: 'coils',
      coilList: (['U', 'V', 'W'] as const).flatMap((phase, i) =>
        [0, 1].map((k) => ({
          top: 1 + 2 * i + k,
          bottom: 13 + 2 * i + k,
          phase,
          sign: 1 as const,
          turns: 10,
        })),
      ),
    },
  ],
] as const)('%s are refused, never judged by what is not a number', (_name, spec) => {
  const result = analyseWinding({
    winding: {
      ...(spec as unknown as WindingData),
      turnsPerCoil: 10,
      wires: [{ count: 1, bareDiameterMm: 1 }],
      circuits: 1,
      connection: 'star',
    },
    core: {},
    supply: {},
  });
  expect(result.ok).toBe(false);
  expect(JSON.stringify(result)).not.toContain('NaN');
});
