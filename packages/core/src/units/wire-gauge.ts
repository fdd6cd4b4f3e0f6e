/** Bare diameter of gauge wire. */

/**
 * d = 0.127 mm · 92^((36 − n)/39), half sizes too; 0 = 0, 00 = −1, 000 = −2, 0000 = −3.
 * @param gauge digits as spoken: `18`, `18.5`, `0`, `00`
 * @returns bare diameter [mm], or null outside 0000…44
 * Source: ASTM B258, definition of the gauge (0.005 in at 36, 0.460 in at 0000). From memory.
 */
export function gaugeDiameterMm(gauge: string): number | null {
  if (!/^(0{1,4}|[1-9]\d?(\.[05])?)$/.test(gauge)) return null;
  const n = /^0{2,4}$/.test(gauge) ? 1 - gauge.length : Number(gauge);
  if (n > 44) return null;
  return 0.127 * 92 ** ((36 - n) / 39);
}
