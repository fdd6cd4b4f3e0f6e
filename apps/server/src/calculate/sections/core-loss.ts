/** calculate/core-loss: the loop test. */
import {
  densityFromSearch,
  lossAtDensity,
  loopIron,
  partCoreLoss,
  planLoop,
  specificLoss,
  voltsPerTurn,
} from '@norther/core';
import { z } from 'zod';
import { inSections, NotNegative, Positive, section, Share, valueOf, Whole } from './sections.ts';

const Iron = { areaMm2: Positive, frequencyHz: Positive };

export const CORE_LOSS = inSections({
  iron: section(
    z.strictObject({
      outsideMm: Positive,
      boreMm: NotNegative,
      slotDepthMm: NotNegative,
      stackMm: Positive,
      ducts: z.int().min(0).max(1000).default(0),
      ductMm: NotNegative.default(0),
      stackingFactor: Share,
      densityKgM3: Positive,
    }),
    (q) => valueOf(loopIron(q)),
  ),
  voltsPerTurn: section(z.strictObject({ densityT: Positive, ...Iron }), (q) => ({
    voltsPerTurnV: voltsPerTurn(q.densityT, q.areaMm2, q.frequencyHz),
  })),
  plan: section(
    z.strictObject({
      densityT: Positive,
      ...Iron,
      meanPathMm: Positive,
      fieldAPerM: Positive,
      supplyV: Positive,
    }),
    (q) => planLoop(q),
  ),
  search: section(z.strictObject({ searchV: Positive, searchTurns: Positive, ...Iron }), (q) => ({
    densityT: densityFromSearch(q.searchV, q.searchTurns, q.areaMm2, q.frequencyHz),
  })),
  specific: section(
    z.strictObject({
      powerW: NotNegative,
      massKg: Positive,
      excitingTurns: Whole.default(1),
      searchTurns: Whole.default(1),
    }),
    (q) => ({ wPerKg: specificLoss(q.powerW, q.massKg, q.excitingTurns, q.searchTurns) }),
  ),
  toTarget: section(
    z.strictObject({
      wPerKg: Positive,
      densityT: Positive,
      targetT: Positive,
      exponent: z.number().min(0).max(10).default(2),
    }),
    (q) => ({ wPerKg: lossAtDensity(q.wPerKg, q.densityT, q.targetT, q.exponent) }),
  ),
  change: section(z.strictObject({ before: Positive, after: NotNegative }), (q) => ({
    percent: (100 * (q.after - q.before)) / q.before,
  })),
  twoFrequencies: section(
    z.strictObject({ firstW: Positive, firstHz: Positive, secondW: Positive, secondHz: Positive }),
    (q) => valueOf(partCoreLoss(q.firstW, q.firstHz, q.secondW, q.secondHz)),
  ),
});
