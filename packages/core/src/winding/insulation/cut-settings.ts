/** What a shop sets once for all cut lists: its roll, allowances, leads and wedges. */
export interface CutSettings {
  readonly rollWidthMm: number;
  /** Added to the wire for leads, joints and waste [1]. */
  readonly wireAllowance: number;
  /** From the exit of the end winding to the terminal box [mm]. */
  readonly leadLengthMm: number;
  readonly wedgeThicknessMm: number;
  /** End turns' stand-out at the connection end, as measured [mm]. */
  readonly standOutMm?: number;
  /** Stand-out of a trial coil [mm]. */
  readonly trialStandOutMm?: number;
}

export const DEFAULT_CUT_SETTINGS: CutSettings = {
  rollWidthMm: 500,
  wireAllowance: 0.05,
  leadLengthMm: 600,
  wedgeThicknessMm: 2,
};
