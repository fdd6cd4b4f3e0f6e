/** Currents of a run without load: how much magnetises it, and whether the phases draw alike. */
import { proposePoles } from '../../nameplate/index.ts';
import { judgeRun, noCurrent, ROTATING, RUN_FORM, type RunReading } from '../../performance/index.ts';
import { CP, type Judgement, type LimitScale } from '../../quantity/index.ts';
import { showNumber } from '../../units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

/** The card's poles, or those that the plate's speed and frequency point to. */
function polesOf({ plan, plate }: TestContext): number | null {
  if (plan) return plan.poles;
  if (!plate.speedRpm || !plate.frequencyHz) return null;
  return proposePoles(plate.speedRpm, plate.frequencyHz)?.poles ?? null;
}

function noLoadScale(poles: number | null): LimitScale {
  // Two and four poles 20–45 %, six to eight 30–60 %, more 40–75 %: common practice, no source.
  const [low, high] = !poles || poles <= 4 ? [20, 45] : poles <= 8 ? [30, 60] : [40, 75];
  return {
    from: 0,
    to: 120,
    kind: 'linear',
    bands: [
      { from: 0, to: low, verdict: 'watch' },
      { from: low, to: high, verdict: 'sound' },
      { from: high, to: high + 20, verdict: 'watch' },
      { from: high + 20, to: 120, verdict: 'stop' },
    ],
    limits: [{ at: high + 20, name: `limit ${high + 20} %` }],
    source: CP,
  };
}

const ASSUMED_POLES = 'Nobody has said how many poles it has: two or four are assumed, which draw the least.';

function judge(r: RunReading, context: TestContext): Judgement {
  const poles = polesOf(context);
  return judgeRun(r, context.plate, {
    name: 'No-load current of the plate’s',
    scale: noLoadScale(poles),
    sayShare: (percent, verdict) =>
      verdict === 'stop'
        ? 'Far too much magnetising current: turns or circuits wrong, or delta where star belongs.'
        : verdict === 'sound'
          ? `${showNumber(percent, 3)} % of the plate’s current, usual for this kind.`
          : percent > 40
            ? 'High for this number of poles: few turns, a wide gap or a tired core.'
            : 'Low for this number of poles: star where delta belongs, or too many turns.',
    unequal: 'The currents differ: a reversed coil or group, unequal circuits, or unequal supply volts.',
    assumed: poles ? null : ASSUMED_POLES,
    next: {
      sound: 'Go on to the load run.',
      share: 'Compare turns, circuits and connection with the card; then measure the gap and the core.',
    },
  });
}

export const noLoad = defineTest({
  id: 'no-load',
  title: 'No-load run',
  body: 'motor',
  form: RUN_FORM,
  stages: ['final'],
  caution: ROTATING,
  check: noCurrent,
  judge,
  nominal: ({ plate: { voltageV, currentA } }) => {
    if (!voltageV || !currentA) return null;
    const i = String(0.4 * currentA);
    return { typed: { voltage: String(voltageV), u: i, v: i, w: i }, expected: false };
  },
  examples: {
    sound: {
      typed: { voltage: '400', u: '8', v: '8', w: '8' },
      plate: { voltageV: 400, currentA: 22, speedRpm: 1450, frequencyHz: 50 },
    },
    stop: {
      typed: { voltage: '400', u: '18', v: '18', w: '18' },
      plate: { voltageV: 400, currentA: 22, speedRpm: 1450, frequencyHz: 50 },
    },
  },
});
