export * from './thermal.ts';
