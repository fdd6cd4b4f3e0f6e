/** The data card of a slip-ring motor: its stator's, with the rotor's figures and drawing under what it says. */
import { showShort, woundRotorPlanOf, type RotorWinding } from '@norther/core';
import { slotRing } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { DataCard } from '../../data-card/data-card.tsx';
import { useCard } from '../../data-card/use-card.ts';
import { SceneView } from '../../kit/scene-view.tsx';

export function WoundCard({ file }: { readonly file: MotorFile }) {
  const { checked } = useCard(file, 'as-found');
  const rotor = woundRotorPlanOf(checked.plan)?.rotor ?? null;
  return <DataCard file={file} beside={rotor && <RotorBox rotor={rotor} />} />;
}

function RotorBox({ rotor }: { readonly rotor: RotorWinding }) {
  const scene = useMemo(() => slotRing(rotor.analysis.layout, { size: 250 }), [rotor]);
  return (
    <section aria-label="Rotor" className="mt-3 border-t-[1.5px] border-ink pt-1">
      <h2 className="text-[15px] font-[650]">Rotor, from the ring end</h2>
      <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 text-[14px]">
        {Object.values(rotor.figures).map((f) => (
          <div key={f.id} className="contents">
            <dt className="border-b border-grid py-0.5 text-graphite">{f.name}</dt>
            <dd className="border-b border-grid py-0.5 text-right">
              <b className="fig">{showShort(f.value)}</b> {f.unit}
            </dd>
          </div>
        ))}
      </dl>
      <div className="mt-2 flex justify-center">
        <SceneView scene={scene} />
      </div>
    </section>
  );
}
