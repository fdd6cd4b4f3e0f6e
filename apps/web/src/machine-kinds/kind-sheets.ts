/** Which of the sheets that differ by kind of machine each kind has; what they show stands in `kinds.ts`. */
export const KIND_SHEET_NAMES = ['card', 'winding', 'connection', 'search', 'cut'] as const;
export type KindSheetName = (typeof KIND_SHEET_NAMES)[number];

export const KIND_SHEETS: Readonly<Record<string, readonly KindSheetName[]>> = {
  'three-phase': KIND_SHEET_NAMES,
  'wound-rotor': KIND_SHEET_NAMES,
  'single-phase': ['card', 'winding', 'connection', 'cut'],
  'direct-current': ['card', 'winding', 'connection', 'cut'],
  universal: ['card', 'winding', 'connection', 'cut'],
  'tooth-coil': ['card', 'winding', 'connection', 'cut'],
};

/** What a kind calls a sheet that is another thing there. */
export const KIND_WORDS: Readonly<Record<string, Readonly<Partial<Record<KindSheetName, string>>>>> = {
  'direct-current': { winding: 'Armature', connection: 'Fields' },
  universal: { winding: 'Armature', connection: 'Field' },
};
