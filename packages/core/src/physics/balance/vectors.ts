/** Unbalance as vectors: added, moved to planes, split over places. All angles of one question run in one sense from one mark. */
import Complex from 'complex.js';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface Vector {
  readonly magnitude: number;
  /** 0 ≤ angle < 360; 0 where there is no length. */
  readonly angleDeg: number;
}

export const turn = (angleDeg: number): number => {
  const rest = ((angleDeg % 360) + 360) % 360;
  // A hair below nothing comes out as a whole turn, and −0 as 0.
  return rest === 360 || rest === 0 ? 0 : rest;
};
const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Sine of degrees; the quarters come out exactly, so that opposite weights leave nothing. */
function sine(degrees: number): number {
  const t = turn(degrees);
  if (t > 180) return -sine(t - 180);
  return t > 90 ? sine(180 - t) : t === 90 ? 1 : Math.sin(radians(t));
}
const cosine = (degrees: number) => sine(degrees + 90);

export const toComplex = ({ magnitude, angleDeg }: Vector): Complex =>
  new Complex(magnitude * cosine(angleDeg), magnitude * sine(angleDeg));

/** What rounding leaves of a sum that is nothing, as a share of what was added. */
const ROUNDING = 1e-13;
/** @param scale what was added, so that rounding is told from a result */
export const cleaned = (z: Complex, scale: number): Complex =>
  z.abs() <= ROUNDING * scale ? new Complex(0, 0) : z;

export const toVector = (z: Complex): Vector => {
  const magnitude = z.abs();
  return { magnitude, angleDeg: magnitude === 0 ? 0 : turn((z.arg() * 180) / Math.PI) };
};

export const NO_VECTOR: Vector = { magnitude: 0, angleDeg: 0 };

const scaleOf = (vectors: readonly Vector[]) => vectors.reduce((sum, v) => sum + v.magnitude, 0);

export const sumVectors = (vectors: readonly Vector[]): Vector =>
  toVector(
    cleaned(
      vectors.reduce((sum, v) => sum.add(toComplex(v)), new Complex(0, 0)),
      scaleOf(vectors),
    ),
  );

export interface PlacedUnbalance extends Vector {
  readonly atMm: number;
}

/** A rigid rotor's unbalances as two in the planes a and b. Source: statics, lever rule. */
export function toPlanes(unbalances: readonly PlacedUnbalance[], aMm: number, bMm: number) {
  let [a, b] = [new Complex(0, 0), new Complex(0, 0)];
  for (const u of unbalances) {
    const share = (bMm - u.atMm) / (bMm - aMm);
    const z = toComplex(u);
    a = a.add(z.mul(share));
    b = b.add(z.mul(1 - share));
  }
  const scale = scaleOf(unbalances);
  return { a: toVector(cleaned(a, scale)), b: toVector(cleaned(b, scale)) };
}

/** Static part: both together; couple: as it stands at the first plane. Source: ISO 21940-2, terms (from memory). */
export function staticAndCouple(
  first: Vector,
  second: Vector,
): { readonly static: Vector; readonly couple: Vector } {
  const [a, b] = [toComplex(first), toComplex(second)];
  const scale = first.magnitude + second.magnitude;
  return { static: toVector(cleaned(a.add(b), scale)), couple: toVector(cleaned(a.sub(b).div(2), scale)) };
}

/** Two places nearer in line than this cannot share a vector. */
const IN_LINE = 1e-9;

/** The amounts at two angles that together are the vector: sine rule; below nothing outside the sector. */
export function splitOverTwo(
  wanted: Vector,
  atDeg: readonly [number, number],
): Outcome<readonly [number, number]> {
  const between = sine(atDeg[1] - atDeg[0]);
  if (Math.abs(between) < IN_LINE)
    return refuse(
      'balance.in-line',
      'The two places lie on one line through the centre: they cannot share a correction.',
      'atDeg',
    );
  return good([
    (wanted.magnitude * sine(atDeg[1] - wanted.angleDeg)) / between,
    (wanted.magnitude * sine(wanted.angleDeg - atDeg[0])) / between,
  ]);
}

export interface SplitOverPositions {
  readonly positions: readonly [number, number];
  readonly anglesDeg: readonly [number, number];
  readonly amounts: readonly [number, number];
}

/**
 * The two neighbouring places of so many even ones that take a correction; exactly on one, it takes all.
 * @param count at least three; positions count from 0 at `firstDeg`, with rising angle
 */
export function splitOverPositions(wanted: Vector, count: number, firstDeg: number): SplitOverPositions {
  const pitch = 360 / count;
  const steps = turn(wanted.angleDeg - firstDeg) / pitch;
  const nearest = Math.round(steps);
  const on = Math.abs(steps - nearest) < 1e-9;
  const k = (on ? nearest : Math.floor(steps)) % count;
  const next = (k + 1) % count;
  const anglesDeg = [turn(firstDeg + k * pitch), turn(firstDeg + next * pitch)] as const;
  const apart = turn(wanted.angleDeg - firstDeg) - k * pitch;
  const amounts = on
    ? ([wanted.magnitude, 0] as const)
    : ([
        (wanted.magnitude * sine(pitch - apart)) / sine(pitch),
        (wanted.magnitude * sine(apart)) / sine(pitch),
      ] as const);
  return { positions: [k, next], anglesDeg, amounts };
}

/** Two equal weights spread about the wanted angle: 2·amount·cos(half) = wanted. */
export function twoEqualWeights(wanted: Vector, amount: number) {
  const share = wanted.magnitude / (2 * amount);
  if (share > 1)
    return refuse<{ readonly halfAngleDeg: number; readonly anglesDeg: readonly [number, number] }>(
      'balance.too-light',
      'Two weights of this size are not enough even side by side.',
      'amount',
    );
  const halfAngleDeg = (Math.acos(share) * 180) / Math.PI;
  return good({
    halfAngleDeg,
    anglesDeg: [turn(wanted.angleDeg - halfAngleDeg), turn(wanted.angleDeg + halfAngleDeg)] as const,
  });
}

/** How angles count on a rotor. */
export type AngleSense = 'with' | 'against';

/** An angle in another convention: turned round where the senses differ, then moved to the other mark. */
export const convertAngle = (angleDeg: number, from: AngleSense, to: AngleSense, offsetDeg: number): number =>
  turn((from === to ? angleDeg : -angleDeg) + offsetDeg);
