export * from './motor-verdict.ts';
export * from './newest-readings.ts';
export * from './past-figures.ts';
