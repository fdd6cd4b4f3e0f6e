export {
  layOutLap,
  checkLapInput,
  PHASES,
  type Coil,
  type Group,
  type LapInput,
  type LapLayout,
  type Phase,
} from './lap-layout.ts';
export {
  windingFactor,
  pitchFactor,
  phaseBalance,
  phasePhasors,
  type PhaseBalance,
} from './winding-factor.ts';
export { sequences, type Complex } from './unequal-groups.ts';
export { slotPeriods } from './phase-belts.ts';
