export * from './spans.ts';
export * from './problem.ts';
export { Placing, type Order } from './place.ts';
export { PlanSearch, seededRandom, type SearchOptions } from './improve.ts';
export * from './spread.ts';
export * from './shift.ts';
export * from './learn-times.ts';
export * from './plan-problem.ts';
export * from './weigh-wish.ts';
