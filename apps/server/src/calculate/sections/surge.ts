/** calculate/surge: volts are peak. */
import {
  errorAreaPercent,
  finding,
  NEW_PER_UNIT,
  pulseToPulse,
  ringOf,
  ringVolts,
  shortedTurnEffect,
  surgeLevels,
} from '@norther/core';
import { z } from 'zod';
import {
  Figure,
  inSections,
  list,
  NotNegative,
  Positive,
  refuseThis,
  section,
  Share,
  valueOf,
  Whole,
} from './sections.ts';

const Wave = list(Figure, 2);

export const SURGE = inSections({
  ring: section(
    z.strictObject({
      inductanceH: Positive,
      capacitanceF: Positive,
      resistanceOhm: NotNegative,
      startV: Figure.optional(),
      timeS: list(NotNegative).optional(),
    }),
    ({ startV, timeS, ...circuit }, say) => {
      if (timeS && startV === undefined)
        say([
          finding('note', 'surge.start-assumed', 'No volts at the start were given: 1 V is taken.', [
            'startV',
          ]),
        ]);
      return { ...ringOf(circuit), voltV: ringVolts(circuit, startV ?? 1, timeS ?? []) };
    },
  ),
  compare: section(z.strictObject({ reference: Wave, other: Wave }), (q) => ({
    errorAreaPercent: valueOf(errorAreaPercent(q.reference, q.other)),
  })),
  pulses: section(z.strictObject({ waves: list(Wave, 2, 1000) }), ({ waves }) => {
    const percents = valueOf(pulseToPulse(waves));
    return { errorAreaPercent: percents, largestPercent: Math.max(...percents) };
  }),
  shortedTurn: section(
    z.strictObject({
      inductanceH: Positive,
      turns: Whole,
      shortedTurns: Whole,
      coupling: Share,
      coilsInSeries: Whole.default(1),
      loopOhm: NotNegative.default(0),
      frequencyHz: Positive.optional(),
    }),
    ({ frequencyHz, ...q }) => {
      if (q.shortedTurns > q.turns)
        return refuseThis(
          'surge.too-many-turns',
          'No more turns can be closed than the coil has.',
          'shortedTurns',
        );
      if (q.loopOhm > 0 && frequencyHz === undefined)
        return refuseThis('surge.no-frequency', 'A loop with ohms needs the frequency.', 'frequencyHz');
      return shortedTurnEffect({ ...q, frequencyHz: frequencyHz ?? 0 });
    },
  ),
  level: section(z.strictObject({ ratedVoltageV: Positive, perUnit: Positive.default(NEW_PER_UNIT) }), (q) =>
    surgeLevels(q.ratedVoltageV, q.perUnit),
  ),
});
