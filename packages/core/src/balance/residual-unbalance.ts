/** Residual unbalance of a rotor against what its mass, speed and grade permit. */
import { choice, quantity } from '../fields/index.ts';
import {
  derive,
  given,
  lowerIsBetter,
  taken,
  type Figure,
  judgeFigure,
  verdictOf,
  type Judgement,
} from '../quantity/index.ts';
import { showNumber } from '../units/index.ts';

export const BALANCE_FIELDS = [
  quantity('mass', 'Rotor mass', 'mass', 0.005, 20000),
  quantity('speed', 'Service speed', 'speed', 20, 100000),
  choice('grade', 'Balance grade', {
    '0.4': 'G 0.4',
    '1': 'G 1',
    '2.5': 'G 2.5',
    '6.3': 'G 6.3',
    '16': 'G 16',
  }),
  quantity('plane1', 'Residual, drive end', 'unbalance', 0, 1e7),
  quantity('plane2', 'Residual, other end', 'unbalance', 0, 1e7, 'leave empty for one plane'),
  quantity(
    'bearingSpan',
    'Between the bearings',
    'length',
    10,
    10000,
    'empty: centre of gravity in the middle',
  ),
  quantity('centreFromDrive', 'Drive-end bearing to centre of gravity', 'length', 0, 10000),
] as const;

/**
 * Permissible residual unbalance of the whole rotor.
 *   U_per = 9549 · G · m / n   (9549 = 60 000 / 2π)
 * @param gradeMmPerS G [mm/s]; massKg m [kg]; speedRpm n [rpm]
 * @returns U_per [g·mm]
 * Source: ISO 21940-11:2016, permissible residual unbalance (from memory).
 */
export const permissibleUnbalance = (gradeMmPerS: number, massKg: number, speedRpm: number): number =>
  ((60_000 / (2 * Math.PI)) * gradeMmPerS * massKg) / speedRpm;

/**
 * Share of the permissible unbalance for the drive-end plane: the bearing nearer the centre of gravity gets more, kept
 * within 0.3…0.7.
 * @param fromDriveMm drive-end bearing to centre of gravity [mm]; spanMm between the bearings [mm]
 * Source: ISO 21940-11:2016, allocation to tolerance planes (from memory).
 */
export const driveEndShare = (fromDriveMm: number, spanMm: number): number =>
  Math.min(0.7, Math.max(0.3, (spanMm - fromDriveMm) / spanMm));

export function judgeBalance(
  n: Readonly<Record<string, number>>,
  t: Readonly<Record<string, string>>,
): Judgement {
  const grade = Number(t['grade'] ?? '2.5');
  const whole: Figure = derive(
    {
      id: 'permissibleUnbalance',
      name: 'Permissible unbalance, whole rotor',
      symbol: 'U_per',
      unit: 'g·mm',
      formula: 'U_per = 9549 · G · m / n',
      source: 'ISO 21940-11:2016 (from memory)',
      inputs: {
        G: given('G', grade, 'mm/s', 'balance grade'),
        m: given('m', n['mass']!, 'kg', 'rotor mass'),
        n: given('n', n['speed']!, 'rpm', 'service speed'),
      },
      value: (v) => permissibleUnbalance(v.G, v.m, v.n),
    },
    true,
  );
  const twoPlanes = n['plane2'] !== undefined;
  const drive =
    twoPlanes && n['bearingSpan'] !== undefined && n['centreFromDrive'] !== undefined
      ? driveEndShare(n['centreFromDrive'], n['bearingSpan'])
      : 0.5;
  const planes: [id: string, name: string, read: number, part: number][] = twoPlanes
    ? [
        ['plane1', 'Drive end, of its tolerance', n['plane1']!, drive],
        ['plane2', 'Other end, of its tolerance', n['plane2']!, 1 - drive],
      ]
    : [['plane1', 'Residual, of the tolerance', n['plane1']!, 1]];
  const judged = planes.map(([id, name, read, part]) =>
    judgeFigure(
      derive(
        {
          id: `${id}Share`,
          name,
          symbol: 'U/U_per',
          unit: '×',
          formula: 'U / (share · U_per)',
          source: 'ISO 21940-11:2016 (from memory)',
          inputs: {
            U: given('U', read, 'g·mm', 'balancing machine'),
            s: given('share', part, '', drive === 0.5 ? 'planes alike' : 'centre of gravity'),
            per: taken(whole),
          },
          value: (v) => v.U / (v.s * v.per),
        },
        true,
      ),
      lowerIsBetter({
        from: 0,
        watch: 0.8,
        limit: 1,
        to: 3,
        name: `G ${grade}`,
        source: 'ISO 21940-11:2016 (from memory); watch from 0.8: common practice',
      }),
    ),
  );
  const worstFirst = judged.slice().sort((a, b) => b.figure.value - a.figure.value);
  const verdict = verdictOf(judged);
  return {
    verdict,
    figures: [...worstFirst, { figure: whole }],
    reasons: [
      `${showNumber(worstFirst[0]!.figure.value, 3)} times the tolerance of ${showNumber(whole.value, 3)} g·mm for the whole rotor at G ${grade}.`,
    ],
    next:
      verdict === 'stop'
        ? 'Correct at the angle the machine shows and spin again; guard shut.'
        : verdict === 'watch'
          ? 'Within tolerance, close to it: correct once more if it is quickly done.'
          : 'Mark the rotor with the motor number and go on.',
  };
}
