/** The winding that is to be made. */
import { plansOf, type CheckedCard, type WindingAnalysis } from '@norther/core';
import type { MotorFile } from '../app/api.ts';
import { visitOf } from '../app/visit.ts';

export interface Planned {
  readonly analysis: WindingAnalysis | null;
  readonly checked: CheckedCard;
  readonly role: 'as-found' | 'proposed';
  /** Whose plan it is, for every sheet that shows it: as found, or as proposed and released by whom. */
  readonly says: string;
  /** A proposal is kept and waits for a lead. */
  readonly waitsForRelease: boolean;
}

export function plannedAnalysis(file: MotorFile): Planned {
  const plans = plansOf(visitOf(file), true);
  const proposal = file.windings.find((w) => w.role === 'proposed');
  return {
    analysis: plans.toMake.analysis,
    checked: plans.toMake,
    role: plans.role,
    says:
      plans.role === 'proposed'
        ? `as proposed${proposal?.releasedBy ? `, released by ${proposal.releasedBy}` : ''}`
        : plans.waitsForRelease
          ? 'as found; a proposal waits for a lead'
          : 'as found',
    waitsForRelease: plans.waitsForRelease,
  };
}
