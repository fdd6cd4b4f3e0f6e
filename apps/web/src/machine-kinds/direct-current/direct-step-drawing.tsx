/** The drawing that a step of a direct-current rewind is done by. */
import { commutatorPlanOf, type DirectCurrentPlan, type Station } from '@norther/core';
import { armatureRing, fieldFrame, slotSection, type Scene } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { asConnected } from '../../connection-bench/as-connected.ts';
import { useCut, type Cut } from '../../cut-sheet/use-cut.ts';
import { SceneView } from '../../kit/scene-view.tsx';
import { STEP_DRAWING } from '../../traveller/step-drawing-size.ts';

const armature = (plan: DirectCurrentPlan) => armatureRing(plan, { size: STEP_DRAWING, chosenCoil: 1 });
const DRAWINGS: Readonly<
  Record<string, (plan: DirectCurrentPlan, file: MotorFile, cut: Cut['cut']) => Scene | null>
> = {
  mark: armature,
  'insulate-armature': (_plan, _file, cut) =>
    cut?.ok ? slotSection(cut.value.shape, { width: 260, height: 300 }) : null,
  'wind-armature': armature,
  risers: armature,
  'connect-field': (plan, file) => fieldFrame(plan, { size: STEP_DRAWING, ...asConnected(plan, file) }),
};

export function DirectStepDrawing({
  file,
  station,
}: {
  readonly file: MotorFile;
  readonly station: Station;
}) {
  const { checked, cut } = useCut(file);
  const draw = DRAWINGS[station.id];
  const scene = useMemo(() => {
    const plan = commutatorPlanOf(checked.plan);
    return (plan && draw?.(plan, file, cut)) ?? null;
  }, [checked, cut, file, draw]);
  return scene && <SceneView scene={scene} className="mx-auto" />;
}
