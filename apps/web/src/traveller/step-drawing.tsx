/** The drawing that a step of a three-phase rewind is done by. */
import {
  asThreePhase,
  type Station,
  type StationId,
  type ThreePhaseCard,
  type WindingAnalysis,
} from '@norther/core';
import { connectionDrawing, slotRing, slotSection, type Scene } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../app/api.ts';
import { asConnected } from '../connection-bench/as-connected.ts';
import { useCut, type Cut } from '../cut-sheet/use-cut.ts';
import { SceneView } from '../kit/scene-view.tsx';
import { STEP_DRAWING } from './step-drawing-size.ts';

type Planned = Cut & { readonly card: ThreePhaseCard };

const DRAWINGS: Partial<
  Record<StationId, (a: WindingAnalysis, planned: Planned, file: MotorFile) => Scene | null>
> = {
  insulate: (_, { cut }) => (cut?.ok ? slotSection(cut.value.shape, { width: 260, height: 300 }) : null),
  wind: ({ layout }) =>
    slotRing(layout, {
      size: STEP_DRAWING,
      // The first group to lay: where its coils go in and how far they reach.
      litCoils: new Set(layout.groups[0]?.coils),
    }),
  connect: ({ layout, connection }, { card: { card, plan } }, file) =>
    connectionDrawing(layout, connection, {
      size: STEP_DRAWING,
      ...(plan ? asConnected(plan, file) : {}),
      exitClock: card.exitClock ?? 3,
    }),
};

export function StepDrawing({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const planned = useCut(file);
  const scene = useMemo(() => {
    const draw = DRAWINGS[station.id];
    const card = asThreePhase(planned.checked);
    return card?.analysis && draw ? draw(card.analysis, { ...planned, card }, file) : null;
  }, [planned, file, station.id]);
  return scene && <SceneView scene={scene} className="mx-auto" />;
}
