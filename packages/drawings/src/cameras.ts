/** Photos along a line of time: a camera where each was taken, those that would cover each other as one with their count. */
import { fixed } from './phase-style.ts';
import type { Mark } from './scene.ts';

/** @param places along the line, rising [px] @param py height of the line [px] */
export const cameras = (places: readonly number[], py: number): Mark[] =>
  inOne(places).flatMap(([px, count]) => camera(px, py, count));

/** Places nearer than a camera and its count are wide, as the first of them and how many they are. */
function inOne(places: readonly number[]): (readonly [number, number])[] {
  const groups: [number, number][] = [];
  for (const px of places) {
    const last = groups.at(-1);
    if (last && px - last[0] < 28) last[1]++;
    else groups.push([px, 1]);
  }
  return groups;
}

function camera(px: number, py: number, count: number): Mark[] {
  const body = `M${fixed(px - 6)} ${py - 3.5}h3l1.5-2h3l1.5 2h3v8h-12Z`;
  return [
    { kind: 'path', d: body, fill: 'paper', stroke: 'ink', width: 1.2 },
    {
      kind: 'path',
      d: `M${fixed(px - 2.2)} ${py + 0.5}a2.2 2.2 0 1 0 4.4 0a2.2 2.2 0 1 0-4.4 0Z`,
      stroke: 'ink',
      width: 1.2,
    },
    ...(count > 1
      ? [
          {
            kind: 'text' as const,
            ...{ x: px + 9, y: py + 5, text: String(count), size: 12 },
            ...{ ink: 'ink' as const, face: 'figures' as const },
          },
        ]
      : []),
  ];
}
