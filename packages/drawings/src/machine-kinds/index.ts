/** How the winding of each kind of machine is drawn round the bore, joined up, and unrolled. */
import { analysisOf, commutatorPlanOf, singlePhasePlanOf, toothCoilPlanOf, type Plan } from '@norther/core';
import type { Scene } from '../scene.ts';
import { slotRing } from '../slot-ring.ts';
import { connectionDrawing } from '../connection-drawing.ts';
import { unrolledSlots } from '../unrolled-slots.ts';
import { armatureRing, armatureUnrolled } from './armature.ts';
import { fieldFrame } from './field-frame.ts';
import { toothConnection, toothRing } from './teeth.ts';
import { singlePhaseBore, singlePhaseConnection } from './single-phase.ts';

type Draw = (plan: Plan, options: { readonly size: number }) => Scene | null;

const DRAWINGS: readonly Draw[] = [
  (plan, options) => {
    const analysis = analysisOf(plan);
    return analysis && slotRing(analysis.layout, options);
  },
  (plan, options) => {
    const single = singlePhasePlanOf(plan);
    return single && singlePhaseBore(single, options);
  },
  (plan, options) => {
    const armature = commutatorPlanOf(plan);
    return armature && armatureRing(armature, options);
  },
  (plan, options) => {
    const teeth = toothCoilPlanOf(plan);
    return teeth && toothRing(teeth, options);
  },
];

/** The bore seen from the connection end; the kind that knows the plan draws it. */
export function boreDrawing(plan: Plan, options: { readonly size: number }): Scene {
  for (const draw of DRAWINGS) {
    const scene = draw(plan, options);
    if (scene) return scene;
  }
  throw new Error(`Nothing draws the winding of a ${plan.machine} machine.`);
}

interface Joined {
  readonly size: number;
  readonly exitClock?: number;
}
const CONNECTIONS: readonly ((plan: Plan, options: Joined) => Scene | null)[] = [
  (plan, { size, exitClock = 3 }) => {
    const analysis = analysisOf(plan);
    return analysis && connectionDrawing(analysis.layout, analysis.connection, { size, exitClock });
  },
  (plan, options) => {
    const single = singlePhasePlanOf(plan);
    return single && singlePhaseConnection(single, options);
  },
  (plan, options) => {
    const poles = commutatorPlanOf(plan);
    return poles && fieldFrame(poles, options);
  },
  (plan, options) => {
    const teeth = toothCoilPlanOf(plan);
    return teeth && toothConnection(teeth, options);
  },
];

/** What is joined to what, from the connection end. @throws where no kind draws it */
export function jointDrawing(plan: Plan, options: Joined): Scene {
  for (const draw of CONNECTIONS) {
    const scene = draw(plan, options);
    if (scene) return scene;
  }
  throw new Error(`Nothing draws the connection of a ${plan.machine} machine.`);
}

/** On one girth: slots with their coils, or slots with bars; null where a kind has no such drawing. */
export function girthDrawing(plan: Plan): Scene | null {
  const analysis = analysisOf(plan);
  if (analysis) {
    const { layout, winding } = analysis;
    return unrolledSlots(layout, {
      width: Math.max(900, layout.slots * 22 + 62),
      height: 200,
      turnsPerCoil: layout.meanTurns ?? winding.turnsPerCoil,
      circuits: winding.circuits,
    });
  }
  const armature = commutatorPlanOf(plan);
  return (
    armature && armatureUnrolled(armature, { width: Math.max(1000, armature.spec.bars * 20), height: 330 })
  );
}
