/** The armature sheet: unrolled with its commutator, the winding order for the hand, figures, and what to change. */
import {
  DIRECT_CURRENT_FIGURES,
  machineKind,
  redesignDirectCurrent,
  type ArmatureCoil,
  type DirectCurrentFigureId,
  type DirectCurrentPlate,
} from '@norther/core';
import { armatureUnrolled, type Scene } from '@norther/drawings';
import { useCallback, useEffect, useState } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { isTyping } from '../../kit/is-typing.ts';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../sheet/sheet.tsx';
import { ROLE_NAME } from '../../winding-bench/bench-state.ts';
import { FigureTable } from '../../winding-bench/figure-table.tsx';
import { ChangeView, fromFound, type CommonTab } from '../shared/change-view.tsx';
import { NothingToDraw, WhichWinding } from '../shared/which-winding.tsx';
import { useWindingRoles } from '../shared/winding-roles.ts';
import { useDirectCard } from './use-direct-card.ts';
import { WindingOrder } from './winding-order.tsx';

export function DirectWinding({ file }: { readonly file: MotorFile }) {
  const { proposal: mayChange, shorthand } = machineKind(file.motor.kind);
  const found = useDirectCard(file, 'as-found');
  const proposal = useDirectCard(file, 'proposed', found.typed);
  const wound = useDirectCard(file, 'as-wound', found.typed);
  const cards = { 'as-found': found, proposed: proposal, 'as-wound': wound } as const;
  const [chosen, setChosen] = useState<DirectCurrentFigureId | null>(null);
  const close = useCallback(() => setChosen(null), []);
  const { there, role, setRole, toProposal } = useWindingRoles(cards, close);
  const { plan } = cards[role].checked;
  const [asked, setCoil] = useState(1);
  const [turned, setTurned] = useState(0);
  const [tab, setTab] = useState<CommonTab>('change');
  const coils = plan?.armatureCoils.length ?? 1;
  const coil = Math.min(asked, coils);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      const step = (by: number) => setCoil(((coil - 1 + by + coils) % coils) + 1);
      if (e.key === 'ArrowDown') step(1);
      else if (e.key === 'ArrowUp') step(-1);
      else if (e.key === '[') setTurned((t) => t - 1);
      else if (e.key === ']') setTurned((t) => t + 1);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [coil, coils]);
  const scene = plan && armatureUnrolled(plan, { width: 1250, height: 318, chosenCoil: coil, turned });
  if (!plan || !scene)
    return (
      <NothingToDraw
        file={file}
        name="Armature"
        title="There is no armature to draw yet."
        wants="slots, bars, poles, winding, which way the leads go, span, turns and wires"
        findings={found.checked.findings}
      />
    );
  return (
    <Sheet
      file={file}
      columns="3fr 5fr 4fr"
      head={
        <Unrolled
          scene={scene}
          role={ROLE_NAME[role]}
          coil={plan.armatureCoils[coil - 1]!}
          onPick={(of) => {
            const [kind, n] = of.split('-');
            const at = plan.armatureCoils.find((c) =>
              kind === 'bar' ? c.startBar === Number(n) : kind === 'slot' && c.firstSlot === Number(n),
            );
            if (at) setCoil(at.coil);
          }}
        />
      }
    >
      <View letter="B" name="Winding order" note="by bars" className="overflow-auto px-3">
        <WindingOrder plan={plan} coil={coil} onCoil={setCoil} />
      </View>
      <View letter="C" name="Figures" className="overflow-auto px-3 py-2">
        <WhichWinding there={there} role={role} onChoose={setRole} />
        <FigureTable<DirectCurrentFigureId>
          columns={there.map((r) => ({ role: r, analysis: cards[r].checked.plan }))}
          order={DIRECT_CURRENT_FIGURES}
          main={role}
          chosen={chosen}
          onChoose={(id) => setChosen((c) => (c === id ? null : id))}
        />
      </View>
      <ChangeView<never>
        letter="D"
        file={file}
        role={role}
        plan={plan}
        before={role === 'as-found' ? null : found.checked.plan}
        figure={chosen}
        onFigureClosed={close}
        proposal={proposal}
        written={role === 'as-wound' ? wound : proposal}
        fields={mayChange}
        shorthand={shorthand}
        unrolled
        redesign={{
          words: `${fromFound([found.plate.voltageV, 'V'], [found.plate.speedRpm, 'rpm'])}: the same flux, the same copper in its place.`,
          wish: mayChange.filter((f) => f.id === 'forVoltage' || f.id === 'forSpeed'),
          of: (wanted) =>
            redesignDirectCurrent(found.checked, found.plate as DirectCurrentPlate, {
              voltageV: wanted['forVoltage'],
              speedRpm: wanted['forSpeed'],
            }),
        }}
        tab={tab}
        onTab={setTab}
        toProposal={toProposal}
      />
    </Sheet>
  );
}

/** The armature on one girth, with the coil in hand in words. */
function Unrolled({
  scene,
  role,
  coil,
  onPick,
}: {
  readonly scene: Scene;
  readonly role: string;
  readonly coil: ArmatureCoil;
  readonly onPick: (of: string) => void;
}) {
  const key = 'fig border border-pencil px-1';
  return (
    <section data-view="A" aria-label="Armature unrolled" tabIndex={-1} className="outline-none">
      <h1 className="flex items-baseline gap-2 px-3 pt-1 text-[13px] leading-none font-[650]">
        <span className="fig font-bold">A</span> Armature unrolled
        <span className="truncate font-medium text-graphite">
          {role}, from the commutator end: upper sides and their leads whole, lower ones dashed
        </span>
      </h1>
      <div className="overflow-x-auto">
        <div className="h-[318px] min-w-[1000px] p-1">
          <SceneView scene={scene} fill onPick={onPick} />
        </div>
      </div>
      <p className="flex flex-wrap items-baseline gap-x-4 px-3 pb-1">
        <b className="text-[17px] text-copper" aria-live="polite">
          {coil.startBar === null
            ? `Coil ${coil.coil}: dead, slot ${coil.firstSlot} to slot ${coil.secondSlot}, on no bar`
            : `Coil ${coil.coil}: bar ${coil.startBar}, slot ${coil.firstSlot} to slot ${coil.secondSlot}, bar ${coil.finishBar}`}
        </b>
        <span className="ml-auto text-[13px] text-graphite max-sm:hidden">
          <kbd className={key}>↑</kbd> <kbd className={key}>↓</kbd> coil, <kbd className={key}>[</kbd>{' '}
          <kbd className={key}>]</kbd> turn the armature
        </span>
      </p>
    </section>
  );
}
