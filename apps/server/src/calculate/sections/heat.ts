/** calculate/cure, calculate/oven, calculate/fit and calculate/life. */
import {
  activationEnergy,
  bodyConstantS,
  boreGrowthUm,
  cureOfLog,
  cureRate,
  equivalentTemperature,
  HALVING_K,
  heatKwh,
  lifeConsumed,
  lifeFactor,
  lumpAfter,
  minutesTo,
  ovenConstant,
  ovenCycle,
  temperatureToMount,
  warmFitChangeUm,
} from '@norther/core';
import { z } from 'zod';
import { Celsius, Figure, inSections, list, NotNegative, Positive, refuseThis, section } from './sections.ts';

/** Warmer than absolute zero, where a rate has no meaning. */
const Warm = z.number().min(-200).max(5000);
const Energy = z.number().positive().max(1e6);

export const CURE = inSections({
  energy: section(
    z.strictObject({ firstMin: Positive, firstC: Warm, secondMin: Positive, secondC: Warm }),
    (q) => {
      const energy = activationEnergy(
        { celsius: q.firstC, minutes: q.firstMin },
        { celsius: q.secondC, minutes: q.secondMin },
      );
      return energy === null
        ? refuseThis(
            'cure.no-energy',
            'The two lines do not say that hotter is faster, or are too near to each other.',
            'firstC',
            'secondC',
          )
        : { activationJPerMol: energy };
    },
  ),
  factor: section(
    z.strictObject({ temperatureC: Warm, referenceC: Warm, activationJPerMol: Energy }),
    (q) => ({ factor: cureRate(q.temperatureC, q.referenceC, q.activationJPerMol) }),
  ),
  timeAt: section(
    z.strictObject({ minutes: Positive, referenceC: Warm, temperatureC: Warm, activationJPerMol: Energy }),
    (q) => ({ minutes: q.minutes / cureRate(q.temperatureC, q.referenceC, q.activationJPerMol) }),
  ),
  log: section(
    z.strictObject({
      minutes: list(Figure, 2),
      partC: list(Warm, 2),
      referenceC: Warm,
      activationJPerMol: Energy.nullable().default(null),
      kPerDoubling: Positive.default(10),
      cutOffC: Warm.nullable().default(null),
      thresholdC: Warm.nullable().default(null),
    }),
    ({ minutes, partC, ...q }) => {
      if (minutes.length !== partC.length)
        return refuseThis('cure.unequal', 'Every time needs its temperature.', 'partC');
      if (minutes.some((m, i) => i > 0 && m <= minutes[i - 1]!))
        return refuseThis('cure.time-runs-back', 'The times must rise from reading to reading.', 'minutes');
      return cureOfLog({ ...q, points: minutes.map((minute, i) => ({ minute, value: partC[i]! })) });
    },
  ),
});

export const OVEN = inSections({
  after: section(
    z.strictObject({ minutes: NotNegative, startC: Celsius, ovenC: Celsius, constantMin: Positive }),
    (q) => ({ temperatureC: lumpAfter(q.minutes, q.startC, q.ovenC, 0, q.constantMin) }),
  ),
  timeTo: section(
    z.strictObject({ startC: Celsius, ovenC: Celsius, toC: Celsius, constantMin: Positive }),
    (q) => ({ minutes: minutesTo(q.startC, q.ovenC, q.toC, q.constantMin) }),
  ),
  constant: section(
    z.strictObject({
      firstMin: NotNegative,
      firstC: Celsius,
      secondMin: Positive,
      secondC: Celsius,
      ovenC: Celsius,
    }),
    (q) => {
      const constantMin =
        q.secondMin > q.firstMin
          ? ovenConstant(q.secondMin - q.firstMin, q.firstC, q.secondC, q.ovenC)
          : null;
      return constantMin === null
        ? refuseThis(
            'oven.no-constant',
            'The second reading must be later, and nearer to the oven.',
            'secondMin',
            'secondC',
          )
        : { constantMin };
    },
  ),
  body: section(
    z.strictObject({ massKg: Positive, heatJPerKgK: Positive, filmWPerM2K: Positive, areaM2: Positive }),
    (q) => ({ constantS: bodyConstantS(q.massKg, q.heatJPerKgK, q.filmWPerM2K, q.areaM2) }),
  ),
  ramp: section(
    z.strictObject({
      minutes: NotNegative,
      startC: Celsius,
      ovenStartC: Celsius,
      rampKPerMin: Figure,
      constantMin: Positive,
    }),
    (q) => ({ temperatureC: lumpAfter(q.minutes, q.startC, q.ovenStartC, q.rampKPerMin, q.constantMin) }),
  ),
  energy: section(z.strictObject({ massKg: Positive, heatJPerKgK: Positive, riseK: Figure }), (q) => ({
    kwh: heatKwh(q.massKg, q.heatJPerKgK, q.riseK),
  })),
  cycle: section(
    z.strictObject({
      startC: Celsius,
      ovenC: Celsius,
      soakC: Celsius,
      heatConstantMin: Positive,
      soakMin: NotNegative,
      ambientC: Celsius,
      coolConstantMin: Positive,
      handleC: Celsius,
    }),
    (q) => ovenCycle(q),
  ),
});

const Alpha = z.number().min(0).max(1e-3);

export const FIT = inSections({
  growth: section(z.strictObject({ boreMm: Positive, riseK: Figure, alphaPerK: Alpha }), (q) => ({
    growthUm: boreGrowthUm(q.boreMm, q.riseK, q.alphaPerK),
  })),
  heatToMount: section(
    z.strictObject({
      boreMm: Positive,
      interferenceUm: Figure,
      clearanceUm: NotNegative,
      shaftC: Celsius,
      alphaPerK: Alpha.refine((a) => a > 0, { error: 'must be over 0' }),
    }),
    (q) => ({ partC: temperatureToMount(q.boreMm, q.interferenceUm, q.clearanceUm, q.shaftC, q.alphaPerK) }),
  ),
  warm: section(
    z.strictObject({
      diameterMm: Positive,
      innerRiseK: Figure,
      innerAlphaPerK: Alpha,
      outerRiseK: Figure,
      outerAlphaPerK: Alpha,
    }),
    (q) => ({
      changeUm: warmFitChangeUm(
        q.diameterMm,
        { riseK: q.innerRiseK, alphaPerK: q.innerAlphaPerK },
        { riseK: q.outerRiseK, alphaPerK: q.outerAlphaPerK },
      ),
    }),
  ),
});

const Halving = Positive.default(HALVING_K);
const History = { hours: list(NotNegative), temperatureC: list(Celsius) };
const matched = ({
  hours,
  temperatureC,
}: {
  readonly hours: readonly number[];
  readonly temperatureC: readonly number[];
}) => {
  if (hours.length !== temperatureC.length)
    refuseThis('life.unequal', 'Every stretch of hours needs its temperature.', 'temperatureC');
};

export const LIFE = inSections({
  factor: section(z.strictObject({ temperatureC: Celsius, referenceC: Celsius, halvingK: Halving }), (q) => ({
    factor: lifeFactor(q.temperatureC, q.referenceC, q.halvingK),
  })),
  consumed: section(
    z.strictObject({ ...History, referenceC: Celsius, referenceHours: Positive, halvingK: Halving }),
    (q) => {
      matched(q);
      return { share: lifeConsumed(q.hours, q.temperatureC, q.referenceC, q.referenceHours, q.halvingK) };
    },
  ),
  equivalent: section(z.strictObject({ ...History, halvingK: Halving }), (q) => {
    matched(q);
    if (!q.hours.some((h) => h > 0))
      return refuseThis('life.no-hours', 'No hours at all were given.', 'hours');
    return { temperatureC: equivalentTemperature(q.hours, q.temperatureC, q.halvingK) };
  }),
});
