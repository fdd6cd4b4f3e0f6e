/**
 * What lies behind whole phases burnt, by how the phases are joined.
 * Source: first principles. Two lines feed a star through two phases in series: those two burn. They feed a delta through one
 * phase, beside the two others in series, which carry half as much: that one burns.
 */
import { LOST_LINE, UNBALANCED, type FailurePattern, type LikelyCause } from '../../winding/damage/index.ts';
import type { Plan } from '../../winding/machine/index.ts';
import { analysisOf } from './plan.ts';

export function threePhaseCauses({ id }: FailurePattern, plan: Plan | null): readonly LikelyCause[] {
  const joined = analysisOf(plan)?.winding.connection;
  if (id === 'one-winding') return joined === 'star' ? [UNBALANCED] : [LOST_LINE, UNBALANCED];
  if (id === 'two-windings') return joined === 'delta' ? [UNBALANCED] : [LOST_LINE, UNBALANCED];
  return [];
}
