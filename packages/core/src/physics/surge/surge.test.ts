/** Surge comparison: waves fitted, compared, and their faults told apart, on windings integrated step by step. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  analyseWaves,
  fieldsOfWaves,
  fitRing,
  judgeTest,
  ringVolts,
  surgeCauses,
  TEST_KINDS,
  type SurgePhase,
  type SurgeWaves,
  type Typed,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const STEP_US = 0.2;
const SAMPLES = 800;
const C = 4e-8;
/** One coil of twenty turns; eight of them are a phase. */
const COIL_H = 1.6e-4;
const COILS = 8;
const TURNS = 20;
const OHM = 36;

interface Fault {
  readonly shortedTurns?: number;
  /** Of the whole phase, as a share, such as with a group the wrong way round. */
  readonly inductance?: number;
  readonly ohm?: number;
}

/**
 * The tester's capacitor discharged into the phase: its current, and that of closed turns in one coil, by Runge and Kutta.
 * Nothing of the models that judge is used here.
 */
function pulse(volts: number, fault: Fault = {}, noise = 0, seed = 1): number[] {
  const n = fault.shortedTurns ?? 0;
  const live = COIL_H * ((TURNS - n) / TURNS) ** 2;
  const loop = COIL_H * (n / TURNS) ** 2;
  const mutual = 0.9 * Math.sqrt(live * loop);
  const l1 = ((COILS - 1) * COIL_H + live) * (fault.inductance ?? 1);
  const r1 = OHM * (fault.ohm ?? 1);
  // Of the same wire as the phase: n turns of all turns of the phase.
  const r2 = (OHM / (COILS * TURNS)) * n;
  const slope = (v: number, i1: number, i2: number) => {
    if (n === 0) return [-i1 / C, (v - r1 * i1) / l1, 0] as const;
    const [a, b] = [v - r1 * i1, -r2 * i2];
    const d = l1 * loop - mutual * mutual;
    return [-i1 / C, (a * loop - b * mutual) / d, (b * l1 - a * mutual) / d] as const;
  };
  let state = [volts, 0, 0] as [number, number, number];
  const out: number[] = [];
  let random = seed;
  const inner = 8;
  const h = (STEP_US * 1e-6) / inner;
  for (let k = 0; k < SAMPLES; k++) {
    random = (random * 16807) % 2147483647;
    out.push(state[0] + noise * volts * (random / 1073741823.5 - 1));
    for (let m = 0; m < inner; m++) {
      const add = (s: readonly number[], x: number) =>
        state.map((v, j) => v + x * s[j]!) as [number, number, number];
      const a = slope(...state);
      const b = slope(...add(a, h / 2));
      const c = slope(...add(b, h / 2));
      const d = slope(...add(c, h));
      state = state.map((v, j) => v + (h / 6) * (a[j]! + 2 * b[j]! + 2 * c[j]! + d[j]!)) as [
        number,
        number,
        number,
      ];
    }
  }
  return out;
}

const LEVELS = [600, 1200, 1800];
/** A winding of three phases, one of them with a fault that may show only from some volts on. */
function recorded(phase: SurgePhase, fault: Fault, fromV = 0, noise = 0.002): SurgeWaves {
  const waves = (['U', 'V', 'W'] as const).flatMap((p, k) =>
    LEVELS.map((setV, i) => ({
      phase: p,
      setV,
      samples: pulse(setV, p === phase && setV >= fromV ? fault : {}, noise, 7 + 13 * k + i),
    })),
  );
  return { stepUs: STEP_US, waves };
}
const plate = { voltageV: 400 };
const typedOf = (w: SurgeWaves): Typed => fieldsOfWaves(valueOf(analyseWaves(w)));
const numbers = (typed: Typed) => TEST_KINDS.surge.read(typed, { plate }).values as never;
const judged = (typed: Typed) => {
  const outcome = judgeTest('surge', typed, { plate });
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.message).join(' '));
  return outcome.judgement;
};
/** As the map has them: so many turns, so many coils. */
const causesOf = (typed: Typed) => surgeCauses(numbers(typed), { plate })?.causes ?? [];

describe('a ring is fitted', () => {
  it('to frequency and damping, whatever its start', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5e3, max: 5e4, noNaN: true }),
        fc.double({ min: 0.01, max: 0.15, noNaN: true }),
        fc.integer({ min: 1, max: 1e6 }),
        (hz, ratio, seed) => {
          const l = 1 / (C * (2 * Math.PI * hz) ** 2);
          const ohm = 2 * ratio * Math.sqrt(l / C);
          const step = 5 / hz / 600;
          let random = seed;
          const v = ringVolts(
            { inductanceH: l, capacitanceF: C, resistanceOhm: ohm },
            1000,
            Array.from({ length: 600 }, (_, i) => i * step),
          ).map((x) => {
            random = (random * 16807) % 2147483647;
            return x + 10 * (random / 1073741823.5 - 1);
          });
          const fit = fitRing(v, step)!;
          expect(fit.hz / (hz * Math.sqrt(1 - ratio * ratio))).toBeCloseTo(1, 2);
          expect(Math.abs(fit.dampingPerS / (ohm / (2 * l)) - 1)).toBeLessThan(0.08);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('three phases on each other', () => {
  it('a sound winding lies on itself', () => {
    const j = judged(typedOf(recorded('W', {})));
    expect(j.verdict).toBe('sound');
    expect(j.figures.every((f) => f.figure.value < 2)).toBe(true);
  });
  it.each([1, 2, 3])('%d closed turns are found, in the right phase, and told from a reversed group', (n) => {
    const typed = typedOf(recorded('W', { shortedTurns: n }));
    const j = judged(typed);
    expect(j.verdict).toBe('stop');
    expect(j.reasons.join(' ')).toMatch(/W is the odd one/);
    const causes = causesOf(typed);
    expect(causes[0]!.code).toBe('turns-shorted');
    expect(causes.findIndex((c) => c.code === 'group-reversed')).toBeGreaterThan(0);
  });
  it('a reversed group has less inductance and the same ohms: it is not called a short', () => {
    const typed = typedOf(recorded('V', { inductance: 0.77 }));
    expect(judged(typed).verdict).toBe('stop');
    const causes = causesOf(typed);
    expect(causes[0]!.code).toBe('group-reversed');
    expect(judged(typed).next).toMatch(/polarity/);
  });
  it('turns that break over from a level on are said with the level, and nothing that is built in is offered', () => {
    const typed = typedOf(recorded('U', { shortedTurns: 2 }, 1800));
    expect(typed['leavesU']).toBe('1800 V');
    const j = judged(typed);
    expect(j.verdict).toBe('stop');
    expect(j.reasons[0]).toMatch(/U breaks over from 1800 V/);
    expect(causesOf(typed).map((c) => c.code)).not.toContain('group-reversed');
    expect(j.next).toMatch(/Do not go above 15\d0 V on U/);
  });
  it('half a phase connected is an open phase, not a short', () => {
    const causes = causesOf(typedOf(recorded('U', { inductance: 0.3, ohm: 0.5 })));
    expect(causes.map((c) => c.code)).toEqual(['open']);
  });
});

describe('what may not be called sound', () => {
  const sound = TEST_KINDS.surge.examples.sound.typed;
  it.each([
    ['two pairs only', { ...sound, areaWU: '' }],
    ['a level that tries no turn', { ...sound, testVoltage: '200' }],
    ['one phase pulse to pulse only', { testVoltage: '1800', pulseU: '1' }],
  ])('%s', (_, typed) => expect(judged(typed).verdict).toBe('watch'));
  it('a level beyond every rule is said', () => {
    const outcome = judgeTest('surge', { ...sound, testVoltage: '4000' }, { plate });
    expect(outcome.findings.map((f) => f.code)).toContain('surge.level-too-high');
  });
  it('nothing compared is no reading; a plate without volts leaves the level open', () => {
    expect(judgeTest('surge', { testVoltage: '1800' }, { plate }).ok).toBe(false);
    const outcome = judgeTest('surge', sound, { plate: {} });
    expect(outcome.ok && outcome.judgement.verdict).toBe('watch');
  });
  it('a larger area never gets a better verdict, and whoever is named is out', () => {
    const rank = { sound: 0, watch: 1, stop: 2 } as const;
    const percent = fc.double({ min: 0, max: 60, noNaN: true });
    fc.assert(
      fc.property(percent, percent, percent, fc.double({ min: 0, max: 30, noNaN: true }), (a, b, c, more) => {
        const at = (x: number) => ({
          ...sound,
          areaUV: x.toFixed(4),
          areaVW: b.toFixed(4),
          areaWU: c.toFixed(4),
        });
        const [before, after] = [judged(at(a)), judged(at(a + more))];
        expect(rank[after.verdict]).toBeGreaterThanOrEqual(rank[before.verdict]);
        const named = /(\w) is the odd one/.exec(after.reasons.join(' '))?.[1];
        if (named)
          expect(
            after.figures.filter((f) => f.figure.name.includes(named) && f.verdict !== 'sound').length,
          ).toBeGreaterThan(1);
      }),
    );
  });
  it('waves that were cut off, hardly ring, or were not connected', () => {
    const w = recorded('W', {});
    const cut = {
      ...w,
      waves: w.waves.map((x) => ({ ...x, samples: x.samples.map((v) => Math.min(v, 0.6 * x.setV)) })),
    };
    expect(analyseWaves(cut).findings.map((f) => f.code)).toContain('surge.clipped');
    const short = { ...w, waves: w.waves.map((x) => ({ ...x, samples: x.samples.slice(0, 180) })) };
    expect(analyseWaves(short).findings.map((f) => f.code)).toContain('surge.few-cycles');
    const flat = {
      ...w,
      waves: w.waves.map((x) => (x.phase === 'V' ? { ...x, samples: x.samples.map(() => 0) } : x)),
    };
    expect(analyseWaves(flat).ok).toBe(false);
    const unequal = {
      ...w,
      waves: w.waves.map((x) => (x.phase === 'V' ? { ...x, samples: x.samples.slice(1) } : x)),
    };
    expect(analyseWaves(unequal).ok).toBe(false);
  });
});
