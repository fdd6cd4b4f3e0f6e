/** The drawing that a piece of work is done by, for any kind of machine: it follows the work of the station, not its name. */
import {
  analysisOf,
  commutatorPlanOf,
  singlePhasePlanOf,
  toothCoilPlanOf,
  woundRotorPlanOf,
  type CutList,
  type Plan,
  type WorkAt,
} from '@norther/core';
import { connectionDrawing, type ConnectionOptions } from '../connection-drawing.ts';
import { slotSection } from '../cut-piece.ts';
import type { Scene } from '../scene.ts';
import { slotRing } from '../slot-ring.ts';
import { armatureRing } from './armature.ts';
import { fieldFrame } from './field-frame.ts';
import { singlePhaseBore, singlePhaseConnection } from './single-phase.ts';
import { toothConnection, toothRing } from './teeth.ts';

export interface StepOptions {
  readonly size: number;
  readonly cut: CutList | null;
  /** Where the leads leave, as on a clock. */
  readonly exitClock?: number;
  /** How far the connection is. */
  readonly connected?: Pick<ConnectionOptions, 'states' | 'readings' | 'wrongGroups'>;
}

/** @returns null where there is nothing to draw */
export function stepDrawing(plan: Plan, at: WorkAt, options: StepOptions): Scene | null {
  switch (at.work) {
    case 'insulate':
      return options.cut && slotSection(options.cut.shape, { width: 260, height: 300 });
    case 'mark':
    case 'wind':
    case 'bars':
      return windDrawing(plan, at, options.size);
    case 'connect':
      return connectDrawing(plan, options);
    default:
      return null;
  }
}

function windDrawing(plan: Plan, { body }: WorkAt, size: number): Scene | null {
  const analysis = body === 'rotor' ? (woundRotorPlanOf(plan)?.rotor?.analysis ?? null) : analysisOf(plan);
  // The first group to lay: where its coils go in and how far they reach.
  if (analysis)
    return slotRing(analysis.layout, { size, litCoils: new Set(analysis.layout.groups[0]?.coils) });
  const armature = commutatorPlanOf(plan);
  if (armature) return armatureRing(armature, { size, chosenCoil: 1 });
  const single = singlePhasePlanOf(plan);
  if (single) return singlePhaseBore(single, { size });
  const teeth = toothCoilPlanOf(plan);
  return teeth && toothRing(teeth, { size });
}

function connectDrawing(plan: Plan, { size, exitClock = 3, connected }: StepOptions): Scene | null {
  const analysis = analysisOf(plan);
  if (analysis)
    return connectionDrawing(analysis.layout, analysis.connection, { size, ...connected, exitClock });
  const poles = commutatorPlanOf(plan);
  if (poles) return fieldFrame(poles, { size, ...connected });
  const single = singlePhasePlanOf(plan);
  if (single) return singlePhaseConnection(single, { size, ...connected });
  const teeth = toothCoilPlanOf(plan);
  return teeth && toothConnection(teeth, { size, ...connected });
}
