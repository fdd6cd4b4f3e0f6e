export * from './field.ts';
export * from './shop-units.ts';
export { isBareFigure } from './bare-figure.ts';
export { readFigureLines, type FigureColumn, type FigureLines } from './figure-lines.ts';
