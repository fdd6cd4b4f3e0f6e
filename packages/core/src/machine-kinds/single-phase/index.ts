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
