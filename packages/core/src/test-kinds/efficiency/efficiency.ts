/** Load test: stray loss by regression, efficiency at rated load with its scatter, against its class and the plate. */
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { classEfficiencyPercent, LEAST_CORRELATION, ROTATING } from '../../physics/performance/index.ts';
import {
  derive,
  finding,
  given,
  higherIsBetter,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { EFFICIENCY_FORM, type EfficiencyReading } from './form.ts';
import { readLoadPoints } from './load-points.ts';
import { loadTestOf, outputOf, polesOf, type LoadTestResult } from './load-test-result.ts';

/** Of the rated power; no friction and no core loss of a motor is so large. Common practice, no source. */
const LARGE_LOSS = 0.3;

/** What would make any motor look good, and what cannot be. */
function check(r: Partial<EfficiencyReading>, { plate }: TestContext): Finding[] {
  if (r.points === undefined) return [];
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `efficiency.${code}`, message, [field]));
  const read = readLoadPoints(r.points);
  if (!read.ok) return [...read.findings];
  const poles = polesOf(plate);
  if (read.value.length < 3)
    stop('few-points', 'Three points at least are wanted, six as the standards have it.', 'points');
  if (!poles || !plate.frequencyHz)
    stop(
      'no-speed',
      'The plate needs its speed and its frequency: without the poles there is no slip.',
      'points',
    );
  for (const field of ['friction', 'core'] as const)
    if (plate.powerKw && r[field] !== undefined && r[field] > LARGE_LOSS * plate.powerKw)
      stop(
        'loss-too-large',
        `${r[field]} kW is more than ${100 * LARGE_LOSS} % of the ${plate.powerKw} kW on the plate: was it watts? Write ${Math.round(r[field])} W.`,
        field,
      );
  const synchronous = poles && plate.frequencyHz ? (120 * plate.frequencyHz) / poles : null;
  read.value.forEach((p, i) => {
    const volts = plate.voltageV;
    if (synchronous && p.torqueNm > 0 && p.speedRpm >= synchronous)
      stop(
        'faster-than-field',
        `Point ${i + 1}: a loaded motor of ${poles} poles does not run at ${p.speedRpm} rpm.`,
        'points',
      );
    if (outputOf(p) >= p.inputW)
      stop(
        'more-out-than-in',
        `Point ${i + 1}: ${Math.round(outputOf(p))} W at the shaft from ${p.inputW} W: torque, speed or watts are wrong.`,
        'points',
      );
    if (volts && p.inputW > 1.1 * Math.sqrt(3) * volts * p.currentA)
      stop(
        'more-watts-than-volt-amperes',
        `Point ${i + 1}: ${p.inputW} W are more than ${volts} V and ${p.currentA} A carry.`,
        'points',
      );
  });
  return found;
}

function judge(r: EfficiencyReading, { plate }: TestContext): Judgement {
  const result = loadTestOf(r, plate);
  if (!result)
    return {
      verdict: 'watch',
      figures: [{ figure: pointsRead(r) }],
      reasons: [
        'No efficiency follows from these points.',
        'The points lie too close together, or the plate says too little: no line can be laid through them.',
      ],
      next: 'Take six points between a quarter and five quarters of the rated load.',
    };
  const { stray, rated, points } = result;
  const least = LEAST_CORRELATION[r.school];
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string, verdict: Verdict = 'watch') => {
    atBest = worse(atBest, verdict);
    reasons.push(reason);
  };
  const source = `${r.school === 'iec' ? 'IEC 60034-2-1' : 'IEEE 112 method B'} (from memory)`;
  const figures: JudgedFigure[] = [
    judgeFigure(
      derive(
        {
          id: 'strayCorrelation',
          name: 'Correlation of the stray-loss line',
          symbol: 'γ',
          unit: '',
          formula: 'Pearson’s, residual loss on T²',
          source,
          inputs: {
            g: given(
              'γ',
              stray.correlation ?? 0,
              '',
              `${points.length} points${stray.dropped === null ? '' : ', one left out'}`,
            ),
          },
          value: (v) => v.g,
        },
        true,
      ),
      higherIsBetter({ from: 0.5, limit: least, sound: least, to: 1, name: `least ${least}`, source }),
    ),
  ];
  reasons.push(
    `Stray loss ${showNumber(1000 * stray.aWPerNm2, 3)} mW/(N·m)² through ${points.length - (stray.dropped === null ? 0 : 1)} points, correlation ${showNumber(stray.correlation ?? 0, 3)}.`,
  );
  reasons.push(
    plate.voltageV
      ? `Assumed: every point at ${showNumber(plate.voltageV, 4)} V, the plate’s; core loss by the voltage behind the stator’s resistance.`
      : 'Assumed: core loss the same in every point, since the plate has no volts that can be read.',
  );
  if (stray.aWPerNm2 <= 0)
    doubt(
      'The residual loss falls with the torque: torque, speed or watts have an error that grows with the load. No efficiency follows from this.',
      'stop',
    );
  else if (!stray.valid)
    doubt(
      `The points scatter about the line: correlation ${showNumber(stray.correlation ?? 0, 3)}, ${least} is wanted. Take them again.`,
    );
  if (stray.dropped !== null)
    doubt(`Point ${stray.dropped + 1} was farthest from the line and is left out, once.`);
  if (rated && stray.aWPerNm2 > 0) figures.unshift(...ratedFigures(r, plate, result, source, reasons, doubt));
  else if (!plate.powerKw)
    doubt('The plate has no power that can be read: efficiency at rated load cannot be told.');
  else if (!rated)
    doubt(`The points do not lie on both sides of the rated ${showNumber(plate.powerKw, 3)} kW.`);
  const verdict = worse(atBest, verdictOf(figures));
  return {
    verdict,
    figures,
    reasons,
    next:
      verdict === 'sound'
        ? 'Keep the points with the motor: the next visit is held against them.'
        : stray.valid
          ? 'Part the losses: copper from the resistance, core and friction from the no-load test, the cage from the slip.'
          : 'Check the zero of the torque meter and let it run warm, then take the points again from the highest load down.',
  };
}

const pointsRead = (r: EfficiencyReading) =>
  derive(
    {
      id: 'loadPoints',
      name: 'Points',
      symbol: 'n',
      unit: '',
      formula: 'counted',
      source: 'this test',
      inputs: { n: given('n', r.points.split('\n').filter((l) => l.trim()).length, '', 'lines') },
      value: (v) => v.n,
    },
    true,
  );

function ratedFigures(
  r: EfficiencyReading,
  plate: Nameplate,
  { rated, poles }: LoadTestResult,
  source: string,
  reasons: string[],
  doubt: (reason: string, verdict?: Verdict) => void,
): JudgedFigure[] {
  const { efficiency, plusMinus, currentA } = rated!;
  reasons.push(
    `${showNumber(100 * efficiency, 4)} % at rated load, ± ${showNumber(100 * plusMinus, 2)} % by the scatter of the points; errors of the instruments are not in it.`,
  );
  const found: JudgedFigure[] = [];
  const least =
    r.class && plate.powerKw && plate.frequencyHz
      ? classEfficiencyPercent(r.class, poles, plate.powerKw, plate.frequencyHz)
      : null;
  if (least?.ok)
    found.push(
      judgeFigure(
        derive(
          {
            id: 'lossesOfClass',
            name: `Losses, of those that ${r.class} allows`,
            symbol: '(1 − η)/(1 − η_c)',
            unit: '%',
            formula: '100 · (1 − η)/(1 − η_class)',
            source: `IEC 60034-30-1, tolerance of IEC 60034-1 (from memory); ${source}`,
            inputs: {
              e: given('η', efficiency, '', 'this test'),
              c: given('η_class', least.value / 100, '', `${r.class}, ${poles} poles`),
            },
            value: (v) => (100 * (1 - v.e)) / (1 - v.c),
          },
          true,
        ),
        lowerIsBetter({
          from: 50,
          watch: 100,
          limit: plate.powerKw! <= 150 ? 115 : 110,
          to: 170,
          name: `tolerance ${plate.powerKw! <= 150 ? 15 : 10} %`,
          source: 'IEC 60034-1, tolerances (from memory)',
        }),
      ),
    );
  else if (least) doubt(least.findings[0]!.message);
  else reasons.push('Without a class on the plate the efficiency is shown, not judged.');
  if (plate.currentA)
    found.push(
      judgeFigure(
        derive(
          {
            id: 'ratedCurrentShare',
            name: 'Current at rated load, of the plate’s',
            symbol: 'I/I_N',
            unit: '%',
            formula: '100 · I/I_N',
            source: 'common practice, no published source',
            inputs: {
              i: given('I', currentA, 'A', 'this test'),
              n: given('I_N', plate.currentA, 'A', 'plate'),
            },
            value: (v) => (100 * v.i) / v.n,
          },
          true,
        ),
        lowerIsBetter({
          from: 60,
          watch: 103,
          limit: 110,
          to: 140,
          name: 'limit 110 %',
          source: 'common practice, no published source',
        }),
      ),
    );
  return found;
}

const EXAMPLE_POINTS = [
  '13.591; 7981.8; 45.323; 1448.51; 1.9; 85',
  '12.143; 6964.3; 39.683; 1455.87; 1.9; 85',
  '10.802; 5979.8; 34.11; 1462.78; 1.9; 85',
  '8.82; 4403.1; 24.951; 1473.48; 1.9; 85',
  '7.232; 2896.3; 15.933; 1483.37; 1.9; 85',
  '6.346; 1735.3; 8.808; 1490.8; 1.9; 85',
].join('\n');
const EXAMPLE_PLATE: Nameplate = {
  powerKw: 5.5,
  voltageV: 400,
  currentA: 11.5,
  frequencyHz: 50,
  speedRpm: 1460,
};

export const efficiency = defineTest({
  id: 'efficiency',
  title: 'Load test, efficiency',
  body: 'motor',
  form: EFFICIENCY_FORM,
  leftToShop: true,
  stages: ['final'],
  caution: ROTATING,
  check,
  hookUp: {
    instrument: 'supply, analyser',
    clips: [
      { name: 'L1', to: ['U'], live: true },
      { name: 'L2', to: ['V'], live: true },
      { name: 'L3', to: ['W'], live: true },
      { name: 'torque, speed', to: ['shaft'] },
    ],
    words: 'On the dynamometer: zero of the torque meter first, points from the highest load down.',
  },
  judge,
  charts: (r, { plate }) => {
    const result = loadTestOf(r, plate);
    return result
      ? [
          {
            title: 'Efficiency over the load',
            x: { name: 'output', unit: 'kW' },
            y: { name: 'efficiency', unit: '%' },
            lines: [
              {
                name: 'segregated losses',
                as: 'line',
                points: result.points
                  .map((p) => [p.outputAtW / 1000, 100 * p.efficiency] as const)
                  .toSorted((a, b) => a[0] - b[0]),
              },
            ],
          },
          {
            title: 'Residual loss over the square of the torque',
            x: { name: 'torque squared', unit: '(N·m)²' },
            y: { name: 'residual loss', unit: 'W' },
            lines: [
              {
                name: 'points',
                as: 'points',
                points: result.points.map((p, i) => [result.read[i]!.torqueNm ** 2, p.residualW]),
              },
              {
                name: 'A·T² + B',
                as: 'dashed',
                points: [0, Math.max(...result.read.map((p) => p.torqueNm ** 2))].map((t) => [
                  t,
                  result.stray.bW + result.stray.aWPerNm2 * t,
                ]),
              },
            ],
          },
        ]
      : [];
  },
  nominal: ({ plate }) =>
    plate.powerKw && polesOf(plate)
      ? { typed: { points: EXAMPLE_POINTS, friction: '60 W', core: '165 W' }, expected: false }
      : null,
  examples: {
    sound: { typed: { points: EXAMPLE_POINTS, friction: '60 W', core: '165 W' }, plate: EXAMPLE_PLATE },
    stop: {
      typed: {
        points: EXAMPLE_POINTS.split('\n')
          .map((l, i) =>
            l.replace(
              /; ([\d.]+); (1\d{3})/,
              (_, t: string, n: string) => `; ${(Number(t) * (1 + 0.004 * (6 - i))).toFixed(3)}; ${n}`,
            ),
          )
          .join('\n'),
        friction: '60 W',
        core: '165 W',
      },
      plate: EXAMPLE_PLATE,
    },
  },
});
