/** The drawing that a step is done by. */
import { workOf, type Station } from '@norther/core';
import { stepDrawing } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../app/api.ts';
import { asConnected } from '../connection-bench/as-connected.ts';
import { useCut } from '../cut-sheet/use-cut.ts';
import { SceneView } from '../kit/scene-view.tsx';

/** Side of the drawing beside a step's list: it stands above the fold of a screen 800 high [px]. */
const SIZE = 344;

export function StepDrawing({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked, cut } = useCut(file);
  const work = workOf(station);
  const { body } = station;
  const scene = useMemo(() => {
    const { plan, typed } = checked;
    if (!plan || !work) return null;
    const exitClock = Number(typed['exitClock']);
    return stepDrawing(
      plan,
      { work, body },
      {
        size: SIZE,
        cut: cut?.ok ? cut.value : null,
        connected: asConnected(plan, file),
        ...(exitClock > 0 ? { exitClock } : {}),
      },
    );
  }, [checked, cut, work, body, file]);
  return scene && <SceneView scene={scene} className="mx-auto" />;
}
