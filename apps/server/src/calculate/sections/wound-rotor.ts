/** calculate/wound-rotor: volts at the rings, and rotor ohms as the stator sees them. */
import { openRing, referredOhm } from '@norther/core';
import { z } from 'zod';
import { inSections, Positive, section, valueOf } from './sections.ts';

const Winding = z.strictObject({
  connection: z.enum(['star', 'delta']),
  seriesTurns: Positive,
  windingFactor: z.number().positive().max(1),
  phases: z.int().min(1).max(24).optional(),
});
const Both = { stator: Winding, rotor: Winding };

export const WOUND_ROTOR = inSections({
  openRing: section(
    z.strictObject({
      lineV: Positive,
      ...Both,
      slip: z.number().min(0).max(3).default(1),
      lineHz: Positive.optional(),
    }),
    (q) => valueOf(openRing(q.lineV, q.stator, q.rotor, q.slip, q.lineHz ?? null)),
  ),
  referred: section(z.strictObject({ ...Both, ringToRingOhm: Positive }), (q) => ({
    perStatorPhaseOhm: valueOf(referredOhm(q.stator, q.rotor, q.ringToRingOhm)),
  })),
});
