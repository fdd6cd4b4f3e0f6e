/** Currents of a run at rated load, against the plate. */
import {
  currentShare,
  currentSpread,
  nextOf,
  noCurrent,
  ROTATING,
  RUN_FORM,
  voltageDoubt,
  type RunReading,
} from '../../performance/index.ts';
import {
  CP,
  judgeFigure,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
} from '../../quantity/index.ts';
import { showNumber } from '../../units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

function judge(r: RunReading, { plate }: TestContext): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  if (plate.currentA) {
    const figure = currentShare(r, plate.currentA, 'Full-load current of the plate’s');
    figures.push(
      judgeFigure(figure, {
        from: 60,
        to: 140,
        kind: 'linear',
        bands: [
          { from: 60, to: 85, verdict: 'watch' },
          { from: 85, to: 103, verdict: 'sound' },
          { from: 103, to: 110, verdict: 'watch' },
          { from: 110, to: 140, verdict: 'stop' },
        ],
        limits: [{ at: 110, name: 'limit 110 %' }],
        source: CP,
      }),
    );
    reasons.push(
      figures[0]!.verdict === 'stop'
        ? `${showNumber(figure.value, 3)} % of the plate’s current: the winding is not the one the plate was made for, or the load is more than rated.`
        : figure.value < 85
          ? `Only ${showNumber(figure.value, 3)} % of the plate’s current: was it at rated load?`
          : `${showNumber(figure.value, 3)} % of the plate’s current at rated load.`,
    );
  } else reasons.push('The plate has no current to compare with.');
  const unbalanced = currentSpread(r);
  figures.push(unbalanced);
  if (unbalanced.verdict !== 'sound') reasons.push('The currents differ under load.');
  const volts = voltageDoubt(r, plate);
  reasons.push(...volts.reasons);
  const verdict = worse(worse(volts.verdict, plate.currentA ? 'sound' : 'watch'), verdictOf(figures));
  return {
    verdict,
    figures,
    reasons,
    next: nextOf(volts.verdict, plate.currentA ? figures[0]!.verdict : undefined, unbalanced.verdict, {
      sound: 'Let it run to steady temperature, then sign the test.',
      share: 'Check the load first, then turns and circuits against the plan.',
    }),
  };
}

export const fullLoad = defineTest({
  id: 'full-load',
  title: 'Full-load run',
  body: 'motor',
  form: RUN_FORM,
  stages: ['final'],
  caution: ROTATING,
  check: noCurrent,
  judge,
  examples: {
    sound: { typed: { voltage: '400', u: '21', v: '21', w: '21' }, plate: { voltageV: 400, currentA: 22 } },
    stop: { typed: { voltage: '400', u: '26', v: '26', w: '26' }, plate: { voltageV: 400, currentA: 22 } },
  },
});
