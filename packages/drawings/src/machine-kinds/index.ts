/** How the winding of each kind of machine is drawn round the bore. */
import {
  analysisOf,
  commutatorPlanOf,
  singlePhasePlanOf,
  toothCoilPlanOf,
  type Plan,
} from '@norther/core';
import type { Scene } from '../scene.ts';
import { slotRing } from '../slot-ring.ts';
import { armatureRing } from './armature.ts';
import { toothRing } from './teeth.ts';
import { singlePhaseBore } from './single-phase.ts';

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
