/** The slots unrolled under the wave, which can be sent round; beside it the orders of the wave. */
import type { WindingAnalysis } from '@norther/core';
import { COILS, coilInStrip, unrolledSlots } from '@norther/drawings';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { layoutKey } from '../kit/layout-key.ts';
import { SceneView } from '../kit/scene-view.tsx';
import { useWidth } from '../kit/use-width.ts';

/** One cycle of the supply is shown in this time [ms]. */
const CYCLE = 4000;
const HEIGHT = 150;

export function SlotsStrip({
  analysis,
  coil,
  onPick,
}: {
  readonly analysis: WindingAnalysis;
  readonly coil: number | null;
  readonly onPick: (of: string) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(1080);
  const [instant, setInstant] = useState(0);
  const [running, setRunning] = useState(false);
  const started = useRef(0);
  useEffect(() => {
    if (!running) return;
    // Without motion the end state at once: a third of a cycle further.
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
      const timer = setTimeout(() => {
        setInstant((i) => (i + 120) % 360);
        setRunning(false);
      });
      return () => clearTimeout(timer);
    }
    let frame = 0;
    started.current = performance.now();
    const step = (now: number) => {
      const share = (now - started.current) / CYCLE;
      if (share >= 1) {
        setInstant(0);
        setRunning(false);
        return;
      }
      setInstant(Math.round(360 * share));
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [running]);
  const { layout, winding } = analysis;
  const turns = layout.meanTurns ?? winding.turnsPerCoil;
  const { circuits } = winding;
  // Wire leaves coils and wave as they are: the drawing then stays as it is.
  const key = layoutKey(layout) + layout.poles + JSON.stringify(winding.turnPatterns ?? '');
  // A slot needs five points to be told from the next; a strip of more than the width holds scrolls.
  const drawn = Math.max(width, layout.slots * 5 + 62);
  const scene = useMemo(
    () =>
      unrolledSlots(layout, {
        width: drawn,
        height: HEIGHT,
        turnsPerCoil: turns,
        circuits,
        chosenCoil: coil,
        instantDeg: instant,
      }),
    // The layout is a new object with every keystroke; its key says when it is another one.
    // oxlint-disable-next-line react/exhaustive-deps
    [key, turns, circuits, drawn, coil, instant],
  );
  const pick = useCallback(
    (of: string, x: number, y: number) => {
      if (of !== COILS) return onPick(of);
      const at = coilInStrip(layout, { width: drawn, height: HEIGHT }, x, y);
      if (at) onPick(`coil-${at}`);
    },
    [layout, drawn, onPick],
  );
  return (
    <section
      data-view="D"
      aria-label="Slots unrolled"
      tabIndex={-1}
      className="flex outline-none max-xl:flex-col"
    >
      <div className="min-w-0 flex-1">
        <div className="flex h-6 items-center gap-2 px-3 text-[13px]">
          <h1 className="flex items-center gap-2 font-[650]">
            <span className="fig font-bold">D</span>Slots unrolled
          </h1>
          <span className="text-graphite max-sm:hidden">wave for 1 A, fundamental dashed</span>
          <button
            type="button"
            className="no-print ml-auto border border-pencil px-2 max-xl:min-h-12"
            aria-pressed={running}
            onClick={() => setRunning((r) => !r)}
          >
            {running ? 'Stop' : 'Turn the field'}
          </button>
          <label className="no-print flex items-center gap-2 text-graphite">
            <span className="fig w-10 text-right">{instant}°</span>
            <input
              type="range"
              min={0}
              max={359}
              value={instant}
              aria-label="Instant, electrical degrees after the peak of U"
              onChange={(e) => {
                setRunning(false);
                setInstant(Number(e.target.value));
              }}
              className="w-28 accent-(--copper) max-xl:h-12"
            />
          </label>
        </div>
        <div ref={ref} className="overflow-x-auto overflow-y-hidden">
          <SceneView scene={scene} onPick={pick} className="max-w-none" />
        </div>
      </div>
      <Orders analysis={analysis} />
    </section>
  );
}

/** The strongest orders: share of the working wave, factor, and which way each runs. */
function Orders({ analysis }: { analysis: WindingAnalysis }) {
  const working = analysis.harmonics.find((h) => h.polePairs === analysis.layout.polePairs);
  const strongest = [...analysis.harmonics]
    .sort((a, b) => b.amplitudeA - a.amplitudeA)
    .slice(0, 7)
    .sort((a, b) => a.order - b.order);
  return (
    <table className="h-fit w-[176px] shrink-0 border-l border-hair text-[13px] max-xl:w-full max-xl:border-t max-xl:border-l-0">
      <thead>
        <tr className="text-left text-graphite">
          <th className="py-0.5 pl-2 font-medium">order</th>
          <th />
          <th className="pr-2 text-right font-medium">factor, way</th>
        </tr>
      </thead>
      <tbody className="fig">
        {strongest.map((h) => (
          <tr key={h.polePairs}>
            <td className="pl-2">{Number.isInteger(h.order) ? h.order : h.order.toFixed(2)}</td>
            <td className="w-12">
              <span
                className={`block h-2 ${h === working ? 'bg-ink' : 'bg-hair'}`}
                style={{
                  width: `${Math.max(2, 100 * Math.min(1, h.amplitudeA / (working?.amplitudeA ?? 1)))}%`,
                }}
              />
            </td>
            <td className="pr-2 text-right">
              {h.windingFactor.toFixed(3)}{' '}
              <span aria-label={`runs ${h.direction}`}>
                {h.direction === 'with' ? '→' : h.direction === 'against' ? '←' : '↔'}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
