/** The winding sheet of a single-phase motor: both windings drawn, their figures, and what to change. */
import { SINGLE_PHASE_FIGURES, singlePhase, type SinglePhaseFigureId } from '@norther/core';
import { singlePhaseBore } from '@norther/drawings';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../../app/api.ts';
import { FindingList } from '../../kit/finding-list.tsx';
import { isTyping } from '../../kit/is-typing.ts';
import { PressedRow } from '../../kit/pressed-row.tsx';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../kit/sheet.tsx';
import { ShorthandLine } from '../../kit/shorthand-line.tsx';
import { WorkingPanel } from '../../kit/working-panel.tsx';
import { ROLE_NAME, type Role } from '../../winding-bench/bench-state.ts';
import { FigureTable } from '../../winding-bench/figure-table.tsx';
import { CoilTable } from './coil-table.tsx';
import { SineGrading } from './sine-grading.tsx';
import { SingleProposal } from './single-proposal.tsx';
import { SingleRedesign } from './single-redesign.tsx';
import { useSingleCard } from './use-single-card.ts';

const TABS = { change: 'Change', redesign: 'Redesign', sine: 'Sine', coils: 'Coils' } as const;
type Tab = keyof typeof TABS;

export function SingleWinding({ file }: { readonly file: MotorFile }) {
  const found = useSingleCard(file, 'as-found');
  const proposal = useSingleCard(file, 'proposed', found.typed);
  const wound = useSingleCard(file, 'as-wound', found.typed);
  const cards = { 'as-found': found, proposed: proposal, 'as-wound': wound } as const;
  const there = (['as-found', 'proposed', 'as-wound'] as const).filter(
    (r) => r === 'as-found' || cards[r].open || cards[r].record !== undefined,
  );
  const [wanted, setRole] = useState<Role>(there.includes('proposed') ? 'proposed' : 'as-found');
  const drawable = there.filter((r) => cards[r].checked.plan);
  const role = drawable.includes(wanted as (typeof there)[number]) ? wanted : (drawable[0] ?? 'as-found');
  const [chosen, setChosen] = useState<SinglePhaseFigureId | null>(null);
  const [coil, setCoil] = useState<number | null>(null);
  const [tab, setTab] = useState<Tab>('change');
  const { checked } = cards[role];
  const { plan } = checked;
  const nextRole = there[(there.indexOf(role as (typeof there)[number]) + 1) % there.length] ?? 'as-found';
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'Escape') setChosen(null);
      else if (e.key === 'w' || e.key === 'W') setRole(nextRole);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [nextRole]);
  const bore = plan && singlePhaseBore(plan, { size: 520, chosenCoil: coil });
  const toProposal = (fields: Readonly<Record<string, string>>) => {
    proposal.type(fields);
    setRole('proposed');
  };
  if (!plan || !bore)
    return (
      <Sheet file={file}>
        <View letter="A" name="Winding" className="overflow-auto p-6">
          <h2 className="text-[21px]">There is no winding to draw yet.</h2>
          <p className="mb-3 max-w-[70ch] text-[15px]">
            <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
              The data card
            </Link>{' '}
            needs slots, poles, spans, turns and wires of both windings, and the first slot of the start
            winding.
          </p>
          <FindingList findings={found.checked.findings} />
        </View>
      </Sheet>
    );
  const figure = chosen ? plan.figures[chosen] : undefined;
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
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <PressedRow
            label="Which winding"
            values={there}
            value={role as (typeof there)[number]}
            name={(r) => ROLE_NAME[r]}
            onChoose={setRole}
          />
          {there.length > 1 && <kbd className="fig border border-pencil px-1 text-[12px]">W</kbd>}
        </div>
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
      <View letter="C" name={figure ? 'The working' : TABS[tab]} className="overflow-auto pb-3">
        {figure ? (
          <WorkingPanel
            figure={figure}
            judged={plan.judged[chosen!]}
            before={role === 'as-found' ? null : (found.checked.plan?.figures[chosen!]?.value ?? null)}
            onClose={() => setChosen(null)}
          />
        ) : (
          <div className="px-3 pt-2">
            <PressedRow
              label="What to do"
              values={Object.keys(TABS) as Tab[]}
              value={tab}
              name={(t) => TABS[t]}
              onChoose={setTab}
            />
            {tab === 'change' && (
              <SingleProposal file={file} card={role === 'as-wound' ? wound : proposal} onType={toProposal} />
            )}
            {tab === 'redesign' && (
              <SingleRedesign found={found.checked} plate={found.plate} onFill={toProposal} />
            )}
            {tab === 'sine' && <SineGrading plan={plan} onFill={toProposal} />}
            {tab === 'coils' && (
              <CoilTable plan={plan} core={checked.card.core} coil={coil} onCoil={setCoil} />
            )}
          </div>
        )}
      </View>
    </Sheet>
  );
}
