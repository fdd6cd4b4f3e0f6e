/** The direct-current machine as a kind: its card, its figures against a second way, its walk, its tests and what they find. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  barToBarOhm,
  directCurrent,
  commutatorPlanOf,
  judgeTest,
  redesignDirectCurrent,
  ringNetwork,
  type DirectCurrentPlan,
  type RingFault,
  type Typed,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const [shunt, separate] = directCurrent.examples as [
  (typeof directCurrent.examples)[number],
  (typeof directCurrent.examples)[number],
];
const plateOf = (typed: Typed) => directCurrent.readPlate(typed).plate;
const check = (card: Typed = {}, plate: Typed = {}, example = shunt) =>
  directCurrent.checkCard({ ...example.card, ...card }, plateOf({ ...example.plate, ...plate }), true, {});
const planOf = (...of: Parameters<typeof check>): DirectCurrentPlan => commutatorPlanOf(check(...of).plan)!;
const directCurrentPlanWith = (analysis: object, card: Typed): DirectCurrentPlan =>
  commutatorPlanOf(
    directCurrent.checkCard({ ...shunt.card, ...card }, plateOf(shunt.plate), true, { analysis }).plan,
  )!;
const codes = (...of: Parameters<typeof check>) => check(...of).findings.map((f) => f.code);
const judged = (kind: Parameters<typeof judgeTest>[0], typed: Typed, plan = planOf()) => {
  const outcome = judgeTest(kind, typed, { plate: plateOf(shunt.plate), plan });
  if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
  return outcome.judgement;
};

describe('a compensating winding', () => {
  const extra = { compensatingTurns: '6', compensatingWires: '8x2.50', compensatingTurn: '520' };
  it.each(['clockwise', 'counter-clockwise'])(
    'has the polarity of the interpole in its gap, turning %s',
    (turns) => {
      const { fields } = planOf(extra, { turns });
      const of = (phase: string) =>
        new Map(fields.groups.filter((g) => g.phase === phase).map((g) => [g.place, g.polarity]));
      expect(of('compensating').size).toBe(4);
      expect(of('compensating')).toEqual(of('interpole'));
      // Without interpoles it is the same: the armature's field is what it cancels.
      const alone = planOf(
        { ...extra, interpoles: 'none', interpoleTurns: '', interpoleWires: '' },
        { turns },
      );
      expect(
        new Map(
          alone.fields.groups.filter((g) => g.phase === 'compensating').map((g) => [g.place, g.polarity]),
        ),
      ).toEqual(of('interpole'));
    },
  );
  it('has its own marks and ohms, drops its volts, and helps the interpoles', () => {
    const [plain, with_] = [planOf(), planOf(extra)];
    expect(with_.fields.leads.compensating).toEqual(['C1', 'C2']);
    const nema = directCurrentPlanWith({ marks: 'nema' }, extra);
    // One circuit with the commutating winding: the numbers go on (NEMA MG 1 part 2, from memory).
    expect([nema.fields.leads.interpole, nema.fields.leads.compensating]).toEqual([
      ['C1', 'C2'],
      ['C3', 'C4'],
    ]);
    // 4 coils of 6 turns of 0.52 m, 8 wires of 2.5 mm, 1/58 Ω·mm²/m.
    expect(with_.figures.compensatingOhm20!.value).toBeCloseTo(
      (4 * 6 * 0.52) / 58 / (8 * (Math.PI / 4) * 2.5 ** 2),
      9,
    );
    expect(with_.figures.emf!.value).toBeLessThan(plain.figures.emf!.value);
    expect(with_.figures.interpoleRatio!.value / plain.figures.interpoleRatio!.value).toBeCloseTo(50 / 44, 9);
    expect(new Set(with_.fields.joints.flatMap((j) => j.ends.map((e) => `${e.group}${e.end}`))).size).toBe(
      2 * with_.fields.groups.length,
    );
  });
});

describe('the card', () => {
  it('is sound as it is met, and says what is missing before it is lost', () => {
    expect(codes()).toEqual([]);
    expect(codes({}, {}, separate)).toEqual([]);
    expect(check({ firstBar: '' }).missing.map((m) => [m.id, m.moment])).toEqual([['firstBar', 'stripping']]);
  });
  it('names the constraint and the nearest bars that close', () => {
    const { findings, plan } = check({ bars: '62' });
    expect(plan).toBeNull();
    expect(findings.find((f) => f.code === 'card.no-such-wave')!.message).toMatch(/61 or 63/);
    expect(codes({ bars: '61' })).not.toContain('card.no-such-wave');
    expect(planOf({ bars: '61' }).armature.deadCoils).toBe(1);
    expect(check({ winding: 'lap', leads: 'progressive', bars: '92' }).findings.map((f) => f.code)).toContain(
      'armature.dead-coil-in-lap',
    );
  });
  it('doubts a span off the pole, odd poles, fewer bars than slots, fields that the plate does not have', () => {
    expect(codes({ coilSpan: '1-11' })).toContain('card.span-off-pole');
    expect(codes({ poles: '5' })).toContain('field.odd-poles');
    expect(codes({ bars: '29' })).toContain('card.fewer-bars');
    expect(codes({}, { excitation: 'series' })).toContain('card.shunt-on-series');
    expect(codes({ seriesTurns: '6', seriesWires: '2x3.00' })).toContain('card.series-not-on-plate');
    expect(codes({ barFromSlot: 'left' })).toContain('field.not-degrees');
    expect(codes({ interpoles: 'none' })).toContain('card.interpoles-none');
  });
  it('doubts leads off the neutral in a lap, and ohms that turns and wire do not give', () => {
    const lap = { ...separate.card, barFromSlot: '0', brushFromPole: '0' };
    const right = String(Math.round(1 + (9 * 180 * 144) / 36 / 360 - 1.5 - 0.5));
    expect(codes({ ...lap, firstBar: right }, {}, separate)).not.toContain('card.lead-off-neutral');
    expect(codes({ ...lap, firstBar: String(Number(right) + 12) }, {}, separate)).toContain(
      'card.lead-off-neutral',
    );
    const ohm = planOf().figures.shuntOhm20!.value;
    expect(codes({ shuntOhm: ohm.toFixed(1) })).toEqual([]);
    expect(codes({ shuntOhm: (0.75 * ohm).toFixed(1) })).toContain('card.shunt-ohms');
  });
});

describe('the figures', () => {
  it('close: volts induced = flux · conductors · speed · poles / paths, and the copper weighs its length', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(shunt, separate),
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 300, max: 3000 }),
        (example, turns, speed) => {
          const { figures, armature, spec } = planOf(
            { turns: String(turns) },
            { speed: String(speed) },
            example,
          );
          const Z = 2 * spec.bars * turns;
          const E = ((figures.fluxPerPole!.value / 1000) * Z * speed * spec.poles) / (60 * armature.paths);
          expect(E / figures.emf!.value).toBeCloseTo(1, 9);
          // Between the brushes: as many coils in series as a path has, paths side by side.
          expect(figures.armatureOhm20!.value).toBeCloseTo(
            (armature.coilsPerPath * figures.coilOhm20!.value) / armature.paths,
            9,
          );
        },
      ),
    );
  });
  it('the shunt field carries its volts over its hot ohms, and the armature what the line has left', () => {
    const { figures } = planOf({}, { fieldCurrent: '' });
    const hot = (figures.shuntOhm20!.value * (234.5 + 75)) / (234.5 + 20);
    expect(figures.shuntCurrent!.value).toBeCloseTo(220 / hot, 9);
    expect(figures.armatureCurrent!.value).toBeCloseTo(41 - 220 / hot, 9);
    expect(planOf().figures.armatureCurrent!.value).toBeCloseTo(41 - 1.3, 9);
    expect(planOf({}, {}, separate).figures.armatureCurrent!.value).toBe(63);
  });
  it('twice the volts take twice the turns, and bring back the same flux', () => {
    const found = check();
    const { fields } = valueOf(redesignDirectCurrent(found, plateOf(shunt.plate), { voltageV: 440 }));
    expect(fields).toMatchObject({ turns: '6', shuntTurns: '4800', interpoleTurns: '88' });
    const proposed = check(directCurrent.proposedCard(shunt.card, fields), {
      current: '20.5',
      fieldCurrent: '0.65',
    });
    const [before, after] = [planOf().figures, commutatorPlanOf(proposed.plan)!.figures];
    expect(after.fluxPerPole!.value / before.fluxPerPole!.value).toBeCloseTo(1, 1);
    expect(redesignDirectCurrent(found, plateOf(shunt.plate), {}).ok).toBe(false);
  });
});

describe('the walk round the frame', () => {
  const { groups, walk } = planOf();
  const flip = (r: string | null) => (r === 'N' ? 'S' : 'N') as 'N' | 'S';
  it('goes main poles, then interpoles of a motor like the pole just passed', () => {
    expect(groups.map((g) => g.name).join(' ')).toBe('1F 2F 3F 4F 1B 2B 3B 4B');
    expect(walk.expected.join('')).toBe('NSNSNSNS');
    expect(planOf({}, { turns: 'counter-clockwise' }).walk.expected.join('')).toBe('NSNSSNSN');
    expect(planOf({}, { mode: 'generator' }).walk.expected.join('')).toBe('NSNSSNSN');
  });
  it('tells one reversed pole from a crossed circuit, and a needle that was turned from both', () => {
    const one = walk.judge(
      walk.expected.map((r, i) => (i === 2 ? flip(r) : r)),
      true,
    );
    expect([one.state, one.wrongGroups]).toEqual(['wrong', [3]]);
    const crossed = walk.judge(
      walk.expected.map((r, i) => (i >= 4 ? flip(r) : r)),
      true,
    );
    expect(crossed.state).toBe('wrong');
    expect(crossed.explanations[0]).toMatchObject({ kind: 'circuit-reversed', groups: [5, 6, 7, 8] });
    expect(crossed.explanations[0]!.message).toContain('B1 and B2');
    expect(walk.judge(walk.expected.map(flip), true).state).toBe('right');
  });
});

describe('bar to bar', () => {
  const plan = planOf();
  const read = (...faults: RingFault[]) =>
    barToBarOhm(plan.spec.bars, valueOf(ringNetwork(plan.ring!, faults)))
      .map((v, k) => (v === null ? 'OL' : (1000 * v * (1 + 0.003 * Math.sin(9 * k))).toFixed(4)))
      .join('\n');
  const of = (...faults: RingFault[]) => {
    const { verdict, reasons } = judged('bar-to-bar', { readings: read(...faults), temperature: '20' });
    return { verdict, said: reasons.join(' ') };
  };
  it('is sound when it is even, and says what ohms cannot show', () => {
    expect(of()).toMatchObject({
      verdict: 'sound',
      said: expect.stringContaining('reversed coil') as unknown,
    });
    expect(of({ kind: 'reversed', coil: 12 }).verdict).toBe('sound');
  });
  it.each<[string, RingFault, RegExp]>([
    [
      'shorted turns',
      { kind: 'partial', coil: 40, factor: 0.67 },
      /^Coil 17 \(bar 40 to 86, slots 6 and 13\) has shorted turns/,
    ],
    ['an open coil', { kind: 'open', coil: 4 }, /^Coil \d+ \(bar 4 to 50, .* is open/],
    ['a short', { kind: 'short', coil: 70 }, /Coil \d+ \(bar 70 .* is short-circuited/],
    ['crossed leads', { kind: 'crossed', bar: 9 }, /^Bars 9 and 10 have crossed leads/],
    ['a poor riser', { kind: 'riser', bar: 17, ohm: 0.004 }, /^Bar 17 has a poor riser: (3\.9|4|4\.1)/],
  ])('%s', (_name, fault, words) => {
    const { verdict, said } = of(fault);
    expect(verdict).toBe('stop');
    expect(said).toMatch(words);
  });
  it('a drop along the ring finds the same coil', () => {
    const readings = valueOf(ringNetwork(plan.ring!, [{ kind: 'partial', coil: 40, factor: 0.67 }]));
    const volts = Array.from({ length: 93 }, (_, k) => readings.transfer(k, (k + 1) % 93, 0, 46)!);
    const { verdict, reasons } = judged('bar-to-bar', {
      method: 'drop',
      readings: volts.map((v) => (10_000 * v).toFixed(3)).join('\n'),
      temperature: '20',
      feedIn: '1',
      feedOut: '47',
      current: '10',
    });
    expect([verdict, reasons.join(' ')]).toEqual([
      'stop',
      expect.stringMatching(/Coil 17 .*shorted turns/) as unknown,
    ]);
  });
  it('asks about readings of another ring, in another unit, or that can be read in two ways', () => {
    const problem = (readings: string) => {
      const outcome = judgeTest('bar-to-bar', { readings, temperature: '20' }, { plate: {}, plan });
      return outcome.findings.map((f) => f.code);
    };
    expect(problem('1\n2\n3')).toEqual(['bars.count']);
    expect(problem(read().replace(/^.*$/m, '22.4 V'))).toEqual(['bars.reading-unreadable']);
    expect(problem(read().replace(/^.*$/m, '22,412'))).toEqual(['bars.reading-unreadable']);
  });
});

describe('other tests of the machine', () => {
  it('a pole with shorted turns is named, and so are more poles than the frame has', () => {
    const typed = { winding: 'shunt', supply: 'ac', volts: '56\n47\n56\n57' };
    const { verdict, reasons } = judged('field-drop', typed);
    expect([verdict, reasons[0]]).toEqual([
      'stop',
      expect.stringMatching(/^Pole 2 drops 13 % less/) as unknown,
    ]);
    const more = judgeTest('field-drop', { ...typed, volts: '56\n56' }, { plate: {}, plan: planOf() });
    expect(more.findings.map((f) => f.code)).toEqual(['field-drop.count']);
  });
  it('a series motor is not run without load at its full volts', () => {
    const run = { voltage: '220', current: '3', speed: '4000', sparking: 'none' };
    const outcome = judgeTest('dc-no-load', run, {
      plate: plateOf({ ...shunt.plate, excitation: 'series' }),
    });
    expect(outcome.findings.map((f) => f.code)).toEqual(['dc-run.series-without-load']);
  });
  it('a weak field shows as speed, brushes off the neutral as different speeds', () => {
    const run = { voltage: '220', current: '40', speed: '1680', sparking: 'none' };
    expect(judged('dc-load', run)).toMatchObject({ verdict: 'stop' });
    expect(judged('dc-load', { ...run, speed: '1455' }).verdict).toBe('sound');
    expect(judged('dc-load', { ...run, speed: '1455', sparking: 'strong' }).verdict).toBe('stop');
    const ways = { by: 'speeds', clockwise: '1480', counter: '1390' };
    expect(judged('neutral', ways).reasons[0]).toMatch(/off the neutral/);
  });
});
