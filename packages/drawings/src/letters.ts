/** The letters of phases and poles as strokes: hundreds of them are then one mark, where set type would be one each. */
import { polyline } from './phase-style.ts';

type Point = readonly [x: number, y: number];

/** Each within −1…1, y downward. */
const STROKES = {
  U: [
    [-0.9, -1],
    [-0.9, 0.55],
    [-0.45, 1],
    [0.45, 1],
    [0.9, 0.55],
    [0.9, -1],
  ],
  V: [
    [-1, -1],
    [0, 1],
    [1, -1],
  ],
  W: [
    [-1.2, -1],
    [-0.7, 1],
    [0, -0.5],
    [0.7, 1],
    [1.2, -1],
  ],
  N: [
    [-0.85, 1],
    [-0.85, -1],
    [0.85, 1],
    [0.85, -1],
  ],
  S: [
    [0.9, -0.65],
    [0.5, -1],
    [-0.5, -1],
    [-0.9, -0.65],
    [-0.9, -0.3],
    [-0.55, 0],
    [0.55, 0],
    [0.9, 0.3],
    [0.9, 0.65],
    [0.5, 1],
    [-0.5, 1],
    [-0.9, 0.65],
  ],
} as const satisfies Record<string, readonly Point[]>;

/** Path of a letter centred on a point; `size` as a type size. */
export function letterPath(letter: keyof typeof STROKES, x: number, y: number, size: number): string {
  const [across, down] = [size * 0.27, size * 0.36];
  return polyline(STROKES[letter].map(([px, py]) => [x + px * across, y + py * down] as const));
}
/** Stroke of a letter of that size. */
export const letterWidth = (size: number) => Math.max(1, size * 0.13);
