/** What is joined at the terminals, against the tables of the standards. */
import { describe, expect, it } from 'vitest';
import {
  connectionList,
  LEAD_SCHEMES,
  traceCurrent,
  type ConnectionSpec,
  type Hookup,
  type LeadScheme,
} from '../../index.ts';
import { lap } from '../../../test/lap.ts';

const layout = lap(36, 4, 7);
function hookups(spec: ConnectionSpec) {
  const made = connectionList(layout, spec);
  if (!made.ok) throw new Error(made.findings[0]!.message);
  return made.value;
}
const lines = (h: Hookup) => h.lines.map((l) => l.toSorted().join(' '));
const joined = (h: Hookup) => h.joined.map((j) => j.toSorted().join(' '));
const byName = (spec: ConnectionSpec, name: RegExp) => hookups(spec).hookups.find((h) => name.test(h.name))!;

describe('nine leads', () => {
  // NEMA MG 1 part 2, nine-lead star and delta, low and high voltage (from memory).
  it('star, low voltage: T1 T7, T2 T8, T3 T9 to the lines, T4 T5 T6 joined', () => {
    const low = byName({ circuits: 2, connection: 'star', leads: 'nine', marks: 'nema' }, /parallel/);
    expect(lines(low)).toEqual(['T1 T7', 'T2 T8', 'T3 T9']);
    expect(joined(low)).toEqual(['T4 T5 T6']);
    expect(low.voltsRatio).toBe(1);
  });
  it('star, high voltage: T4 T7, T5 T8, T6 T9 joined', () => {
    const high = byName({ circuits: 2, connection: 'star', leads: 'nine', marks: 'nema' }, /series/);
    expect(lines(high)).toEqual(['T1', 'T2', 'T3']);
    expect(joined(high)).toEqual(['T4 T7', 'T5 T8', 'T6 T9']);
    expect(high.voltsRatio).toBe(2);
  });
  it('delta, low voltage: T1 T6 T7, T2 T4 T8, T3 T5 T9', () => {
    const low = byName({ circuits: 2, connection: 'delta', leads: 'nine', marks: 'nema' }, /parallel/);
    expect(lines(low)).toEqual(['T1 T6 T7', 'T2 T4 T8', 'T3 T5 T9']);
    expect(low.joined).toEqual([]);
  });
  it('delta, high voltage: as in star, T4 T7, T5 T8, T6 T9', () => {
    const high = byName({ circuits: 2, connection: 'delta', leads: 'nine', marks: 'nema' }, /series/);
    expect(joined(high)).toEqual(['T4 T7', 'T5 T8', 'T6 T9']);
  });
});

describe('six leads', () => {
  // IEC 60034-8: delta U1 W2, V1 U2, W1 V2; star U2 V2 W2 joined (from memory).
  it('delta and star in the marks of IEC', () => {
    const spec = { circuits: 2, connection: 'delta', leads: 'six' } as const;
    expect(lines(byName(spec, /^delta/))).toEqual(['U1 W2', 'U2 V1', 'V2 W1']);
    expect(joined(byName(spec, /^star/))).toEqual(['U2 V2 W2']);
  });
  it('the other connection is for √3 times the volts, or a third less', () => {
    const delta = { circuits: 2, connection: 'delta', leads: 'six' } as const;
    expect(byName(delta, /^star/).voltsRatio).toBeCloseTo(Math.sqrt(3), 12);
    const star = { ...delta, connection: 'star' } as const;
    expect(byName(star, /^delta/).voltsRatio).toBeCloseTo(1 / Math.sqrt(3), 12);
    expect(byName(star, /^star/).voltsRatio).toBe(1);
  });
  it('part winding: the first half is fed alone, then both', () => {
    const spec = { circuits: 2, connection: 'star', leads: 'six-part-winding', marks: 'nema' } as const;
    const [start, run] = hookups(spec).hookups;
    expect(lines(start!)).toEqual(['T1', 'T2', 'T3']);
    expect(start!.open).toEqual(['T7', 'T8', 'T9']);
    expect(lines(run!)).toEqual(['T1 T7', 'T2 T8', 'T3 T9']);
    // The start uses half of the copper: twice the resistance of the run. First principles.
    const list = hookups(spec);
    const ohms = (h: Hookup) =>
      traceCurrent(layout, list.joints, { into: h.lines[0], outOf: h.lines[1], joined: h.joined })
        .resistanceCoils;
    expect(ohms(start!)).toBeCloseTo(2 * ohms(run!), 9);
  });
});

describe('twelve leads', () => {
  it('have star and delta at both voltages, four in all, √3 and 2 apart', () => {
    const { hookups: all } = hookups({ circuits: 2, connection: 'delta', leads: 'twelve' });
    expect(all.map((h) => h.voltsRatio)).toEqual([1, Math.sqrt(3), 2, 2 * Math.sqrt(3)]);
    for (const h of all)
      expect([...h.lines.flat(), ...h.joined.flat(), ...h.open].toSorted()).toHaveLength(12);
  });
  it('U5 and U6 are T7 and T10: the table of correspondence', () => {
    // IEC 60034-8 against NEMA MG 1 part 2 (from memory).
    const iec = hookups({ circuits: 2, connection: 'star', leads: 'twelve', marks: 'iec' }).joints;
    const nema = hookups({ circuits: 2, connection: 'star', leads: 'twelve', marks: 'nema' }).joints;
    const pair = Object.fromEntries(iec.flatMap((j, i) => (j.lead ? [[j.lead, nema[i]!.lead]] : [])));
    expect(pair).toEqual({
      U1: 'T1',
      V1: 'T2',
      W1: 'T3',
      U2: 'T4',
      V2: 'T5',
      W2: 'T6',
      U5: 'T7',
      V5: 'T8',
      W5: 'T9',
      U6: 'T10',
      V6: 'T11',
      W6: 'T12',
    });
  });
});

describe('two speeds', () => {
  // Two-speed connections of one winding: series delta or star at the lower speed with the middles open, double star at the
  // higher speed with the ends joined; constant power the other way round. Common practice, no source.
  it.each([
    ['constant-torque', 'star', 2, { slow: [[], 3], fast: [['1U 1V 1W'], 0] }],
    ['variable-torque', 'star', 2, { slow: [[], 3], fast: [['1U 1V 1W'], 0] }],
    ['constant-power', 'delta', 1, { slow: [['2U 2V 2W'], 0], fast: [[], 3] }],
  ] as const)('%s', (leads, connection, circuits, wanted) => {
    const { hookups: all } = hookups({ circuits, connection, leads });
    const slow = all.find((h) => h.name.startsWith('slow'))!;
    const fast = all.find((h) => h.name.startsWith('fast'))!;
    expect([slow.poles, fast.poles]).toEqual([8, 4]);
    expect([joined(slow), slow.open.length]).toEqual(wanted.slow);
    expect([joined(fast), fast.open.length]).toEqual(wanted.fast);
    expect(lines(slow)).toEqual(['1U', '1V', '1W']);
    expect(lines(fast)).toEqual(['2U', '2V', '2W']);
  });
  it('the halves lie parallel at the higher speed of constant torque: an eighth of the ohms, delta against double star', () => {
    const list = hookups({ circuits: 2, connection: 'star', leads: 'constant-torque' });
    const ohms = (name: RegExp) => {
      const h = list.hookups.find((x) => name.test(x.name))!;
      return traceCurrent(layout, list.joints, { into: h.lines[0], outOf: h.lines[1], joined: h.joined })
        .resistanceCoils;
    };
    // Twelve coils a phase: series delta 2/3 · 12 = 8, double star 2 · 12/4 = 6. First principles.
    expect(ohms(/slow/)).toBeCloseTo(8, 9);
    expect(ohms(/fast/)).toBeCloseTo(6, 9);
  });
  it('is refused where a phase has no two equal halves, or a coil is silent at the lower speed', () => {
    const odd = connectionList(lap(24, 4, 6), { circuits: 2, connection: 'star', leads: 'constant-torque' });
    expect(odd.findings[0]!.code).toBe('connection.no-voltage-at-slow-speed');
    const star = connectionList(layout, { circuits: 1, connection: 'star', leads: 'constant-torque' });
    expect(star.findings[0]!.code).toBe('connection.double-star-at-speed');
    const power = connectionList(layout, { circuits: 1, connection: 'star', leads: 'constant-power' });
    expect(power.findings[0]!.code).toBe('connection.constant-power-is-delta');
    const halves = connectionList(lap(9, 8, 1), { circuits: 2, connection: 'star', leads: 'nine' });
    expect(halves.ok).toBe(false);
  });
});

it('every way of leading out has as many leads as it says, and all its hookups use each once', () => {
  for (const [scheme, { leads, label }] of Object.entries(LEAD_SCHEMES) as [
    LeadScheme,
    (typeof LEAD_SCHEMES)['six'],
  ][]) {
    const list = hookups({
      circuits: 2,
      connection: scheme === 'constant-power' ? 'delta' : 'star',
      leads: scheme,
    });
    expect(
      list.joints.filter((j) => j.kind === 'lead'),
      label,
    ).toHaveLength(leads);
    for (const h of list.hookups) {
      const used = [...h.lines.flat(), ...h.joined.flat(), ...h.open];
      expect(new Set(used).size, `${label}, ${h.name}`).toBe(leads);
      expect(used).toHaveLength(leads);
    }
  }
});

describe('schools of joining', () => {
  const paths = (spec: Partial<ConnectionSpec>) =>
    hookups({ circuits: 2, connection: 'star', ...spec }).paths.U.map((p) => p.join(' '));
  it('neighbouring groups or every other one make a circuit', () => {
    expect(paths({ circuitsFrom: 'neighbours' })).toEqual(['1 4', '7 10']);
    expect(paths({ circuitsFrom: 'skipping' })).toEqual(['1 7', '4 10']);
  });
  it('short jumpers go to the next pole, long ones skip one', () => {
    expect(hookups({ circuits: 1, connection: 'star', jumpers: 'short' }).paths.U[0]).toEqual([1, 4, 7, 10]);
    expect(hookups({ circuits: 1, connection: 'star', jumpers: 'long' }).paths.U[0]).toEqual([1, 7, 4, 10]);
  });
  it('leads first or jumpers first; one star point or one a circuit', () => {
    const kinds = (spec: Partial<ConnectionSpec>) => [
      ...new Set(hookups({ circuits: 2, connection: 'star', ...spec }).joints.map((j) => j.kind)),
    ];
    expect(kinds({ order: 'jumpers-first' })).toEqual(['jumper', 'lead', 'star']);
    expect(kinds({ order: 'leads-first' })).toEqual(['lead', 'jumper', 'star']);
    const stars = hookups({ circuits: 2, connection: 'star', starPoints: 'each-circuit' }).joints.filter(
      (j) => j.kind === 'star',
    );
    expect(stars.map((j) => j.ends.length)).toEqual([3, 3]);
  });
});
