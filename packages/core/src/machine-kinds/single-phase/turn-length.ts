/** How long the wire of a winding is, coil by coil. */
import type { CoreSize } from '../../winding/analysis/index.ts';
import type { LaidWindings } from './card.ts';
import type { Branch, BranchCoil } from './concentric-branch.ts';

/**
 * Length of one turn of a coil [mm]: two core lengths and two heads, each head the chord of its span with a way out and back.
 * A measured mean turn of the main winding sets the way out.
 * Source: the estimate of random-wound coils, 2·L + 2.4·W + 100 for stators of some 100 mm bore and more (Pyrhönen, Jokinen &
 * Hrabovcová, ch. 5, from memory), its 100 mm taken in proportion to the bore below that: common practice, no source.
 */
export function turnOfCoilMm(
  pitch: number,
  slots: number,
  core: CoreSize,
  meanMainPitch: number,
): number | null {
  const { boreDiameterMm: bore, coreLengthMm: length } = core;
  // The coils lie in the middle of slots about an eighth of the bore deep.
  const out = (y: number) => (bore ? (2.4 * Math.PI * bore * 1.12 * y) / slots : 0);
  if (core.meanTurnMm) return core.meanTurnMm + out(pitch) - out(meanMainPitch);
  if (!bore || !length) return null;
  return 2 * length + out(pitch) + Math.min(100, bore);
}

/** Mean pitch of a winding's turns [slots]. */
export const meanPitchOf = (branch: Branch) =>
  branch.coils.reduce((n, c) => n + c.turns * c.pitch, 0) / branch.coils.reduce((n, c) => n + c.turns, 0);

/** Length of wire of a whole winding, one strand [m]; null where the core is not known. */
export function branchLengthM(branch: Branch, laid: LaidWindings, core: CoreSize): number | null {
  const mean = meanPitchOf(laid.main);
  const one = (c: BranchCoil) => turnOfCoilMm(c.pitch, branch.slots, core, mean);
  const parts = branch.coils.map((c) => [c.turns, one(c)] as const);
  return parts.some(([, l]) => l === null) ? null : parts.reduce((s, [t, l]) => s + (t * l!) / 1000, 0);
}
