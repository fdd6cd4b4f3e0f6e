export { layOut } from './lay-out.ts';
export { concentricPitches } from './concentric.ts';
export {
  PHASES,
  type Coil,
  type EnteredCoil,
  type Group,
  type Grouping,
  type Layer,
  type Phase,
  type WindingKind,
  type WindingLayout,
  type WindingSpec,
} from './layout.ts';
export {
  windingFactor,
  pitchFactor,
  skewFactor,
  phaseBalance,
  coilsOf,
  type PhaseBalance,
} from './winding-factor.ts';
export { slowSpeed } from './pole-changing.ts';
export { sequences, type Complex } from './unequal-groups.ts';
export { slotPeriods } from './phase-belts.ts';
export { slotSums, unitCircle, type SlotSums } from './slot-sums.ts';
export { phasePhasors } from './phase-phasors.ts';
