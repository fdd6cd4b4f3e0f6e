/** What happened to the motor, drawn along its two tracks. */
import { routeOf, showShort, TEST_KINDS } from '@norther/core';
import { visitTimeline, type TimelineReading } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../app/api.ts';
import { SceneView } from '../kit/scene-view.tsx';
import { useNow } from '../kit/use-now.ts';
import { useWidth } from '../kit/use-width.ts';

/** Newest of each test and stage, as they stand on the rail: a name and the figure that decides. */
function readingsOf(file: MotorFile): TimelineReading[] {
  return file.readings.flatMap((r): TimelineReading[] => {
    if (r.withdrawn || !r.outcome.ok) return [];
    const { title, body } = TEST_KINDS[r.kind];
    const { figures, verdict } = r.outcome.judgement;
    const first = figures.find((f) => f.verdict === verdict) ?? figures[0];
    const figure = first ? ` ${showShort(first.figure.value, 3)} ${first.figure.unit}` : '';
    const name = title
      .split(',')[0]!
      .replace(/ (resistance|run|log)$/, '')
      .toLowerCase();
    return [
      {
        body,
        at: r.takenAt,
        text: `${name}${figure}`.trim(),
        verdict,
        history: r.voided !== null || r.stage === 'incoming',
      },
    ];
  });
}

export function WhatHappened({ file }: { readonly file: MotorFile }) {
  const [ref, width] = useWidth<HTMLDivElement>(1250);
  const now = useNow().getTime();
  const scene = useMemo(() => {
    const { motor } = file;
    const route = routeOf(motor, file.ownRoute);
    return visitTimeline({
      route,
      steps: file.steps,
      attempts: file.attempts,
      holds: file.holds,
      readings: readingsOf(file),
      photos: file.attachments.filter((a) => !a.withdrawn).map((a) => a.addedAt),
      arrivedAt: motor.arrivedAt,
      shippedAt: motor.shippedAt,
      promisedAt: motor.promisedAt,
      now,
      width: Math.max(700, width),
    });
  }, [file, now, width]);
  return (
    <section data-view="A" aria-label="What happened" tabIndex={-1} className="outline-none">
      <h1 className="flex h-5 items-center gap-2 border-b border-ink px-3 text-[13px] leading-none font-[650]">
        <span className="fig font-bold">A</span>
        What happened
        <span className="truncate font-medium text-graphite">
          true hours; nights and empty days drawn at an eighth
        </span>
      </h1>
      <div ref={ref} className="overflow-x-auto overflow-y-hidden px-1" tabIndex={0}>
        <SceneView scene={scene} className="max-w-none" />
      </div>
    </section>
  );
}
