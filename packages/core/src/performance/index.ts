export * from './run-currents.ts';
