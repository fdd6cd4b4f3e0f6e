export * from './compare-windings.ts';
