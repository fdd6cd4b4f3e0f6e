/** A single-phase motor run without load. */
import { impossibleRun, judgeSingleRun, ROTATING, SINGLE_RUN_FORM } from '../../physics/performance/index.ts';
import { CP, type LimitScale } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

/** Small single-phase motors magnetise with much of their rated current: 35 to 90 %, common practice, no source. */
const SCALE: LimitScale = {
  from: 0,
  to: 160,
  kind: 'linear',
  bands: [
    { from: 0, to: 35, verdict: 'watch' },
    { from: 35, to: 90, verdict: 'sound' },
    { from: 90, to: 110, verdict: 'watch' },
    { from: 110, to: 160, verdict: 'stop' },
  ],
  limits: [{ at: 110, name: 'limit 110 %' }],
  source: CP,
};

export const singleNoLoad = defineTest({
  id: 'single-no-load',
  title: 'No-load run, single-phase',
  body: 'motor',
  form: SINGLE_RUN_FORM,
  stages: ['final'],
  caution: ROTATING,
  check: impossibleRun,
  nominal: ({ plate: { voltageV, currentA } }) =>
    voltageV && currentA
      ? {
          typed: { voltage: String(voltageV), current: String(0.6 * currentA), startsItself: 'yes' },
          expected: false,
        }
      : null,
  hookUp: {
    instrument: 'supply, ammeter',
    clips: [
      { name: 'line', to: ['lead to the line'], live: true },
      { name: 'neutral', to: ['lead to neutral'] },
      { name: 'earth', to: ['frame'] },
    ],
    words: 'Uncoupled, capacitor fitted, cover shut.',
  },
  judge: (r, { plate }) =>
    judgeSingleRun(r, plate, {
      name: 'No-load current of the plate’s',
      scale: SCALE,
      sayShare: (percent, verdict) =>
        verdict === 'stop'
          ? 'More than rated current without load: turns too few, halves wrongly joined, or the start winding stays on.'
          : verdict === 'sound'
            ? `${showNumber(percent, 3)} % of the plate’s current, usual for this kind.`
            : percent > 90
              ? 'High without load: few turns, a wide gap, or a run capacitor too large.'
              : 'Low without load: too many turns, or halves in series on the lower voltage.',
      next: {
        sound: 'Go on to the load run.',
        share: 'Listen for the switch; then compare turns and the joining of the halves with the card.',
      },
    }),
  examples: {
    sound: {
      typed: { voltage: '230', current: '3.1', startsItself: 'yes' },
      plate: { voltageV: 230, currentA: 4.9 },
    },
    stop: {
      typed: { voltage: '230', current: '3.1', startsItself: 'no' },
      plate: { voltageV: 230, currentA: 4.9 },
    },
  },
});
