export * from './control-chart.ts';
export * from './trend.ts';
export * from './line.ts';
export { SERIES_LINES } from './lines/index.ts';
export * from './unit.ts';
export {
  readEntry,
  readFigure,
  readLimits,
  readUnits,
  within,
  MOST_UNITS,
  type ReadEntry,
  type StationEntry,
} from './read-entry.ts';
export * from './watch.ts';
export * from './drift.ts';
export * from './what-moved.ts';
export * from './moved-together.ts';
export * from './first-pass.ts';
export * from './packing.ts';
export * from './say-drift.ts';
export * from './line-book.ts';
export * from './practice-line.ts';
export * from './practice-batch.ts';
