/** Residual unbalance of a rotor against what its mass, speed and grade permit. */
import { assumed, quantity, required, type ReadingOf } from '../../forms/index.ts';
import {
  derive,
  given,
  lowerIsBetter,
  taken,
  type Figure,
  judgeFigure,
  verdictOf,
  worse,
  finding,
  type Finding,
  type Judgement,
} from '../../quantity/index.ts';
import { permissibleUnbalance, shareToPlanes } from '../../balance/index.ts';
import { ROTATING } from '../../performance/index.ts';
import { showNumber } from '../../units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('mass', 'Rotor mass', 'mass', 0.005, 20000)),
  required(quantity('speed', 'Service speed', 'speed', 20, 100000)),
  assumed(quantity('grade', 'Balance grade G', 'ratio', 0.16, 100, 'mm/s, such as 2.5, 1.5, 6.3'), '2.5'),
  quantity(
    'permitted',
    'Permitted, where the customer says',
    'unbalance',
    0.001,
    1e7,
    'whole rotor; instead of a grade',
  ),
  required(quantity('plane1', 'Residual, drive end', 'unbalance', 0, 1e7)),
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
type Reading = ReadingOf<typeof FORM>;

/** Entries that would make any rotor pass. */
function impossible(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `test.${code}`, message, [field]));
  for (const plane of ['plane1', 'plane2'] as const)
    if (r[plane] === 0)
      stop('zero-residual', 'No rotor has a residual of 0: enter the least the machine shows.', plane);
  if (plate.speedRpm && r.speed && r.speed < 0.9 * plate.speedRpm)
    stop(
      'speed-below-plate',
      `${Math.round(r.speed)} rpm is not the service speed: the plate says ${Math.round(plate.speedRpm)}. The tolerance goes by the service speed, not by that of the machine.`,
      'speed',
    );
  if (plate.massKg && r.mass && r.mass > 0.8 * plate.massKg)
    stop(
      'rotor-heavier',
      `A rotor of ${showNumber(r.mass, 3)} kg in a motor of ${showNumber(plate.massKg, 3)} kg cannot be: weigh it again.`,
      'mass',
    );
  return found;
}

function judge(r: Reading): Judgement {
  const { grade } = r;
  const permitted = r.permitted;
  const byGrade: Figure = derive(
    {
      id: 'permissibleUnbalance',
      name: 'Permissible unbalance, whole rotor',
      symbol: 'U_per',
      unit: 'g·mm',
      formula: 'U_per = 9549 · G · m / n',
      source: 'ISO 21940-11:2016 (from memory)',
      inputs: {
        G: given('G', grade, 'mm/s', 'balance grade'),
        m: given('m', r.mass, 'kg', 'rotor mass'),
        n: given('n', r.speed, 'rpm', 'service speed'),
      },
      value: (v) => permissibleUnbalance(v.G, v.m, v.n),
    },
    true,
  );
  const whole: Figure =
    permitted === undefined
      ? byGrade
      : derive(
          {
            id: 'permissibleUnbalance',
            name: 'Permissible unbalance, whole rotor',
            symbol: 'U_per',
            unit: 'g·mm',
            formula: 'U_per as the customer gave it',
            source: 'the customer’s own figure',
            inputs: { U: given('U_per', permitted, 'g·mm', 'customer') },
            value: (v) => v.U,
          },
          true,
        );
  const by =
    permitted === undefined ? `G ${showNumber(grade, 3).replace(/\.?0+$/, '')}` : 'the customer’s figure';
  const { plane2 } = r;
  const span = r.bearingSpan;
  const centre = r.centreFromDrive;
  // A centre of gravity outside the bearings is another rule than the one for between them.
  const overhung = span !== undefined && centre !== undefined && (centre <= 0 || centre >= span);
  const drive =
    plane2 !== undefined && span !== undefined && centre !== undefined && !overhung
      ? shareToPlanes(1, centre, 0, span).aGmm
      : 0.5;
  const planes: [id: string, name: string, read: number, part: number][] =
    plane2 !== undefined
      ? [
          ['plane1', 'Drive end, of its tolerance', r.plane1, drive],
          ['plane2', 'Other end, of its tolerance', plane2, 1 - drive],
        ]
      : [['plane1', 'Residual, of the tolerance', r.plane1, 1]];
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
        name: by,
        source: 'ISO 21940-11:2016 (from memory); watch from 0.8: common practice',
      }),
    ),
  );
  const worstFirst = judged.slice().sort((a, b) => b.figure.value - a.figure.value);
  const doubts = [
    ...(plane2 !== undefined
      ? []
      : [
          'One plane only: that is enough for a narrow disc; a rotor longer than a third of its diameter has two.',
        ]),
    ...(overhung
      ? [
          'The centre of gravity lies outside the bearings: the tolerance is shared out by another rule (ISO 21940-11), so this is not judged sound.',
        ]
      : []),
  ];
  const verdict = doubts.length > 0 ? worse('watch', verdictOf(judged)) : verdictOf(judged);
  const first = worstFirst[0]!.figure;
  const of = planes.find(([id]) => first.id === `${id}Share`)!;
  return {
    verdict,
    figures: [...worstFirst, { figure: whole }],
    reasons: [
      plane2 !== undefined
        ? `${of[1].split(',')[0]}: ${showNumber(of[2], 3)} g·mm, ${showNumber(first.value, 3)} times its share of ${showNumber(of[3] * whole.value, 3)} g·mm (${showNumber(whole.value, 3)} for the whole rotor by ${by}).`
        : `${showNumber(of[2], 3)} g·mm, ${showNumber(first.value, 3)} times the tolerance of ${showNumber(whole.value, 3)} g·mm for the whole rotor by ${by}.`,
      ...doubts,
    ],
    next:
      verdict === 'stop'
        ? 'Correct at the angle the machine shows and spin again; guard shut.'
        : verdict === 'watch'
          ? doubts.length > 0
            ? 'See to what is said above, then spin again.'
            : 'Within tolerance, close to it: correct once more if it is quickly done.'
          : 'Mark the rotor with the motor number and go on.',
  };
}

export const balance = defineTest({
  id: 'balance',
  title: 'Rotor balance',
  body: 'rotor',
  form: FORM,
  stages: ['final'],
  caution: ROTATING,
  check: impossible,
  judge,
  // Scales are in shares of what is permitted, whatever the rotor weighs.
  nominal: ({ plate }) => ({
    typed: { mass: '10', speed: String(plate.speedRpm ?? 1500), plane1: '1', plane2: '1' },
    expected: false,
  }),
  examples: {
    sound: { typed: { mass: '30', speed: '1500', grade: '2.5', plane1: '100', plane2: '120' } },
    stop: { typed: { mass: '30', speed: '1500', grade: '2.5', plane1: '900', plane2: '120' } },
  },
});
