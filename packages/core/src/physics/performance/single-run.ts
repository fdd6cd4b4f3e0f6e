/** A run of a single-phase motor, without load and at rated load: volts, amperes and watts against the plate. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
  type Verdict,
} from '../../language/quantity/index.ts';
import { voltageDoubt, type RatedRun } from './run-currents.ts';

export const SINGLE_RUN_FORM = [
  required(quantity('voltage', 'Voltage', 'voltage', 10, 1000)),
  required(quantity('current', 'Current', 'current', 0, 500)),
  quantity('power', 'Power in', 'power', 0, 50, 'wattmeter, if there is one'),
  required(
    choice('startsItself', 'Starts by itself', {
      yes: 'yes',
      no: 'only when turned by hand',
      wrong: 'yes, the wrong way round',
    }),
  ),
] as const;
export type SingleRunReading = ReadingOf<typeof SINGLE_RUN_FORM>;

/** @returns a refusal when no current flowed, or more watts than volts and amperes can carry */
export function impossibleRun({ voltage, current, power }: Partial<SingleRunReading>): Finding[] {
  if (current === 0)
    return [finding('stop', 'test.no-current', 'No current at all: was the motor running?', ['current'])];
  if (voltage && current && power && power * 1000 > voltage * current * 1.02)
    return [
      finding(
        'stop',
        'test.more-watts-than-volt-amperes',
        `${(power * 1000).toFixed(0)} W are more than ${voltage} V × ${current} A can carry: read all three again.`,
        ['power', 'voltage', 'current'],
      ),
    ];
  return [];
}

/** What tells one kind of run from another. */
export interface SingleRunJudgement {
  readonly name: string;
  readonly scale: LimitScale;
  readonly sayShare: (percent: number, verdict: Verdict) => string;
  readonly next: { readonly sound: string; readonly share: string };
}

/** Current against the plate's, volts against the plate's, and whether it starts, the right way round. */
export function judgeSingleRun(r: SingleRunReading, plate: RatedRun, kind: SingleRunJudgement): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  const doubts: Verdict[] = [];
  const rated = plate.currentA;
  const share =
    rated === undefined
      ? null
      : judgeFigure(
          derive(
            {
              id: 'currentShare',
              name: kind.name,
              symbol: 'i',
              unit: '%',
              formula: 'i = 100 · I / I_rated',
              source: CP,
              inputs: { I: given('I', r.current, 'A', 'read'), rated: given('I_rated', rated, 'A', 'plate') },
              value: (v) => (100 * v.I) / v.rated,
            },
            true,
          ),
          kind.scale,
        );
  if (share) {
    figures.push(share);
    doubts.push(share.verdict!);
    reasons.push(kind.sayShare(share.figure.value, share.verdict!));
  } else {
    doubts.push('watch');
    reasons.push('The plate has no current to compare with.');
  }
  if (r.power !== undefined)
    figures.push({
      figure: derive(
        {
          id: 'powerFactor',
          name: 'Power factor',
          symbol: 'cos φ',
          unit: '',
          formula: 'cos φ = P / (U · I)',
          source: 'definition',
          inputs: {
            P: given('P', r.power, 'kW', 'read'),
            U: given('U', r.voltage, 'V', 'read'),
            I: given('I', r.current, 'A', 'read'),
          },
          value: (v) => (1000 * v.P) / (v.U * v.I),
        },
        true,
      ),
    });
  const volts = voltageDoubt(r, plate);
  doubts.push(volts.verdict);
  reasons.push(...volts.reasons);
  if (r.startsItself === 'no') {
    doubts.push('stop');
    reasons.unshift(
      'It does not start by itself: the start winding carries no current, or its capacitor or switch fails.',
    );
  } else if (r.startsItself === 'wrong') {
    doubts.push('stop');
    reasons.unshift('It turns the wrong way round: the leads of the start winding are changed over.');
  }
  return {
    verdict: doubts.reduce(worse, 'sound'),
    figures,
    reasons,
    next:
      r.startsItself === 'no'
        ? 'Test the capacitor and the switch, then measure the start winding at its leads.'
        : r.startsItself === 'wrong'
          ? 'Exchange the two leads of the start winding at the terminals, and run it again.'
          : volts.verdict === 'stop'
            ? 'Run it again at the volts of the plate.'
            : share === null
              ? 'Read the plate’s amperes, and judge the run against them.'
              : share.verdict !== 'sound'
                ? kind.next.share
                : kind.next.sound,
  };
}
