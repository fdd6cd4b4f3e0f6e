export * from './heat-log.ts';
export * from './thin-log.ts';
export * from './arrhenius.ts';
export * from './cure-equivalence.ts';
export * from './oven.ts';
export * from './life.ts';
export * from './lumped.ts';
export * from './oven-fit.ts';
export * from './programme.ts';
export * from './part-state.ts';
export * from './forecast.ts';
export * from './share-oven.ts';
export { doubtsOfLog, type LogDoubt } from './log-doubts.ts';
export {
  checkTreatment,
  TREATMENT_FIELDS,
  TREATMENT_KINDS,
  turnedRound,
  WANTED_FIELDS,
  type TreatmentKind,
} from './treatment.ts';
