/** The drawing that a step of a slip-ring rewind is done by. */
import { woundRotorPlanOf, type Station } from '@norther/core';
import { slotRing } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { useCut } from '../../cut-sheet/use-cut.ts';
import { SceneView } from '../../kit/scene-view.tsx';
import { StepDrawing } from '../../traveller/step-drawing.tsx';
import { STEP_DRAWING } from '../../traveller/step-drawing-size.ts';

export function WoundStepDrawing({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked } = useCut(file);
  const scene = useMemo(() => {
    const rotor = woundRotorPlanOf(checked.plan)?.rotor;
    if (!rotor || station.id !== 'wind-rotor') return null;
    const { layout } = rotor.analysis;
    return slotRing(layout, { size: STEP_DRAWING, litCoils: new Set(layout.groups[0]?.coils) });
  }, [checked, station.id]);
  return scene ? (
    <SceneView scene={scene} className="mx-auto" />
  ) : (
    <StepDrawing file={file} station={station} />
  );
}
