/** Where an angle of a rotor is drawn: 0 at the top, the rotor turning clockwise seen from the drive end. */
import type { PlaneName } from '@norther/core';

export interface FaceView {
  /** Angles count as the hands of a clock go. */
  readonly clockwise: boolean;
  /** The rotor as seen from here turns as the hands of a clock go. */
  readonly turnsClockwise: boolean;
}

/** Plane B is looked at from its own end, so both arrows turn round. */
export function faceOf(sense: 'with' | 'against', from: PlaneName): FaceView {
  const turnsClockwise = from === 'A';
  return { turnsClockwise, clockwise: sense === 'with' ? turnsClockwise : !turnsClockwise };
}

export function placeOf(
  { clockwise }: FaceView,
  angleDeg: number,
  radius: number,
): readonly [x: number, y: number] {
  const a = ((clockwise ? angleDeg : -angleDeg) * Math.PI) / 180;
  return [radius * Math.sin(a), -radius * Math.cos(a)];
}

/** Arc along a circle from one angle to another as drawn, with an arrow's head at its end. */
export function arcArrow(
  radius: number,
  fromDeg: number,
  toDeg: number,
): { readonly arc: string; readonly head: string } {
  const at = (deg: number, r: number) => {
    const a = (deg * Math.PI) / 180;
    return [r * Math.sin(a), -r * Math.cos(a)] as const;
  };
  const [x1, y1] = at(fromDeg, radius);
  const [x2, y2] = at(toDeg, radius);
  const sweep = toDeg > fromDeg ? 1 : 0;
  const tip = toDeg + (sweep ? 5 : -5);
  const points = [at(tip, radius), at(toDeg, radius + 5), at(toDeg, radius - 5)];
  return {
    arc: `M${x1} ${y1}A${radius} ${radius} 0 0 ${sweep} ${x2} ${y2}`,
    head: `M${points.map((p) => p.join(' ')).join('L')}Z`,
  };
}
