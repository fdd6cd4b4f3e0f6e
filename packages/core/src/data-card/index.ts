export * from './data-card.ts';
export * from './shorthand.ts';
export * from './lead-readings.ts';
export * from './check-data-card.ts';
