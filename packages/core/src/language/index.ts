/** The language of figures: quantities with their working, units as people write them, forms, numeric methods. */
export * from './quantity/index.ts';
export * from './units/index.ts';
export { resistanceBetween } from './numeric/index.ts';
export * from './forms/index.ts';
export * from './safety/index.ts';
