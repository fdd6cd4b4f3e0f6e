export { buildLayout } from './build-layout.ts';
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
  effectiveFactor,
  windingFactor,
  pitchFactor,
  skewFactor,
  phaseBalance,
  coilsOf,
  type PhaseBalance,
} from './winding-factor.ts';
export { slowSpeed } from './pole-changing.ts';
export { equalSums, partEqually, sumOf, type CircuitsFrom, type GroupSum } from './equal-parts.ts';
export { sequences, type Complex } from './sequences.ts';
export { gcd, slotPeriods } from './phase-belts.ts';
export { dividesEqually } from './root-sums.ts';
export { slotSums, unitCircle, type SlotSums } from './slot-sums.ts';
export { phasePhasors } from './phase-phasors.ts';
