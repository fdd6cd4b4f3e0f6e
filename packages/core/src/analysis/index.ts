export {
  analyseWinding,
  circuitsThatWork,
  type AnalysisInput,
  type Judged,
  type WindingAnalysis,
} from './analyse-winding.ts';
export { FIGURE_IDS, slotShape, type FigureId, type Figures } from './figures.ts';
export * from './winding-data.ts';
export * from './usual-ranges.ts';
