/** The winding that is to be made, of any kind of machine, and of a three-phase one with its analysis. */
import {
  asThreePhase,
  plansOf,
  type CheckedCard,
  type ThreePhaseCard,
  type WindingAnalysis,
} from '@norther/core';
import type { MotorFile } from '../app/api.ts';
import { visitOf } from '../app/visit.ts';

export interface Planned {
  readonly checked: CheckedCard;
  readonly role: 'as-found' | 'proposed';
  /** Whose plan it is, for every sheet that shows it: as found, or as proposed and released by whom. */
  readonly says: string;
  /** A proposal is kept and waits for a lead. */
  readonly waitsForRelease: boolean;
}

export interface PlannedThreePhase extends Planned {
  readonly checked: ThreePhaseCard;
  readonly analysis: WindingAnalysis | null;
}

/** @throws for a motor of another kind: its sheets are not these */
export function plannedAnalysis(file: MotorFile): PlannedThreePhase {
  const planned = plannedWinding(file);
  const checked = asThreePhase(planned.checked);
  if (!checked) throw new Error(`Motor ${file.motor.number} is no three-phase motor.`);
  return { ...planned, checked, analysis: checked.analysis };
}

export function plannedWinding(file: MotorFile): Planned {
  const plans = plansOf(visitOf(file), true);
  const proposal = file.windings.find((w) => w.role === 'proposed');
  return {
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
