/** Work that was done again, on a line of time: a loop back under the rail, from where it ended to where it began anew. */
import { fixed } from './phase-style.ts';
import type { Mark } from './scene.ts';

export interface Loop {
  /** Where the work was found wanting [px]. */
  readonly from: number;
  /** Where what is done again had begun [px]. */
  readonly to: number;
}

/** @param py height of the rail [px] */
export function reworkLoop({ from, to }: Loop, py: number): Mark[] {
  const deep = py + 11;
  const back = Math.min(to, from - 12);
  return [
    {
      kind: 'path',
      d: `M${fixed(from)} ${py}Q${fixed(from)} ${deep} ${fixed(from - 6)} ${deep}H${fixed(back + 6)}Q${fixed(back)} ${deep} ${fixed(back)} ${py + 3}`,
      stroke: 'carmine',
      width: 1.4,
    },
    {
      kind: 'path',
      d: `M${fixed(back - 3.4)} ${py + 7}l3.4-5 3.4 5`,
      stroke: 'carmine',
      width: 1.4,
    },
  ];
}
