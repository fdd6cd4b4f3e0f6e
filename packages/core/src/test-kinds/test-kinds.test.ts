/** Each kind of test against handbooks and standards, and limit scales. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  branchesOf,
  insulationFactorTo40,
  insulationTestVoltage,
  judgeOn,
  judgeTest,
  lastWalk,
  leastInsulationMOhm,
  marginTo,
  minutesAbove,
  permissibleUnbalance,
  shareToPlanes,
  TEST_KINDS,
  unbalance,
  usualRange,
} from '../index.ts';
import { valueOf } from '../../test/value-of.ts';
import { checked, judged, plate } from '../../test/quarry.ts';

describe('insulation resistance', () => {
  // IEEE 43-2013 (from memory): halving per 10 °C; thermoset e^(−4230(1/(T+273) − 1/313)) above, 1245 below 40 °C.
  it('brings readings to 40 °C by both forms', () => {
    expect(insulationFactorTo40(40, 'halving')).toBe(1);
    expect(insulationFactorTo40(30, 'halving')).toBeCloseTo(0.5, 12);
    expect(insulationFactorTo40(60, 'halving')).toBeCloseTo(4, 12);
    expect(insulationFactorTo40(40, 'thermoset')).toBeCloseTo(1, 12);
    expect(insulationFactorTo40(60, 'thermoset')).toBeCloseTo(Math.exp(-4230 * (1 / 333 - 1 / 313)), 12);
    expect(insulationFactorTo40(60, 'thermoset')).toBeCloseTo(2.25, 2);
    expect(insulationFactorTo40(20, 'thermoset')).toBeCloseTo(0.762, 3);
  });
  // IEEE 43-2013 minimum table (from memory).
  it('takes the least by kind of winding', () => {
    expect(leastInsulationMOhm('random', 400)).toBe(5);
    expect(leastInsulationMOhm('form', 6000)).toBe(100);
    expect(leastInsulationMOhm('old', 6000)).toBe(7);
    expect(insulationTestVoltage(400)).toEqual([500, 500]);
    expect(insulationTestVoltage(3300)).toEqual([1000, 2500]);
  });
  const reading = { testVoltage: '500', oneMinute: '640', temperature: '22' };
  it('judges, with the ten-minute index where it means something', () => {
    expect(judged('insulation', reading).verdict).toBe('sound');
    expect(judged('insulation', { ...reading, oneMinute: '0.4' }).verdict).toBe('stop');
    expect(judged('insulation', { ...reading, oneMinute: '9' }).verdict).toBe('watch');
    expect(judged('insulation', { ...reading, tenMinutes: '700' }).verdict).toBe('stop');
    expect(judged('insulation', { ...reading, tenMinutes: '2000' }).verdict).toBe('sound');
    // Above 5000 MΩ at 40 °C the index is shown, not judged (IEEE 43).
    const dry = judged('insulation', { ...reading, oneMinute: '20 GΩ', tenMinutes: '20 GΩ' });
    expect(dry.verdict).toBe('sound');
    expect(dry.figures[1]!.verdict).toBeUndefined();
  });
});

describe('winding resistance', () => {
  it('solves three readings exactly for star and for delta', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (a, b, c) => {
          const star = valueOf(branchesOf([a + b, b + c, c + a], 'star'));
          [a, b, c].forEach((r, i) => expect(star[i]).toBeCloseTo(r, 8));
          // a, b, c as delta branches U-V, V-W, W-U: each reading is one branch beside the other two in series.
          const across = (x: number, y: number, z: number) => (x * (y + z)) / (x + y + z);
          const delta = valueOf(branchesOf([across(a, b, c), across(b, c, a), across(c, a, b)], 'delta'));
          [a, b, c].forEach((r, i) => expect(delta[i]).toBeCloseTo(r, 6));
        },
      ),
    );
  });
  it('refuses three readings no winding has', () => {
    expect(branchesOf([1, 1, 3], 'star').ok).toBe(false);
  });
  it('corrects to 25 °C, compares with the plan and names the odd pair', () => {
    const planned = checked.analysis!.figures.lineResistance25!.value;
    // IEEE 112: at 60 °C copper reads (234.5 + 60)/(234.5 + 25) times its 25 °C value.
    const hot = ((planned * 294.5) / 259.5).toPrecision(6);
    const right = judged('resistance', { uv: hot, vw: hot, wu: hot, temperature: '60' });
    expect(right.verdict).toBe('sound');
    expect(right.figures.find((f) => f.figure.id === 'resistanceAgainstPlan')!.figure.value).toBeCloseTo(
      0,
      3,
    );
    const off = judged('resistance', { uv: hot, vw: hot, wu: String(Number(hot) * 1.06), temperature: '60' });
    expect(off.verdict).toBe('stop');
    // U-V and V-W agree, W-U reads high: the phase that is not in it is the odd one, under the two others.
    expect(off.reasons[0]).toMatch(/^phase V is 1\d % under/);
    const half = String(Number(hot) / 2);
    expect(judged('resistance', { uv: half, vw: half, wu: half, temperature: '60' }).verdict).toBe('stop');
  });
  it('takes the largest deviation from the mean', () => {
    // NEMA MG 1's worked figures for 460, 467, 450 V: mean 459, largest deviation 9, 1.96 % (from memory).
    expect(100 * unbalance([460, 467, 450])).toBeCloseTo(1.96, 2);
  });
});

describe('polarity walk', () => {
  const right = 'NSNSNSNSNSNS';
  it('accepts the walk as planned, and with the compass turned about', () => {
    expect(judged('polarity', { sequence: right }).verdict).toBe('sound');
    expect(judged('polarity', { sequence: 'SNSNSNSNSNSN' }).verdict).toBe('sound');
  });
  it('finds any single reversed group, by name', () => {
    for (let i = 0; i < 12; i++) {
      const letters = [...right];
      letters[i] = letters[i] === 'N' ? 'S' : 'N';
      const j = judged('polarity', { sequence: letters.join(' ') });
      expect(j.verdict).toBe('stop');
      expect(j.reasons[0]).toMatch(new RegExp(`^${checked.analysis!.layout.groups[i]!.name} is reversed`));
    }
  });
  it('finds a whole phase changed over, and a walk too short', () => {
    const letters = [...right].map((l, i) => (i % 3 === 0 ? (l === 'N' ? 'S' : 'N') : l)).join('');
    expect(judged('polarity', { sequence: letters }).reasons[0]).toMatch(/phase U/);
    expect(judged('polarity', { sequence: 'NSN' }).verdict).toBe('stop');
    expect(judgeTest('polarity', { sequence: 'NSXX' }, { plate }).ok).toBe(false);
  });
});

describe('cure', () => {
  const log = (hours: number, lagMinutes: number) =>
    Array.from({ length: hours * 12 + 1 }, (_, i) => ({
      minute: i * 5,
      partC: 138 - 114 * Math.exp((-i * 5) / lagMinutes),
      airC: 138 - 114 * Math.exp((-i * 5) / 10),
    }));
  it('interpolates between readings and keeps the longest unbroken stretch', () => {
    const points = [
      [0, 100],
      [10, 140],
      [20, 140],
      [30, 100],
      [40, 140],
      [50, 140],
    ].map(([minute, value]) => ({ minute: minute!, value: value! }));
    expect(minutesAbove(points, 130)).toEqual({ total: 27.5, longest: 15 });
  });
  it('a constant log counts whole; one never hot counts nothing', () => {
    expect(
      minutesAbove(
        [
          { minute: 0, value: 140 },
          { minute: 60, value: 140 },
        ],
        138,
      ).total,
    ).toBe(60);
    expect(
      minutesAbove(
        [
          { minute: 0, value: 20 },
          { minute: 60, value: 130 },
        ],
        138,
      ).total,
    ).toBe(0);
  });
  // Common practice, no source: the clock starts when the part is at temperature; 280 °F is 137.8 °C.
  it('judges the part, not the air, and takes °F and hours as typed', () => {
    const typed = { target: '280 F', minutes: '6 h' };
    const heavy = judged('cure', typed, { log: log(7, 60) });
    expect(heavy.verdict).toBe('stop');
    expect(heavy.reasons[1]).toMatch(/clock runs/);
    expect(heavy.next).toMatch(/137.8 °C/);
    expect(judged('cure', typed, { log: log(11, 60) }).verdict).toBe('sound');
  });
  it('refuses a log without length or running backwards', () => {
    expect(judgeTest('cure', { target: '138', minutes: '360' }, { plate }).ok).toBe(false);
    const back = [
      { minute: 0, partC: 20 },
      { minute: 0, partC: 30 },
    ];
    expect(judgeTest('cure', { target: '138', minutes: '360' }, { plate, log: back }).ok).toBe(false);
  });
});

describe('balance', () => {
  // ISO 21940-11:2016 (from memory): U_per = 9549·G·m/n; 40 kg at 3000 rpm, G 2.5: 318.3 g·mm.
  it('permissible unbalance', () => {
    expect(permissibleUnbalance(2.5, 40, 3000)).toBeCloseTo(318.3, 1);
    expect(permissibleUnbalance(6.3, 10, 1500)).toBeCloseTo(401, 0);
  });
  it('gives the bearing nearer the centre of gravity the larger share, within 0.3 to 0.7', () => {
    expect(shareToPlanes(1, 200, 0, 500).aGmm).toBeCloseTo(0.6, 12);
    expect(shareToPlanes(1, 250, 0, 500).aGmm).toBe(0.5);
    expect(shareToPlanes(1, 20, 0, 500).aGmm).toBe(0.7);
    expect(shareToPlanes(1, 490, 0, 500).aGmm).toBe(0.3);
  });
  it('judges each plane by its share', () => {
    const typed = { mass: '40', speed: '3000', grade: '2.5', plane1: '150', plane2: '20' };
    expect(judged('balance', typed).verdict).toBe('watch');
    expect(judged('balance', { ...typed, plane1: '170' }).verdict).toBe('stop');
    expect(
      judged('balance', { ...typed, plane1: '170', bearingSpan: '500', centreFromDrive: '200' }).verdict,
    ).toBe('watch');
    expect(judged('balance', { mass: '40', speed: '3000', plane1: '310' }).verdict).toBe('watch');
  });
});

describe('runs and core', () => {
  it('no-load current: usual, starved, saturated, unbalanced', () => {
    const run = (u: string, v: string, w: string) => judged('no-load', { voltage: '400', u, v, w });
    expect(run('8', '8.1', '7.9').verdict).toBe('sound');
    expect(run('2', '2', '2').verdict).toBe('watch');
    expect(run('20', '20', '20').verdict).toBe('stop');
    expect(run('8', '8', '10').verdict).toBe('stop');
  });
  it('full-load current against the plate', () => {
    const run = (i: string) => judged('full-load', { voltage: '400', u: i, v: i, w: i });
    expect(run('22').verdict).toBe('sound');
    expect(run('23.5').verdict).toBe('watch');
    expect(run('25').verdict).toBe('stop');
    expect(run('15').verdict).toBe('watch');
  });
  it('core loss: 20 % worse or a spot 10 K over the mean stops', () => {
    expect(judged('core-loss', { before: '3.2', after: '3.3' }).verdict).toBe('sound');
    expect(judged('core-loss', { before: '3.2', after: '4.2' }).verdict).toBe('stop');
    expect(judged('core-loss', { before: '3.2', after: '3.2', hotSpot: '18 F' }).verdict).toBe('watch');
    expect(judged('core-loss', { before: '3.2', after: '3.2', hotSpot: '12' }).verdict).toBe('stop');
  });
  it('names every missing field of every kind of test', () => {
    for (const kind of Object.values(TEST_KINDS)) {
      const outcome = judgeTest(kind.id, {}, { plate });
      expect(outcome.ok).toBe(false);
      expect(outcome.findings.filter((f) => f.code === 'test.field-missing')).toHaveLength(
        kind.fields.filter((f) => f.required).length,
      );
    }
  });
});

describe('limit scales', () => {
  const scale = usualRange({ from: 0, low: 1, high: 2, limit: 3, to: 4, source: 'test' });
  it('compares unrounded; a value on a limit is within it', () => {
    expect(judgeOn(scale, 2)).toBe('sound');
    expect(judgeOn(scale, 2.0000001)).toBe('watch');
    expect(judgeOn(scale, 3)).toBe('watch');
    expect(judgeOn(scale, 3.0000001)).toBe('stop');
    expect(judgeOn(scale, 99)).toBe('stop');
    expect(judgeOn(scale, -5)).toBe('watch');
    expect(judgeOn(scale, NaN)).toBe('stop');
    expect(marginTo(scale, 1.5)).toBeCloseTo(0.5, 12);
  });
});

describe('the last walk of a motor', () => {
  const plan = checked.plan!;
  const walk = (sequence: string) => ({ kind: 'polarity', typed: { sequence } });

  it('is the newest one, with what it found', () => {
    const kept: { kind: string; typed: Record<string, string> }[] = [
      walk('NSNSNSNNNSNS'),
      { kind: 'insulation', typed: { oneMinute: '900' } },
    ];
    expect(lastWalk(kept, plan)?.walk.wrongGroups).toEqual([8]);
    expect(lastWalk([...kept, walk('NSNSNSNSNSNS')], plan)?.walk.wrongGroups).toEqual([]);
  });
  it('says nothing of a winding with another number of groups, or before there is one', () => {
    expect(lastWalk([walk('NSNSNSNS')], plan)).toBeNull();
    expect(lastWalk([], plan)).toBeNull();
  });
});
