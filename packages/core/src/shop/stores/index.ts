export * from './instruments.ts';
export * from './supplies.ts';
export * from './wire-ahead.ts';
