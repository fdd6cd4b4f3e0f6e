export {
  analyseFailure,
  CAUSE_STATES,
  checkFailure,
  failureLines,
  type CauseState,
  type FailureRecord,
  type JudgedPattern,
} from './failure-analysis.ts';
