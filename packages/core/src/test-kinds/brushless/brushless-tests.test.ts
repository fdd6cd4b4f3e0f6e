/** Bonding pulse, sensors and cogging of brushless motors: known cases from outside, and what each must name. */
import { describe, expect, it } from 'vitest';
import { judgeTest, pulse, toothCoil, type Typed } from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const [example] = toothCoil.examples as [(typeof toothCoil.examples)[number]];
const plate = toothCoil.readPlate(example.plate).plate;
const { plan } = toothCoil.checkCard(example.card, plate, false, {});
const judged = (kind: Parameters<typeof judgeTest>[0], typed: Typed, context = { plate, plan }) => {
  const outcome = judgeTest(kind, typed, context);
  if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
  return { ...outcome.judgement, said: outcome.judgement.reasons.join(' ') };
};

describe('the bonding pulse', () => {
  it('finds the temperature that a pulse worked out ahead gives', () => {
    // A second way: the adiabatic pulse integrated ahead, its end as volts and amperes of the last instant.
    const areaMm2 = 0.5;
    const ahead = valueOf(pulse({ areaMm2, startC: 25, until: { seconds: 4 }, held: { currentA: 40 } }));
    const cold = 0.3;
    const read = judged('bond-pulse', {
      coldOhm: String(cold),
      coldC: '25',
      endV: String(40 * cold * ahead.endOhmRatio),
      endA: '40',
      least: '100',
      most: '400',
    });
    expect(read.figures[0]!.figure.value).toBeCloseTo(ahead.endC, 6);
  });
  it('says below, above and at the edge of the window', () => {
    const at = (endV: number) =>
      judged('bond-pulse', {
        ...{ coldOhm: '0.42', coldC: '22', endA: '40', least: '180', most: '220' },
        endV: String(endV),
      });
    // Copper at 200 °C has (234.5 + 200) / (234.5 + 22) of its ohms at 22 °C.
    expect(at((0.42 * 40 * 434.5) / 256.5).figures[0]!.figure.value).toBeCloseTo(200, 9);
    expect([at(28.5).verdict, at(26).verdict, at(31).verdict]).toEqual(['sound', 'stop', 'stop']);
    expect([at(26).said, at(31).said]).toEqual([
      expect.stringContaining('did not fuse'),
      expect.stringContaining('enamel'),
    ]);
    expect(
      judgeTest(
        'bond-pulse',
        { coldOhm: '1', coldC: '20', endV: '1', endA: '1', least: '200', most: '201' },
        { plate },
      ).ok,
    ).toBe(false);
  });
});

describe('rotor sensors', () => {
  const at = (u: string, v: string, w: string, order = 'right') =>
    judged('sensor-alignment', { u, v, w, order });
  it('all off alike are turned by so much, one alone is named, another order stops', () => {
    expect(at('1', '-1', '0').verdict).toBe('sound');
    const late = at('9', '8', '10');
    expect([late.verdict, late.said]).toEqual([
      'watch',
      expect.stringContaining('against the rotation by 9'),
    ]);
    // cos 30° = 0.866: 13 % of the torque.
    expect(at('−30', '−30', '−30').said).toMatch(/with the rotation.*Torque lost: 13 %/);
    expect(at('0', '0', '14').said).toContain('third sensor stands alone');
    expect(at('0', '0', '0', 'wrong').verdict).toBe('stop');
    for (const bad of ['left', '200', ''])
      expect(judgeTest('sensor-alignment', { u: bad, v: '0', w: '0', order: 'right' }, { plate }).ok).toBe(
        false,
      );
  });
});

describe('cogging', () => {
  it('against rated torque, and by the count of its cycles', () => {
    const row = (plan as never as { row: { slots: number; poles: number; cogging: number } }).row;
    const rated = (1000 * plate.powerKw!) / ((2 * Math.PI * plate.speedRpm!) / 60);
    const read = (share: number, cycles: number) =>
      judged('cogging', { peak: `${share * rated} N·m`, cycles: String(cycles) });
    expect(read(0.03, row.cogging)).toMatchObject({ verdict: 'sound' });
    expect(read(0.2, row.cogging).verdict).toBe('stop');
    expect(read(0.03, row.slots).said).toContain('one magnet differs');
    expect(read(0.03, row.poles).said).toContain('one tooth differs');
  });
});

describe('the reserve of the magnets', () => {
  const margin = (card: Typed, more: Typed = {}) => {
    const p = toothCoil.readPlate({ ...example.plate, ...more }).plate;
    const checked = toothCoil.checkCard(
      { ...example.card, airGap: '0.7', sleeve: 'adhesive', ...card },
      p,
      true,
      {},
    );
    return checked.plan as never as {
      figures: Record<string, { value: number }>;
      judged: Record<string, { verdict: string }>;
    };
  };
  it('is that of the magnetic circuit solved for its flux, magnet and gap in series', () => {
    const [br20, hc20] = [0.2 * Math.sqrt(42), 1592];
    const [br, hc] = [br20 * (1 - 0.0011 * 80), hc20 * (1 - 0.006 * 80)];
    const { figures } = margin({ magnetGrade: 'N42SH', magnetThickness: '3' });
    const rated = Number(example.plate['current']);
    const phase = (Math.SQRT2 * 3 * rated) / (example.card['connection'] === 'star' ? 1 : Math.sqrt(3));
    const ampereTurns =
      ((1.5 * 4) / Math.PI) *
      ((figures['seriesTurns']!.value * figures['windingFactor']!.value) / Number(example.card['poles'])) *
      phase;
    // Reluctances and sources of one pole, for a square millimetre; μ₀ in H/mm.
    const mu0 = 4e-10 * Math.PI;
    const [rm, rg] = [3 / (mu0 * 1.05), 0.7 / mu0];
    const b = ((br * 1e-6 * 3) / (mu0 * 1.05) - ampereTurns) / (rm + rg);
    const against = (br * 1e-6 - b) / (mu0 * 1.05);
    expect(figures['magnetMargin']!.value).toBeCloseTo(hc / against, 9);
  });
  it('more current and a weaker grade leave less; no grade, no thickness or buried magnets say nothing', () => {
    const of = (card: Typed, more?: Typed) => margin(card, more).figures['magnetMargin']?.value;
    const sound = of({ magnetGrade: 'N42SH', magnetThickness: '3' })!;
    expect(of({ magnetGrade: 'N42', magnetThickness: '3' })!).toBeLessThan(sound);
    expect(
      of(
        { magnetGrade: 'N42SH', magnetThickness: '3' },
        { current: String(2 * Number(example.plate['current'])) },
      )!,
    ).toBeLessThan(sound);
    const silent: Typed[] = [
      { magnetGrade: 'ferrite', magnetThickness: '3' },
      { magnetGrade: 'N42SH' },
      { magnetGrade: 'N42SH', magnetThickness: '3', sleeve: 'inside' },
    ];
    for (const card of silent) expect(of(card)).toBeUndefined();
  });
});
