/** calculate/dc-field: order of main poles and interpoles, the needle's walk, drop across poles, coils. */
import { fieldCoils, judgePoles, poleDrops, poleOrder } from '@norther/core';
import { z } from 'zod';
import { inSections, list, NotNegative, Poles, Positive, section, valueOf, Whole } from './sections.ts';

const Frame = {
  poles: Poles,
  interpoles: z.int().min(0).max(200).default(0),
  mode: z.enum(['motor', 'generator']),
  rotation: z.enum(['clockwise', 'counter-clockwise']),
};

export const DC_FIELD = inSections({
  order: section(z.strictObject(Frame), (frame) => ({ order: valueOf(poleOrder(frame)) })),
  walk: section(
    z.strictObject({ ...Frame, found: list(z.string().regex(/^[NSns-]$/), 2, 400) }),
    ({ found, ...frame }) => valueOf(judgePoles(valueOf(poleOrder(frame)), found)),
  ),
  drop: section(z.strictObject({ volts: list(NotNegative, 1, 400) }), ({ volts }) =>
    valueOf(poleDrops(volts)),
  ),
  coils: section(
    z.strictObject({
      turns: Positive,
      meanTurnMm: Positive,
      areaMm2: Positive,
      coils: Whole,
      circuits: Whole.default(1),
      temperatureC: z.number().min(-100).max(400).default(20),
    }),
    (q) => valueOf(fieldCoils(q)),
  ),
});
