/**
 * What is done at a station, whatever a shop calls it: its materials, its drawing and its rules follow from it.
 * Source: none, a list of this program.
 */
import type { CutList } from '../insulation/index.ts';

export const STATION_WORKS = {
  mark: 'mark the armature',
  insulate: 'insulate the slots',
  wind: 'wind and insert the coils',
  bars: 'join the leads to the bars',
  poles: 'make the field coils',
  connect: 'connect',
  prove: 'prove the connection',
  brushes: 'fit the brush gear',
  other: 'other work',
} as const;
export type StationWork = keyof typeof STATION_WORKS;

/** The work of a station, and what it is done on. */
export interface WorkAt {
  readonly work: StationWork;
  readonly body: 'stator' | 'rotor' | 'motor';
}

export type MaterialRow = readonly [label: string, text: string];

/** What a piece of work takes, for one motor. */
export interface StepMaterials {
  readonly rows: readonly MaterialRow[];
  /** The sheet of the motor that says more. */
  readonly more?: { readonly sheet: 'cut' | 'winding' | 'connection'; readonly text: string };
}

/** For each work of a kind of machine what it takes; the cut list is null where nothing can be cut yet. */
export type MaterialsOf<P> = Readonly<
  Partial<Record<StationWork, (plan: P, cut: CutList | null) => StepMaterials>>
>;

export const CUT_SHEET = { sheet: 'cut', text: 'The cut sheet' } as const;

/** Pieces to cut: how many, how wide, how long; their number alone where the slot's shape is not known. */
export const piecesToCut = (cut: CutList | null, unknown: readonly MaterialRow[]): StepMaterials => ({
  rows: cut
    ? cut.items.map((i) => [
        i.name,
        `${i.count} × ${i.width.value.toFixed(1)} × ${i.length.value.toFixed(0)} mm`,
      ])
    : unknown,
  more: CUT_SHEET,
});
