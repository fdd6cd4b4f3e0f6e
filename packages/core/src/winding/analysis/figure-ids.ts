/** Names of the bench's figures. */
import type { Figure } from '../../language/quantity/index.ts';

export const FIGURE_IDS = [
  'slotsPerPolePerPhase',
  'pitchFactor',
  'distributionFactor',
  'windingFactor',
  'skewFactor',
  'seriesTurns',
  'phaseVoltage',
  'voltsPerCoil',
  'voltsPerTurn',
  'fluxPerPole',
  'gapDensity',
  'gapDensityPeak',
  'toothDensity',
  'backIronDensity',
  'turnArea',
  'currentDensity',
  'slotFillCopper',
  'slotFillEnamelled',
  'meanTurn',
  'phaseResistance20',
  'phaseResistance25',
  'lineResistance20',
  'lineResistance25',
  'copperMass',
  'copperLoss',
  'ampereLoading',
  'magnetisingAmpereTurns',
  'magnetisingCurrent',
  'leakageReactance',
] as const;
export type FigureId = (typeof FIGURE_IDS)[number];
export type Figures = { readonly [K in FigureId]?: Figure };
