/** Currents of a run at rated load, against the plate. */
import { judgeRun, noCurrent, ROTATING, RUN_FORM, type RunReading } from '../../physics/performance/index.ts';
import { criteriaOf } from '../criteria/index.ts';
import type { Judgement, LimitScale } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { mostUnequal } from '../most-unequal.ts';

const scaleTo = (limit: number, source: string): LimitScale => ({
  from: 60,
  to: 140,
  kind: 'linear',
  bands: [
    { from: 60, to: 85, verdict: 'watch' },
    { from: 85, to: 100 + 0.3 * (limit - 100), verdict: 'sound' },
    { from: 100 + 0.3 * (limit - 100), to: limit, verdict: 'watch' },
    { from: limit, to: 140, verdict: 'stop' },
  ],
  limits: [{ at: limit, name: `limit ${limit} %` }],
  source,
});

function judge(r: RunReading, { plate, criteria: chosen }: TestContext): Judgement {
  const criteria = chosen ?? criteriaOf(null);
  return judgeRun(r, plate, {
    name: 'Full-load current of the plate’s',
    scale: scaleTo(criteria.number('fullLoadCurrent'), criteria.source('fullLoadCurrent')),
    sayShare: (percent, verdict) =>
      verdict === 'stop'
        ? `${showNumber(percent, 3)} % of the plate’s current: the winding is not the one the plate was made for, or the load is more than rated.`
        : percent < 85
          ? `Only ${showNumber(percent, 3)} % of the plate’s current: was it at rated load?`
          : `${showNumber(percent, 3)} % of the plate’s current at rated load.`,
    mostUnequal: mostUnequal(criteria),
    unequal: 'The currents differ under load.',
    next: {
      sound: 'Let it run to steady temperature, then sign the test.',
      share: 'Check the load first, then turns and circuits against the plan.',
    },
  });
}

export const fullLoad = defineTest({
  id: 'full-load',
  title: 'Full-load run',
  body: 'motor',
  form: RUN_FORM,
  stages: ['final'],
  caution: ROTATING,
  check: noCurrent,
  hookUp: {
    instrument: 'supply, analyser',
    clips: [
      { name: 'L1', to: ['U'], live: true },
      { name: 'L2', to: ['V'], live: true },
      { name: 'L3', to: ['W'], live: true },
      { name: 'earth', to: ['frame'] },
    ],
    words: 'Coupled to its load, volts read at the motor’s own leads.',
  },
  judge,
  nominal: ({ plate: { voltageV, currentA } }) => {
    if (!voltageV || !currentA) return null;
    const i = String(currentA);
    return { typed: { voltage: String(voltageV), u: i, v: i, w: i }, expected: true };
  },
  examples: {
    sound: { typed: { voltage: '400', u: '21', v: '21', w: '21' }, plate: { voltageV: 400, currentA: 22 } },
    stop: { typed: { voltage: '400', u: '26', v: '26', w: '26' }, plate: { voltageV: 400, currentA: 22 } },
  },
});
