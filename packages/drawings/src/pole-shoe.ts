/** Pole shoes: N filled and pointing out, S open and pointing in, with their letter. */
import { letterPath, letterWidth } from './letters.ts';
import { polyline } from './phase-style.ts';
import type { Ink, Mark } from './scene.ts';

export interface PoleShoe {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  /** Radians from the top, clockwise, its flat side to the bore; 0 also serves the unrolled strip. */
  readonly angle: number;
  readonly polarity: 'N' | 'S';
}

function outline({ x, y, size, angle, polarity }: PoleShoe): string {
  const h = size / 2;
  const shape: readonly (readonly [number, number])[] =
    polarity === 'N'
      ? [
          [-h * 0.8, h],
          [h * 0.8, h],
          [h * 0.8, -h * 0.35],
          [0, -h],
          [-h * 0.8, -h * 0.35],
        ]
      : [
          [-h * 0.8, -h],
          [h * 0.8, -h],
          [h * 0.8, h * 0.35],
          [0, h],
          [-h * 0.8, h * 0.35],
        ];
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return `${polyline(shape.map(([px, py]) => [x + px * c - py * s, y + px * s + py * c] as const))}Z`;
}

/** Any number of shoes of one colour and one size: a mark for each polarity, and one for its letters. */
export function poleShoes(shoes: readonly PoleShoe[], ink: Ink = 'graphite'): Mark[] {
  return (['N', 'S'] as const).flatMap((polarity): Mark[] => {
    const these = shoes.filter((s) => s.polarity === polarity);
    if (!these.length) return [];
    const letter = these[0]!.size * 0.62;
    return [
      {
        kind: 'path',
        d: these.map(outline).join(''),
        stroke: ink,
        width: 1.2,
        fill: polarity === 'N' ? ink : 'paper',
        through: true,
      },
      {
        kind: 'path',
        d: these.map((s) => letterPath(polarity, s.x, s.y, letter)).join(''),
        stroke: polarity === 'N' ? 'paper' : ink,
        width: letterWidth(letter),
        through: true,
      },
    ];
  });
}
