/** calculate/bonding: the pulse that melts a bonding coat. */
import { ohmAt, pulse, riseByResistance } from '@norther/core';
import { z } from 'zod';
import { inSections, Positive, refuseThis, section, valueOf } from './sections.ts';

/** The rule of resistance over temperature ends at −234.5 °C. */
const Warm = z.number().min(-200).max(2000);
const Cold = { coldOhm: Positive, coldC: Warm };

export const BONDING = inSections({
  temperature: section(
    z.union([
      z.strictObject({ ...Cold, hotOhm: Positive }),
      z.strictObject({ ...Cold, voltageV: Positive, currentA: Positive }),
    ]),
    (q) => ({
      meanC: riseByResistance({
        coldOhm: q.coldOhm,
        coldTemperatureC: q.coldC,
        hotOhm: 'hotOhm' in q ? q.hotOhm : q.voltageV / q.currentA,
        coolantAtEndC: null,
      }).hotTemperatureC,
    }),
  ),
  ohmFor: section(z.strictObject({ ...Cold, toC: Warm }), (q) => ({
    hotOhm: ohmAt(q.coldOhm, q.coldC, q.toC),
  })),
  pulse: section(
    z.strictObject({
      bareMm: Positive.optional(),
      areaMm2: Positive.optional(),
      startC: Warm,
      seconds: Positive.optional(),
      toC: Warm.optional(),
      currentA: Positive.optional(),
      voltagePerMetre: Positive.optional(),
    }),
    ({ bareMm, areaMm2, startC, seconds, toC, currentA, voltagePerMetre }) => {
      const one = (a: unknown, b: unknown, ...names: string[]) => {
        if ((a === undefined) === (b === undefined))
          refuseThis(
            'bonding.one-of',
            `Give one of ${names.join(' and ')}, not ${a === undefined ? 'none' : 'both'}.`,
            ...names,
          );
      };
      one(bareMm, areaMm2, 'bareMm', 'areaMm2');
      one(seconds, toC, 'seconds', 'toC');
      one(currentA, voltagePerMetre, 'currentA', 'voltagePerMetre');
      return valueOf(
        pulse({
          areaMm2: areaMm2 ?? (Math.PI / 4) * bareMm! ** 2,
          startC,
          until: seconds === undefined ? { toC: toC! } : { seconds },
          held: currentA === undefined ? { voltagePerMetre: voltagePerMetre! } : { currentA },
        }),
      );
    },
  ),
});
