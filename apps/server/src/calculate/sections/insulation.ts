/** calculate/insulation, calculate/high-potential and calculate/leakage-steps. */
import {
  highPotentialLevel,
  insulationFigures,
  judgeLeakage,
  OTHER_PHASES,
  WORKS,
  type OtherPhases,
  type Work,
} from '@norther/core';
import { z } from 'zod';
import { Celsius, list, NotNegative, Positive, section, valueOf, whole } from './sections.ts';

const names = <K extends string>(of: Readonly<Record<K, unknown>>) => Object.keys(of) as [K, ...K[]];

export const INSULATION = whole(
  section(
    z.strictObject({
      oneMinuteMOhm: Positive,
      temperatureC: Celsius,
      model: z.enum(['halving', 'thermoset']),
      toTemperatureC: Celsius.optional(),
      tenMinutesMOhm: Positive.optional(),
      thirtySecondsMOhm: Positive.optional(),
      thermalClassC: z.literal([105, 130, 155, 180]).optional(),
      ratedVoltageV: Positive,
      windingKind: z.enum(['random', 'form', 'old']),
      otherPhases: z.enum(names<OtherPhases>(OTHER_PHASES)).default('whole'),
      criteria: z.literal('ieee').default('ieee'),
    }),
    ({ criteria: _, ...q }) => ({ ...insulationFigures(q), source: 'IEEE 43-2013 (from memory)' }),
  ),
);

export const HIGH_POTENTIAL = whole(
  section(
    z.strictObject({
      ratedVoltageV: Positive,
      work: z.enum(names<Work>(WORKS)),
      powerKw: Positive.optional(),
      standstillVoltageV: Positive.optional(),
      reversing: z.boolean().optional(),
    }),
    (q) => valueOf(highPotentialLevel(q)),
  ),
);

export const LEAKAGE_STEPS = whole(
  section(
    z.strictObject({
      voltageV: list(Positive, 2, 1000),
      currentUa: list(NotNegative, 2, 1000),
      basePoints: z.int().min(2).max(1000).default(3),
      excessShare: z.number().positive().max(100).default(0.2),
    }),
    (q, say) => valueOf(judgeLeakage(q.voltageV, q.currentUa, q.basePoints, q.excessShare), say),
  ),
);
