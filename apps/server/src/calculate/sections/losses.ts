/** calculate/losses, calculate/no-load, calculate/load-test and calculate/stray. */
import {
  ALUMINIUM,
  classEfficiencyPercent,
  COPPER_IEC,
  COPPER_IEEE,
  coreLossAt,
  EFFICIENCY_CLASSES,
  factorToCoolant25,
  finding,
  frictionAtSlip,
  innerVoltage,
  judgeLoadTest,
  LEAST_CORRELATION,
  leastGuaranteed,
  powerFactorOf,
  segregatedLosses,
  separateNoLoad,
  slipAtTemperature,
  statorCopperLoss,
  strayAtCurrent,
  strayByIec,
  strayByIeee,
  strayRegression,
  twoWattmeters,
} from '@norther/core';
import { z } from 'zod';
import {
  Celsius,
  Figure,
  inSections,
  list,
  NotNegative,
  Poles,
  Positive,
  refuseThis,
  section,
  Share,
  valueOf,
  whole,
} from './sections.ts';

const Slip = z.number().min(-10).max(10);
const Correlation = Share.default(LEAST_CORRELATION.ieee);

export const LOSSES = inSections({
  copper: section(z.strictObject({ currentA: NotNegative, lineOhm: Positive }), (q) => ({
    lossW: statorCopperLoss(q.currentA, q.lineOhm),
  })),
  wattmeters: section(z.strictObject({ firstW: Figure, secondW: Figure }), (q) =>
    valueOf(twoWattmeters(q.firstW, q.secondW)),
  ),
  powerFactor: section(
    z.strictObject({ powerW: Figure, voltageV: Positive, currentA: Positive }),
    (q, say) => {
      const powerFactor = powerFactorOf(q.powerW, q.voltageV, q.currentA);
      if (Math.abs(powerFactor) > 1)
        say([
          finding('watch', 'losses.power-too-large', 'The power is more than volts and amperes allow.', [
            'powerW',
          ]),
        ]);
      return { powerFactor };
    },
  ),
  innerVoltage: section(
    z.strictObject({ voltageV: Positive, currentA: NotNegative, powerFactor: Share, lineOhm: Positive }),
    (q) => ({ voltageV: innerVoltage(q.voltageV, q.currentA, q.powerFactor, q.lineOhm) }),
  ),
  coreAt: section(
    z.strictObject({
      voltageV: Positive,
      curve: list(z.strictObject({ voltageV: Positive, coreW: Figure }), 2, 1000),
    }),
    (q) => ({ coreW: valueOf(coreLossAt(q.voltageV, q.curve)) }),
  ),
  frictionAtSlip: section(
    z.strictObject({ frictionW: NotNegative, slip: z.number().min(-1).max(1) }),
    (q) => ({
      frictionW: frictionAtSlip(q.frictionW, q.slip),
    }),
  ),
  slipAt: section(
    z.strictObject({
      slip: Slip,
      temperatureC: Celsius,
      toTemperatureC: Celsius,
      rotorConstantC: Positive.default(ALUMINIUM),
    }),
    (q) => ({ slip: slipAtTemperature(q.slip, q.temperatureC, q.toTemperatureC, q.rotorConstantC) }),
  ),
  coolant25: section(
    z.strictObject({ windingC: Celsius, coolantC: Celsius, constantC: Positive.default(COPPER_IEC) }),
    (q) => ({ factor: factorToCoolant25(q.windingC, q.coolantC, q.constantC) }),
  ),
  strayAssigned: section(
    z.strictObject({
      method: z.enum(['ieee', 'iec']),
      outputW: Positive,
      inputW: Positive.optional(),
      ratedOutputW: Positive.optional(),
    }),
    ({ method, outputW, inputW, ratedOutputW }, say) => {
      if (ratedOutputW === undefined)
        say([
          finding('note', 'losses.rated-assumed', 'The output is taken as the rated one.', ['ratedOutputW']),
        ]);
      const rated = ratedOutputW ?? outputW;
      if (method === 'ieee') return { strayW: strayByIeee(outputW, rated) };
      if (inputW === undefined)
        return refuseThis(
          'losses.no-input',
          'The IEC allowance is a share of the input, which is missing.',
          'inputW',
        );
      return { strayW: strayByIec(inputW, rated) };
    },
  ),
  strayScaled: section(
    z.strictObject({
      ratedStrayW: NotNegative,
      currentA: NotNegative,
      noLoadA: NotNegative,
      ratedA: Positive,
    }),
    (q) => ({ strayW: valueOf(strayAtCurrent(q.ratedStrayW, q.currentA, q.noLoadA, q.ratedA)) }),
  ),
  segregated: section(
    z.strictObject({
      inputW: Positive,
      currentA: NotNegative,
      lineOhm: Positive,
      slip: Slip,
      coreW: NotNegative,
      frictionW: NotNegative,
      strayW: NotNegative,
    }),
    (q) => segregatedLosses(q),
  ),
  class: section(
    z.strictObject({
      class: z.enum(EFFICIENCY_CLASSES),
      poles: Poles,
      powerKw: Positive,
      frequencyHz: Positive.default(50),
    }),
    (q) => ({
      efficiencyPercent: valueOf(classEfficiencyPercent(q.class, q.poles, q.powerKw, q.frequencyHz)),
    }),
  ),
  guarantee: section(z.strictObject({ efficiency: Share, powerKw: Positive }), (q) => ({
    leastEfficiency: leastGuaranteed(q.efficiency, q.powerKw),
  })),
});

export const NO_LOAD = whole(
  section(
    z.strictObject({
      points: list(
        z.strictObject({ voltageV: Positive, currentA: NotNegative, powerW: Positive, lineOhm: Positive }),
        2,
        1000,
      ),
      frictionUpToV: Positive,
      ratedVoltageV: Positive,
    }),
    (q) => valueOf(separateNoLoad(q.points, q.frictionUpToV, q.ratedVoltageV)),
  ),
);

export const LOAD_TEST = whole(
  section(
    z.strictObject({
      points: list(
        z.strictObject({
          currentA: Positive,
          inputW: Positive,
          torqueNm: Figure,
          speedRpm: Positive,
          lineOhm: Positive,
          windingC: Celsius,
        }),
        2,
        1000,
      ),
      frequencyHz: Positive,
      poles: Poles,
      frictionW: NotNegative,
      coreW: z.union([NotNegative, list(NotNegative, 2, 1000)]),
      toTemperatureC: Celsius,
      statorConstantC: Positive.default(COPPER_IEEE),
      rotorConstantC: Positive.default(ALUMINIUM),
      correlationLeast: Correlation,
    }),
    (q) => valueOf(judgeLoadTest(q)),
  ),
);

export const STRAY = whole(
  section(
    z.strictObject({
      torqueNm: list(Figure, 2, 1000),
      residualW: list(Figure, 2, 1000),
      correlationLeast: Correlation,
    }),
    (q) => valueOf(strayRegression(q.torqueNm, q.residualW, q.correlationLeast)),
  ),
);
