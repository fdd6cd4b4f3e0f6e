/** The bore, or the star of slots, or the phases' sums; what is chosen stands in the middle. */
import type { WindingAnalysis } from '@norther/core';
import { COILS, pointedInRing, phaseSums, slotRing, slotStar } from '@norther/drawings';
import { useCallback, useMemo, useState } from 'react';
import { PhaseBox } from '../kit/marks.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { layoutKey } from '../kit/layout-key.ts';
import { litCoils, type Lit } from './bench-state.ts';

const LOOKS = { bore: 'Bore', star: 'Star of slots', sums: 'Phase sums' } as const;
type Look = keyof typeof LOOKS;
const SIZE = 500;

export function BoreView({
  analysis,
  coil,
  lit,
  onPick,
}: {
  readonly analysis: WindingAnalysis;
  readonly coil: number | null;
  readonly lit: Lit;
  readonly onPick: (of: string) => void;
}) {
  const [look, setLook] = useState<Look>('bore');
  // Turns and wire leave the coils where they are: the drawing then stays as it is.
  const key = layoutKey(analysis.layout) + (look === 'sums' ? JSON.stringify(analysis.balance.phases) : '');
  const lights = [...litCoils(analysis, coil, lit)].join();
  const { layout } = analysis;
  const scene = useMemo(() => {
    if (look === 'star') return slotStar(layout, { size: SIZE, chosenCoil: coil });
    if (look === 'sums') return phaseSums(layout, { size: SIZE });
    const litNow = new Set(lights ? lights.split(',').map(Number) : []);
    return slotRing(layout, { size: SIZE, chosenCoil: coil, litCoils: litNow });
    // The layout is a new object with every keystroke; its key says when it is another one.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [key, coil, lights, look]);
  const pick = useCallback(
    (of: string, x: number, y: number) => {
      if (of !== COILS) return onPick(of);
      const at = pointedInRing(layout, SIZE, x, y);
      if (at) onPick(at);
    },
    [layout, onPick],
  );
  const c = coil ? layout.coils[coil - 1] : undefined;
  return (
    <div className="relative min-h-0 flex-1">
      <SceneView scene={scene} onPick={pick} fill className="max-xl:h-[560px]" />
      <div role="group" aria-label="How it is drawn" className="no-print absolute top-2 left-2 flex flex-col">
        {(Object.keys(LOOKS) as Look[]).map((l) => (
          <button
            key={l}
            type="button"
            aria-pressed={look === l}
            onClick={() => setLook(l)}
            className={`px-1.5 py-0.5 text-left text-[13px] max-xl:min-h-12 ${look === l ? 'font-[680] text-ink underline decoration-2 underline-offset-4' : 'text-graphite'}`}
          >
            {LOOKS[l]}
          </button>
        ))}
      </div>
      {look === 'bore' && (
        <div className="pointer-events-none absolute inset-0 flex flex-col items-center justify-center text-center">
          {c && (
            <>
              <span className="fig text-[22px] leading-tight font-bold text-copper">
                {c.topSlot}–{c.bottomSlot}
              </span>
              <span className="text-[13px]">
                coil {c.number}, group {layout.groups[c.group - 1]!.name}
              </span>
            </>
          )}
          <span className="mt-1 flex gap-2">
            <PhaseBox phase="U" size={17} />
            <PhaseBox phase="V" size={17} />
            <PhaseBox phase="W" size={17} />
          </span>
        </div>
      )}
    </div>
  );
}
