export * from './card-fields.ts';
export * from './data-card.ts';
export * from './shorthand.ts';
export * from './lead-readings.ts';
export * from './check-data-card.ts';
export { CARD_MOMENTS, NEEDED_ON_CARD } from './moments.ts';
export { NAMEPLATE_FIELDS, readNameplate } from './plate.ts';
export { analysisOf, THREE_PHASE_ID, threePhasePlan, type ThreePhasePlan } from './plan.ts';
export { threePhase } from './kind.ts';
