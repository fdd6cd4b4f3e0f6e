export { partGroups, circuitsThatWork, splitCircuits, validCircuits, type CircuitSplit } from './circuits.ts';
export {
  connectionList,
  type ConnectionList,
  type GroupEnd,
  type Joint,
  type Section,
} from './connection-list.ts';
export {
  isTwoSpeed,
  LEAD_SCHEMES,
  type ConnectionSpec,
  type LeadScheme,
  type TerminalMarks,
} from './connection-spec.ts';
export { type Hookup } from './hookups.ts';
export { traceCurrent, type Feed, type Traced } from './trace.ts';
export {
  expectedWalk,
  judgeFedWalk,
  judgeWalk,
  showing,
  walkFeed,
  type WalkFeed,
  type WalkJudgement,
  type WalkReading,
} from './polarity-walk.ts';
export { countLead, type LeadCountReading, type WireCount } from './lead-count.ts';
export { jointKey, marksElsewhere, planKey, standingMarks, type JointMark } from './joint-marks.ts';
export type { JoinedBranches, WalkMistake } from './walk-misconnections.ts';
export type { NetworkWinding } from './network.ts';
