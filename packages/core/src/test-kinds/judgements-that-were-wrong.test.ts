/** Readings that lie, or prove nothing: none of them is called sound, and the reason says which it is. */
import { describe, expect, it } from 'vitest';
import { judgeTest, readNameplate, type TestKindId, type Typed } from '../index.ts';

const { plate } = readNameplate({
  power: '11 kW',
  voltage: '400',
  plateConnection: 'star',
  current: '22',
  frequency: '50',
  speed: '1455',
  mass: '70',
});
const judge = (kind: TestKindId, typed: Typed, context: object = {}) => {
  const outcome = judgeTest(kind, typed, { plate, ...context });
  if (!outcome.ok) return { verdict: 'refused', words: outcome.findings.map((f) => f.code).join(' ') };
  const { verdict, reasons, next, assumed } = outcome.judgement;
  return { verdict, words: [...reasons, next, ...(assumed ?? [])].join(' ') };
};
const insulation = {
  testVoltage: '500',
  oneMinute: '640',
  temperature: '22',
  windingKind: 'random',
  model: 'thermoset',
};

describe('insulation', () => {
  it.each<[string, Typed, string, RegExp]>([
    ['hot', { ...insulation, temperature: '120', oneMinute: '0.1' }, 'watch|stop', /120 °C.*means little/],
    ['hot and high', { ...insulation, temperature: '90', oneMinute: '900' }, 'watch', /means little/],
    ['10 kV on a low-voltage motor', { ...insulation, testVoltage: '10000' }, 'stop', /hurt the insulation/],
    ['an index just above its limit', { ...insulation, tenMinutes: '1350' }, 'watch', /just above 2/],
    ['over the range', { ...insulation, oneMinute: '>2000 MΩ' }, 'sound', /no more than that/],
    ['under the range', { ...insulation, oneMinute: '<0.1 MΩ' }, 'stop', /range that shows a figure/],
    ['OL', { ...insulation, oneMinute: 'OL' }, 'watch', /clips touch/],
    ['an index no winding has', { ...insulation, tenMinutes: '9000' }, 'watch', /clips touched/],
    ['half a minute above one', { ...insulation, thirtySeconds: '900' }, 'watch', /exchanged/],
    [
      'one phase, the others grounded: twice as much is wanted',
      { ...insulation, oneMinute: '9', temperature: '40', otherPhases: 'grounded' },
      'stop',
      /at least 10 MΩ/,
    ],
    ['milli for mega', { ...insulation, oneMinute: '640 mΩ' }, 'stop', /./],
  ])('%s', (_name, typed, verdict, words) => {
    const judged = judge('insulation', typed);
    expect(judged.verdict).toMatch(new RegExp(`^(${verdict})$`));
    expect(judged.words).toMatch(words);
  });
  it('without readable volts is not sound, and what is assumed is said', () => {
    expect(judge('insulation', insulation, { plate: {} })).toMatchObject({ verdict: 'watch' });
    const { windingKind: _w, model: _m, ...typed } = insulation;
    expect(judge('insulation', typed).words).toMatch(/kind of winding random-wound/);
    expect(judge('insulation', insulation).words).not.toMatch(/kind of winding random-wound/);
  });
});

describe('resistance', () => {
  const context = (connection: string) => ({
    plan: { machine: 'three-phase', analysis: { winding: { connection, poles: 4 }, linePairs: null } },
  });
  it.each<[string, string, Typed, RegExp]>([
    ['an open delta branch', 'delta', { uv: '1', vw: '2', wu: '1' }, /V-W.*branch.*is open/],
    ['an open lead in star', 'star', { uv: 'OL', vw: '1', wu: 'OL' }, /through lead U/],
    ['nothing joined', 'star', { uv: 'OL', vw: 'OL', wu: 'OL' }, /both ends of each phase/],
    ['one pair open', 'star', { uv: 'OL', vw: '1', wu: '1' }, /cannot be/],
  ])('%s stops', (_name, connection, typed, words) => {
    const judged = judge('resistance', { ...typed, temperature: '25' }, context(connection));
    expect(judged.verdict).toBe('stop');
    expect(judged.words).toMatch(words);
  });
});

describe('a run', () => {
  const run = { voltage: '400', u: '7', v: '7', w: '7' };
  it.each<[string, TestKindId, Typed, string, RegExp]>([
    ['at half the volts', 'no-load', { ...run, voltage: '200' }, 'stop', /again at the volts/],
    [
      'at 120 % of them',
      'full-load',
      { ...run, voltage: '480', u: '22', v: '22', w: '22' },
      'stop',
      /proves nothing/,
    ],
    ['6 % off', 'no-load', { ...run, voltage: '424' }, 'watch', /nearer to the volts/],
    ['equal and too high', 'no-load', { ...run, u: '18', v: '18', w: '18' }, 'stop', /Compare turns/],
  ])('%s', (_name, kind, typed, verdict, words) => {
    const judged = judge(kind, typed);
    expect(judged.verdict).toBe(verdict);
    expect(judged.words).toMatch(words);
    expect(judged.words).not.toMatch(/odd current/);
  });
  it('six poles are judged as six, by the plate’s speed, without a card', () => {
    const { plate: six } = readNameplate({ voltage: '400', current: '20', frequency: '50', speed: '975' });
    const typed = { voltage: '400', u: '10.4', v: '10.4', w: '10.4' };
    expect(judge('no-load', typed, { plate: six }).verdict).toBe('sound');
    const { plate: unknown } = readNameplate({ voltage: '400', current: '20', frequency: '50' });
    expect(judge('no-load', typed, { plate: unknown })).toMatchObject({ verdict: 'watch' });
  });
});

describe('the core', () => {
  it.each([
    ['3', '4.2', 'stop'],
    ['3', '1.2', 'stop'],
    ['3', '2.5', 'watch'],
    ['58', '60', 'stop'],
    ['3', '3.2', 'sound'],
    // Exactly on the limit is within it.
    ['3', '3.6', 'watch'],
  ])('%s before, %s after: %s', (before, after, verdict) => {
    expect(judge('core-loss', { before, after }).verdict).toBe(verdict);
  });
});

describe('balance', () => {
  const rotor = { mass: '20', speed: '1455', grade: '2.5', plane1: '80', plane2: '80' };
  it.each<[string, Typed, string, RegExp]>([
    ['one plane', { ...rotor, plane2: '' }, 'watch', /narrow disc/],
    ['a residual of nothing', { ...rotor, plane1: '0' }, 'refused', /test.zero-residual/],
    ['a speed far below the plate’s', { ...rotor, speed: '300' }, 'refused', /test.speed-below-plate/],
    ['heavier than the motor', { ...rotor, mass: '420' }, 'refused', /test.rotor-heavier/],
    ['overhung', { ...rotor, bearingSpan: '200', centreFromDrive: '-30' }, 'refused|watch', /./],
    [
      'overhung beyond the other bearing',
      { ...rotor, bearingSpan: '200', centreFromDrive: '240' },
      'watch',
      /times its share/,
    ],
    ['a grade of the customer’s', { ...rotor, grade: '1.5' }, 'sound|watch|stop', /G 1\.5/],
    [
      'a figure of the customer’s in ounce-inches',
      { ...rotor, permitted: '0.5 oz·in' },
      'sound',
      /customer’s figure/,
    ],
    ['one end over its share', { ...rotor, plane1: '400' }, 'stop', /Drive end: 400.*times its share/],
  ])('%s', (_name, typed, verdict, words) => {
    const judged = judge('balance', typed);
    expect(judged.verdict).toMatch(new RegExp(`^(${verdict})$`));
    expect(judged.words).toMatch(words);
  });
});

describe('a cure', () => {
  const heated = (change: (p: { minute: number; partC: number; airC: number }) => object = (p) => p) =>
    Array.from({ length: 70 }, (_, i) => ({
      minute: 10 * i,
      partC: 139 - 115 * Math.exp((-10 * i) / 50),
      airC: 138.5 - 114 * Math.exp((-10 * i) / 12),
    })).map((p) => ({ ...p, ...change(p) }));
  const programme = { target: '138 °C', minutes: '6 h', tolerance: '5' };
  const cure = (log: object[], typed: Typed = programme) => judge('cure', typed, { log });
  it.each<[string, object[], string, RegExp]>([
    ['as it must be', heated(), 'sound', /Cool/],
    ['part and air changed over', heated((p) => ({ partC: p.airC, airC: p.partC })), 'stop', /changed over/],
    ['a stuck sensor', heated(() => ({ partC: 138.2 })), 'stop', /stuck/],
    ['a dead sensor', heated(() => ({ partC: 21 })), 'stop', /stuck/],
    [
      'five hours without a reading',
      heated().filter((p) => p.minute < 220 || p.minute > 520),
      'stop',
      /No reading for 5 h/,
    ],
    ['100 K over the programme', heated((p) => ({ partC: p.partC * 1.72 })), 'stop', /over the programme/],
    ['25 K over it', heated((p) => ({ partC: p.partC * 1.18 })), 'watch', /over the programme/],
    [
      'from where it is hot already',
      heated().filter((p) => p.minute > 150),
      'watch',
      /begins with a hot part/,
    ],
  ])('%s', (_name, log, verdict, words) => {
    const judged = cure(log);
    expect(judged.verdict).toBe(verdict);
    expect(judged.words).toMatch(words);
  });
  it('with lines left out is not sound, and says which', () => {
    const judged = cure(heated(), {
      ...programme,
      logNotes: 'Line 7 of the log is left out: “soon” is no time.',
    });
    expect(judged.verdict).toBe('watch');
    expect(judged.words).toMatch(/Line 7/);
  });
  it('asks whether 6 is hours, and whether 250 is °F', () => {
    expect(cure(heated(), { ...programme, minutes: '6' }).words).toContain('test.hours-or-minutes');
    expect(cure(heated(), { ...programme, target: '250' }).words).toContain('test.celsius-or-fahrenheit');
    expect(cure(heated(), { ...programme, target: '275' }).words).toContain('field.out-of-range');
    expect(cure(heated(), { ...programme, target: '280 F' }).verdict).toBe('sound');
  });
});
