export * from './run-currents.ts';
export * from './single-run.ts';
