export * from './thermal.ts';
export * from './iso-286.ts';
