/** A single-phase motor run at rated load. */
import { impossibleRun, judgeSingleRun, ROTATING, SINGLE_RUN_FORM } from '../../physics/performance/index.ts';
import { CP, type LimitScale } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const SCALE: LimitScale = {
  from: 60,
  to: 140,
  kind: 'linear',
  bands: [
    { from: 60, to: 80, verdict: 'watch' },
    { from: 80, to: 104, verdict: 'sound' },
    { from: 104, to: 112, verdict: 'watch' },
    { from: 112, to: 140, verdict: 'stop' },
  ],
  limits: [{ at: 112, name: 'limit 112 %' }],
  source: CP,
};

export const singleLoad = defineTest({
  id: 'single-load',
  title: 'Full-load run, single-phase',
  body: 'motor',
  form: SINGLE_RUN_FORM,
  stages: ['final'],
  caution: ROTATING,
  check: impossibleRun,
  nominal: ({ plate: { voltageV, currentA } }) =>
    voltageV && currentA
      ? {
          typed: { voltage: String(voltageV), current: String(currentA), startsItself: 'yes' },
          expected: true,
        }
      : null,
  hookUp: {
    instrument: 'supply, ammeter',
    clips: [
      { name: 'line', to: ['lead to the line'], live: true },
      { name: 'neutral', to: ['lead to neutral'] },
      { name: 'earth', to: ['frame'] },
    ],
    words: 'Coupled to its load, volts read at the motor’s own leads.',
  },
  judge: (r, { plate }) =>
    judgeSingleRun(r, plate, {
      name: 'Full-load current of the plate’s',
      scale: SCALE,
      sayShare: (percent, verdict) =>
        verdict === 'stop'
          ? `${showNumber(percent, 3)} % of the plate’s current: the winding is not the one the plate was made for, or the load is more than rated.`
          : percent < 80
            ? `Only ${showNumber(percent, 3)} % of the plate’s current: was it at rated load?`
            : `${showNumber(percent, 3)} % of the plate’s current at rated load.`,
      next: {
        sound: 'Let it run to steady temperature, then sign the test.',
        share: 'Check the load first, then turns, halves and run capacitor against the plan.',
      },
    }),
  examples: {
    sound: {
      typed: { voltage: '230', current: '4.8', startsItself: 'yes' },
      plate: { voltageV: 230, currentA: 4.9 },
    },
    stop: {
      typed: { voltage: '230', current: '6.2', startsItself: 'yes' },
      plate: { voltageV: 230, currentA: 4.9 },
    },
  },
});
