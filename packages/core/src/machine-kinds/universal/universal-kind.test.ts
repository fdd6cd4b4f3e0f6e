/** The universal motor as a kind: its card, its figures against a second way, its shift of leads, its double insulation. */
import { describe, expect, it } from 'vitest';
import { commutatorPlanOf, judgeTest, universal, type Typed } from '../../index.ts';

const [tool, drill] = universal.examples as [
  (typeof universal.examples)[number],
  (typeof universal.examples)[number],
];
const plateOf = (typed: Typed = {}) => universal.readPlate({ ...tool.plate, ...typed }).plate;
const check = (card: Typed = {}, plate: Typed = {}) =>
  universal.checkCard({ ...tool.card, ...card }, plateOf(plate), true, {});
const codes = (...of: Parameters<typeof check>) => check(...of).findings.map((f) => f.code);
const figures = (card: Typed = {}, plate: Typed = {}) => commutatorPlanOf(check(card, plate).plan)!.figures;

describe('the card', () => {
  it('needs no poles, winding or plex; bars are a multiple of the slots', () => {
    const plan = commutatorPlanOf(check().plan)!;
    expect([plan.machine, plan.poles, plan.spec.kind]).toEqual(['universal', 2, 'lap']);
    expect(
      check({ bars: '30' }).findings.find((f) => f.code === 'card.bars-not-multiple')!.message,
    ).toContain('24 or 36');
    expect(codes({ bars: '36' })).not.toContain('card.bars-not-multiple');
    expect(codes({ sleeve: 'none' })).toContain('card.no-sleeve');
    expect(codes({ seriesOhm: '3.4' })).toContain('card.field-ohms');
    expect(codes({ seriesOhm: '1.8' })).not.toContain('card.field-ohms');
  });
  it('leads shifted against the rotation stop; either rotation has its own bar', () => {
    // The neutral by hand: coil of 5 slots from slot 1, middle at slot 3.5, its bars' middle half a bar before its start;
    // a brush on its pole faces the middle of the coil: 2.5 slots of 30° are 5 bars of 15° from bar 1.
    const neutral = 1 + (2.5 * 30) / 15;
    const at = (bar: number, shift: number, turns: string) =>
      codes(
        { barFromSlot: '0', brushFromPole: '0', firstBar: String(bar), leadShift: String(shift) },
        { turns },
      );
    const right = (bar: number, shift: number, turns: string) =>
      expect(at(bar, shift, turns).filter((c) => c.startsWith('card.shift'))).toEqual([]);
    right(neutral + 3, 3, 'clockwise');
    right(neutral - 3, 3, 'counter-clockwise');
    expect(at(neutral - 3, 3, 'clockwise')).toContain('card.shift-against-rotation');
    expect(at(neutral + 9, 3, 'clockwise')).toContain('card.shift-does-not-fit');
    expect(at(neutral, 2, 'both')).toContain('card.shift-both-ways');
  });
  it('its line leaves out what is always so, and refuses a wave and a shunt', () => {
    const { fills } = universal.shorthand.read('12s 24b lap- 1-6 T13 0.45 @5 D95 0.63');
    expect(fills).toMatchObject({ slots: '12', bars: '24', leads: 'retrogressive', seriesTurns: '95' });
    for (const bad of ['wave+', '4p', 'F900', 'i'])
      expect(universal.shorthand.read(bad).tokens[0]!.problem).toBeTruthy();
    const line = universal.shorthand.write(tool.card);
    expect(universal.shorthand.read(line).fills['turns']).toBe(tool.card['turns']);
  });
  it('watts of a tool are what it takes in', () => {
    expect(universal.readPlate({ ...tool.plate, power: '1500 W' }).findings.map((f) => f.code)).toEqual([
      'plate.input-does-not-fit',
    ]);
  });
});

describe('figures on alternating current', () => {
  it('the peak flux gives the induced volts, turned through a whole revolution', () => {
    const f = figures();
    // A second way: rms of the rotation volts, summed coil by coil over a path while the field swings as a sine.
    const [turns, coilsOfPath, speed] = [13, 12, 28_500 / 60];
    const flux = f.fluxPerPole!.value / 1000;
    let squares = 0;
    const steps = 720;
    for (let k = 0; k < steps; k++) {
      // Mean of |cutting| over the coils of a path: 4 · flux · turns · speed a coil, at this instant of the field.
      const now = 2 * flux * turns * coilsOfPath * 2 * speed * Math.sin((2 * Math.PI * k) / steps);
      squares += now * now;
    }
    expect(Math.sqrt(squares / steps)).toBeCloseTo(f.emf!.value, 6);
    // The shorted coil as a transformer: 4.44 · f · T · Φ (textbook form of the same).
    expect(f.transformerVolts!.value).toBeCloseTo(4.4429 * 50 * turns * flux, 3);
    expect(f.rimSpeed!.value).toBeCloseTo((Math.PI * 0.038 * 28_500) / 60, 6);
  });
  it('on direct current there is no transformer, and the flux is √2 less for the same volts', () => {
    const dc = figures({}, { frequency: '0' });
    expect(dc.transformerVolts).toBeUndefined();
    const ac = figures({}, { powerFactor: '1' });
    expect(ac.fluxPerPole!.value / dc.fluxPerPole!.value).toBeCloseTo(Math.SQRT2, 9);
  });
});

describe('its tests', () => {
  const judged = (kind: Parameters<typeof judgeTest>[0], typed: Typed, plate = plateOf()) => {
    const outcome = judgeTest(kind, typed, { plate, plan: check().plan });
    if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
    return outcome.judgement;
  };
  const sound = {
    ...{ basicVolts: '1250', basicLeak: '0.3 mA', supplementaryVolts: '2500', supplementaryLeak: '0.1 mA' },
    ...{ reinforcedVolts: '3750', reinforcedLeak: '0.2 mA', broke: 'nothing' },
  };
  it('double insulation: each part, too few volts, a leak, a breakdown', () => {
    // Levels of IEC 62841-1, from memory.
    expect(judged('double-insulation', sound).verdict).toBe('sound');
    expect(judged('double-insulation', { ...sound, reinforcedVolts: '2500' }).verdict).toBe('watch');
    expect(judged('double-insulation', { ...sound, supplementaryLeak: '7 mA' }).verdict).toBe('stop');
    const broke = judged('double-insulation', { ...sound, broke: 'supplementary' });
    expect([broke.verdict, broke.reasons.join(' ')]).toEqual(['stop', expect.stringContaining('the sleeve')]);
    expect(
      judged('double-insulation', sound, universal.readPlate({ ...tool.plate, voltage: '36' }).plate).verdict,
    ).toBe('watch');
    expect(judgeTest('double-insulation', { ...sound, basicVolts: '9000' }, { plate: plateOf() }).ok).toBe(
      false,
    );
  });
  it('runs without load at its full volts, as a tool does, against its own speed', () => {
    const run = { voltage: '230', current: '1.6', speed: '33000', sparking: 'none' };
    expect(judged('dc-no-load', run).verdict).toBe('sound');
    expect(judged('dc-no-load', { ...run, speed: '24000' }).verdict).toBe('stop');
    expect(judged('dc-no-load', { ...run, current: '3.9' }).verdict).toBe('stop');
  });
  it('both examples carry their own tests', () => {
    expect(
      universal.checkCard(drill.card, universal.readPlate(drill.plate).plate, false, {}).findings,
    ).toEqual([]);
  });
});
