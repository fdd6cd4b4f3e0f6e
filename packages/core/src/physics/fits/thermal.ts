/** Diameters over temperature: what a bore gains, how hot a part must be, what a fit becomes. Source: linear expansion. */

/** Growth of a bore, which grows like the solid [µm]. */
export const boreGrowthUm = (boreMm: number, riseK: number, alphaPerK: number): number =>
  boreMm * riseK * alphaPerK * 1000;

/** Temperature at which a part slides on with a clearance; the shaft stays as it is [°C]. */
export const temperatureToMount = (
  boreMm: number,
  interferenceUm: number,
  clearanceUm: number,
  shaftC: number,
  alphaPerK: number,
): number => shaftC + (interferenceUm + clearanceUm) / (boreMm * alphaPerK * 1000);

/** Change of a fit when both get warm; over 0 is looser [µm]. */
export const warmFitChangeUm = (
  diameterMm: number,
  inner: { readonly riseK: number; readonly alphaPerK: number },
  outer: { readonly riseK: number; readonly alphaPerK: number },
): number =>
  boreGrowthUm(diameterMm, outer.riseK, outer.alphaPerK) -
  boreGrowthUm(diameterMm, inner.riseK, inner.alphaPerK);
