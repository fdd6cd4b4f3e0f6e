/** Universal motors: series motors of hand tools, on either kind of current. */
export { UNIVERSAL_PROPOSAL } from './card-fields.ts';
export { checkUniversalCard, UNIVERSAL_ID } from './check-card.ts';
export { universal } from './kind.ts';
export { type UniversalPlate } from './plate.ts';
