/** calculate/tooth-coils: coils on single teeth, and which slots and poles go together. */
import { slotPoleTable, toothCircuits, toothCoils, toothFactor, waveDirection } from '@norther/core';
import { z } from 'zod';
import { inSections, Poles, refuseThis, section, valueOf } from './sections.ts';

const MOST_SLOTS = 360;
/** So many rows are worked out within the time that an answer may take. */
const MOST_ROWS = 6000;
const Slots = z.int().min(3).max(MOST_SLOTS);
const AnyPoles = z.int().min(1).max(200);
const Layers = z.literal([1, 2]).default(2);

export const TOOTH_COILS = inSections({
  winding: section(
    z.strictObject({
      slots: Slots,
      poles: Poles,
      layers: Layers,
      orders: z
        .array(z.int().min(1).max(9999))
        .min(1)
        .max(200)
        .default(Array.from({ length: 13 }, (_, i) => i + 1)),
    }),
    ({ orders, ...spec }) => {
      const coils = valueOf(toothCoils(spec));
      const working = waveDirection(spec, coils, spec.poles / 2);
      return {
        coils,
        windingFactor: toothFactor(spec, coils, spec.poles / 2),
        factors: orders.map((polePairs) => ({
          polePairs,
          windingFactor: toothFactor(spec, coils, polePairs),
        })),
        circuits: toothCircuits(spec),
        directions: orders.flatMap((polePairs) => {
          const direction = waveDirection(spec, coils, polePairs);
          return direction === null
            ? []
            : [{ polePairs, direction: direction === working ? 'with' : 'against' }];
        }),
      };
    },
  ),
  table: section(
    z.strictObject({
      fromSlots: z.int().min(1).max(MOST_SLOTS),
      toSlots: Slots,
      fromPoles: AnyPoles,
      toPoles: AnyPoles,
      layers: Layers,
    }),
    (q) => {
      if (q.fromSlots > q.toSlots || q.fromPoles > q.toPoles)
        return refuseThis('tooth.range', 'From is the smaller one.', 'fromSlots', 'fromPoles');
      const rows =
        ((q.toSlots - q.fromSlots) / (q.layers === 2 ? 3 : 6) + 1) * ((q.toPoles - q.fromPoles) / 2 + 1);
      if (rows > MOST_ROWS)
        return refuseThis(
          'tooth.too-many',
          `That are ${Math.ceil(rows)} pairs, at most ${MOST_ROWS} at once: ask for fewer slots or poles.`,
          'toSlots',
          'toPoles',
        );
      return { rows: slotPoleTable(q) };
    },
  ),
});
