/** What must hold for every judgement, whatever was read. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BACK_IRON_DENSITY,
  currentDensityScale,
  GAP_DENSITY,
  judgeOn,
  judgeTest,
  MACHINE_KIND_IDS,
  machineKind,
  SLOT_FILL,
  TEST_KIND_IDS,
  TEST_KINDS,
  TOOTH_DENSITY,
  worst,
  type LimitScale,
  type TestContext,
  type TestKindId,
  type Typed,
} from '../index.ts';
import { checked, plate } from '../../test/quarry.ts';

const log = Array.from({ length: 60 }, (_, i) => ({
  minute: i * 10,
  partC: 138 - 114 * Math.exp((-i * 10) / 50),
  airC: 138,
}));
/** Plate and plan of a motor that has this test. */
function contextOf(test: TestKindId): TestContext {
  const id = MACHINE_KIND_IDS.find((k) => machineKind(k).tests.includes(test))!;
  const kind = machineKind(id);
  const { plate } = kind.readPlate(kind.examples[0]!.plate);
  return { plate, plan: kind.checkCard(kind.examples[0]!.card, plate, false, {}).plan, log };
}

/** Any reading a tester could show, within the field's own bounds. */
/** Of a balancing job in two planes; sometimes none. */
const anyRuns = fc
  .array(
    fc.tuple(fc.integer({ min: 1, max: 99 }), fc.integer({ min: 0, max: 359 }), fc.constantFrom('A', 'B')),
    {
      maxLength: 5,
    },
  )
  .map((runs) =>
    runs.map(([m, a, plane]) => `900; ${m}@${a}; ${100 - m}@${360 - a}; ${plane} ${m}@${a}`).join('\n'),
  );

const { sound: soundPoints, stop: badPoints } = TEST_KINDS.efficiency.examples;
/** Figures that must fit one another, or nothing is left to judge; what they do is tried in tests of their own. */
/** Places with their areas, and what belongs to them. */
const areas = (places: number) =>
  fc
    .array(fc.integer({ min: 0, max: 200 }), { minLength: places, maxLength: places })
    .map((all) => all.map((i) => String(i / 10)).join('\n'));
const OWN: Readonly<Record<string, fc.Arbitrary<string>>> = {
  rule: fc.constantFrom('grade', 'journal'),
  ...Object.fromEntries(
    [
      ...['voltsVW', 'voltsWU', 'power', 'leadOhm', 'wattsBefore', 'voltsBefore', 'wattsAfter', 'voltsAfter'],
      ...[
        'outside',
        'yoke',
        'stack',
        'spots',
        'unphased',
        'coefficients',
        'velocity',
        'permitted',
        'byMinute',
      ],
    ].map((id) => [id, fc.constant('')] as const),
  ),
  ...Object.fromEntries(
    ['driveSeat', 'otherSeat', 'driveHousing', 'otherHousing', 'shaftEnd'].flatMap((id) => [
      [id, fc.constant('40')] as const,
      [`${id}As`, fc.integer({ min: 39_900, max: 40_100 }).map((um) => String(um / 1000))] as const,
    ]),
  ),
};
/** Fields that take lines of figures, each in its own way. */
const LINES: Readonly<Record<string, fc.Arbitrary<string>>> = {
  // Sensors of a rotor, in electrical degrees.
  u: fc.integer({ min: -40, max: 40 }).map(String),
  v: fc.integer({ min: -40, max: 40 }).map(String),
  w: fc.integer({ min: -40, max: 40 }).map(String),
  runs: anyRuns,
  steps: fc.constantFrom('', '500 V; 1 µA\n1000 V; 2 µA\n1500 V; 3 µA\n2000 V; 9 µA\n2500 V; 20 µA'),
  points: fc.constantFrom(soundPoints.typed['points']!, badPoints.typed['points']!),
  series: fc.constantFrom(
    '',
    '440; 9.6; 640; 0.6\n400; 8; 520; 0.6\n340; 6.4; 400; 0.6\n200; 3.8; 240; 0.6\n120; 2.6; 200; 0.6',
  ),
  turned: fc
    .array(fc.integer({ min: 80, max: 120 }), { minLength: 3, maxLength: 12 })
    .map((all) => all.map((i) => `${i / 10} A`).join('\n')),
  spectrum: fc.constantFrom('', '24.3; 1.2\n48.7; 0.4\n100; 0.8'),
  sensors: fc.constantFrom('108.6\n108.5', '4.1\nOL', '1085\n1084'),
  levels: fc
    .array(fc.integer({ min: 40, max: 100 }), { minLength: 1, maxLength: 6 })
    .map((all) => all.join('\n')),
  // As many as the example of the machine has bars and poles.
  readings: fc
    .array(fc.integer({ min: 180, max: 260 }), { minLength: 93, maxLength: 93 })
    .map((all) => all.map((i) => String(i / 10)).join('\n')),
  'armature-surge.areas': areas(93),
  'armature-surge.span': fc.integer({ min: 1, max: 25 }).map(String),
  'field-surge.areas': areas(4),
  rings: fc.constant(''),
  volts: fc
    .array(fc.integer({ min: 40, max: 60 }), { minLength: 4, maxLength: 4 })
    .map((all) => all.join('\n')),
  curve: fc.constantFrom('', '40 s; 1.5 Ω\n80 s; 1.4 Ω\n120 s; 1.35 Ω'),
};

const anyReading = (kind: TestKindId): fc.Arbitrary<Typed> =>
  fc.record(
    Object.fromEntries(
      TEST_KINDS[kind].fields.map((f) => [
        f.id,
        `${kind}.${f.id}` in LINES
          ? LINES[`${kind}.${f.id}`]!
          : f.id in OWN
            ? OWN[f.id]!
            : f.kind === 'quantity'
              ? fc
                  .double({ min: Math.max(f.min, 1e-3), max: Math.min(f.max, 5000), noNaN: true })
                  .map((n) => `${n.toFixed(4)}${f.dimension === 'duration' ? ' min' : ''}`)
              : f.kind === 'choice'
                ? fc.constantFrom(...f.options.map((o) => o.value))
                : (LINES[f.id] ??
                  fc
                    .array(fc.constantFrom('N', 'S'), { minLength: 12, maxLength: 12 })
                    .map((l) => l.join(''))),
      ]),
    ),
  );

function checkScale(scale: LimitScale) {
  expect(scale.bands.length).toBeGreaterThan(1);
  expect(scale.source.length).toBeGreaterThan(4);
  expect(scale.bands[0]!.from).toBeLessThanOrEqual(scale.from);
  expect(scale.bands[scale.bands.length - 1]!.to).toBeGreaterThanOrEqual(scale.to);
  scale.bands.forEach((band, i) => {
    expect(band.from).toBeLessThanOrEqual(band.to);
    if (i > 0) expect(band.from).toBe(scale.bands[i - 1]!.to);
  });
  for (const limit of scale.limits) {
    // A limit that is drawn is a border: it is worse on one side of it.
    const nudge = Math.max(Math.abs(limit.at), 1) * 1e-9;
    expect(judgeOn(scale, limit.at - nudge)).not.toBe(judgeOn(scale, limit.at + nudge));
  }
}

describe.each(TEST_KIND_IDS.map((id) => [id] as const))('%s', (id) => {
  const context = contextOf(id);
  it('is judged by its worst figure, on whole scales, with reasons, working and what to do next', () => {
    fc.assert(
      fc.property(anyReading(id), (typed) => {
        const outcome = judgeTest(id, typed, context);
        fc.pre(outcome.ok);
        if (!outcome.ok) return;
        const { figures, verdict, reasons, next } = outcome.judgement;
        expect(figures.length).toBeGreaterThan(0);
        expect(reasons.length).toBeGreaterThan(0);
        expect(next).not.toBe('');
        for (const text of [...reasons, next]) expect(text).not.toMatch(/NaN|undefined|Infinity/);
        for (const f of figures) {
          expect(f.scale === undefined).toBe(f.verdict === undefined);
          expect(f.figure.working!.source.length).toBeGreaterThan(4);
          if (!f.scale) continue;
          checkScale(f.scale);
          expect(judgeOn(f.scale, f.figure.value)).toBe(f.verdict);
        }
        const worstFigure = worst(figures.flatMap((f) => (f.verdict ? [f.verdict] : [])));
        // A doubt, such as of the volts of a run, may make it worse than its figures; nothing makes it better, and nothing
        // makes it worse without a reason.
        expect(worst([verdict, worstFigure])).toBe(verdict);
        if (verdict !== worstFigure) expect(reasons.length).toBeGreaterThan(1);
      }),
      { numRuns: 120 },
    );
  });

  it('gives the same answer to the same reading, and to the same reading in other units', () => {
    fc.assert(
      fc.property(anyReading(id), (typed) => {
        expect(judgeTest(id, typed, context)).toEqual(judgeTest(id, typed, context));
      }),
      { numRuns: 20 },
    );
  });
});

describe('more of what is bad is never better', () => {
  const rank = { sound: 0, watch: 1, stop: 2 };
  const verdict = (kind: TestKindId, typed: Typed) => {
    const outcome = judgeTest(kind, typed, { plate, plan: checked.plan, log });
    if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
    return rank[outcome.judgement.verdict];
  };
  const pair = (least: number, most: number) =>
    fc
      .tuple(
        fc.double({ min: least, max: most, noNaN: true }),
        fc.double({ min: least, max: most, noNaN: true }),
      )
      .map(([a, b]) => (a < b ? [a, b] : [b, a]) as [number, number]);

  it.each<[string, TestKindId, number, number, (x: number) => Typed]>([
    ['core loss', 'core-loss', 2.8, 20, (x) => ({ before: '3', after: String(x) })],
    ['hot spot', 'core-loss', 0, 60, (x) => ({ before: '3', after: '3', hotSpot: String(x) })],
    ['residual unbalance', 'balance', 1, 2000, (x) => ({ mass: '40', speed: '1455', plane1: String(x) })],
    [
      'wet insulation',
      'insulation',
      -5000,
      -0.01,
      (x) => ({ testVoltage: '500', temperature: '25', oneMinute: String(-x) }),
    ],
    [
      'full-load current over the plate’s',
      'full-load',
      19,
      60,
      (x) => ({ voltage: '400', u: String(x), v: String(x), w: String(x) }),
    ],
    [
      'one lead off the others',
      'resistance',
      1,
      1.5,
      (x) => ({ uv: '1', vw: '1', wu: String(x), temperature: '25' }),
    ],
  ])('%s', (_name, kind, least, most, typed) => {
    fc.assert(
      fc.property(pair(least, most), ([less, more]) => {
        expect(verdict(kind, typed(more))).toBeGreaterThanOrEqual(verdict(kind, typed(less)));
      }),
    );
  });

  it('a longer bake is never worse, a hotter programme for the same log never better', () => {
    const bake = (target: number, minutes: number) =>
      verdict('cure', { target: String(target), minutes: `${minutes} min` });
    fc.assert(
      fc.property(pair(10, 700), ([short, long]) => {
        expect(bake(138, long)).toBeGreaterThanOrEqual(bake(138, short));
      }),
    );
    fc.assert(
      fc.property(pair(120, 160), ([cool, hot]) => {
        expect(bake(hot, 300)).toBeGreaterThanOrEqual(bake(cool, 300));
      }),
    );
  });
});

it('the bench’s usual ranges are whole scales that say they are common practice', () => {
  const kinds = ['enclosed', 'enclosed-fan', 'open', undefined] as const;
  for (const scale of [
    GAP_DENSITY,
    TOOTH_DENSITY,
    BACK_IRON_DENSITY,
    SLOT_FILL,
    ...kinds.map(currentDensityScale),
  ]) {
    checkScale(scale);
    expect(scale.source).toContain('common practice');
  }
});
