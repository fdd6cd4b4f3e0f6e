/** The winding sheet of a motor with coils on teeth: the teeth drawn, figures, what to change, and the table of slots against poles. */
import {
  redesignToothCoil,
  TOOTH_COIL_FIGURES,
  TOOTH_COIL_PROPOSAL,
  toothCoil,
  type ToothCoilFigureId,
  type ToothCoilPlate,
} from '@norther/core';
import { toothRing } from '@norther/drawings';
import { useCallback, useState } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../sheet/sheet.tsx';
import { ROLE_NAME } from '../../winding-bench/bench-state.ts';
import { FigureTable } from '../../winding-bench/figure-table.tsx';
import { ChangeView, fromFound, type CommonTab } from '../shared/change-view.tsx';
import { NothingToDraw, WhichWinding } from '../shared/which-winding.tsx';
import { useWindingRoles } from '../shared/winding-roles.ts';
import { SlotPoleGrid } from './slot-pole-grid.tsx';
import { useToothCard } from './use-tooth-card.ts';

const WISH = TOOTH_COIL_PROPOSAL.filter((f) => f.id === 'forVoltage' || f.id === 'forSpeed');
export function ToothWinding({ file }: { readonly file: MotorFile }) {
  const found = useToothCard(file, 'as-found');
  const proposal = useToothCard(file, 'proposed', found.typed);
  const wound = useToothCard(file, 'as-wound', found.typed);
  const cards = { 'as-found': found, proposed: proposal, 'as-wound': wound } as const;
  const [chosen, setChosen] = useState<ToothCoilFigureId | null>(null);
  const close = useCallback(() => setChosen(null), []);
  const { there, role, setRole, toProposal } = useWindingRoles(cards, close);
  const { plan } = cards[role].checked;
  const [coil, setCoil] = useState<number | null>(null);
  const [tab, setTab] = useState<CommonTab | 'pairs'>('pairs');
  if (!plan)
    return (
      <NothingToDraw
        file={file}
        name="Winding"
        title="There is no winding to draw yet."
        wants="teeth, poles, turns, wires and star or delta"
        findings={found.checked.findings}
      />
    );
  const own = coil === null ? null : plan.teeth[coil - 1];
  return (
    <Sheet file={file} columns="5fr 4fr 4fr">
      <View
        letter="A"
        name="Teeth from the lead end"
        note={ROLE_NAME[role]}
        className="flex flex-col overflow-hidden max-xl:overflow-visible"
      >
        <div className="min-h-0 flex-1 p-2 max-xl:h-[560px]">
          <SceneView
            scene={toothRing(plan, { size: 560, chosenCoil: coil })}
            fill
            onPick={(of) => {
              const [kind, n] = of.split('-');
              if (kind === 'coil') setCoil((c) => (c === Number(n) ? null : Number(n)));
            }}
          />
        </div>
        <p className="flex justify-between px-3 pb-1.5 text-[13px] text-graphite">
          <span>capital: wound one way, small letter: the other</span>
          {own && (
            <b className="text-copper">
              tooth {own.tooth}: {own.phase}, {own.sign > 0 ? 'forward' : 'reversed'}
            </b>
          )}
        </p>
      </View>
      <View letter="B" name="Figures" className="overflow-auto px-3 py-2">
        <WhichWinding there={there} role={role} onChoose={setRole} />
        <FigureTable<ToothCoilFigureId>
          columns={there.map((r) => ({ role: r, analysis: cards[r].checked.plan }))}
          order={TOOTH_COIL_FIGURES}
          main={role}
          chosen={chosen}
          onChoose={(id) => setChosen((c) => (c === id ? null : id))}
        />
      </View>
      <ChangeView<'pairs'>
        letter="C"
        file={file}
        role={role}
        plan={plan}
        before={role === 'as-found' ? null : found.checked.plan}
        figure={chosen}
        onFigureClosed={close}
        proposal={proposal}
        written={role === 'as-wound' ? wound : proposal}
        fields={TOOTH_COIL_PROPOSAL}
        shorthand={toothCoil.shorthand}
        redesign={{
          words: `${fromFound([found.plate.voltageV, 'V'], [found.plate.speedRpm, 'rpm'])}: the same magnets, the same copper in the slot.`,
          wish: WISH,
          of: (wanted) =>
            redesignToothCoil(found.checked, found.plate as ToothCoilPlate, {
              voltageV: wanted['forVoltage'],
              speedRpm: wanted['forSpeed'],
            }),
        }}
        first={[{ id: 'pairs', title: 'Teeth and poles', view: <SlotPoleGrid key={plan.key} plan={plan} /> }]}
        tab={tab}
        onTab={setTab}
        toProposal={toProposal}
      />
    </Sheet>
  );
}
