/** calculate/control-chart. */
import {
  capability,
  capabilityOf,
  chartConstants,
  chartPatterns,
  groupsChart,
  individualsChart,
} from '@norther/core';
import { z } from 'zod';
import { Figure, inSections, list, Positive, refuseThis, section, valueOf } from './sections.ts';

const Limit = Figure.nullable().default(null);

export const CONTROL_CHART = inSections({
  constants: section(z.strictObject({ size: z.int().min(2).max(100) }), ({ size }) => chartConstants(size)),
  individuals: section(z.strictObject({ values: list(Figure, 2) }), ({ values }) => individualsChart(values)),
  groups: section(z.strictObject({ groups: list(list(Figure, 2, 100), 1, 10_000) }), ({ groups }) =>
    valueOf(groupsChart(groups)),
  ),
  capability: section(
    z.strictObject({
      mean: Figure.optional(),
      sigma: Positive.optional(),
      values: list(Figure, 2).optional(),
      lower: Limit,
      upper: Limit,
    }),
    ({ mean, sigma, values, lower, upper }) => {
      if (lower === null && upper === null)
        return refuseThis(
          'chart.no-limit',
          'A capability needs a lower limit, an upper one, or both.',
          'lower',
          'upper',
        );
      if (lower !== null && upper !== null && !(upper > lower))
        return refuseThis(
          'chart.limits-swapped',
          'The upper limit must be over the lower one.',
          'lower',
          'upper',
        );
      if (values !== undefined) {
        if (mean !== undefined || sigma !== undefined)
          return refuseThis('chart.two-ways', 'Give values, or mean and sigma, not both.', 'values');
        return valueOf(capabilityOf(values, { lower, upper }));
      }
      if (mean === undefined || sigma === undefined)
        return refuseThis('chart.no-values', 'Give values, or mean and sigma.', 'values', 'mean', 'sigma');
      return capability(mean, sigma, { lower, upper });
    },
  ),
  rules: section(
    z.strictObject({
      values: list(Figure, 1),
      centre: Figure,
      sigma: Positive,
      sameSide: z.literal([8, 9]).default(9),
    }),
    (q) => chartPatterns(q.values, q.centre, q.sigma, q.sameSide),
  ),
});
