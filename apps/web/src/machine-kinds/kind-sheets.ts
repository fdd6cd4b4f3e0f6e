/** Which of the sheets that differ by kind of machine each kind has; what they show stands in `kinds.ts`. */
export const KIND_SHEET_NAMES = ['card', 'winding', 'connection', 'search', 'cut'] as const;
export type KindSheetName = (typeof KIND_SHEET_NAMES)[number];

export const KIND_SHEETS: Readonly<Record<string, readonly KindSheetName[]>> = {
  'three-phase': KIND_SHEET_NAMES,
  'single-phase': ['card', 'winding', 'connection', 'cut'],
};
