/** What to put on, or take away, in one plane: split over its places, rounded to what there is, and what is then left. Source: statics; sine rule. */
import Complex from 'complex.js';
import { rootBetween } from '../../language/numeric/index.ts';
import { drilledMass, milledFlat, milledSlot, radialHole, type DrillBit } from './material.ts';
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

export const TAKE_AWAY_WAYS = {
  'drill-radial': 'a drill, from outside inwards',
  'drill-face': 'a drill, into the face',
  flat: 'a milled flat',
  slot: 'a milled slot',
} as const;
export type TakeAwayWay = keyof typeof TAKE_AWAY_WAYS;

/** [g/cm³] */
export const METALS = { steel: 'steel', aluminium: 'aluminium', copper: 'copper' } as const;
const DENSITY = { steel: 7.85, aluminium: 2.7, copper: 8.89 } as const;
/** Usual twist drill, whole angle. Common practice, no source. */
const POINT_DEG = 118;

export interface TakeAway {
  readonly way: TakeAwayWay;
  readonly metal: keyof typeof METALS;
  /** Of the drill, or the width of a slot [mm]. */
  readonly toolMm: number;
  /** Of the surface, or of the circle that holes into the face lie on [mm]. */
  readonly radiusMm: number;
  /** Of a flat or a slot along the shaft [mm]. */
  readonly lengthMm: number;
  readonly deepestMm: number;
}

/** Unbalance that a depth takes away [g·mm]. */
function takenAt(depthMm: number, q: TakeAway): number {
  const densityGCm3 = DENSITY[q.metal];
  const bit: Omit<DrillBit, 'depthTo'> = { diameterMm: q.toolMm, pointDeg: POINT_DEG, densityGCm3 };
  switch (q.way) {
    case 'drill-radial':
      return radialHole({ ...bit, depthMm, surfaceRadiusMm: q.radiusMm }).unbalanceGmm;
    case 'drill-face':
      // Along the shaft: all of it lies at the radius of the circle of holes.
      return drilledMass({ ...bit, depthTo: 'shoulder', depthMm }) * q.radiusMm;
    case 'flat': {
      if (depthMm === 0) return 0;
      const flat = milledFlat({ radiusMm: q.radiusMm, depthMm, lengthMm: q.lengthMm, densityGCm3 });
      return flat.ok ? flat.value.unbalanceGmm : 0;
    }
    case 'slot':
      return milledSlot({
        widthMm: q.toolMm,
        depthMm,
        lengthMm: q.lengthMm,
        surfaceRadiusMm: q.radiusMm,
        densityGCm3,
      }).unbalanceGmm;
  }
}

/**
 * Depth at the heavy spot that takes an unbalance away; of a drill to its shoulder [mm].
 * @returns null where so much is not there: the hole is at its deepest, the flat at the middle
 * Source: geometry; the centre of what is taken counts, not the surface.
 */
export function takeAway(unbalanceGmm: number, q: TakeAway): number | null {
  const deepest = Math.min(q.deepestMm, q.way === 'drill-face' ? Infinity : q.radiusMm);
  if (takenAt(deepest, q) < unbalanceGmm) return null;
  if (takenAt(0, q) >= unbalanceGmm) return 0;
  return rootBetween((depth) => takenAt(depth, q) - unbalanceGmm, 0, deepest);
}
