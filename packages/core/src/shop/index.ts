/** All motors of a shop together: the schedule, what is in stock, series. */
export * from './series/index.ts';
export * from './stores/index.ts';
export * from './schedule/index.ts';
