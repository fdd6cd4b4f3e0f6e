/** calculate/single-phase: concentric windings, their ratio, and what a capacitor does. */
import {
  branchFactor,
  capacitorForQuadrature,
  capacitorForRunning,
  capacitorForTorque,
  compareBranches,
  effectiveTurns,
  groupFactor,
  layBranch,
  lockedCurrents,
  sineTurns,
} from '@norther/core';
import { z } from 'zod';
import { inSections, NotNegative, Positive, section, valueOf, Whole } from './sections.ts';

const Orders = z.array(z.int().min(1).max(999)).min(1).max(64).default([1, 3, 5, 7, 9, 11, 13]);
const Lists = { pitches: z.array(Whole).min(1).max(72), turns: z.array(Whole).min(1).max(72) };
const Stator = { slots: Whole, poles: Whole };
const Branch = z.strictObject({ ...Lists, firstSlot: Whole });
const Ohm = z.strictObject({ r: Positive, x: NotNegative });
const AtStandstill = { frequencyHz: Positive, mainOhm: Ohm, startOhm: Ohm };

const Capacitor = z.discriminatedUnion('method', [
  z.strictObject({ method: z.literal('start-quadrature'), ...AtStandstill }),
  z.strictObject({ method: z.literal('start-torque'), ...AtStandstill }),
  z.strictObject({
    method: z.literal('running-balance'),
    frequencyHz: Positive,
    voltageV: Positive,
    mainCurrentA: Positive,
    mainPowerFactor: z.number().positive().max(1),
    effectiveRatio: Positive.optional(),
  }),
]);

export const SINGLE_PHASE = inSections({
  winding: section(
    z.strictObject({ ...Stator, ...Lists, firstSlot: Whole.default(1), orders: Orders }),
    ({ orders, ...spec }) => {
      const branch = valueOf(layBranch(spec));
      return {
        coils: branch.coils.map(({ firstSlot, secondSlot, polarity, group, turns }) => ({
          firstSlot,
          secondSlot,
          polarity,
          group,
          turns,
        })),
        turnsPerPole: branch.turnsPerPole,
        factors: orders.map((order) => ({ order, windingFactor: branchFactor(branch, order) })),
        effectiveTurns: effectiveTurns(branch),
      };
    },
  ),
  sine: section(
    z.strictObject({
      polePitchSlots: Positive,
      pitches: Lists.pitches,
      turnsPerPole: Positive,
      sharedFullPitch: z.boolean(),
      orders: Orders,
    }),
    ({ orders, ...group }) => {
      const { shares, turns } = valueOf(sineTurns(group));
      return {
        shares,
        turns,
        factors: orders.map((order) => ({ order, windingFactor: groupFactor(group, turns, order) })),
      };
    },
  ),
  ratio: section(
    z.strictObject({ ...Stator, main: Branch, start: Branch }),
    ({ slots, poles, main, start }) =>
      compareBranches(
        valueOf(layBranch({ slots, poles, ...main })),
        valueOf(layBranch({ slots, poles, ...start })),
      ),
  ),
  locked: section(
    z.strictObject({
      voltageV: Positive,
      ...AtStandstill,
      capacitorUf: Positive.nullable().default(null),
      effectiveRatio: Positive.default(1),
    }),
    (q) => lockedCurrents(q.voltageV, q.frequencyHz, q.mainOhm, q.startOhm, q.capacitorUf, q.effectiveRatio),
  ),
  capacitor: section(Capacitor, (q) => {
    switch (q.method) {
      case 'start-quadrature':
        return capacitorForQuadrature(q.frequencyHz, q.mainOhm, q.startOhm);
      case 'start-torque':
        return capacitorForTorque(q.frequencyHz, q.mainOhm, q.startOhm);
      case 'running-balance':
        return capacitorForRunning(
          q.frequencyHz,
          q.voltageV,
          q.mainCurrentA,
          q.mainPowerFactor,
          q.effectiveRatio ?? null,
        );
    }
  }),
});
