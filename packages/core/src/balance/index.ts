export * from './tolerance.ts';
export * from './vectors.ts';
export * from './influence.ts';
export * from './material.ts';
