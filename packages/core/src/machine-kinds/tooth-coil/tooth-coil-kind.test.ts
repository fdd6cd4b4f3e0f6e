/** The brushless motor with coils on teeth as a kind: its card, its figures against a second way, its walk and its tests. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  judgeTest,
  redesignToothCoil,
  toothCircuits,
  toothCoil,
  toothCoilPlanOf,
  type ToothCoilPlan,
  type Typed,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const [small, large] = toothCoil.examples as [
  (typeof toothCoil.examples)[number],
  (typeof toothCoil.examples)[number],
];
const plateOf = (typed: Typed) => toothCoil.readPlate(typed).plate;
const check = (card: Typed = {}, plate: Typed = {}, example = small) =>
  toothCoil.checkCard({ ...example.card, ...card }, plateOf({ ...example.plate, ...plate }), true, {});
const planOf = (...of: Parameters<typeof check>): ToothCoilPlan => toothCoilPlanOf(check(...of).plan)!;
const codes = (...of: Parameters<typeof check>) => check(...of).findings.map((f) => f.code);

describe('the card', () => {
  it('is sound as it is met; a motor that pulls says so and no more', () => {
    expect(codes()).toEqual([]);
    expect(check({}, {}, large).findings.map((f) => [f.severity, f.code])).toEqual([['note', 'card.pulls']]);
  });
  it('names the constraint and the nearest that work', () => {
    const { plan, findings } = check({ poles: '6' });
    expect(plan).toBeNull();
    expect(findings[0]!.message).toMatch(
      /no three equal phases.*12 teeth with 4 poles, 12 teeth with 8 poles/,
    );
    expect(check({ circuits: '3' }).findings[0]!.message).toMatch(/3 circuits are not alike here: 1, 2 are/);
    expect(codes({ layers: '1', slots: '9', poles: '8' })).toContain('tooth.slots');
    expect(codes({ poles: '9' })).toContain('field.odd-poles');
  });
  it('doubts magnets that make no poles, ohms and volts that do not fit, a plate that cannot be', () => {
    expect(codes({ magnets: '12' })).toContain('card.magnets-not-even');
    const ohm = planOf().figures.lineOhm20!.value;
    expect(codes({ lineOhm: (1.4 * ohm).toPrecision(4) })).toContain('card.line-ohms');
    expect(codes({ lineOhm: ohm.toPrecision(4) })).toEqual([]);
    expect(codes({ emfMeasured: '5.1' })).toContain('card.emf-off-plate');
    const read = toothCoil.readPlate({ ...small.plate, power: '0.9' });
    expect(read.findings.map((f) => f.code)).toContain('plate.more-out-than-in');
    expect(toothCoil.readPlate({ ...small.plate, emfConstant: '9' }).findings.map((f) => f.code)).toContain(
      'plate.emf-over-volts',
    );
  });
});

describe('the figures', () => {
  it('torque times speed is what the EMF takes in, in star and in delta', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('star', 'delta'),
        fc.integer({ min: 2, max: 200 }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (connection, turns, emf) => {
          const { figures } = planOf({ connection, turns: String(turns) }, { emfConstant: emf.toFixed(3) });
          // At 1000 rpm with one ampere in the leads, in phase: √3 · U · I against torque · angular speed.
          const watts = Math.sqrt(3) * figures.emfConstant!.value;
          const angular = (2 * Math.PI * 1000) / 60;
          expect(figures.torqueConstant!.value * angular).toBeCloseTo(watts, 6);
          // The linkage of a phase gives its volts back: peak = electrical angular speed · linkage.
          const peak = (5 * angular * figures.fluxLinkage!.value) / 1000;
          const phase = figures.emfConstant!.value * (connection === 'star' ? 1 / Math.sqrt(3) : 1);
          expect(peak).toBeCloseTo(Math.SQRT2 * phase, 6);
        },
      ),
    );
  });
  it('ohms are those of the joints as a network: two phases in series, or one beside two', () => {
    const star = planOf().figures.lineOhm20!.value;
    const delta = planOf({ connection: 'delta' }).figures.lineOhm20!.value;
    expect(star / delta).toBeCloseTo(3, 9);
    expect(planOf({ circuits: '1' }).figures.lineOhm20!.value / star).toBeCloseTo(4, 9);
  });
  it('other volts take turns in proportion, and keep the copper', () => {
    const { fields } = valueOf(redesignToothCoil(check(), plateOf(small.plate), { voltageV: 46 }));
    expect(fields).toMatchObject({ turns: '28', forVoltage: '46' });
    const slower = valueOf(redesignToothCoil(check(), plateOf(small.plate), { speedRpm: 1500 }));
    expect(slower.fields['turns']).toBe('28');
    expect(redesignToothCoil(check(), plateOf(small.plate), {}).ok).toBe(false);
  });
});

describe('the joints', () => {
  const specs = fc.constantFrom([12, 10], [9, 8], [12, 8], [18, 16], [24, 20], [27, 24], [6, 4]);
  it('lead every coil once, in paths that are alike, and the walk finds any reversed coil', () => {
    fc.assert(
      fc.property(
        specs,
        fc.constantFrom('star', 'delta'),
        fc.nat(),
        fc.nat(),
        ([slots, poles], connection, c, g) => {
          const works = toothCircuits({ slots: slots!, poles: poles!, layers: 2 });
          const circuits = works[c % works.length]!;
          const plan = planOf({
            slots: String(slots),
            poles: String(poles),
            circuits: String(circuits),
            connection,
          });
          expect(plan.joined.paths['U']!.map((p) => p.length)).toEqual(
            Array(circuits).fill(plan.groups.length / 3 / circuits),
          );
          const { walk } = plan;
          // As it is wound: a coil of one sense and one of the other.
          expect(walk.expected).toEqual(plan.groups.map((x) => x.polarity));
          const at = g % plan.groups.length;
          const turned = walk.expected.map((r, i) => (i === at ? (r === 'N' ? 'S' : 'N') : r));
          expect(walk.judge(turned, false)).toMatchObject({ state: 'wrong', wrongGroups: [at + 1] });
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('its tests', () => {
  const judged = (kind: Parameters<typeof judgeTest>[0], typed: Typed, more: Typed = {}) => {
    const outcome = judgeTest(kind, typed, { plate: plateOf({ ...small.plate, ...more }), plan: planOf() });
    if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
    return outcome.judgement;
  };
  it('weak magnets, a missing coil, a warm rotor are told apart', () => {
    const at = (uv: number, vw: number, wu: number, temperature = '20') => ({
      speed: '1000',
      uv: String(uv),
      vw: String(vw),
      wu: String(wu),
      temperature,
    });
    expect(judged('back-emf', at(6.6, 6.6, 6.6)).verdict).toBe('sound');
    expect(judged('back-emf', at(5.6, 5.6, 5.6)).reasons[0]).toMatch(/15 % under the plate/);
    // 100 K warmer, as much weaker as the magnets are.
    expect(judged('back-emf', at(5.87, 5.87, 5.87, '120')).verdict).toBe('sound');
    expect(judged('back-emf', at(6.6, 5.5, 5.5))).toMatchObject({ verdict: 'stop' });
  });
  it('three leads are held against the plan, as of any winding', () => {
    const ohm = planOf().figures.lineOhm20!.value;
    const typed = (k: number) => ({
      uv: (k * ohm).toPrecision(5),
      vw: (k * ohm).toPrecision(5),
      wu: (k * ohm).toPrecision(5),
      temperature: '20',
    });
    expect(judged('resistance', typed(1)).verdict).toBe('sound');
    expect(judged('resistance', typed(1.4)).verdict).toBe('stop');
  });
  it('a motor that starts the wrong way, or from some places only, is no pass', () => {
    const run = { speed: '3000', current: '1' };
    expect(judged('pm-run', { ...run, starts: 'yes' }).verdict).toBe('sound');
    expect(judged('pm-run', { ...run, starts: 'jerks' }).verdict).toBe('watch');
    expect(judged('pm-run', { ...run, starts: 'wrong' }).verdict).toBe('stop');
  });
});
