/** The winding sheet of a single-phase motor: both windings drawn, their figures, and what to change. */
import {
  redesignSinglePhase,
  SINGLE_PHASE_FIGURES,
  SINGLE_PHASE_PROPOSAL,
  singlePhase,
  type SinglePhaseFigureId,
  type SinglePhasePlate,
} from '@norther/core';
import { singlePhaseBore } from '@norther/drawings';
import { useCallback, useState } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../sheet/sheet.tsx';
import { ShorthandLine } from '../../kit/shorthand-line.tsx';
import { ROLE_NAME } from '../../winding-bench/bench-state.ts';
import { FigureTable } from '../../winding-bench/figure-table.tsx';
import { ChangeView, fromFound, type CommonTab } from '../shared/change-view.tsx';
import { NothingToDraw, WhichWinding } from '../shared/which-winding.tsx';
import { useWindingRoles } from '../shared/winding-roles.ts';
import { CoilTable } from './coil-table.tsx';
import { SineGrading } from './sine-grading.tsx';
import { useSingleCard } from './use-single-card.ts';

const WISH = SINGLE_PHASE_PROPOSAL.filter((f) => f.id === 'forVoltage' || f.id === 'forFrequency');
export function SingleWinding({ file }: { readonly file: MotorFile }) {
  const found = useSingleCard(file, 'as-found');
  const proposal = useSingleCard(file, 'proposed', found.typed);
  const wound = useSingleCard(file, 'as-wound', found.typed);
  const cards = { 'as-found': found, proposed: proposal, 'as-wound': wound } as const;
  const [chosen, setChosen] = useState<SinglePhaseFigureId | null>(null);
  const close = useCallback(() => setChosen(null), []);
  const { there, role, setRole, toProposal } = useWindingRoles(cards, close);
  const [coil, setCoil] = useState<number | null>(null);
  const [tab, setTab] = useState<CommonTab | 'sine' | 'coils'>('change');
  const { checked } = cards[role];
  const { plan } = checked;
  const bore = plan && singlePhaseBore(plan, { size: 520, chosenCoil: coil });
  if (!plan || !bore)
    return (
      <NothingToDraw
        file={file}
        name="Winding"
        title="There is no winding to draw yet."
        wants="slots, poles, spans, turns and wires of both windings, and the first slot of the start winding"
        findings={found.checked.findings}
      />
    );
  return (
    <Sheet file={file} columns="5fr 4fr 3fr">
      <View
        letter="A"
        name="Bore from the connection end"
        note={ROLE_NAME[role]}
        className="flex flex-col overflow-hidden max-xl:overflow-visible"
      >
        <div className="min-h-0 flex-1 p-2 max-xl:h-[560px]">
          <SceneView
            scene={bore}
            fill
            onPick={(of) => {
              const [kind, n] = of.split('-');
              if (kind === 'coil') {
                setCoil((c) => (c === Number(n) ? null : Number(n)));
                setTab('coils');
              }
            }}
          />
        </div>
        <p className="flex justify-between px-3 pb-1.5 text-[13px] text-graphite">
          <span>outside, solid: main winding</span>
          <span>figures: turns of the coil</span>
          <span>inside, double: start winding</span>
        </p>
      </View>
      <View letter="B" name="Figures" className="overflow-auto px-3 py-2">
        <WhichWinding there={there} role={role} onChoose={setRole} />
        <ShorthandLine
          typed={proposal.typed}
          onFill={toProposal}
          findings={proposal.checked.findings}
          shorthand={singlePhase.shorthand}
          label="Proposed, in one line"
        />
        <FigureTable<SinglePhaseFigureId>
          columns={there.map((r) => ({ role: r, analysis: cards[r].checked.plan }))}
          order={SINGLE_PHASE_FIGURES}
          main={role}
          chosen={chosen}
          onChoose={(id) => setChosen((c) => (c === id ? null : id))}
        />
      </View>
      <ChangeView<'sine' | 'coils'>
        letter="C"
        file={file}
        role={role}
        plan={plan}
        before={role === 'as-found' ? null : found.checked.plan}
        figure={chosen}
        onFigureClosed={close}
        proposal={proposal}
        written={role === 'as-wound' ? wound : proposal}
        fields={SINGLE_PHASE_PROPOSAL}
        redesign={{
          words: `${fromFound([found.plate.voltageV, 'V'], [found.plate.frequencyHz, 'Hz'])}: the same flux, the same copper in each slot.`,
          wish: WISH,
          of: (wanted) => {
            const made = redesignSinglePhase(found.checked, found.plate as SinglePhasePlate, {
              voltageV: wanted['forVoltage'],
              frequencyHz: wanted['forFrequency'],
            });
            if (!made.ok) return made;
            const { fields, steps, capacitors } = made.value;
            return { ...made, value: { fields, steps: [...steps, ...capacitors] } };
          },
        }}
        last={[
          { id: 'sine', title: 'Sine', view: <SineGrading plan={plan} onFill={toProposal} /> },
          {
            id: 'coils',
            title: 'Coils',
            view: <CoilTable plan={plan} core={checked.card.core} coil={coil} onCoil={setCoil} />,
          },
        ]}
        tab={tab}
        onTab={setTab}
        toProposal={toProposal}
      />
    </Sheet>
  );
}
