/** What to put on, or take away, in one plane: split over its places, rounded to what there is, and what is then left. Source: statics; sine rule. */
import Complex from 'complex.js';
import { rootBetween } from '../numeric/index.ts';
import { radialHole, type DrillBit } from './material.ts';
import type { Positions } from './runs.ts';
import { placeAngle } from './runs.ts';
import { splitOverPositions, toComplex, toVector, turn, type Vector } from './vectors.ts';

export interface CorrectionPart {
  readonly massG: number;
  readonly angleDeg: number;
  /** From 1; null where it goes anywhere. */
  readonly place: number | null;
}

export interface PlaneCorrection {
  /** Before it is split and rounded [g at the radius]. */
  readonly wanted: Vector;
  /** The larger first; empty where nothing is to be done. */
  readonly parts: readonly CorrectionPart[];
  /** Heavy spot that rounding leaves by calculation [g·mm]. */
  readonly leftGmm: Vector;
}

/**
 * @param heavyGmm of this plane as it is now
 * @param stepG    weights come in so many grams; null: any
 */
export function correctByAdding(
  heavyGmm: Vector,
  radiusMm: number,
  positions: Positions | null,
  stepG: number | null,
): PlaneCorrection {
  const wanted = { magnitude: heavyGmm.magnitude / radiusMm, angleDeg: turn(heavyGmm.angleDeg + 180) };
  const rounded = (g: number) => (stepG === null ? g : Math.round(g / stepG) * stepG);
  const candidates: CorrectionPart[] = positions
    ? splitOverPositions(wanted, positions.count, positions.firstDeg).positions.map((k, i) => ({
        massG: rounded(splitOverPositions(wanted, positions.count, positions.firstDeg).amounts[i]!),
        angleDeg: placeAngle(k + 1, positions),
        place: k + 1,
      }))
    : [{ massG: rounded(wanted.magnitude), angleDeg: wanted.angleDeg, place: null }];
  const parts = candidates.filter((p) => p.massG > 1e-9).sort((a, b) => b.massG - a.massG);
  const left = parts.reduce<Complex>(
    (sum, p) => sum.add(toComplex({ magnitude: p.massG * radiusMm, angleDeg: p.angleDeg })),
    toComplex(heavyGmm),
  );
  return { wanted, parts, leftGmm: toVector(left) };
}

/** Depth of a radial hole at the heavy spot that takes its unbalance away [mm]; null where the face has not so much. */
export function drillAway(
  unbalanceGmm: number,
  bit: Omit<DrillBit, 'depthTo'> & { readonly surfaceRadiusMm: number; readonly deepestMm: number },
): number | null {
  const taken = (depthMm: number) => radialHole({ ...bit, depthMm }).unbalanceGmm;
  if (taken(bit.deepestMm) < unbalanceGmm) return null;
  if (taken(0) >= unbalanceGmm) return 0;
  return rootBetween((depth) => taken(depth) - unbalanceGmm, 0, bit.deepestMm);
}
