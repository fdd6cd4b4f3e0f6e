/**
 * What a grade of sintered neodymium magnets says, and the field that would demagnetise them.
 * Source: makers' common naming, N and ten times the energy product in MGOe, the letters for the coercivity; remanence 2·√(energy
 * product) kG; coefficients of remanence and coercivity usual for the material: all from memory, an estimate.
 */

/** By the letters behind the number [kA/m at 20 °C]. */
const COERCIVITY: Readonly<Record<string, number>> = {
  '': 955,
  M: 1114,
  H: 1353,
  SH: 1592,
  UH: 1989,
  EH: 2388,
  AH: 2785,
};
const REMANENCE_PER_K = -0.0011;
const COERCIVITY_PER_K = -0.006;
/** Of the material along its magnetisation. */
export const RECOIL = 1.05;
const MU0 = 4e-7 * Math.PI;

export interface MagnetGrade {
  /** At 20 °C. */
  readonly remanenceT: number;
  readonly coercivityKam: number;
}

/** `N42SH`; null for what is no such grade. */
export function readMagnetGrade(text: string | undefined): MagnetGrade | null {
  const m = /^N\s?(2[5-9]|[345]\d)\s?(M|H|SH|UH|EH|AH)?$/i.exec(text?.trim() ?? '');
  return m
    ? {
        remanenceT: 0.2 * Math.sqrt(Number(m[1])),
        coercivityKam: COERCIVITY[(m[2] ?? '').toUpperCase()]!,
      }
    : null;
}

/** The same at another temperature. */
export const gradeAt = ({ remanenceT, coercivityKam }: MagnetGrade, celsius: number): MagnetGrade => ({
  remanenceT: remanenceT * (1 + REMANENCE_PER_K * (celsius - 20)),
  coercivityKam: coercivityKam * (1 + COERCIVITY_PER_K * (celsius - 20)),
});

/** Against a magnet on the rotor's face that sees the gap alone: its load line [kA/m]. */
export const ownFieldKam = (remanenceT: number, thicknessMm: number, gapMm: number): number =>
  (remanenceT * gapMm) / (MU0 * (thicknessMm + RECOIL * gapMm)) / 1000;

/** Of ampere-turns that oppose it, a pole [kA/m]: amperes a millimetre are kiloamperes a metre. */
export const armatureFieldKam = (ampereTurns: number, thicknessMm: number, gapMm: number): number =>
  ampereTurns / (thicknessMm + RECOIL * gapMm);
