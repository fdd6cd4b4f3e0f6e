/** Windings of coils on single teeth, and the brushless motors that have them. */
export * from './star-of-slots.ts';
export * from './slot-pole-table.ts';
export { TOOTH_COIL_PROPOSAL } from './card-fields.ts';
export { asToothCoil, checkToothCoilCard, type ToothCoilCard } from './check-card.ts';
export { toothCoil } from './kind.ts';
export { redesignToothCoil } from './redesign.ts';
export { nearestThatWork } from './card.ts';
export { TOOTH_COIL_FIGURES, type ToothCoilFigureId } from './figures.ts';
export { TOOTH_COIL_ID, toothCoilPlanOf, type ToothCoilPlan } from './plan.ts';
export type { ToothCoilPlate } from './plate.ts';
