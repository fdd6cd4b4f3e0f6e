/** What an analysis starts from: winding, core, supply, shop settings; and the settings a shop begins with. */
import type { ConnectionSpec, TerminalMarks } from '../connection/index.ts';
import type { WindingSpec } from '../layout/index.ts';
import { turnAreaMm2, turnSquareMm2, type Strand } from '../wire/index.ts';

export interface WindingData extends WindingSpec, ConnectionSpec {
  /** Of the connection; the groups of a winding that cannot be exactly balanced are made for them. */
  readonly circuits: number;
  /** Turns of every coil; with uneven turns their mean follows from the patterns and this is not looked at. */
  readonly turnsPerCoil: number;
  readonly wires: readonly Strand[];
  /** A group in one go, with two free ends, or each coil with two of its own; gangs when absent. */
  readonly woundIn?: 'gangs' | 'singles';
  /** Slots by which one end of the core is turned against the other. */
  readonly skewSlots?: number;
  /** What another winding in the same slots takes up there: bare copper, and Σ enamelled diameter². */
  readonly besideInSlot?: { readonly copperMm2: number; readonly squareMm2: number };
}

/** parallel-tooth: the slot widens outwards; parallel-slot: open or stepped, walls parallel; round-bottom: a drop. */
export type SlotForm = 'parallel-tooth' | 'parallel-slot' | 'round-bottom';

export interface CoreSize {
  readonly boreDiameterMm?: number;
  readonly coreLengthMm?: number;
  /** Total of cooling ducts across the core [mm]. */
  readonly ductsMm?: number;
  readonly backIronMm?: number;
  /** Narrowest part of the tooth. */
  readonly toothWidthMm?: number;
  readonly slotAreaMm2?: number;
  /** Shape of the slot; parallel teeth when absent. */
  readonly slotForm?: SlotForm;
  /** Bore to slot bottom. */
  readonly slotDepthMm?: number;
  readonly slotOpeningMm?: number;
  /** Bore to the shoulder under which the wedge lies. */
  readonly slotMouthMm?: number;
  readonly slotWidthTopMm?: number;
  readonly slotWidthBottomMm?: number;
  readonly airGapMm?: number;
  readonly rotorBars?: number;
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
  /** Order, relative to the working wave, up to which space harmonics are listed. */
  readonly highestHarmonic: number;
}

export const DEFAULT_SETTINGS: AnalysisSettings = {
  emfRatio: 1,
  stackingFactor: 0.95,
  linerThicknessMm: 0.3,
  wedgeThicknessMm: 2,
  marks: 'iec',
  highestHarmonic: 19,
};

/** What a winding takes up in its slots, for another one that shares them. */
export function besideInSlot(winding: WindingData): NonNullable<WindingData['besideInSlot']> {
  const sides = winding.layers === 1 ? 1 : 2;
  const turns = sides * winding.turnsPerCoil;
  return { copperMm2: turns * turnAreaMm2(winding.wires), squareMm2: turns * turnSquareMm2(winding.wires) };
}
