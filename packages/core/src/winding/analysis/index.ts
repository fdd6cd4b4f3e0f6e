export {
  analyseWinding,
  type AnalysisInput,
  type Judged,
  type SpeedAnalysis,
  type WindingAnalysis,
} from './analyse-winding.ts';
export { FIGURE_IDS, type FigureId, type Figures } from './figure-ids.ts';
export { slotShape, type SlotShape } from './slot-shape.ts';
export type { LinePairs } from './line-pairs.ts';
export { copperKg, copperOhm20, turnLengthMm, turnsLengthM } from './copper.ts';
export { fluxDensities } from './flux-densities.ts';
export { carterFactor } from './estimates.ts';
export * from './winding-data.ts';
export * from './usual-ranges.ts';
