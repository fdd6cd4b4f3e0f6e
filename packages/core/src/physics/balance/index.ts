export * from './tolerance.ts';
export * from './vectors.ts';
export * from './influence.ts';
export * from './material.ts';
export * from './runs.ts';
export * from './solve-runs.ts';
export * from './correct.ts';
