export {
  coilsAt,
  DAMAGE_ENDS,
  DAMAGE_KINDS,
  readDamagePlace,
  sayDamage,
  sayDamagePlace,
  type Damage,
  type DamageEnd,
  type DamageKind,
  type DamagePlace,
} from './damage.ts';
export { patternsIn, PATTERNS, type FailurePattern, type PatternId } from './pattern.ts';
export { LOST_LINE, UNBALANCED, type LikelyCause } from './causes.ts';
export {
  analyseFailure,
  CAUSE_STATES,
  checkFailure,
  failureLines,
  type CauseState,
  type FailureRecord,
  type JudgedPattern,
} from './failure-analysis.ts';
