/** Units on a line, what watches them, and what is said when they drift, against published figures and a second way. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CHART_SCHOOLS,
  chartPatterns,
  driftOf,
  firstPass,
  NEW_WATCH,
  newUnit,
  passedOver,
  passStation,
  readEntry,
  readLimits,
  movedTogether,
  readUnits,
  sayUnits,
  SERIES_LINES,
  usualLimits,
  watchNext,
  whatMoved,
  withoutLate,
  type ChartRule,
  type StationEntry,
  type WatchState,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const line = SERIES_LINES['drive-motor']!;
const limits = usualLimits(line);
const open = { lower: null, upper: null };
const limited = (centre: number, sigma: number): WatchState => ({
  ...NEW_WATCH,
  limits: { centre, sigma, from: 1, to: 40 },
});
const run = (values: readonly number[], state: WatchState, school = 'all') => {
  const began: [number, ChartRule][] = [];
  const states = values.map((v, i) => {
    const next = watchNext(state, v, { school: CHART_SCHOOLS[school]!, quietRun: 40, process: open });
    state = next.state;
    began.push(...next.began.map((rule) => [i, rule] as [number, ChartRule]));
    return state;
  });
  return { states, began };
};
/** Normal deviates that are the same every time. */
function noise(seed: number) {
  let s = seed >>> 0;
  const uniform = () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(uniform() || 1e-12)) * Math.cos(2 * Math.PI * uniform());
}

describe('watching', () => {
  it('unit by unit finds the same patterns as all readings at once', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -4, max: 4, noNaN: true }), { maxLength: 60 }), (values) => {
        const { states } = run(values, limited(0, 1));
        const whole = chartPatterns(values, 0, 1, 9);
        states.forEach((state, i) =>
          expect(state.broken.filter((r) => r !== 'sum')).toEqual(
            (['1', '2', '3', '4', '5', '6', '7', '8'] as const).filter((r) => whole[r].includes(i)),
          ),
        );
      }),
    );
  });
  it('sums small shifts as the textbook does', () => {
    // Montgomery, Introduction to Statistical Quality Control, table of the tabular CUSUM, target 10, σ 1 (from memory).
    const values = [
      9.45, 7.99, 9.29, 11.66, 12.16, 10.18, 8.04, 11.46, 9.2, 10.34, 9.03, 11.47, 10.51, 9.4, 10.08, 9.37,
      10.62, 10.31, 8.52, 10.84, 10.9, 9.33, 12.29, 11.5, 10.6, 11.08, 10.38, 11.62, 11.31, 10.52,
    ];
    const { states, began } = run(values, limited(10, 1), 'all');
    expect(states[28]!.high).toBeCloseTo(5.28, 2);
    expect(states[29]!.high).toBeCloseTo(5.3, 2);
    expect(began.filter(([, rule]) => rule === 'sum')).toEqual([[28, 'sum']]);
  });
  it('finds a shift of one σ by the sum after ten units in the mean, and of none after hundreds', () => {
    // Average run lengths 10.4 and 465 (Montgomery, k ½ and h 5, from memory).
    const next = noise(7);
    const length = (shift: number) => {
      let state = limited(0, 1);
      for (let n = 1; ; n++) {
        state = watchNext(state, next() + shift, {
          school: CHART_SCHOOLS['all']!,
          quietRun: 40,
          process: open,
        }).state;
        if (state.broken.includes('sum')) return n;
      }
    };
    const mean = (shift: number, runs: number) =>
      Array.from({ length: runs }, () => length(shift)).reduce((a, b) => a + b, 0) / runs;
    const one = mean(1, 1500);
    expect(one).toBeGreaterThan(9.8);
    expect(one).toBeLessThan(11);
    const none = mean(0, 150);
    expect(none).toBeGreaterThan(370);
    expect(none).toBeLessThan(570);
  });
  it('takes its limits from the first run that is quiet, and not from one with an outlier', () => {
    const next = noise(3);
    const quiet = Array.from({ length: 40 }, () => 500 + next());
    const { states } = run([...quiet.slice(0, 39), 530, ...quiet, ...quiet], NEW_WATCH, 'runs');
    const first = states.find((s) => s.limits)!.limits!;
    expect(first.from).toBeGreaterThan(40);
    expect(first.centre).toBeCloseTo(500, 0);
    // Nothing is fixed from what lies outside the limits of the process.
    const process = { lower: 475, upper: 525 };
    let state: WatchState = NEW_WATCH;
    for (const v of [...quiet.slice(0, 30), 526, ...quiet.slice(0, 30)])
      state = watchNext(state, v, { school: CHART_SCHOOLS['runs']!, quietRun: 40, process }).state;
    expect(state.limits).toBeNull();
    // A count that never varies breaks no rule.
    expect(run(Array(80).fill(34), NEW_WATCH).began).toEqual([]);
  });
});

describe('drift', () => {
  const process = { lower: 475, upper: 525 };
  it('is found with its beginning, its slope and what is left, from noise', () => {
    let [off, wrongKind, notBetween] = [0, 0, 0];
    for (let seed = 1; seed <= 200; seed++) {
      const next = noise(seed);
      const values = Array.from({ length: 60 }, (_, i) => 500 + 3.5 * next() + Math.max(0, i - 44) * 1.4);
      const d = driftOf(values, { centre: 500, sigma: 3.5 }, process)!;
      if (!d || Math.abs(d.onset - 45) > 8) off++;
      if (!d || d.onsetBetween[0] > 45 || d.onsetBetween[1] < 45) notBetween++;
      if (d?.kind !== 'slope') wrongKind++;
      else {
        expect(Math.abs(d.unitsLeft! - Math.floor((525 - d.now) / d.slope))).toBeLessThanOrEqual(1);
        expect(d.between![0]).toBeLessThanOrEqual(d.unitsLeft!);
      }
    }
    expect(notBetween).toBeLessThan(20);
    expect(off).toBeLessThan(12);
    expect(wrongKind).toBeLessThan(20);
  });
  it('is exact without noise: the last unit within the limit is the last to pass', () => {
    const values = Array.from({ length: 50 }, (_, i) => 500 + Math.max(0, i - 39));
    const d = driftOf(values, { centre: 500, sigma: 2 }, process)!;
    expect(d.slope).toBeCloseTo(1, 9);
    expect(d.now).toBeCloseTo(510, 9);
    expect(d.unitsLeft).toBe(15);
    const jump = Array.from({ length: 50 }, (_, i) => (i < 30 ? 500 : 508));
    expect(driftOf(jump, { centre: 500, sigma: 2 }, process)).toMatchObject({
      kind: 'step',
      onset: 30,
      onsetBetween: [30, 30],
      unitsLeft: null,
    });
  });
  it('is seldom seen where nothing moves', () => {
    let seen = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const next = noise(seed + 1000);
      if (driftOf(Array.from({ length: 60 }, next), { centre: 0, sigma: 1 }, open)) seen++;
    }
    expect(seen).toBeLessThan(120);
  });
  it('names what changed there and stayed so, and nothing else', () => {
    const units = Array.from({ length: 30 }, (_, i) => ({
      serial: 130 + i,
      circumstances: { wire: i < 17 ? 'R30' : 'R31', hand: i === 18 ? 'Ida' : 'Jon', electrode: 'E4' },
    }));
    expect(whatMoved(units, 18)).toEqual({
      moved: [{ what: 'wire', from: 'R30', to: 'R31', serial: 147, off: -1 }],
      same: ['electrode'],
    });
    expect(whatMoved(units, 8).moved).toEqual([]);
    // A unit that was sent back and comes late has its old lot still.
    const late = [...units.slice(0, 19), units[2]!, ...units.slice(19)];
    expect(whatMoved(late, 18).moved.map((m) => m.serial)).toEqual([147]);
    expect(withoutLate(late)).toEqual(units);
    // A line that mixes its units has none that is late.
    const mixed = units.map((_, i) => units[i ^ 1]!);
    expect(withoutLate(mixed)).toEqual(mixed);
  });
});

it('another figure moved with it only where its readings did, not where a sign was chance', () => {
  const noise = (n: number) => {
    const x = Math.sin(12.9898 * n) * 43758.5453;
    return x - Math.floor(x) - 0.5;
  };
  const run = (seed: number, shift: number) =>
    Array.from({ length: 80 }, (_, i) => ({
      serial: 100 + i,
      value: 20 + noise(seed * 1000 + i) + (i >= 36 ? shift : 0),
    }));
  // Uniform noise has σ = 1/√12; both means together err by 0.105.
  let chance = 0;
  for (let seed = 1; seed <= 2000; seed++) {
    if (movedTogether(run(seed, 0), 136)) chance++;
    expect(movedTogether(run(seed, 0.9), 136)).toBe(true);
  }
  expect(chance).toBeLessThanOrEqual(4);
  // One that moved thirty units later moved by itself.
  expect(
    movedTogether(
      run(1, 5).map((r) => ({ ...r, serial: r.serial - 30 })),
      76,
    ),
  ).toBe(false);
  expect(movedTogether(run(1, 5), 177)).toBe(false);
  expect(movedTogether(run(1, 5), 100)).toBe(false);
});

describe('a unit', () => {
  const ids = line.stations.map((s) => s.id);
  it('is out when, and only when, every station holds a sound record after the last loop', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.constantFrom(...ids), fc.constantFrom('sound', 'sound', 'sound', 'out', 'unread')),
          {
            maxLength: 120,
          },
        ),
        (records) => {
          let unit = newUnit(line);
          for (const [station, verdict] of records)
            unit = passStation(line, unit, station, verdict as 'sound');
          expect(unit.state === 'out').toBe(ids.every((id) => unit.passed.includes(id)));
          expect(Object.values(unit.next).every((s) => s === null)).toBe(unit.state === 'out');
          expect(unit.loops).toBe(records.filter(([, v]) => v === 'out').length);
        },
      ),
    );
  });
  it('goes from the mill to the spindle and past it again; a surge fault sends it back to be wound', () => {
    let unit = newUnit(line);
    const pass = (station: string, verdict: 'sound' | 'out' = 'sound') =>
      (unit = passStation(line, unit, station, verdict));
    for (const id of ['rotor-stack', 'magnets', 'sleeve', 'shaft', 'spin']) pass(id);
    expect(unit.next).toMatchObject({ rotor: 'mill', stator: 'stack', whole: null });
    expect(pass('mill', 'out').next['rotor']).toBe('spin');
    pass('spin');
    expect(pass('mill').next['rotor']).toBe('magnetise');
    for (const id of ['stack', 'terminals', 'wind', 'fuse', 'bond']) pass(id);
    expect(pass('test', 'out').next['stator']).toBe('wind');
    expect(passedOver(line, unit, 'bond')).toEqual(['Wind', 'Fuse']);
    expect(passedOver(line, unit, 'meet')).toContain('Magnetise');
    expect(unit.failedFirst).toEqual(['mill', 'test']);
  });
  it('says which figure is out of which limit, on the limit is in, and what is not read keeps it there', () => {
    const at = (joint: string) => readEntry(line, limits, { serial: 7, station: 'fuse', figures: { joint } });
    expect(valueOf(at('525')).verdict).toBe('sound');
    expect(valueOf(at('525.1'))).toMatchObject({ verdict: 'out', out: ['joint'] });
    expect(valueOf(at('525.1')).words).toContain('outside 475 to 525 °C');
    expect(valueOf(at('932 °F')).values['joint']).toBeCloseTo(500, 9);
    expect(valueOf(at('')).verdict).toBe('unread');
    for (const bad of ['abc', '510 mm', 'OL', '> 500']) expect(at(bad).ok).toBe(false);
    const runOut = readEntry(line, limits, {
      serial: 7,
      station: 'shaft',
      figures: { 'run-out': '0.011 mm' },
    });
    expect(valueOf(runOut).values['run-out']).toBeCloseTo(11, 9);
    const strangers: StationEntry[] = [
      { serial: 0, station: 'fuse', figures: {} },
      { serial: 1, station: 'constructor', figures: {} },
      { serial: 1, station: 'fuse', figures: { toString: '1' } },
      { serial: 1, station: 'fuse', figures: {}, sent: true },
    ];
    for (const strange of strangers) expect(readEntry(line, limits, strange).ok).toBe(false);
  });
  it('limits of a batch: in any unit, one side, none; crossed ones are refused', () => {
    const read = valueOf(
      readLimits(line, { 'fuse.joint': { upper: '968 °F' }, 'shaft.run-out': { upper: 'none', lower: '1' } }),
    );
    expect(read['fuse.joint']).toEqual({ lower: 475, upper: expect.closeTo(520, 9) as number });
    expect(read['shaft.run-out']).toEqual({ lower: 1, upper: null });
    expect(readLimits(line, { 'fuse.joint': { lower: '530' } }).ok).toBe(false);
    expect(readLimits(line, { 'fuse.nothing': {} }).ok).toBe(false);
  });
  it('of a pallet: rows and single ones, none twice', () => {
    expect(valueOf(readUnits('141-144, 150'))).toEqual([141, 142, 143, 144, 150]);
    expect(sayUnits([141, 142, 143, 150])).toBe('141–143, 150');
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 60 }),
        (units) => {
          const sorted = units.toSorted((a, b) => a - b);
          expect(valueOf(readUnits(sayUnits(sorted)))).toEqual(sorted);
        },
      ),
    );
    for (const bad of ['', '4-2', '1,1', '0', '1-9999', 'x']) expect(readUnits(bad).ok).toBe(false);
  });
  it('the share right the first time is the product of the stations', () => {
    const p = firstPass(line, [
      { station: 'wind', units: 200, failedFirst: 4 },
      { station: 'test', units: 100, failedFirst: 5 },
    ]);
    expect(p.rolled).toBeCloseTo(0.98 * 0.95, 12);
    expect(p.worst!.station).toBe('test');
    expect(p.worst!.lost).toBeCloseTo(0.05, 12);
  });
});

it('every line: units of their dimension, loops within the line, limits the right way round', () => {
  for (const l of Object.values(SERIES_LINES)) {
    expect(readLimits(l, {}).ok).toBe(true);
    for (const s of l.stations) {
      expect(l.rails.some((r) => r.id === s.rail)).toBe(true);
      expect(l.stations.some((x) => x.id === s.backTo)).toBe(true);
      expect(s.away === true || s.figures.length > 0).toBe(true);
      for (const f of s.figures) {
        const middle = String(f.lower ?? f.upper!);
        const entry = { serial: 1, station: s.id, figures: { [f.id]: `${middle} ${f.unit}` } };
        expect(valueOf(readEntry(l, usualLimits(l), entry)).values[f.id]).toBeCloseTo(Number(middle), 9);
      }
    }
  }
});
