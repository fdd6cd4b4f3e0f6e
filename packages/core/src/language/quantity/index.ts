export * from './finding.ts';
export { refuse } from './refuse.ts';
export * from './derive.ts';
export * from './limit-scale.ts';
export * from './judgement.ts';
export { median } from './median.ts';
