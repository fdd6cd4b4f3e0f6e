export {
  axisElectricalDeg,
  branchFactor,
  compareBranches,
  effectiveTurns,
  layBranch,
  type Branch,
  type BranchCoil,
  type BranchRatio,
  type BranchSpec,
} from './concentric-branch.ts';
export { groupFactor, sineTurns, wholeTurns, type SineGroup, type SineTurns } from './sine-turns.ts';
export {
  capacitorForQuadrature,
  capacitorForRunning,
  capacitorForTorque,
  capacitorOhm,
  lockedCurrents,
  type CapacitorEstimate,
  type Impedance,
  type LockedCurrents,
  type RunningBalance,
} from './starting.ts';
export { SINGLE_PHASE_CARD, SINGLE_PHASE_MOMENTS, SINGLE_PHASE_PROPOSAL } from './card-fields.ts';
export { asSinglePhase, checkSinglePhaseCard, type SinglePhaseCard } from './check-card.ts';
export {
  BRANCHES,
  type BranchName,
  type SinglePhaseConnection,
  type SinglePhaseGroup,
  type SinglePhaseHookup,
} from './connection.ts';
export { SINGLE_PHASE_FIGURES, type SinglePhaseFigureId, type SinglePhaseFigures } from './figures.ts';
export { singlePhase } from './kind.ts';
export { SINGLE_PHASE_ID, singlePhasePlanOf, type SinglePhasePlan } from './plan.ts';
export {
  hasSwitch,
  readSinglePhasePlate,
  runsWithCapacitor,
  SINGLE_PHASE_PLATE,
  STARTS,
  type SinglePhasePlate,
  type Starts,
} from './plate.ts';
export { redesignSinglePhase, type SinglePhaseRedesign, type SinglePhaseWish } from './redesign.ts';
export { branchLengthM, turnOfCoilMm } from './turn-length.ts';
