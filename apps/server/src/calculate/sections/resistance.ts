/** calculate/resistance: over temperature, between leads and branches, after switch-off. */
import {
  branchesOf,
  COPPER_IEEE,
  coolingByThree,
  coolingToAsymptote,
  linePairsOf,
  longestDelayS,
  negativeSequenceShare,
  ohmAt,
  riseByResistance,
  unbalanceFigures,
  wireOhm20,
} from '@norther/core';
import { z } from 'zod';
import {
  Celsius,
  inSections,
  list,
  NotNegative,
  Positive,
  refuseThis,
  section,
  valueOf,
} from './sections.ts';

const Constant = Positive.default(COPPER_IEEE);
const Connection = z.enum(['star', 'delta']);
/** null is an open path. */
const Ohm = Positive.nullable();

export const RESISTANCE = inSections({
  correct: section(
    z.strictObject({ ohm: Positive, temperatureC: Celsius, toTemperatureC: Celsius, constantC: Constant }),
    (q) => {
      if (q.temperatureC <= -q.constantC)
        refuseThis(
          'resistance.too-cold',
          'At this temperature the rule has no resistance left.',
          'temperatureC',
        );
      return { ohm: ohmAt(q.ohm, q.temperatureC, q.toTemperatureC, q.constantC) };
    },
  ),
  rise: section(
    z.strictObject({
      coldOhm: Positive,
      coldTemperatureC: Celsius,
      hotOhm: Positive,
      coolantAtEndC: Celsius.nullable().default(null),
      constantC: Constant,
    }),
    (q) => riseByResistance(q),
  ),
  branches: section(
    z.strictObject({ connection: Connection, uvOhm: Ohm, vwOhm: Ohm, wuOhm: Ohm }),
    (q, say) => {
      const [a, b, c] = valueOf(branchesOf([q.uvOhm, q.vwOhm, q.wuOhm], q.connection), say);
      return q.connection === 'star' ? { uOhm: a, vOhm: b, wOhm: c } : { uvOhm: a, vwOhm: b, wuOhm: c };
    },
  ),
  lineFromBranches: section(
    z.discriminatedUnion('connection', [
      z.strictObject({ connection: z.literal('star'), uOhm: Ohm, vOhm: Ohm, wOhm: Ohm }),
      z.strictObject({ connection: z.literal('delta'), uvOhm: Ohm, vwOhm: Ohm, wuOhm: Ohm }),
    ]),
    (q) => {
      const branches =
        q.connection === 'star'
          ? ([q.uOhm, q.vOhm, q.wOhm] as const)
          : ([q.uvOhm, q.vwOhm, q.wuOhm] as const);
      const [uvOhm, vwOhm, wuOhm] = linePairsOf(branches, q.connection);
      return { uvOhm, vwOhm, wuOhm };
    },
  ),
  unbalance: section(z.strictObject({ values: list(Positive, 2, 1000) }), ({ values }) =>
    unbalanceFigures(values),
  ),
  lineVoltages: section(z.strictObject({ uvV: Positive, vwV: Positive, wuV: Positive }), (q) => ({
    negativeSequenceShare: valueOf(negativeSequenceShare(q.uvV, q.vwV, q.wuV)),
  })),
  cooling: section(
    z.strictObject({
      method: z.enum(['straight-log', 'to-asymptote', 'three-points']),
      timeS: list(NotNegative, 2, 10_000),
      ohm: list(Positive, 2, 10_000),
      asymptoteOhm: Positive.optional(),
    }),
    ({ method, timeS, ohm, asymptoteOhm }) => {
      if (timeS.length !== ohm.length)
        return refuseThis('cooling.unequal', 'Every time needs its resistance.', 'ohm');
      if (method === 'three-points') return valueOf(coolingByThree(timeS, ohm));
      if (method === 'straight-log') return valueOf(coolingToAsymptote(timeS, ohm, 0));
      if (asymptoteOhm === undefined)
        return refuseThis(
          'cooling.no-asymptote',
          'This method needs the resistance it cools down to.',
          'asymptoteOhm',
        );
      return valueOf(coolingToAsymptote(timeS, ohm, asymptoteOhm));
    },
  ),
  delay: section(z.strictObject({ powerKw: Positive }), ({ powerKw }) => ({
    longestS: longestDelayS(powerKw),
  })),
  wire: section(z.strictObject({ lengthM: Positive, areaMm2: Positive }), (q) => ({
    ohm20: wireOhm20(q.lengthM, q.areaMm2),
  })),
});
