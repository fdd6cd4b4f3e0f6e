/**
 * Surge of armatures and field coils: what a pulse sees of a coil against the network solved anew with that coil changed, and
 * the coil found again from waves that were made with it.
 */
import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  commutatorPlanOf,
  errorAreaPercent,
  judgeTest,
  machineKind,
  oddCoils,
  ringNetwork,
  ringWeights,
  type SoundRing,
  type Typed,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const ring = (bars: number, more: Partial<SoundRing> = {}): SoundRing => ({
  bars,
  kind: 'lap',
  poles: 4,
  plex: 1,
  progressive: true,
  coilOhm: 0.02,
  equalizerPitchBars: null,
  ...more,
});
const RINGS = [
  ring(24),
  ring(36, { progressive: false }),
  ring(48, { equalizerPitchBars: 24 }),
  ring(25, { kind: 'wave' }),
  ring(37, { kind: 'wave', poles: 6, progressive: false }),
  ring(25, { plex: 2 }),
];
const halfWay = ({ bars, poles }: SoundRing) => Math.round(bars / poles / 2);
const wholeOf = (of: SoundRing, span: number, coil: number, factor: number, place = 0) => {
  const network = valueOf(ringNetwork({ ...of, coilOhm: 1 }, [{ kind: 'partial', coil: coil + 1, factor }]));
  const [a, b] = [place % of.bars, (place + span) % of.bars];
  return network.transfer(a, b, a, b)!;
};

describe('what a pulse across a span sees of each coil', () => {
  // Source: sensitivity of a two-terminal network to one branch is that branch's share of the power (B. D. H. Tellegen, 1952).
  test.each(RINGS.map((r, i) => [i, r] as const))(
    'is by what the whole changes when the coil does, ring %i',
    (_, of) => {
      for (const span of [1, halfWay(of)]) {
        const weights = valueOf(ringWeights(of, span));
        expect(weights.reduce((s, w) => s + w, 0)).toBeCloseTo(1, 9);
        const sound = wholeOf(of, span, 0, 1);
        weights.forEach((w, coil) => {
          const step = 1e-4;
          const up = wholeOf(of, span, coil, 1 + step);
          const down = wholeOf(of, span, coil, 1 - step);
          expect(w).toBeCloseTo((up - down) / (2 * step * sound), 6);
        });
      }
    },
  );

  it('is alike for every coil across half of a lap, where the test is refused', () => {
    const weights = valueOf(ringWeights(ring(24), 12));
    expect(Math.max(...weights) - Math.min(...weights)).toBeLessThan(1e-12);
  });
});

/** Waves of a ring with one coil of fewer turns, each place against the first as a tester does it. */
function areasOf(of: SoundRing, span: number, coil: number, factor: number): number[] {
  const sound = wholeOf(of, span, coil, 1);
  const waves = Array.from({ length: of.bars }, (_, place) => {
    const hz = 2e4 / Math.sqrt(wholeOf(of, span, coil, factor, place) / sound);
    return Array.from({ length: 400 }, (_, i) => {
      const t = i * 5e-7;
      return Math.exp(-12e3 * t) * Math.cos(2 * Math.PI * hz * t);
    });
  });
  return waves.map((w) => valueOf(errorAreaPercent(waves[0]!, w)));
}

it('finds the coil by itself or among those that look alike', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...RINGS),
      fc.nat(),
      fc.double({ min: 0.3, max: 0.9, noNaN: true }),
      fc.array(fc.double({ min: 0, max: 0.1, noNaN: true }), { minLength: 48, maxLength: 48 }),
      (of, seed, factor, noise) => {
        const coil = seed % of.bars;
        const span = halfWay(of);
        const areas = areasOf(of, span, coil, factor).map((a, i) => a + noise[i]!);
        const found = oddCoils(areas, valueOf(ringWeights(of, span)));
        expect(found.map((c) => c.startBar)).toContain(coil + 1);
        // With equalizers, or in a wave, a coil has its like in the other poles.
        expect(found.length).toBeLessThanOrEqual(of.poles);
      },
    ),
    { numRuns: 60 },
  );
});

const motor = (line: string, plate: Typed = { voltage: '220', current: '20', power: '3.7 kW' }) => {
  const kind = machineKind('direct-current');
  const card = { ...kind.shorthand.read(line).fills, meanTurn: '400' };
  const checked = kind.checkCard(card, kind.readPlate(plate).plate, true, {});
  return { plan: commutatorPlanOf(checked.plan)!, context: { plan: checked.plan, plate: { voltageV: 220 } } };
};
const TWO_POLE = motor('12s 24b 2p lap+ 1-6 T8 0.90 @4 F900 0.45');
const FOUR_POLE = motor('24s 48b 4p lap+ 1-6 T4 0.90 @4 F900 0.45');
const judged = (kind: 'armature-surge' | 'field-surge', typed: Typed, context: object = TWO_POLE.context) => {
  const outcome = judgeTest(kind, typed, context as never);
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.code).join());
  return { verdict: outcome.judgement.verdict, said: outcome.judgement.reasons.join(' ') };
};
const refusedBy = (
  kind: 'armature-surge' | 'field-surge',
  typed: Typed,
  context: object = TWO_POLE.context,
) => {
  const outcome = judgeTest(kind, typed, context as never);
  return outcome.ok ? [] : outcome.findings.map((f) => f.code);
};

describe('an armature round its bars', () => {
  const sound = Array.from({ length: 24 }, (_, i) => (i === 0 ? 0 : 1 + (i % 3) / 4));
  const typed = { span: '6', testVoltage: '900', areas: sound.join('\n') };

  it('names the coil with its bars and slots, wherever it lies, the first place included', () => {
    const of = TWO_POLE.plan.ring!;
    for (const coil of [0, 3, 11, 23]) {
      const areas = areasOf(of, 6, coil, 0.6).map((a, i) => (a + sound[i]!).toFixed(2));
      const { verdict, said } = judged('armature-surge', { ...typed, areas: areas.join('\n') });
      expect(verdict).toBe('stop');
      const own = TWO_POLE.plan.armatureCoils.find((c) => c.startBar === coil + 1)!;
      expect(said).toContain(
        `Coil ${own.coil} (bar ${own.startBar} to ${own.finishBar}, slots ${own.firstSlot} and ${own.secondSlot})`,
      );
    }
  });

  it('tells shorted turns from a coil that is open by how it rings', () => {
    const of = TWO_POLE.plan.ring!;
    const areas = areasOf(of, 6, 9, 0.4).map((a) => a.toFixed(2));
    const inside = (i: number) => i >= 4 && i <= 9;
    const rung = (kHz: string, perMs: string) =>
      areas.map((_, i) => (inside(i) ? `${kHz}; ${perMs}` : '20; 12'));
    const with_ = (kHz: string, perMs: string) =>
      judged('armature-surge', { ...typed, areas: areas.join('\n'), rings: rung(kHz, perMs).join('\n') })
        .said;
    expect(with_('20.9', '19')).toMatch(/rings 4\.5 % faster and 58 % more damped.*(turn|whole coil)/);
    expect(with_('12', '10')).toMatch(/is open or has a turn too many/);
  });

  it('is sound only where every bar was reached, at a level that tries turns, with waves that were not one', () => {
    expect(judged('armature-surge', typed).verdict).toBe('sound');
    expect(judged('armature-surge', { ...typed, testVoltage: '90' }).verdict).toBe('watch');
    expect(judged('armature-surge', { ...typed, areas: Array(24).fill('0').join('\n') }).verdict).toBe(
      'watch',
    );
    expect(judged('armature-surge', typed, { plate: { voltageV: 220 } }).verdict).toBe('watch');
    const { areas } = typed;
    expect(refusedBy('armature-surge', { ...typed, areas: areas.slice(0, -5) })).toEqual([
      'coil-surge.count',
    ]);
    expect(refusedBy('armature-surge', { ...typed, span: '12' })).toEqual(['armature-surge.blind']);
    expect(refusedBy('armature-surge', { ...typed, span: '24' })).toEqual(['armature-surge.span']);
    expect(refusedBy('armature-surge', { ...typed, areas: areas.replace('1.25', '1,250') })).toEqual([
      'coil-surge.place-unreadable',
    ]);
  });
});

it('asks when the first place does not agree with itself', () => {
  const again = { winding: 'shunt', iron: 'on', testVoltage: '600', areas: '8\n2\n1.4\n2.2' };
  const outcome = judgeTest('field-surge', again, FOUR_POLE.context as never);
  expect(outcome.findings.map((f) => [f.severity, f.code])).toContainEqual([
    'watch',
    'coil-surge.first-differs',
  ]);
});

describe('field coils pole by pole', () => {
  const typed = { winding: 'shunt', iron: 'on', testVoltage: '600', areas: '0\n2\n1.4\n2.2' };

  it('names the odd pole, the first one where all the others are unlike it', () => {
    const { context } = FOUR_POLE;
    expect(judged('field-surge', typed, context).verdict).toBe('sound');
    expect(judged('field-surge', { ...typed, areas: '0\n2\n31\n2.2' }, context).said).toContain(
      'Pole 3 is 31.0 %',
    );
    expect(judged('field-surge', { ...typed, areas: '0\n30\n31\n29' }, context).said).toContain(
      'pole 1 is the odd one',
    );
    expect(refusedBy('field-surge', { ...typed, winding: 'interpole' }, context)).toEqual([
      'field-surge.no-such-winding',
    ]);
  });

  it('of two leaves open which one it is, unless their rings say it', () => {
    const two = { ...typed, areas: '0\n31' };
    expect(judged('field-surge', two).said).toContain('which of them is odd shows only');
    const { said } = judged('field-surge', { ...two, rings: '1.71; 0.84\n1.42; 0.31' });
    expect(said).toContain('pole 1 rings faster');
    expect(said).toMatch(/rings 20 % faster and 171 % more damped/);
    // A figure that no model comes near is not given a cause.
    expect(said).toContain('No usual number');
    const few = judged('field-surge', { ...two, rings: '1.422; 0.545\n1.42; 0.31' }).said;
    expect(few).toMatch(/It comes nearest to: 4 turns of one coil/);
  });
});

it('asks about a level over what a winding is tried with, and is not sound where nothing says how high it must be', () => {
  const typed = { winding: 'series', iron: 'on', testVoltage: '600', areas: '0\n2\n1.4\n2.2' };
  const series = motor('24s 48b 4p lap+ 1-6 T4 0.90 @4 D12 3x1.60', {
    voltage: '220',
    current: '20',
    power: '3.7 kW',
    excitation: 'series',
  });
  // No mean turn, no ohms: what the coil has in service is not known.
  expect(judged('field-surge', typed, series.context)).toMatchObject({ verdict: 'watch' });
  const outcome = judgeTest('field-surge', { ...typed, testVoltage: '3 kV' }, series.context as never);
  expect(outcome.findings.map((f) => f.code)).toContain('coil-surge.level-too-high');
});
