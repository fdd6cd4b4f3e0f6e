/** Tests of the running and the standing motor against published figures, and readings that lie. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  deratingFor,
  explainedBy,
  HOLE_TOLERANCES,
  judgeTest,
  machinePoint,
  meanLevel,
  platinumC,
  separationOf,
  SHAFT_TOLERANCES,
  sizeLimits,
  slipsOf,
  spectrumCauses,
  thermocoupleC,
  vibrationLimits,
  withoutRoom,
  type FitTolerance,
  type TestKindId,
  type Typed,
} from '../index.ts';
import { checked, plate } from '../../test/quarry.ts';

const PLATE = { powerKw: 11, voltageV: 400, currentA: 22, frequencyHz: 50, speedRpm: 1460 };
const judged = (kind: TestKindId, typed: Typed, context = { plate: PLATE }) => {
  const outcome = judgeTest(kind, typed, context);
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.message).join(' '));
  return outcome.judgement;
};
const codes = (kind: TestKindId, typed: Typed) => {
  const outcome = judgeTest(kind, typed, { plate: PLATE });
  return outcome.ok ? [] : outcome.findings.map((f) => f.code);
};
const valueOf = (kind: TestKindId, typed: Typed, id: string) =>
  judged(kind, typed).figures.find((f) => f.figure.id === id)?.figure.value;

describe('limits of size', () => {
  // ISO 286-2, limits of size (from memory).
  it.each([
    [40, 'k5', 2, 13],
    [40, 'k6', 2, 18],
    [40, 'j6', -5, 11],
    [25, 'm6', 8, 21],
    [60, 'm5', 11, 24],
    [100, 'n6', 23, 45],
    [40, 'h6', -16, 0],
    [30, 'g6', -20, -7],
    [30, 'f7', -41, -20],
    [40, 'H7', 0, 25],
    [90, 'H6', 0, 22],
    [80, 'J7', -12, 18],
    [90, 'J6', -6, 16],
    [52, 'K7', -21, 9],
    [52, 'N7', -39, -9],
    [50, 'G7', 9, 34],
  ] as const)('%s %s lies from %s to %s µm', (nominal, tolerance, lowerUm, upperUm) => {
    expect(sizeLimits(nominal, tolerance)).toMatchObject({ value: { lowerUm, upperUm } });
  });

  it('has grades as wide as the standard’s own formula, i = 0.45·∛D + 0.001·D, rounded', () => {
    // ISO 286-1: IT6 = 10 i, IT7 = 16 i, IT8 = 25 i; D is the geometric mean of the range (from memory).
    const ends = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400];
    ends.slice(1).forEach((end, k) => {
      const d = Math.sqrt(ends[k]! * end);
      const i = 0.45 * Math.cbrt(d) + 0.001 * d;
      for (const [tolerance, times] of [
        ['H6', 10],
        ['H7', 16],
        ['H8', 25],
      ] as const) {
        const limits = sizeLimits(end, tolerance);
        expect(Math.abs((limits.ok ? limits.value.upperUm : 0) - times * i)).toBeLessThan(0.1 * times * i);
      }
    });
  });

  it('never has its lower limit over its upper, and refuses what is not at hand', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.constantFrom<FitTolerance>(...SHAFT_TOLERANCES, ...HOLE_TOLERANCES),
        (mm, tolerance) => {
          const limits = sizeLimits(mm, tolerance);
          return limits.ok && limits.value.lowerUm < limits.value.upperUm;
        },
      ),
    );
    expect(sizeLimits(500, 'H7').ok).toBe(false);
    expect(sizeLimits(0, 'H7').ok).toBe(false);
  });

  it('takes a diameter exactly on a limit as within, and asks about another size', () => {
    const seat = (as: string) => ({
      driveSeat: '40',
      driveSeatFit: 'k5',
      driveSeatAs: as,
      runOut: '0.01',
      shaftEnd: '38',
    });
    expect(judged('shaft-fits', seat('40.013')).verdict).toBe('sound');
    expect(judged('shaft-fits', seat('40.002')).verdict).toBe('sound');
    expect(judged('shaft-fits', seat('40.001')).verdict).toBe('stop');
    expect(judged('shaft-fits', seat('40.02')).verdict).toBe('watch');
    expect(codes('shaft-fits', seat('45.002'))).toEqual(['fits.another-size']);
    const { driveSeat: _s, ...bare } = seat('40.005');
    expect(codes('shaft-fits', bare)).toEqual(['fits.no-nominal']);
  });
});

describe('sensors', () => {
  it('reads platinum and thermocouples as their tables have it', () => {
    // IEC 60751: 100 °C is 138.51 Ω, 150 °C 157.33 Ω; IEC 60584-1: K 75 °C 3.059 mV, J 120 °C 6.360 mV (from memory).
    expect(platinumC(138.51, 100)).toBeCloseTo(100, 1);
    expect(platinumC(1573.25, 1000)).toBeCloseTo(150, 1);
    expect(platinumC(0.4, 100)).toBeNull();
    expect(Math.abs(thermocoupleC('K', 3.059, 0)! - 75)).toBeLessThan(0.5);
    expect(Math.abs(thermocoupleC('J', 6.36, 0)! - 120)).toBeLessThan(0.5);
    // The same junction from warm terminals.
    expect(thermocoupleC('K', 4.096 - 1.0, 25)).toBeLessThan(100.5);
  });
  it('finds an open one, a shorted one, another type, and leads changed over', () => {
    const of = (type: string, sensors: string, more: Typed = {}) =>
      judged('sensors', { type, winding: '22', sensors, ...more });
    expect(of('pt100', '108.6\nOL').reasons[0]).toContain('Sensor 2 is open');
    expect(of('pt100', '108.6\n0.4').reasons[0]).toContain('shorted');
    expect(of('pt100', '1086').verdict).toBe('stop');
    expect(of('ptc', '180\n4000').verdict).toBe('stop');
    expect(of('ptc', '180\n175').verdict).toBe('sound');
    expect(of('K', '-0.8', { terminal: '22 °C' }).reasons[0]).toContain('changed over');
    expect(codes('sensors', { type: 'K', winding: '22', sensors: '0.1' })).toEqual(['sensors.no-terminal']);
    expect(codes('sensors', { type: 'pt100', winding: '22', sensors: '1,086' })).toEqual([
      'sensors.line-unreadable',
    ]);
  });
});

describe('no-load losses', () => {
  /** A motor of known friction and core loss, its core going with the square of the volts. */
  const series = (frictionW: number, coreW: number) =>
    [440, 400, 360, 300, 210, 160, 120]
      .map((v) => {
        const amperes = 8 * (v / 400);
        const watts = 1.5 * amperes ** 2 * 0.6 + frictionW + coreW * (v / 400) ** 2;
        return `${v}; ${amperes.toFixed(4)}; ${watts.toFixed(4)}; 0.6`;
      })
      .join('\n');
  it('parts friction and core of a motor whose losses are known', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 300 }), fc.integer({ min: 60, max: 500 }), (friction, core) => {
        const parted = separationOf(series(friction, core), PLATE)!;
        expect(parted.frictionW).toBeCloseTo(friction, 1);
        expect(parted.coreRatedW).toBeCloseTo(core, 1);
        // Power balance: what went in is copper, friction and core.
        expect(parted.withoutCopperW[1]! - parted.frictionW - parted.coreRatedW).toBeCloseTo(0, 3);
      }),
    );
  });
  const run = { voltage: '400', u: '8', v: '8', w: '8' };
  it('stops at watts that cannot be', () => {
    expect(codes('no-load', { ...run, power: '600' })).toEqual(['field.out-of-range']);
    expect(codes('no-load', { ...run, power: '60 kW' })).toEqual(['no-load.more-watts-than-volt-amperes']);
    expect(codes('no-load', { ...run, power: '50 W', leadOhm: '0.6' })).toEqual(['no-load.less-than-copper']);
    expect(codes('no-load', { ...run, series: '400; 8; 500' })).toEqual(['no-load.point-unreadable']);
    const falls = judged('no-load', { ...run, series: series(-30, 400).replaceAll('-', '') });
    expect(falls.verdict).toBe('stop');
    expect(falls.reasons.join(' ')).toContain('cannot be');
  });
  it('says that unequal volts explain unequal currents, and how far they derate', () => {
    const uneven = judged('no-load', { ...run, u: '8.9', voltage: '400', voltsVW: '392', voltsWU: '398' });
    expect(uneven.reasons.join(' ')).toContain('look at the supply');
    expect(codes('no-load', { ...run, voltsVW: '231', voltsWU: '400' })).toEqual(['test.volts-of-two-kinds']);
    expect(codes('no-load', { ...run, voltsVW: '400' })).toEqual(['test.volts-missing']);
    // NEMA MG 1, derating curve (from memory).
    expect(deratingFor(3)).toBeCloseTo(0.88);
    expect(deratingFor(5.01)).toBeNull();
  });
});

describe('what would explain it', () => {
  const analysis = checked.analysis!;
  it('names a slip that brings the reading back, and none that does not', () => {
    const slips = slipsOf(analysis);
    for (const slip of slips) {
      const [first] = explainedBy(slips, 'resistance', slip.resistance, 0.04);
      expect(first!.left).toBeCloseTo(0);
      expect(first!.slip.resistance).toBeCloseTo(slip.resistance);
    }
    expect(explainedBy(slips, 'resistance', 0.0123, 0.04)).toEqual([]);
  });
  it('turns, circuits and connection act as first principles have it', () => {
    const by = (words: RegExp) => slipsOf(analysis).find((s) => words.test(s.words))!;
    const more = by(/1 turn a coil too many/);
    expect(more.resistance ** 2 * more.magnetizing).toBeCloseTo(1);
    for (const s of slipsOf(analysis).filter((x) => x.id === 'circuits'))
      expect(s.resistance * s.magnetizing).toBeCloseTo(1);
  });
  it('is said beside a resistance that is off in all pairs alike, not where they differ', () => {
    const plan = checked.plan!;
    const [ohm] = analysis.linePairs!.ohm20;
    const at = (factor: number, odd = 1) =>
      judged(
        'resistance',
        {
          uv: String(ohm * factor),
          vw: String(ohm * factor),
          wu: String(ohm * factor * odd),
          temperature: '20',
        },
        { plate, plan } as never,
      ).reasons.join(' ');
    const other = analysis.winding.connection === 'delta' ? 3 : 1 / 3;
    expect(at(other)).toMatch(/would explain it.*where (star|delta) was planned/);
    expect(at(other, 1.1)).not.toContain('would explain');
    expect(at(1)).not.toContain('would explain');
  });
});

describe('vibration', () => {
  it('has the limits of the standards', () => {
    // IEC 60034-14 grade A: 1.6, 2.2, 2.8 mm/s on springs; ISO 20816-3 group 2 zone borders (from memory).
    expect([112, 160, 315].map((h) => vibrationLimits('free', h).limitMmS)).toEqual([1.6, 2.2, 2.8]);
    expect(vibrationLimits('in-place-rigid', 160)).toMatchObject({ watchMmS: 2.8, limitMmS: 4.5 });
  });
  const four = {
    unit: 'mm/s rms',
    speed: '1460',
    shaftHeight: '160',
    driveH: '1',
    driveV: '1',
    fanH: '1',
    fanV: '1',
  };
  it('tells unbalance from the line’s pull, two-pole motors too', () => {
    expect(
      spectrumCauses(
        [
          { frequencyHz: 24.3, mmS: 3 },
          { frequencyHz: 100, mmS: 0.3 },
        ],
        { speedRpm: 1460, lineHz: 50 },
      )[0]!.id,
    ).toBe('unbalance');
    expect(
      spectrumCauses(
        [
          { frequencyHz: 49.3, mmS: 0.5 },
          { frequencyHz: 100, mmS: 3 },
        ],
        { speedRpm: 2960, lineHz: 50 },
      )[0]!.id,
    ).toBe('electrical');
    expect(
      spectrumCauses(
        [
          { frequencyHz: 49.3, mmS: 0.5 },
          { frequencyHz: 98.7, mmS: 3 },
        ],
        { speedRpm: 2960, lineHz: 50 },
      )[0]!.id,
    ).toBe('misalignment');
  });
  it('never gets better as it shakes more, and asks about what cannot be', () => {
    const rank = { sound: 0, watch: 1, stop: 2 };
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (a, more) => {
          const verdict = (v: number) => rank[judged('vibration', { ...four, driveH: String(v) }).verdict];
          return verdict(a + more) >= verdict(a);
        },
      ),
    );
    expect(codes('vibration', { ...four, unit: 'in/s peak', driveH: '30' })).toEqual([
      'vibration.impossible',
    ]);
    expect(codes('vibration', { ...four, speed: '2950' })).toEqual(['vibration.speed-over-plate']);
    expect(judged('vibration', { ...four, unit: 'um pp', driveH: '4' }).verdict).toBe('watch');
    const { shaftHeight: _h, ...unknown } = four;
    expect(judged('vibration', unknown).verdict).not.toBe('sound');
  });
});

describe('other runs', () => {
  it('adds levels by their energy and takes the room off', () => {
    // ISO 3744: two equal sources are 3 dB over one; 10 dB over the room is corrected by 0.46 dB (from memory).
    expect(meanLevel([60, 60])).toBeCloseTo(60);
    expect(withoutRoom(63.0103, 60)).toBeCloseTo(60, 3);
    expect(withoutRoom(70, 60)).toBeCloseTo(69.54, 2);
    expect(codes('noise', { levels: '44\n45', room: '50' })).toEqual(['noise.quieter-than-room']);
  });
  it('carries the locked currents up to the rated volts, and stops what cannot be', () => {
    // A machine solved by its circuit: locked at a sixth of the volts it draws a sixth of the current.
    const circuit = { r1Ohm: 0.4, x1Ohm: 0.9, r2Ohm: 0.35, x2Ohm: 1, xmOhm: 28, rfeOhm: null };
    const at = (voltageV: number) => machinePoint(circuit, { voltageV, frequencyHz: 50, poles: 4 }, 1, 0, 0);
    const low = at(66);
    const i = String(low.currentA);
    const typed = {
      voltage: '66',
      u: i,
      v: i,
      w: i,
      frequency: '50',
      power: `${low.inputW} W`,
      leadOhm: '0.8',
    };
    expect(valueOf('locked-rotor', typed, 'startingCurrent')! * PLATE.currentA).toBeCloseTo(
      at(400).currentA,
      3,
    );
    expect(codes('locked-rotor', { ...typed, power: '40 kW' })).toEqual([
      'locked.more-watts-than-volt-amperes',
    ]);
    expect(codes('locked-rotor', { ...typed, voltage: '500' })).toContain('locked.over-rated');
    expect(judged('locked-rotor', { ...typed, u: String(1.3 * low.currentA) }).next).toContain(
      'places of the rotor',
    );
  });
  it('does not put a wet winding under water, and finds one that lets it in', () => {
    const under = { before: '2000', under: '900', withstand: '460', held: 'held', after: '800' };
    expect(codes('immersion', { ...under, before: '12' })).toEqual(['immersion.not-dry']);
    expect(codes('immersion', { ...under, withstand: '1800' })).toEqual(['immersion.too-many-volts']);
    expect(judged('immersion', { ...under, held: 'tripped' }).verdict).toBe('stop');
    expect(judged('immersion', { ...under, after: '300' }).verdict).toBe('watch');
    expect(judged('immersion', { ...under, withstand: '400' }).verdict).toBe('watch');
  });
  it('tells a swinging cage from a winding that is unequal', () => {
    expect(
      judged('rotor-bars', { voltage: '90', turned: '10\n10\n9\n9\n10\n10\n10\n10' }).reasons.join(' '),
    ).toContain('bars');
    expect(judged('rotor-bars', { voltage: '90', turned: '10\n10\n10' }).verdict).toBe('watch');
    expect(codes('rotor-bars', { voltage: '230', turned: '10\n10\n10' })).toEqual([
      'rotor-bars.too-many-volts',
    ]);
  });
  it('knows a bearing that has not settled from one that is hot', () => {
    const warm = { drive: '60', other: '55', air: '24' };
    expect(judged('bearing-heat', warm).verdict).toBe('watch');
    expect(
      judged('bearing-heat', { ...warm, driveBefore: '57', otherBefore: '55' }).reasons.join(' '),
    ).toContain('Still rising');
    expect(judged('bearing-heat', { ...warm, driveBefore: '59.5', otherBefore: '55' }).verdict).toBe('sound');
    expect(codes('bearing-heat', { ...warm, drive: '10' })).toEqual(['bearing-heat.colder-than-air']);
  });
});

describe('a loop test from its meters', () => {
  /** A yoke whose loss at 1 T is known, tried at another density. */
  const iron = { outside: '400', yoke: '40', stack: '200' };
  const area = 40 * 200 * 0.95;
  const mass = area * Math.PI * 360 * 7650e-9;
  const test = (side: 'Before' | 'After', wPerKgAt1T: number, tesla: number, searchTurns = 1) => {
    // First principles: V = √2·π·f·B·A·N, P = p·B²·m; the wattmeter sees it by the ratio of the turns.
    const volts = Math.SQRT2 * Math.PI * 50 * tesla * area * 1e-6 * searchTurns;
    const watts = (wPerKgAt1T * tesla ** 2 * mass * searchTurns) / 20;
    return { [`volts${side}`]: volts.toPrecision(9), [`watts${side}`]: `${watts.toPrecision(9)} W` };
  };
  const loop = { ...iron, loopTurns: '20', density: '1.2' };
  it('comes to one density before it is compared, whatever coil was used', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.1, max: 1.3, noNaN: true }),
        fc.constantFrom(1, 2, 5),
        (tesla, searchTurns) => {
          const typed = {
            ...loop,
            searchTurns: String(searchTurns),
            ...test('Before', 2, 1.2, searchTurns),
            ...test('After', 2.1, tesla, searchTurns),
          };
          const { figures, verdict } = judged('core-loss', typed);
          expect(figures.find((f) => f.figure.id === 'coreLossRise')!.figure.value).toBeCloseTo(5, 4);
          expect(verdict).toBe('sound');
        },
      ),
    );
  });
  it('says when a test ran far off the density, and stops at what cannot be', () => {
    const far = judged('core-loss', { ...loop, ...test('Before', 2, 1.2), ...test('After', 2, 0.8) });
    expect([far.verdict, far.reasons.join(' ')]).toEqual(['watch', expect.stringContaining('0.800 T')]);
    expect(codes('core-loss', { ...loop, ...test('Before', 2, 1.2), ...test('After', 2, 2.4) })).toEqual([
      'core.impossible-density',
    ]);
    expect(codes('core-loss', { ...loop, ...test('Before', 2, 1.2), wattsAfter: '300 W' })).toContain(
      'core.half',
    );
    expect(
      codes('core-loss', { ...loop, ...test('Before', 2, 1.2), ...test('After', 2, 1.2), after: '4' }),
    ).toEqual(['core.two-figures']);
    expect(codes('core-loss', { ...loop, yoke: '220', before: '2', after: '2' })).toEqual(['core.no-yoke']);
  });
  it('finds the hottest spot of a list, held against the middle one', () => {
    const spots = (c: string) => ({ before: '3', after: '3', spots: c });
    expect(judged('core-loss', spots('40\n41\n40.5\n52\n40')).verdict).toBe('stop');
    expect(judged('core-loss', spots('40\n41\n40.5\n44\n40')).verdict).toBe('sound');
    expect(codes('core-loss', spots('40\n104 F\n41'))).toEqual(['core.spot-unreadable']);
  });
});

describe('a worse reading never gets a better verdict', () => {
  const rank = { sound: 0, watch: 1, stop: 2 };
  // One field of each kind that is moved to the worse, the others sound.
  it.each([
    ['no-load', { voltage: '400', u: '8', v: '8', w: '8' }, 'u', 8, 20],
    ['full-load', { voltage: '400', u: '22', v: '22', w: '22' }, 'v', 22, 40],
    ['locked-rotor', { voltage: '62', u: '22', v: '22', w: '22', frequency: '50' }, 'w', 22, 40],
    ['core-loss', { before: '3', after: '3' }, 'after', 3, 20],
    [
      'bearing-heat',
      { drive: '50', other: '48', air: '23', driveBefore: '50', otherBefore: '48' },
      'drive',
      50,
      140,
    ],
    [
      'vibration',
      {
        unit: 'mm/s rms',
        speed: '1460',
        shaftHeight: '160',
        driveH: '0.5',
        driveV: '0.5',
        fanH: '0.5',
        fanV: '0.5',
      },
      'fanV',
      0.5,
      30,
    ],
    ['shaft-fits', { shaftEnd: '38', runOut: '0.01' }, 'runOut', 0.01, 1],
    ['insulation', { testVoltage: '500', oneMinute: '2000', temperature: '40' }, 'oneMinute', 2000, 0.1],
    ['resistance', { uv: '1', vw: '1', wu: '1', temperature: '25' }, 'wu', 1, 1.3],
    [
      'immersion',
      { before: '2000', under: '900', withstand: '460', held: 'held', after: '900' },
      'after',
      900,
      1,
    ],
    [
      'temperature-rise',
      { coldOhm: '1.25', coldTemperature: '22', hotOhm: '1.5', delay: '20 s', coolant: '26', limit: '80' },
      'hotOhm',
      1.5,
      2.6,
    ],
    ['balance', { mass: '14', speed: '1440', grade: '2.5', plane1: '64', plane2: '58' }, 'plane1', 64, 900],
    ['surge', { testVoltage: '1800', areaUV: '2', areaVW: '2', areaWU: '2', rotor: 'out' }, 'areaUV', 2, 60],
  ] as const)('%s', (kind, typed, field, from, to) => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b) => {
          const verdict = (share: number) =>
            rank[judged(kind, { ...typed, [field]: String(from + share * (to - from)) }).verdict];
          const [less, more] = a < b ? [a, b] : [b, a];
          expect(verdict(more)).toBeGreaterThanOrEqual(verdict(less));
        },
      ),
      { numRuns: 60 },
    );
  });
  it('names no odd phase where the three are alike', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.constantFrom('no-load', 'full-load', 'locked-rotor'),
        (amperes, kind) => {
          const i = amperes.toFixed(3);
          const { reasons, next } = judged(kind as TestKindId, {
            voltage: '400',
            u: i,
            v: i,
            w: i,
            ...(kind === 'locked-rotor' ? { voltage: '62', frequency: '50' } : {}),
          });
          expect([...reasons, next].join(' ')).not.toMatch(/differ|odd (phase|current)|unequal/i);
        },
      ),
    );
  });
});

describe('insulation read for ten minutes', () => {
  const of = (minutes: string, more: Typed = {}) => ({
    testVoltage: '500',
    temperature: '22',
    byMinute: minutes,
    ...more,
  });
  const rising = '0.5; 400\n1; 640\n2; 900\n5; 1400\n10; 1900';
  it('takes its figures from the list: the same as typed one by one', () => {
    const listed = judged('insulation', of(rising));
    const typed = judged('insulation', {
      testVoltage: '500',
      temperature: '22',
      thirtySeconds: '400',
      oneMinute: '640',
      tenMinutes: '1900',
    });
    expect(listed.figures.map((f) => [f.figure.id, f.figure.value])).toEqual(
      typed.figures.map((f) => [f.figure.id, f.figure.value]),
    );
    expect(listed.verdict).toBe('sound');
  });
  it('says that one falls while the volts stay on, and asks about seconds and two figures', () => {
    const falls = judged('insulation', of('0.5; 400\n1; 640\n2; 700\n5; 500\n10; 1900'));
    expect([falls.verdict, falls.reasons.join(' ')]).toEqual([
      'watch',
      expect.stringContaining('at 5.0 min'),
    ]);
    expect(codes('insulation', of('30; 400\n60; 640\n600; 1900', { oneMinute: '640' }))).toEqual([
      'insulation.seconds',
    ]);
    expect(codes('insulation', of(rising, { oneMinute: '700' }))).toEqual(['insulation.two-figures']);
    expect(codes('insulation', of('1; 640 kΩ'))).toContain('insulation.minute-unreadable');
  });
});
