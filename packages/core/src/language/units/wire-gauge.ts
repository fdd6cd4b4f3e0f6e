/** Bare diameter of gauge wire, and the gauge nearest to a wire. */

/**
 * d = 0.127 mm · 92^((36 − n)/39); 0, −1, −2, −3 stand for 1/0, 2/0, 3/0, 4/0, halves between them.
 * @returns bare diameter [mm], of any number: lead wire is thicker than what a slot takes
 * Source: ASTM B258, definition of the gauge (0.005 in at 36, 0.460 in at 0000). From memory.
 */
export const diameterOfGaugeMm = (n: number): number => 0.127 * 92 ** ((36 - n) / 39);

/**
 * The gauge nearest to a wire by the ratio of areas, which is nearness on the gauge scale itself; a tie goes to the thinner.
 * @param bareDiameterMm > 0; step 1 or 0.5
 * Source: ASTM B258 turned round.
 */
export function nearestGauge(bareDiameterMm: number, step: 0.5 | 1): number {
  const exact = 36 - (39 * Math.log(bareDiameterMm / 0.127)) / Math.log(92);
  const nearest = Math.floor(exact / step + 0.5 + 1e-12) * step;
  return nearest === 0 ? 0 : nearest;
}

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
  return diameterOfGaugeMm(n);
}
