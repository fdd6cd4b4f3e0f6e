export * from './single-phase/index.ts';
