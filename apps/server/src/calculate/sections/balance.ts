/** calculate/balance-tolerance, -vectors, -run and -material. */
import {
  convertAngle,
  correctionWithoutPhase,
  drillDepth,
  drilledMass,
  gradeOf,
  journalRule,
  milledFlat,
  milledSlot,
  permissibleUnbalance,
  radialHole,
  shareToPlanes,
  solveInfluence,
  splitOverPositions,
  splitOverTwo,
  staticAndCouple,
  sumVectors,
  toPlanes,
  trialWeight,
  trimByInfluence,
  twoEqualWeights,
  unbalanceForce,
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
  valueOf,
  whole,
} from './sections.ts';

const Angle = z.number().min(-3600).max(3600);
const Vector = z.strictObject({ magnitude: NotNegative, angleDeg: Angle });
const apart = (a: number, b: number, ...fields: string[]) => {
  if (a === b) refuseThis('balance.one-place', 'The two must be at two places.', ...fields);
};

export const BALANCE_TOLERANCE = inSections({
  grade: section(
    z.strictObject({
      gradeMmPerS: Positive,
      massKg: Positive,
      speedRpm: Positive,
      constant: z.enum(['exact', 'printed']).default('exact'),
    }),
    (q) => {
      const permissibleGmm = permissibleUnbalance(q.gradeMmPerS, q.massKg, q.speedRpm, q.constant);
      return { permissibleGmm, specificUm: permissibleGmm / q.massKg };
    },
  ),
  gradeOf: section(
    z.strictObject({ residualGmm: NotNegative, massKg: Positive, speedRpm: Positive }),
    (q) => ({
      gradeMmPerS: gradeOf(q.residualGmm, q.massKg, q.speedRpm),
    }),
  ),
  planes: section(
    z.strictObject({ permissibleGmm: Positive, centreMm: Figure, bearingAMm: Figure, bearingBMm: Figure }),
    (q) => {
      apart(q.bearingAMm, q.bearingBMm, 'bearingAMm', 'bearingBMm');
      return shareToPlanes(q.permissibleGmm, q.centreMm, q.bearingAMm, q.bearingBMm);
    },
  ),
  journal: section(z.strictObject({ journalLoadKg: Positive, speedRpm: Positive }), (q) =>
    journalRule(q.journalLoadKg, q.speedRpm),
  ),
  force: section(z.strictObject({ unbalanceGmm: NotNegative, speedRpm: Positive }), (q) => ({
    forceN: unbalanceForce(q.unbalanceGmm, q.speedRpm),
  })),
  trial: section(
    z.strictObject({
      rotorKg: Positive,
      speedRpm: Positive,
      radiusMm: Positive,
      forceShare: z.number().positive().max(10).default(0.1),
    }),
    (q) => ({ massG: trialWeight(q.rotorKg, q.speedRpm, q.radiusMm, q.forceShare) }),
  ),
});

const Sense = z.enum(['with', 'against']);

export const BALANCE_VECTORS = inSections({
  sum: section(
    z.strictObject({
      weights: list(
        z.strictObject({ magnitude: NotNegative, angleDeg: Angle, radiusMm: Positive.optional() }),
        1,
        10_000,
      ),
    }),
    ({ weights }) => {
      if (new Set(weights.map((w) => w.radiusMm === undefined)).size > 1)
        return refuseThis('balance.some-radii', 'Either all weights have a radius or none.', 'weights');
      return sumVectors(
        weights.map(({ magnitude, angleDeg, radiusMm = 1 }) => ({
          magnitude: magnitude * radiusMm,
          angleDeg,
        })),
      );
    },
  ),
  toPlanes: section(
    z.strictObject({
      unbalances: list(z.strictObject({ atMm: Figure, magnitude: NotNegative, angleDeg: Angle }), 1, 10_000),
      aMm: Figure,
      bMm: Figure,
    }),
    (q) => {
      apart(q.aMm, q.bMm, 'aMm', 'bMm');
      return toPlanes(q.unbalances, q.aMm, q.bMm);
    },
  ),
  staticCouple: section(z.strictObject({ first: Vector, second: Vector }), (q) =>
    staticAndCouple(q.first, q.second),
  ),
  split: section(z.strictObject({ wanted: Vector, atDeg: z.tuple([Angle, Angle]) }), (q) => ({
    amounts: valueOf(splitOverTwo(q.wanted, q.atDeg)),
  })),
  positions: section(
    z.strictObject({ wanted: Vector, count: z.int().min(3).max(1000), firstDeg: Angle.default(0) }),
    (q) => splitOverPositions(q.wanted, q.count, q.firstDeg),
  ),
  twoEqual: section(z.strictObject({ wanted: Vector, amount: Positive }), (q) =>
    valueOf(twoEqualWeights(q.wanted, q.amount)),
  ),
  convert: section(
    z.strictObject({ angleDeg: Angle, from: Sense, to: Sense, offsetDeg: Angle.default(0) }),
    (q) => ({ angleDeg: convertAngle(q.angleDeg, q.from, q.to, q.offsetDeg) }),
  ),
});

const Three = z.tuple([NotNegative, NotNegative, NotNegative]);
const Readings = list(Vector, 1, 200);
const Runs = z.strictObject({
  initial: Readings,
  runs: list(Readings, 1, 50),
  trials: list(Vector, 1, 50),
  trialsLeftIn: z.boolean().default(false),
  weights: list(Positive, 1, 200).optional(),
});
const Trim = z.strictObject({ influence: list(list(Vector, 1, 50), 1, 200), readings: Readings });
const Amplitudes = z.strictObject({
  amplitudes: z.strictObject({ initial: Positive, runs: Three }),
  trial: Positive,
  atDeg: z.tuple([Angle, Angle, Angle]).default([0, 120, 240]),
});

export const BALANCE_RUN = whole(
  section(z.union([Runs, Trim, Amplitudes]), (q, say) => {
    if ('initial' in q) return valueOf(solveInfluence(q), say);
    if ('influence' in q) return { corrections: valueOf(trimByInfluence(q.influence, q.readings), say) };
    return {
      correction: valueOf(
        correctionWithoutPhase(q.amplitudes.initial, q.amplitudes.runs, q.trial, q.atDeg),
        say,
      ),
    };
  }),
);

const Bit = {
  diameterMm: Positive,
  pointDeg: z.number().min(1).max(179).default(118),
  densityGCm3: Positive,
};
const DepthTo = z.enum(['shoulder', 'tip']);

export const BALANCE_MATERIAL = inSections({
  drill: section(z.strictObject({ ...Bit, depthMm: NotNegative, depthTo: DepthTo }), (q) => ({
    massG: drilledMass(q),
  })),
  drillDepth: section(z.strictObject({ ...Bit, massG: Positive, depthTo: DepthTo }), (q) => ({
    depthMm: valueOf(drillDepth(q)),
  })),
  drillRadial: section(
    z.strictObject({
      ...Bit,
      depthMm: NotNegative,
      depthTo: z.literal('shoulder').default('shoulder'),
      surfaceRadiusMm: Positive,
    }),
    ({ depthTo: _, ...q }) => radialHole(q),
  ),
  flat: section(
    z.strictObject({ radiusMm: Positive, depthMm: Positive, lengthMm: Positive, densityGCm3: Positive }),
    (q) => valueOf(milledFlat(q)),
  ),
  slot: section(
    z.strictObject({
      widthMm: Positive,
      depthMm: Positive,
      lengthMm: Positive,
      surfaceRadiusMm: Positive,
      densityGCm3: Positive,
    }),
    (q) => milledSlot(q),
  ),
});
