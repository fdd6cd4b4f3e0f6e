export * from './card-fields.ts';
export * from './data-card.ts';
export { readCoils, readSpan, readSpans, readTurns, showCoils } from './winding-words.ts';
export * from './shorthand.ts';
export * from './lead-readings.ts';
export * from './check-data-card.ts';
export { CARD_MOMENTS, dueBy, NEEDED_ON_CARD, type CardMoment, type MissingField } from './moments.ts';
