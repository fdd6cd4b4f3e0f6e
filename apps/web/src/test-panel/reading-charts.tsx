/** Curves of a reading as its test defines them, for tests that draw nothing of their own. */
import { TEST_KINDS, type TestContext, type TestKindId } from '@norther/core';
import { chartDrawing } from '@norther/drawings';
import { useMemo } from 'react';
import { SceneView } from '../kit/scene-view.tsx';

export function ReadingCharts({
  kind,
  typed,
  context,
}: {
  readonly kind: TestKindId;
  readonly typed: Readonly<Record<string, string>>;
  readonly context: TestContext;
}) {
  const scenes = useMemo(
    () =>
      TEST_KINDS[kind]
        .chartsOf(typed, context)
        .map((chart) => chartDrawing(chart, { width: 530, height: 190 })),
    [kind, typed, context],
  );
  if (scenes.length === 0) return null;
  return (
    <section aria-label="Curves" className="mt-4">
      {scenes.map((scene) => (
        <SceneView key={scene.title} scene={scene} />
      ))}
    </section>
  );
}
