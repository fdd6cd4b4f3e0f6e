/** Readings of a commutator's ring against Kirchhoff's equations solved bar by bar, and faults found again from them. */
import fc from 'fast-check';
import { Matrix, pseudoInverse } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import {
  barToBarOhm,
  brushesOhm,
  dropsV,
  explainRing,
  ringNetwork,
  ringPitch,
  type RingFault,
  type SoundRing,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const lap = (bars: number, more: Partial<SoundRing> = {}): SoundRing => ({
  bars,
  kind: 'lap',
  poles: 4,
  plex: 1,
  progressive: true,
  coilOhm: 0.1,
  equalizerPitchBars: null,
  ...more,
});
const wave = (bars: number, more: Partial<SoundRing> = {}) => lap(bars, { kind: 'wave', ...more });
const barToBar = (ring: SoundRing, ...faults: RingFault[]) =>
  barToBarOhm(ring.bars, valueOf(ringNetwork(ring, faults)));
const drop = (ring: SoundRing, feed: [number, number, number], ...faults: RingFault[]) =>
  dropsV(ring.bars, valueOf(ringNetwork(ring, faults)), {
    feedInBar: feed[0],
    feedOutBar: feed[1],
    currentA: feed[2],
  });
const close = (a: readonly (number | null)[], b: readonly (number | null)[]) =>
  a.forEach((value, i) =>
    value === null || b[i] === null ? expect(value).toBe(b[i]) : expect(value).toBeCloseTo(b[i]!, 8),
  );

const rings = fc.constantFrom(
  lap(12),
  lap(24, { progressive: false }),
  lap(24, { equalizerPitchBars: 12 }),
  lap(25, { plex: 2 }),
  wave(21),
  wave(25, { progressive: false }),
  wave(37, { poles: 6, progressive: false }),
);
const faultOf = (bars: number): fc.Arbitrary<RingFault> => {
  const place = fc.integer({ min: 1, max: bars });
  return fc.oneof(
    place.map((coil) => ({ kind: 'open' as const, coil })),
    place.map((coil) => ({ kind: 'short' as const, coil })),
    place.map((coil) => ({ kind: 'reversed' as const, coil })),
    fc.tuple(place, fc.double({ min: 0.2, max: 3, noNaN: true })).map(([coil, factor]) => ({
      kind: 'partial' as const,
      coil,
      factor,
    })),
    fc
      .tuple(place, fc.constantFrom('crossed' as const, 'finishes-exchanged' as const))
      .map(([bar, kind]) => ({
        kind,
        bar,
      })),
    fc.tuple(place, fc.double({ min: 0.005, max: 0.5, noNaN: true })).map(([bar, ohm]) => ({
      kind: 'riser' as const,
      bar,
      ohm,
    })),
  );
};

/** A second way: coils as a list of ends, ties as very small resistors, Kirchhoff's equations by pseudo-inverse. */
function solvedBarByBar(ring: SoundRing, faults: readonly RingFault[]) {
  const { bars } = ring;
  const pitch = valueOf(ringPitch(ring));
  const at = (n: number) => ((n % bars) + bars) % bars;
  let ends = Array.from({ length: bars }, (_, k) => ({ a: k, b: at(k + pitch), ohm: ring.coilOhm }));
  const extra: { a: number; b: number; ohm: number }[] = [];
  let nodes = bars;
  for (const f of faults.filter((x) => x.kind !== 'riser'))
    if (f.kind === 'open') ends[f.coil - 1]!.ohm = Infinity;
    else if (f.kind === 'short') ends[f.coil - 1]!.ohm = 1e-7;
    else if (f.kind === 'partial') ends[f.coil - 1]!.ohm *= f.factor;
    else if (f.kind === 'crossed' || f.kind === 'finishes-exchanged') {
      const swap = (n: number) => (n === f.bar - 1 ? at(f.bar) : n === at(f.bar) ? f.bar - 1 : n);
      ends = ends.map((e) => ({ ...e, a: f.kind === 'crossed' ? swap(e.a) : e.a, b: swap(e.b) }));
    }
  for (const f of faults)
    if (f.kind === 'riser') {
      const behind = nodes++;
      ends = ends.map((e) => ({
        ...e,
        a: e.a === f.bar - 1 ? behind : e.a,
        b: e.b === f.bar - 1 ? behind : e.b,
      }));
      extra.push({ a: f.bar - 1, b: behind, ohm: f.ohm });
    }
  if (ring.equalizerPitchBars)
    for (let k = 0; k < bars; k++) extra.push({ a: k, b: at(k + ring.equalizerPitchBars), ohm: 1e-7 });
  const y = Matrix.zeros(nodes, nodes);
  for (const { a, b, ohm } of [...ends, ...extra]) {
    if (a === b || ohm === Infinity) continue;
    for (const [i, j, sign] of [
      [a, a, 1],
      [b, b, 1],
      [a, b, -1],
      [b, a, -1],
    ] as const)
      y.set(i, j, y.get(i, j) + sign / ohm);
  }
  const z = pseudoInverse(y);
  return (a: number, b: number, c: number, d: number) =>
    z.get(a, c) - z.get(a, d) - z.get(b, c) + z.get(b, d);
}

describe('the ring as a network', () => {
  it('a sound lap of K bars reads coil × (K − 1)/K, a cut one coil by coil', () => {
    expect(barToBar(lap(36))[0]).toBeCloseTo((0.1 * 35) / 36, 12);
    expect(barToBar(lap(8), { kind: 'open', coil: 3 })).toEqual(
      [0.1, 0.1, 0.7, 0.1, 0.1, 0.1, 0.1, 0.1].map((v) => expect.closeTo(v, 9) as unknown),
    );
    // Two circuits of their own: neighbours are not joined.
    expect(barToBar(lap(24, { plex: 2 }))).toEqual(Array(24).fill(null));
    // K·coil/paths² between the brushes (Langsdorf, from memory).
    expect(valueOf(brushesOhm(lap(24), []))).toBeCloseTo((24 * 0.1) / 16, 12);
    expect(brushesOhm(wave(21), []).ok || brushesOhm(lap(25), []).ok).toBe(false);
  });
  it('is the same solved bar by bar, with up to two faults', () => {
    fc.assert(
      fc.property(
        // One fault to a coil or bar: two bad joints of one riser are one joint, an open coil is no shorted one.
        rings.chain((ring) =>
          fc.tuple(
            fc.constant(ring),
            fc.uniqueArray(faultOf(ring.bars), {
              maxLength: 2,
              selector: (f) => ('bar' in f ? `bar ${f.bar}` : `coil ${f.coil}`),
            }),
          ),
        ),
        ([ring, faults]) => {
          const ours = barToBar(ring, ...faults);
          // Where the ring falls apart there is nothing to compare with.
          fc.pre(!ours.includes(null));
          const transfer = solvedBarByBar(ring, faults);
          const next = (k: number) => (k + 1) % ring.bars;
          ours.forEach((ohm, k) => expect(ohm).toBeCloseTo(transfer(k, next(k), k, next(k)), 4));
          drop(ring, [2, 8, 5], ...faults).forEach((v, k) =>
            expect(v).toBeCloseTo(5 * transfer(k, next(k), 1, 7), 4),
          );
        },
      ),
      { numRuns: 200 },
    );
  });
  it('a reversed coil changes no reading', () => {
    fc.assert(
      fc.property(rings, fc.integer({ min: 1, max: 12 }), (ring, coil) => {
        close(barToBar(ring, { kind: 'reversed', coil }), barToBar(ring));
        close(drop(ring, [1, 6, 1], { kind: 'reversed', coil }), drop(ring, [1, 6, 1]));
      }),
    );
  });
  it('drops add up to nothing round the ring, and are null beside what is cut off', () => {
    const around = drop(lap(24), [1, 13, 10], { kind: 'partial', coil: 5, factor: 0.5 });
    expect(around.reduce<number>((s, v) => s + v!, 0)).toBeCloseTo(0, 9);
    expect(around[1]! > 0 && around[20]! < 0).toBe(true);
    const cut = drop(lap(8), [1, 3, 1], { kind: 'open', coil: 4 }, { kind: 'open', coil: 6 });
    expect(cut.map((v) => (v === null ? null : 0))).toEqual([0, 0, 0, null, 0, null, 0, 0]);
  });
});

describe('the fault behind the readings', () => {
  const explained = (ring: SoundRing, fault: RingFault, dropped: boolean) =>
    dropped
      ? explainRing(
          ring,
          {
            dropV: drop(ring, [1, Math.ceil(ring.bars / 2), 2], fault),
            feedInBar: 1,
            feedOutBar: Math.ceil(ring.bars / 2),
            currentA: 2,
          },
          0.02,
        )
      : explainRing(ring, { ohm: barToBar(ring, fault) }, 0.02);
  it('is found again, with its size, among what cannot be told from it', () => {
    fc.assert(
      fc.property(
        rings.chain((ring) => fc.tuple(fc.constant(ring), faultOf(ring.bars), fc.boolean())),
        ([ring, fault, dropped]) => {
          const all = valueOf(explained(ring, fault, dropped));
          const best = all.filter((e) => e.mismatch < 1e-6);
          expect(all.map((e) => e.kind)).not.toContain('reversed');
          const sound = dropped ? drop(ring, [1, Math.ceil(ring.bars / 2), 2]) : barToBar(ring);
          const seen = dropped ? drop(ring, [1, Math.ceil(ring.bars / 2), 2], fault) : barToBar(ring, fault);
          const changed = seen.some((v, i) => v === null || Math.abs(v - (sound[i] ?? Infinity)) > 1e-7);
          if (!changed) {
            // No reading shows it: nothing is wrong as far as ohms can tell.
            expect(best[0]!.kind).toBe('none');
            return;
          }
          expect(best.some((e) => e.kind === 'none')).toBe(false);
          const own = best.find((e) =>
            Object.entries(fault).every(([key, value]) => {
              const said = (e as unknown as Record<string, unknown>)[key];
              return typeof value === 'number' ? Math.abs((said as number) - value) < 1e-4 : said === value;
            }),
          );
          expect(own).toBeDefined();
        },
      ),
      { numRuns: 150 },
    );
  });
  it('a wave of four poles cannot tell a coil from the one half way round', () => {
    const all = valueOf(explained(wave(25, { progressive: true }), { kind: 'short', coil: 7 }, false));
    expect(all.length).toBeGreaterThan(0);
    expect(all[0]).toMatchObject({ kind: 'short', coil: 7 });
    const equalized = valueOf(
      explained(lap(24, { equalizerPitchBars: 12 }), { kind: 'short', coil: 7 }, false),
    );
    expect(equalized.slice(0, 2).map((e) => 'coil' in e && e.coil)).toEqual([7, 19]);
  });
  it('bears readings that are not exact, and refuses those of another ring', () => {
    const noisy = barToBar(lap(61), { kind: 'riser', bar: 15, ohm: 0.02 }).map(
      (v, i) => v! * (1 + 0.004 * Math.sin(7 * i)),
    );
    const [first] = valueOf(explainRing(lap(61), { ohm: noisy }, 0.02));
    expect(first).toMatchObject({ kind: 'riser', bar: 15, ohm: expect.closeTo(0.02, 2) as unknown });
    const short = explainRing(lap(61), { ohm: noisy.slice(1) }, 0.02);
    expect(short.ok || short.findings[0]!.code).toBe('armature.readings');
    expect(explainRing(wave(62), { ohm: Array(62).fill(0.1) }, 0.02).ok).toBe(false);
  });
});
