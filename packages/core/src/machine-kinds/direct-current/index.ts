/** Direct-current machines: armatures with a commutator, and field poles. */
export * from './armature-plan.ts';
export * from './commutator-ring.ts';
export * from './explain-ring.ts';
export * from './field-poles.ts';
export * from './ring-weights.ts';
export { POLE_WINDING_NAME, type PoleCoil, type PoleWinding } from './card.ts';
export { DIRECT_CURRENT_PROPOSAL } from './card-fields.ts';
export { asCommutatorCard, checkDirectCurrentCard, type DirectCurrentCard } from './check-card.ts';
export { type FieldConnection, type FieldGroup } from './field-connection.ts';
export { DIRECT_CURRENT_FIGURES, type DirectCurrentFigureId, type DirectCurrentFigures } from './figures.ts';
export { directCurrent } from './kind.ts';
export {
  DIRECT_CURRENT_ID,
  commutatorPlanOf,
  DIRECT_CURRENT_COILS,
  polesOfWinding,
  type DirectCurrentPlan,
} from './plan.ts';
export { EXCITATIONS, hasShunt, type DirectCurrentPlate, type Excitation } from './plate.ts';
export { redesignDirectCurrent, type DirectCurrentRedesign, type DirectCurrentWish } from './redesign.ts';
