export * from './instruments.ts';
export * from './supplies.ts';
