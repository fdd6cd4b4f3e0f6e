/** The drawing that a step of the rewind of a motor with coils on teeth is done by. */
import { toothCoilPlanOf, type Station, type ToothCoilPlan } from '@norther/core';
import { slotSection, toothConnection, toothRing, type Scene } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { asConnected } from '../../connection-bench/as-connected.ts';
import { useCut, type Cut } from '../../cut-sheet/use-cut.ts';
import { SceneView } from '../../kit/scene-view.tsx';
import { STEP_DRAWING } from '../../traveller/step-drawing-size.ts';

const DRAWINGS: Readonly<
  Record<string, (plan: ToothCoilPlan, file: MotorFile, cut: Cut['cut']) => Scene | null>
> = {
  insulate: (_plan, _file, cut) =>
    cut?.ok ? slotSection(cut.value.shape, { width: 260, height: 300 }) : null,
  wind: (plan) => toothRing(plan, { size: STEP_DRAWING }),
  connect: (plan, file) => toothConnection(plan, { size: STEP_DRAWING, ...asConnected(plan, file) }),
};

export function ToothStepDrawing({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked, cut } = useCut(file);
  const draw = DRAWINGS[station.id];
  const scene = useMemo(() => {
    const plan = toothCoilPlanOf(checked.plan);
    return (plan && draw?.(plan, file, cut)) ?? null;
  }, [checked, cut, file, draw]);
  return scene && <SceneView scene={scene} className="mx-auto" />;
}
