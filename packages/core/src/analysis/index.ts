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
export { turnLengthMm, turnsLengthM } from './copper.ts';
export { carterFactor } from './estimates.ts';
export * from './winding-data.ts';
export * from './usual-ranges.ts';
