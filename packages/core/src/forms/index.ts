export * from './field.ts';
export * from './shop-units.ts';
export { isBareFigure } from './bare-figure.ts';
