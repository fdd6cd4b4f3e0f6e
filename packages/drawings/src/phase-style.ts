/** How U, V and W are told apart without colour: solid, double, dashed. */
import type { Phase } from '@norther/core';
import type { Ink, PathMark } from './scene.ts';

export const PHASE_INK: Readonly<Record<Phase, Ink>> = { U: 'ink', V: 'blue', W: 'teal' };

/** A conductor of a phase: U one line, V two, W dashes. */
export function phaseLine(d: string, phase: Phase, width: number, of?: string): PathMark[] {
  const base: PathMark = {
    kind: 'path',
    d,
    stroke: PHASE_INK[phase],
    width,
    ...(of ? { of } : {}),
  };
  if (phase === 'U') return [base];
  if (phase === 'W') return [{ ...base, dash: `${(width * 1.6).toFixed(1)} ${(width * 0.7).toFixed(1)}` }];
  return [base, { ...base, stroke: 'paper', width: width * 0.42 }];
}

/** Point on a circle; angle in radians from the top, clockwise. */
export const polar = (cx: number, cy: number, r: number, angle: number): readonly [number, number] => [
  cx + r * Math.sin(angle),
  cy - r * Math.cos(angle),
];
const HUNDREDTHS = Array.from({ length: 100 }, (_, f) =>
  f === 0 ? '' : `.${String(f).padStart(2, '0').replace(/0$/, '')}`,
);
/** Two decimals. Far quicker than toFixed, of which a large drawing would need thousands: only whole numbers are written. */
export function fixed(n: number): string {
  const k = Math.round(Math.abs(n) * 100);
  const whole = Math.floor(k / 100);
  return `${n < 0 && k > 0 ? '-' : ''}${whole}${HUNDREDTHS[k - whole * 100]}`;
}
export const polyline = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${fixed(x)} ${fixed(y)}`).join('');

/** Arc along a circle from one angle to a later one. */
export function arcPath(cx: number, cy: number, r: number, from: number, to: number): string {
  const [x0, y0] = polar(cx, cy, r, from);
  const [x1, y1] = polar(cx, cy, r, to);
  const large = Math.abs(to - from) > Math.PI ? 1 : 0;
  return `M${fixed(x0)} ${fixed(y0)}A${fixed(r)} ${fixed(r)} 0 ${large} ${to > from ? 1 : 0} ${fixed(x1)} ${fixed(y1)}`;
}
