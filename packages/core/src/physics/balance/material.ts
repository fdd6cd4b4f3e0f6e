/** Material taken from a rotor: mass and unbalance of holes, flats and slots. Density in g/cm³. Source: geometry. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

/** g/cm³ × mm³ → g */
const grams = (densityGCm3: number, mm3: number) => (densityGCm3 * mm3) / 1000;

export interface DrillBit {
  readonly diameterMm: number;
  /** Of the cone, whole angle. */
  readonly pointDeg: number;
  readonly depthTo: 'shoulder' | 'tip';
  readonly densityGCm3: number;
}

const half = (pointDeg: number) => Math.tan((pointDeg * Math.PI) / 360);
const coneHeight = (bit: Pick<DrillBit, 'diameterMm' | 'pointDeg'>) =>
  bit.diameterMm / 2 / half(bit.pointDeg);
const circle = (diameterMm: number) => (Math.PI / 4) * diameterMm ** 2;

/** Mass out of a drilled hole; to the shoulder the cone beyond it counts, to the tip it is in the depth [g]. */
export function drilledMass({ depthMm, ...bit }: DrillBit & { readonly depthMm: number }): number {
  const height = coneHeight(bit);
  const cone = (circle(bit.diameterMm) * height) / 3;
  if (bit.depthTo === 'shoulder') return grams(bit.densityGCm3, circle(bit.diameterMm) * depthMm + cone);
  const volume =
    depthMm >= height
      ? circle(bit.diameterMm) * (depthMm - height) + cone
      : // Only part of the cone is in.
        (Math.PI / 3) * half(bit.pointDeg) ** 2 * depthMm ** 3;
  return grams(bit.densityGCm3, volume);
}

/** The same turned round [mm]. */
export function drillDepth({ massG, ...bit }: DrillBit & { readonly massG: number }): Outcome<number> {
  const height = coneHeight(bit);
  const area = circle(bit.diameterMm);
  const cone = (area * height) / 3;
  const volume = (massG * 1000) / bit.densityGCm3;
  if (bit.depthTo === 'tip')
    return good(
      volume >= cone
        ? height + (volume - cone) / area
        : Math.cbrt((3 * volume) / Math.PI / half(bit.pointDeg) ** 2),
    );
  return volume >= cone
    ? good((volume - cone) / area)
    : refuse(
        'drill.only-point',
        'The point of this drill alone takes more: take a thinner drill, or give the depth to the tip.',
        'massG',
        'diameterMm',
      );
}

/** A radial hole into a face at that radius, depth to the shoulder: cylinder and cone each at its own centre. */
export function radialHole(
  q: Omit<DrillBit, 'depthTo'> & { readonly depthMm: number; readonly surfaceRadiusMm: number },
): { readonly massG: number; readonly unbalanceGmm: number; readonly centroidMm: number } {
  const height = coneHeight(q);
  const cylinder = grams(q.densityGCm3, circle(q.diameterMm) * q.depthMm);
  const cone = grams(q.densityGCm3, (circle(q.diameterMm) * height) / 3);
  const massG = cylinder + cone;
  const unbalanceGmm =
    cylinder * (q.surfaceRadiusMm - q.depthMm / 2) + cone * (q.surfaceRadiusMm - q.depthMm - height / 4);
  return { massG, unbalanceGmm, centroidMm: unbalanceGmm / massG };
}

/** A flat milled off a cylinder: a segment of the circle. */
export function milledFlat(q: {
  readonly radiusMm: number;
  readonly depthMm: number;
  readonly lengthMm: number;
  readonly densityGCm3: number;
}): Outcome<{
  readonly chordMm: number;
  readonly massG: number;
  readonly unbalanceGmm: number;
  readonly centroidMm: number;
}> {
  const { radiusMm: r, depthMm: h } = q;
  if (h > 2 * r) return refuse('flat.too-deep', 'The flat is deeper than the shaft is thick.', 'depthMm');
  const chordMm = 2 * Math.sqrt(h * (2 * r - h));
  const area = r * r * Math.acos((r - h) / r) - (r - h) * (chordMm / 2);
  const centroidMm = chordMm ** 3 / (12 * area);
  const massG = grams(q.densityGCm3, area * q.lengthMm);
  return good({ chordMm, massG, unbalanceGmm: massG * centroidMm, centroidMm });
}

/** A milled slot, its centre at half its depth. */
export function milledSlot(q: {
  readonly widthMm: number;
  readonly depthMm: number;
  readonly lengthMm: number;
  readonly surfaceRadiusMm: number;
  readonly densityGCm3: number;
}): { readonly massG: number; readonly unbalanceGmm: number } {
  const massG = grams(q.densityGCm3, q.widthMm * q.depthMm * q.lengthMm);
  return { massG, unbalanceGmm: massG * (q.surfaceRadiusMm - q.depthMm / 2) };
}
