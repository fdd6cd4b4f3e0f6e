/** Three-phase motors with a wound rotor and slip rings. */
export * from './ring-volts.ts';
export {
  checkWoundRotorCard,
  WOUND_ROTOR_FIGURES,
  WOUND_ROTOR_ID,
  woundRotorPlanOf,
  type RotorWinding,
  type WoundRotorCard,
  type WoundRotorFigureId,
  type WoundRotorPlan,
  type WoundRotorPlate,
} from './check-card.ts';
export { woundRotor } from './kind.ts';
