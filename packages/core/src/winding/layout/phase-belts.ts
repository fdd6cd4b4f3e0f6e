/** Which phase a slot belongs to, decided in whole numbers because slots fall exactly on belt borders. */
import type { Phase } from './layout.ts';

export function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/**
 * @returns how often the star of slots repeats, slots in one repeat, and whether three exactly equal phases exist
 * Source: symmetry condition Q / (3·gcd(Q, p)) whole for two layers; J. Pyrhönen et al., Design of Rotating Electrical
 * Machines, ch. 2 (from memory).
 */
export function slotPeriods(slots: number, poles: number) {
  const repeats = gcd(slots, poles / 2);
  const slotsInPeriod = slots / repeats;
  return { repeats, slotsInPeriod, exactlyBalanced: slotsInPeriod % 3 === 0 };
}

const BELTS: readonly { readonly phase: Phase; readonly sign: 1 | -1 }[] = [
  { phase: 'U', sign: 1 },
  { phase: 'W', sign: -1 },
  { phase: 'V', sign: 1 },
  { phase: 'U', sign: -1 },
  { phase: 'W', sign: 1 },
  { phase: 'V', sign: -1 },
];

/** Belt of 60° in which slot index i (from 0) lies: floor(6·(p·i mod Q) / Q), all whole numbers. */
export const beltOf = (slotIndex: number, slots: number, polePairs: number) =>
  BELTS[Math.floor((6 * ((polePairs * slotIndex) % slots)) / slots)]!;

/** Half a sentence that names the nearest numbers of poles with three exactly equal phases. */
export function nearestPoles(slots: number, poles: number): string {
  const works: number[] = [];
  for (let d = 2; works.length < 2 && d < 96; d += 2)
    for (const p of [poles - d, poles + d])
      if (p >= 2 && slotPeriods(slots, p).exactlyBalanced && works.length < 2) works.push(p);
  return `with ${slots} slots ${works.join(' or ')} poles would work.`;
}
