/** What an analysis starts from: winding, core, supply, shop settings; and the settings a shop begins with. */
import type { Star, TerminalMarks } from '../connection/index.ts';
import type { Strand } from '../wire/index.ts';

export interface WindingData {
  readonly slots: number;
  readonly poles: number;
  readonly pitch: number;
  readonly turnsPerCoil: number;
  readonly wires: readonly Strand[];
  readonly circuits: number;
  readonly connection: Star;
}

export interface CoreSize {
  readonly boreDiameterMm?: number;
  readonly coreLengthMm?: number;
  /** Total of cooling ducts across the core [mm]. */
  readonly ductsMm?: number;
  readonly backIronMm?: number;
  /** Narrowest part of the tooth. */
  readonly toothWidthMm?: number;
  readonly slotAreaMm2?: number;
  /** Measured length of one mean turn; estimated where absent. */
  readonly meanTurnMm?: number;
}

export interface Supply {
  readonly voltageV?: number;
  readonly frequencyHz?: number;
  readonly currentA?: number;
  readonly cooling?: 'enclosed-fan' | 'enclosed' | 'open';
}

export interface AnalysisSettings {
  /** Induced voltage / terminal voltage. */
  readonly emfRatio: number;
  readonly stackingFactor: number;
  readonly linerThicknessMm: number;
  readonly wedgeThicknessMm: number;
  readonly marks: TerminalMarks;
}

export const DEFAULT_SETTINGS: AnalysisSettings = {
  emfRatio: 1,
  stackingFactor: 0.95,
  linerThicknessMm: 0.3,
  wedgeThicknessMm: 2,
  marks: 'iec',
};
