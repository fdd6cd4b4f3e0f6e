/** What is hurt in a winding: where, how, and the pattern it makes. */
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
export { LOST_LINE, UNBALANCED, generalCauses, type LikelyCause } from './causes.ts';
