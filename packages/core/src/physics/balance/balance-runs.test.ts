/** Balancing a rotor that is only arithmetic: its unbalance is hidden, its readings obey physics, its mistakes are real ones. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  balanceJob,
  correctByAdding,
  takeAway,
  judgeTest,
  readRuns,
  solveRuns,
  sumVectors,
  TEST_KINDS,
  unphasedOf,
  writeRun,
  type BalanceReading,
  type BalanceRun,
  type FittedWeight,
  type Vector,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const turned = (v: Vector, by: Vector): Vector => ({
  magnitude: v.magnitude * by.magnitude,
  angleDeg: v.angleDeg + by.angleDeg,
});

/** Readings of two pick-ups: coefficients times all unbalance [g·mm], in a unit of the machine's own. */
interface Rotor {
  readonly radiiMm: readonly [number, number];
  readonly hidden: readonly [Vector, Vector];
  readonly answers: readonly (readonly [Vector, Vector])[];
}
const ROTOR: Rotor = {
  radiiMm: [66, 62],
  hidden: [
    { magnitude: 2600, angleDeg: 194 },
    { magnitude: 1450, angleDeg: 97 },
  ],
  answers: [
    [
      { magnitude: 0.004, angleDeg: 35 },
      { magnitude: 0.0012, angleDeg: 50 },
    ],
    [
      { magnitude: 0.0015, angleDeg: 20 },
      { magnitude: 0.0038, angleDeg: 30 },
    ],
  ],
};
/** A run with all its digits. */
const exactly = (run: BalanceRun) =>
  [
    run.speedRpm,
    ...run.readings.map((v) => `${v.magnitude}@${v.angleDeg}`),
    run.weights.map((w) => `${w.plane} ${w.massG}@${w.angleDeg}`).join(', '),
  ].join('; ');
const unbalanceOf = (rotor: Rotor, weights: readonly FittedWeight[]) =>
  (['A', 'B'] as const).map((plane, p) =>
    sumVectors([
      rotor.hidden[p]!,
      ...weights
        .filter((w) => w.plane === plane)
        .map((w) => ({ magnitude: w.massG * rotor.radiiMm[p]!, angleDeg: w.angleDeg })),
    ]),
  );
function spin(
  rotor: Rotor,
  weights: readonly FittedWeight[],
  more: Partial<BalanceRun> = {},
  noise = 0,
  seed = 1,
): BalanceRun {
  const all = unbalanceOf(rotor, weights);
  let random = seed;
  const next = () => (random = (random * 16807) % 2147483647) / 2147483647;
  return {
    speedRpm: 900,
    readings: rotor.answers.map((row) => {
      const clean = sumVectors(row.map((a, p) => turned(a, all[p]!)));
      return sumVectors([clean, { magnitude: noise * clean.magnitude * next(), angleDeg: 360 * next() }]);
    }),
    weights,
    ...more,
  };
}
const on = (plane: 'A' | 'B', massG: number, angleDeg: number): FittedWeight => ({ plane, massG, angleDeg });
const TRIALS = [[], [on('A', 20, 0)], [on('B', 16, 90)]] as const;
const typed = {
  mass: '39.8',
  speed: '1465',
  radiusA: '66',
  radiusB: '62',
  reads: 'vibration',
  sense: 'against',
  bearingSpan: '340',
  centreFromDrive: '165.7',
  planeAAt: '52',
  planeBAt: '290',
};
const jobOf = (runs: readonly BalanceRun[], more: Record<string, string> = {}) =>
  balanceJob({
    grade: 2.5,
    ...TEST_KINDS.balance.read({ ...typed, ...more, runs: runs.map(writeRun).join('\n') }, { plate: {} })
      .values,
  } as unknown as BalanceReading)!;
const rotor = { radiiMm: [66, 62], readsUnbalance: false, angleIsLight: false };
const doubts = (runs: readonly BalanceRun[]) => solveRuns(runs, rotor).findings;

describe('runs as they are written down', () => {
  it('read as they were written', () => {
    const runs = valueOf(
      readRuns('900; 12.7@50; 8,3@210; A 8@180, B 5#3, A -2@350\n905 rpm;3@0;4@359', 2, {
        count: 12,
        firstDeg: 0,
      }),
    );
    expect(runs[0]!.weights).toEqual([on('A', 8, 180), on('B', 5, 60), on('A', -2, 350)]);
    expect(runs[0]!.readings[1]).toEqual({ magnitude: 8.3, angleDeg: 210 });
    const again = valueOf(readRuns(runs.map(writeRun).join('\n'), 2, null));
    expect(again).toEqual(runs);
  });
  it.each([
    ['no speed', '12@50; 8@210'],
    ['one reading for two planes', '900; 12@50'],
    ['an angle is missing', '900; 12; 8@210'],
    ['a place beyond the last', '900; 12@50; 8@210; A 5#13'],
    ['a plane that is not there', '900; 12@50; 8@210; C 5@10'],
  ])('%s is refused with the run', (_, line) => {
    const read = readRuns(`900; 1@0; 1@0\n${line}`, 2, { count: 12, firstDeg: 0 });
    expect(read.ok).toBe(false);
    expect(read.findings[0]!.message).toMatch(/^Run 2/);
  });
});

describe('a hidden unbalance', () => {
  it('is found from three runs, and removed', () => {
    const runs = TRIALS.map((w) => spin(ROTOR, w));
    const { bare } = solveRuns(runs, rotor);
    bare!.forEach((v, p) => {
      expect(v.magnitude).toBeCloseTo(ROTOR.hidden[p]!.magnitude, 5);
      expect(v.angleDeg).toBeCloseTo(ROTOR.hidden[p]!.angleDeg, 7);
    });
  });
  it('comes within grade by doing what is said, run after run, with noise and pins', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: 359 }), (seed, angleDeg) => {
        const own: Rotor = { ...ROTOR, hidden: [{ magnitude: 2600, angleDeg }, ROTOR.hidden[1]] };
        const runs = [spin(own, [], {}, 0.01, seed)];
        let weights: FittedWeight[] = [];
        for (let i = 0; i < 8; i++) {
          const { step, kept } = jobOf(runs, { places: '12', step: '0.5 g' });
          if (step.kind === 'within') break;
          if (step.kind === 'trial')
            runs.push(spin(own, [on(step.plane, step.massG, step.angleDeg)], {}, 0.01, seed + 7 * i + 1));
          if (step.kind === 'add') {
            weights = [...kept, ...step.correction.parts.map((p) => on(step.plane, p.massG, p.angleDeg))];
            runs.push(spin(own, weights, {}, 0.01, seed + 7 * i + 1));
          }
        }
        const job = jobOf(runs, { places: '12', step: '0.5 g' });
        expect(job.step.kind).toBe('within');
        // What is so in truth, not only by the readings.
        unbalanceOf(own, weights).forEach((v, p) => expect(v.magnitude).toBeLessThan(1.5 * job.shareGmm[p]!));
      }),
      { numRuns: 25 },
    );
  });
  it('a correction leaves what is stated, never more', () => {
    const vector = fc.record({
      magnitude: fc.double({ min: 1, max: 5000, noNaN: true }),
      angleDeg: fc.double({ min: 0, max: 359.9, noNaN: true }),
    });
    fc.assert(
      fc.property(
        vector,
        fc.integer({ min: 3, max: 40 }),
        fc.constantFrom(null, 0.1, 0.5, 2),
        fc.boolean(),
        (heavy, count, step, pins) => {
          const c = correctByAdding(heavy, 60, pins ? { count, firstDeg: 17 } : null, step);
          const after = sumVectors([
            heavy,
            ...c.parts.map((p) => ({ magnitude: p.massG * 60, angleDeg: p.angleDeg })),
          ]);
          expect(after.magnitude).toBeCloseTo(c.leftGmm.magnitude, 6);
          // Rounding two weights by half a step each; nothing to round leaves nothing.
          expect(after.magnitude).toBeLessThanOrEqual(
            step === null ? 1e-6 * heavy.magnitude + 1e-6 : step * 60 + 1e-6,
          );
        },
      ),
    );
  });
  it.each([
    ['drill-radial', 1400],
    ['drill-face', 1400],
    ['flat', 4000],
    ['slot', 1400],
  ] as const)('%s of the depth that is said takes just that away, and no more than is there', (way, gmm) => {
    const cut = { way, metal: 'steel', toolMm: 12, radiusMm: 89, lengthMm: 60, deepestMm: 40 } as const;
    const depthMm = takeAway(gmm, cut)!;
    // Second way: what is taken is cut into thin layers, each at its own distance from the axis.
    const layers = 4000;
    const area = (Math.PI / 4) * 12 ** 2;
    const cone = 6 / Math.tan((59 * Math.PI) / 180);
    let taken = 0;
    if (way === 'drill-face') taken = (area * (depthMm + cone / 3) * 7.85 * 89) / 1000;
    else
      for (let k = 0; k < layers; k++) {
        const most = depthMm + (way === 'drill-radial' ? cone : 0);
        const below = (most * (k + 0.5)) / layers;
        const r = 89 - below;
        const face =
          way === 'slot'
            ? 12 * 60
            : way === 'flat'
              ? 2 * Math.sqrt(89 ** 2 - r ** 2) * 60
              : area * (below <= depthMm ? 1 : ((most - below) / cone) ** 2);
        taken += (face * (most / layers) * 7.85 * r) / 1000;
      }
    expect(Math.abs(taken / gmm - 1)).toBeLessThan(1e-3);
    expect(takeAway(1e9, cut)).toBeNull();
  });
});

describe('other ways of the trade', () => {
  it('one plane without phase: four amplitudes find the weight, which brings it down', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 300, max: 4000 }),
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: 3, max: 20 }),
        (gmm, at, trialG) => {
          const hidden = { magnitude: gmm, angleDeg: at };
          const reads = (grams: number, angleDeg: number) =>
            (0.004 * sumVectors([hidden, { magnitude: grams * 100, angleDeg }]).magnitude).toPrecision(9);
          const lines = [
            `${reads(0, 0)}; 0; 0`,
            ...[0, 120, 240].map((d) => `${reads(trialG, d)}; ${trialG}; ${d}`),
          ];
          const typed = { mass: '20', speed: '1450', radiusA: '100', unphased: lines.join('\n') };
          const r = TEST_KINDS.balance.read(typed, { plate: {} }).values as unknown as BalanceReading;
          const found = unphasedOf(r)!;
          expect(found.residualGmm).toBeCloseTo(gmm, 3);
          const put = found.correction.wanted;
          const after = sumVectors([hidden, { magnitude: put.magnitude * 100, angleDeg: put.angleDeg }]);
          expect(after.magnitude).toBeLessThan(1e-3 * gmm);
        },
      ),
    );
  });
  it('without phase the four runs must be those that can be solved', () => {
    const codes = (unphased: string, more: object = {}) => {
      const outcome = judgeTest(
        'balance',
        { mass: '20', speed: '1450', radiusA: '100', unphased, ...more },
        { plate: {} },
      );
      return outcome.ok ? [] : outcome.findings.map((f) => f.code);
    };
    expect(codes('5; 0; 0\n6; 10; 0\n4; 10; 120')).toEqual(['balance.few-unphased']);
    expect(codes('5; 2; 0\n6; 10; 0\n4; 10; 120\n4; 10; 240')).toEqual(['balance.first-not-bare']);
    expect(codes('5; 0; 0\n6; 10; 0\n4; 12; 120\n4; 10; 240')).toEqual(['balance.other-trial']);
  });
  it('the coefficients of a sister find it in one run, and say when it is another rotor', () => {
    const trials = TRIALS.map((w) => spin(ROTOR, w));
    const sister = solveRuns(trials, { radiiMm: ROTOR.radiiMm, readsUnbalance: false, angleIsLight: false });
    const coefficients = sister
      .influence!.map((row) => row.map((v) => `${v.magnitude}@${v.angleDeg}`).join('; '))
      .join('\n');
    const other: Rotor = {
      ...ROTOR,
      hidden: [
        { magnitude: 900, angleDeg: 12 },
        { magnitude: 2100, angleDeg: 301 },
      ],
    };
    const job = (runs: readonly BalanceRun[]) =>
      balanceJob(
        TEST_KINDS.balance.read(
          {
            ...{ mass: '30', speed: '1450', reads: 'vibration', sense: 'against', coefficients },
            ...{
              radiusA: String(ROTOR.radiiMm[0]),
              radiusB: String(ROTOR.radiiMm[1]),
              runs: runs.map(exactly).join('\n'),
            },
          },
          { plate: {} },
        ).values as unknown as BalanceReading,
      )!;
    const first = job([spin(other, [])]);
    expect(first.now!.map((v) => v.magnitude)).toEqual([expect.closeTo(900, 0), expect.closeTo(2100, 0)]);
    expect(first.step.kind).toBe('add');
    const stiff: Rotor = {
      ...other,
      answers: ROTOR.answers.map((row) => row.map((v) => ({ ...v, angleDeg: v.angleDeg + 70 }))) as never,
    };
    const weights = first.corrections!.flatMap((c, p) =>
      c
        ? c.parts.map((x) => ({ plane: (['A', 'B'] as const)[p]!, massG: x.massG, angleDeg: x.angleDeg }))
        : [],
    );
    const codes = job([spin(stiff, []), spin(stiff, weights)]).solved.findings.map((f) => f.code);
    expect(codes).toContain('balance.other-rotor');
  });
  it.each([
    // 4 W/N: 30 kg are 66.14 lb, 4·66.14/1450 = 0.18245 oz·in = 131.4 g·mm for both journals.
    [{ rule: 'journal' }, 131.38],
    // Free in space e·ω = √2·v: 2 mm/s rms is as G 2.83.
    [{ rule: 'velocity', velocity: '2' }, (9549.3 * Math.SQRT2 * 2 * 30) / 1450],
    [{ permitted: '300' }, 300],
    [{ rule: 'grade', grade: '6.3' }, (9549.3 * 6.3 * 30) / 1450],
  ])('the tolerance by %o is what the rule says', (more, gmm) => {
    const typed = { mass: '30', speed: '1450', plane1: '10', plane2: '10', ...more } as Record<
      string,
      string
    >;
    const outcome = judgeTest('balance', typed, { plate: {} });
    if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
    const figure = outcome.judgement.figures.find((f) => f.figure.id === 'permissibleUnbalance')!.figure
      .value;
    expect(Math.abs(figure / gmm - 1)).toBeLessThan(2e-3);
  });
});

describe('mistakes are seen', () => {
  const good5 = [
    ...TRIALS.map((w) => spin(ROTOR, w)),
    spin(ROTOR, [on('A', 30, 20)]),
    spin(ROTOR, [on('B', 10, 200)]),
  ];
  const messages = (runs: readonly BalanceRun[]) =>
    doubts(runs)
      .map((f) => `${f.code} ${f.message}`)
      .join(' ');
  it('nothing is said of good runs', () => expect(doubts(good5)).toEqual([]));
  it('a trial too light to be felt', () =>
    expect(messages([spin(ROTOR, []), spin(ROTOR, [on('A', 2, 0)]), spin(ROTOR, [on('B', 16, 90)])])).toMatch(
      /light-trial.*plane A/,
    ));
  it('pick-ups swapped', () => {
    const runs = TRIALS.map((w) => spin(ROTOR, w)).map((r) => ({
      ...r,
      readings: [r.readings[1]!, r.readings[0]!],
    }));
    expect(messages(runs)).toMatch(/swapped/);
  });
  it('a run at another speed', () =>
    expect(messages([...good5, spin(ROTOR, [], { speedRpm: 950 })])).toMatch(/Run 6 was at 950 rpm/));
  it('a mark that moved in one run', () => {
    const moved = good5.map((r, i) =>
      i === 3 ? { ...r, readings: r.readings.map((v) => ({ ...v, angleDeg: v.angleDeg + 60 })) } : r,
    );
    expect(messages(moved)).toMatch(/Run 4 .*60° off/);
  });
  it('a weight half as heavy as it is written', () => {
    const wrong = good5.map((r, i) =>
      i === 3 ? { ...spin(ROTOR, [on('A', 15, 20)]), weights: r.weights } : r,
    );
    expect(messages(wrong)).toMatch(/Run 4 .*0\.50 times as strongly/);
  });
  it('a weight at another angle than it is written', () => {
    const wrong = good5.map((r, i) =>
      i === 3 ? { ...spin(ROTOR, [on('A', 30, 80)]), weights: r.weights } : r,
    );
    expect(messages(wrong)).toMatch(/Run 4 .*60° from where/);
  });
  it('weights counted the other way round than the machine counts: the first correction shows it', () => {
    const backwards = (w: FittedWeight): FittedWeight => ({ ...w, angleDeg: 360 - w.angleDeg });
    // Where they sit is the mirror of where they are written.
    const fitted = (written: readonly FittedWeight[]): BalanceRun => ({
      ...spin(ROTOR, written.map(backwards), {}, 0.02, written.length + 3),
      weights: written,
    });
    const trials = [fitted([]), fitted([on('A', 20, 40)]), fitted([on('B', 16, 100)])];
    // Three runs always fit: nothing can be said yet.
    expect(doubts(trials)).toEqual([]);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (a) => {
        // Along the line of its trial a weight acts alike, however it is counted.
        const aside = (angle: number, trial: number) => Math.abs(Math.sin(((angle - trial) * Math.PI) / 180));
        fc.pre(aside(a, 40) > 0.6);
        expect(messages([...trials, fitted([on('A', 30, a)])])).toContain('balance.angles-backwards');
        // The same job, counted as the machine counts, gives no such doubt.
        const straight = [...TRIALS.map((w) => spin(ROTOR, w)), spin(ROTOR, [on('A', 30, a)])];
        expect(messages(straight)).toBe('');
      }),
    );
  });
  it('a calibrated machine set to the other spot: the first weight says so', () => {
    const light = (weights: readonly FittedWeight[]): BalanceRun => ({
      speedRpm: 900,
      readings: unbalanceOf(ROTOR, weights).map((v) => ({ ...v, angleDeg: v.angleDeg + 180 })),
      weights,
    });
    const runs = [light([]), light([on('A', 12, 14)])];
    const asHeavy = solveRuns(runs, { ...rotor, readsUnbalance: true });
    expect(asHeavy.findings.map((f) => f.code)).toContain('balance.angle-turned');
    const asLight = solveRuns(runs, { ...rotor, readsUnbalance: true, angleIsLight: true });
    expect(asLight.findings).toEqual([]);
    expect(asLight.bare![0]!.angleDeg).toBeCloseTo(194, 6);
  });
});

describe('as a test', () => {
  const runs = TRIALS.map((w) => spin(ROTOR, w))
    .map(writeRun)
    .join('\n');
  const outcomeOf = (more: Record<string, string>) =>
    judgeTest('balance', { ...typed, runs, ...more }, { plate: {} });
  it('the last run decides, whatever was typed as a residual; the next thing to do is one weight in one plane', () => {
    const outcome = outcomeOf({ plane1: '1', plane2: '1' });
    expect(outcome.ok && outcome.judgement.verdict).toBe('stop');
    expect(outcome.ok && outcome.judgement.next).toMatch(/^Add .* g at .* in plane A/);
  });
  it.each([
    ['which way angles count', { sense: '' }, 'balance.sense-unknown'],
    ['what the machine shows', { reads: '' }, 'balance.reads-unknown'],
    ['whose angle it is', { reads: 'unbalance' }, 'balance.angle-unknown'],
    ['the radius', { radiusA: '' }, 'balance.no-radius'],
  ])('asks %s', (_, more, code) => {
    const outcome = outcomeOf(more);
    expect(outcome.ok).toBe(false);
    expect(outcome.findings.map((f) => f.code)).toContain(code);
  });
  it('planes within their shares are not sound while a bearing is out', () => {
    // Both planes on one side beyond the bearings: what they leave acts on the near bearing with a lever.
    const left: Rotor = {
      ...ROTOR,
      hidden: [
        { magnitude: 240, angleDeg: 10 },
        { magnitude: 240, angleDeg: 190 },
      ],
    };
    const near = TRIALS.map((w) => spin(left, w))
      .map(writeRun)
      .join('\n');
    const outcome = outcomeOf({
      runs: near,
      bearingSpan: '100',
      centreFromDrive: '50',
      planeAAt: '-200',
      planeBAt: '300',
    });
    expect(outcome.ok && outcome.judgement.verdict).toBe('watch');
    expect(outcome.ok && outcome.judgement.reasons.join(' ')).toMatch(/Carried over to the bearings/);
  });
  it('without a trial nothing is sound, and a trial weight is proposed', () => {
    const outcome = outcomeOf({ runs: writeRun(spin(ROTOR, [])) });
    expect(outcome.ok && outcome.judgement.verdict).toBe('watch');
    expect(outcome.ok && outcome.judgement.next).toMatch(/Trial: 67 g in plane A/);
  });
});
