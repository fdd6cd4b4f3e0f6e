/** calculate/units and calculate/shaft. */
import {
  convertQuantity,
  DIMENSIONS,
  finding,
  shaftPowerW,
  shaftTorqueNm,
  type Dimension,
} from '@norther/core';
import { z } from 'zod';
import { Figure, Positive, refuseThis, section, whole } from './sections.ts';

const dimensions = Object.keys(DIMENSIONS) as [Dimension, ...Dimension[]];

export const UNITS = whole(
  section(
    z.strictObject({
      dimension: z.enum(dimensions),
      typed: z.string().min(1).max(60),
      to: z.string().max(20),
    }),
    ({ dimension, typed, to }, say) => {
      const converted = convertQuantity(dimension, typed, to);
      if (!converted.ok) return refuseThis('units.not-converted', converted.message, converted.field);
      const { value, unit, bound, assumedUnit } = converted;
      if (assumedUnit)
        say([
          finding('note', 'units.assumed', `No unit was typed: it is taken as ${assumedUnit}.`, ['typed']),
        ]);
      return { value: Number.isFinite(value) ? value : null, unit, ...(bound ? { bound } : {}) };
    },
  ),
);

export const SHAFT = whole(
  section(
    z.union([
      z.strictObject({ torqueNm: Figure, speedRpm: Positive }),
      z.strictObject({ powerW: Figure, speedRpm: Positive }),
    ]),
    (q) =>
      'torqueNm' in q
        ? { torqueNm: q.torqueNm, powerW: shaftPowerW(q.torqueNm, q.speedRpm) }
        : { torqueNm: shaftTorqueNm(q.powerW, q.speedRpm), powerW: q.powerW },
  ),
);
