/** calculate/wire: gauges and preferred diameters. */
import { diameterOfGaugeMm, nearestGauge, preferredDiameters } from '@norther/core';
import { z } from 'zod';
import { inSections, Positive, section } from './sections.ts';

const Diameter = z.number().min(0.01).max(9.99);
const areaMm2 = (bareMm: number) => (Math.PI / 4) * bareMm ** 2;
const Step = z.literal([0.5, 1]).default(1);

export const WIRE = inSections({
  gauge: section(z.strictObject({ gauge: z.number().min(-3).max(50).multipleOf(0.5) }), ({ gauge }) => {
    const bareMm = diameterOfGaugeMm(gauge);
    return { bareMm, areaMm2: areaMm2(bareMm), circularMils: (bareMm / 0.0254) ** 2 };
  }),
  nearest: section(
    z.union([
      z.strictObject({ areaMm2: Positive, step: Step }),
      z.strictObject({ bareMm: Positive, step: Step }),
    ]),
    (q) => {
      const bare = 'bareMm' in q ? q.bareMm : Math.sqrt((4 / Math.PI) * q.areaMm2);
      const gauge = nearestGauge(bare, q.step);
      const bareMm = diameterOfGaugeMm(gauge);
      return { gauge, bareMm, areaMm2: areaMm2(bareMm) };
    },
  ),
  preferred: section(
    z
      .strictObject({ series: z.enum(['R20', 'R40']), fromMm: Diameter, toMm: Diameter })
      .refine((q) => q.fromMm <= q.toMm, { error: 'fromMm is the smaller one.', path: ['fromMm'] }),
    (q) => ({ bareMm: preferredDiameters(q.series, q.fromMm, q.toMm) }),
  ),
});
