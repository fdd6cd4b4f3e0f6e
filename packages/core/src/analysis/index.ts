export {
  analyseWinding,
  circuitsThatWork,
  type AnalysisInput,
  type Judged,
  type WindingAnalysis,
} from './analyse-winding.ts';
export { FIGURE_IDS, type FigureId, type Figures } from './figure-ids.ts';
export { slotShape } from './slot-shape.ts';
export * from './winding-data.ts';
export * from './usual-ranges.ts';
