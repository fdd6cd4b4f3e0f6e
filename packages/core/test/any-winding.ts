/** Windings of every kind, made at random, for what must hold of all of them. */
import fc from 'fast-check';
import {
  buildLayout,
  LEAD_SCHEMES,
  type ConnectionSpec,
  type LeadScheme,
  type WindingLayout,
  type WindingSpec,
} from '../src/index.ts';

const polesOf = (most: number) => fc.integer({ min: 1, max: most }).map((p) => 2 * p);

/** Two layers, any slots three phases can share. */
const lapSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ slots: fc.integer({ min: 3, max: 48 }).map((n) => 3 * n), poles: polesOf(12), short: fc.nat(3) })
  .map(({ slots, poles, short }) => ({
    slots,
    poles,
    pitch: Math.max(1, Math.round(slots / poles) - Math.min(short, Math.floor(slots / poles / 3))),
  }));

/** One layer, coils in every second slot. */
const chainSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ q: fc.integer({ min: 1, max: 5 }), poles: polesOf(6) })
  .map(({ q, poles }) => {
    const slots = 3 * poles * q * 2;
    const polePitch = slots / poles;
    return { slots, poles, layers: 1 as const, pitch: polePitch % 2 === 0 ? polePitch - 1 : polePitch };
  });

/** One layer, neighbouring coils in groups, one group a pole pair. */
const adjacentSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ q: fc.integer({ min: 1, max: 6 }), poles: polesOf(6) })
  .map(({ q, poles }) => ({
    slots: 3 * poles * q,
    poles,
    layers: 1 as const,
    grouping: 'consequent' as const,
    pitch: 3 * q,
  }));

/** One layer, concentric, one group a pole pair. */
const concentricOneSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ q: fc.integer({ min: 1, max: 5 }), poles: polesOf(6) })
  .map(({ q, poles }) => {
    const pitches = Array.from({ length: q }, (_, j) => 3 * q + q - 1 - 2 * j);
    return {
      slots: 3 * poles * q,
      poles,
      kind: 'concentric' as const,
      grouping: 'consequent' as const,
      pitch: pitches[0]!,
      pitches,
    };
  })
  .filter((s) => s.pitch < s.slots);

/** Two layers, concentric, one group a pole and phase; the mean pitch up to the pole pitch. */
const concentricTwoSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ q: fc.integer({ min: 1, max: 5 }), poles: polesOf(6), short: fc.nat(2) })
  .map(({ q, poles, short }) => {
    const mean = 3 * q - Math.min(short, q);
    const pitches = Array.from({ length: q }, (_, j) => mean + q - 1 - 2 * j);
    return { slots: 3 * poles * q, poles, kind: 'concentric' as const, pitch: pitches[0]!, pitches };
  })
  .filter((s) => s.pitches.at(-1)! >= 1 && s.pitch < s.slots);

/** Two layers, 120° belts, one group a pole pair. */
const consequentSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ half: fc.integer({ min: 1, max: 8 }), poles: polesOf(8), short: fc.nat(2) })
  .map(({ half, poles, short }) => {
    const slots = (3 * poles * half) / 2;
    return {
      slots,
      poles,
      grouping: 'consequent' as const,
      pitch: Math.max(1, Math.round(slots / poles) - Math.min(short, Math.floor(slots / poles / 4))),
    };
  });

/** Uneven turns within the groups of a two-layer lap winding. */
const unevenSpec: fc.Arbitrary<WindingSpec> = fc
  .record({
    q: fc.integer({ min: 2, max: 5 }),
    poles: polesOf(6),
    turns: fc.array(fc.integer({ min: 5, max: 30 }), { minLength: 5, maxLength: 5 }),
  })
  .map(({ q, poles, turns }) => ({
    slots: 3 * poles * q,
    poles,
    pitch: 3 * q - 1,
    turnPatterns: [turns.slice(0, q)],
  }));

/** One layer, belts halved between two groups. */
const halvedSpec: fc.Arbitrary<WindingSpec> = fc
  .record({ q: fc.integer({ min: 1, max: 5 }), poles: polesOf(6) })
  .map(({ q, poles }) => ({
    slots: 3 * poles * q,
    poles,
    layers: 1 as const,
    pitch: 2 * q + Math.ceil(q / 2),
  }));

export const KINDS = {
  lap: lapSpec,
  chain: chainSpec,
  'one layer, halved belts': halvedSpec,
  'one layer, neighbours': adjacentSpec,
  'concentric, one layer': concentricOneSpec,
  'concentric, two layers': concentricTwoSpec,
  'consequent poles': consequentSpec,
  'uneven turns': unevenSpec,
} as const;

/** A layout with its spec; specs that cannot be wound are skipped. */
export const layoutOf = (kind: keyof typeof KINDS): fc.Arbitrary<WindingLayout> =>
  KINDS[kind]
    .map((spec) => buildLayout(spec))
    .filter((r) => r.ok)
    .map((r) => (r.ok ? r.value : (undefined as never)));

/** A way to connect it with that many circuits. */
export const connectionOf = (circuits: readonly number[]): fc.Arbitrary<ConnectionSpec> =>
  fc.record({
    circuits: fc.constantFrom(...circuits),
    connection: fc.constantFrom('star', 'delta'),
    leads: fc.constantFrom(...(Object.keys(LEAD_SCHEMES) as LeadScheme[])),
    circuitsFrom: fc.constantFrom('neighbours', 'skipping'),
    jumpers: fc.constantFrom('short', 'long'),
    order: fc.constantFrom('jumpers-first', 'leads-first'),
    starPoints: fc.constantFrom('one', 'each-circuit'),
    marks: fc.constantFrom('iec', 'nema'),
  });
