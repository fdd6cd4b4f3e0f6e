/** Rectangular winding wire, called strap: its copper, its covering, and the sizes that are drawn. */

/** Bare sides, the thinner first; over the covering where it was measured [mm]. */
export interface Strap {
  readonly thicknessMm: number;
  readonly widthMm: number;
  readonly overThicknessMm?: number;
  readonly overWidthMm?: number;
}

/** Both sides together of enamel of grade 2. Source: IEC 60317-0-2, from memory. */
const BUILD_MM = 0.145;
/** Thickness up to which a corner has this radius [mm]. Source: IEC 60317-0-2, table of corner radii; from memory. */
const RADII: readonly (readonly [upTo: number, radius: number])[] = [
  [1.6, 0.5],
  [2.24, 0.65],
  [3.55, 0.8],
];
const THICK_RADIUS = 1;
/** Up to this thickness the edge is a half circle [mm]. Source: the same, from memory. */
const ROUND_EDGE = 1;

/** @param thicknessMm bare [mm], over 0 */
export const cornerRadiusMm = (thicknessMm: number): number =>
  thicknessMm <= ROUND_EDGE
    ? thicknessMm / 2
    : (RADII.find(([upTo]) => thicknessMm <= upTo)?.[1] ?? THICK_RADIUS);

/** Copper of a strap with its rounded corners [mm²]. Source: geometry. */
export const strapAreaMm2 = ({ thicknessMm, widthMm }: Strap): number =>
  thicknessMm * widthMm - (4 - Math.PI) * cornerRadiusMm(thicknessMm) ** 2;

/** Round wire of the same copper [mm]: what goes by the copper alone takes a strap as such. Source: geometry. */
export const roundOfStrapMm = (strap: Strap): number => Math.sqrt((4 / Math.PI) * strapAreaMm2(strap));

/** Thickness and width over the covering: as measured, else with enamel of grade 2 [mm]. */
export const overStrapMm = (s: Strap): readonly [thickness: number, width: number] => [
  s.overThicknessMm ?? s.thicknessMm + BUILD_MM,
  s.overWidthMm ?? s.widthMm + BUILD_MM,
];

export const sameStrap = (a: Strap | undefined, b: Strap | undefined): boolean =>
  a === undefined || b === undefined
    ? a === b
    : Math.abs(a.thicknessMm - b.thicknessMm) < 1e-6 && Math.abs(a.widthMm - b.widthMm) < 1e-6;

/** A strap of so many times the copper: the same thickness, the width to a tenth of a millimetre. Common practice, no source. */
export function strapOfArea(strap: Strap, factor: number): Strap {
  const { thicknessMm } = strap;
  const widthMm = Number((strap.widthMm * factor).toFixed(1));
  // Narrower than thick is another strap lying on its side.
  return widthMm >= thicknessMm
    ? { thicknessMm, widthMm }
    : {
        thicknessMm: Number((thicknessMm * Math.sqrt(factor)).toFixed(2)),
        widthMm: Number((strap.widthMm * Math.sqrt(factor)).toFixed(1)),
      };
}
