/** The winding bench: bore and slots drawn, figures with their working; as found, proposed and as wound side by side. */
import { SPECIAL_FIELDS, WINDING_FIELDS, type FigureId } from '@norther/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { useThreePhaseCard } from '../data-card/use-card.ts';
import { TypedField } from '../kit/fields.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { isTyping } from '../kit/is-typing.ts';
import { PressedRow } from '../kit/pressed-row.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { ShorthandLine } from '../kit/shorthand-line.tsx';
import { WorkingPanel } from '../kit/working-panel.tsx';
import { partOf, partsOf, ROLE_NAME, type Lit, type Part, type Role } from './bench-state.ts';
import { BoreView } from './bore-view.tsx';
import { FromReels } from '../machine-kinds/shared/from-reels.tsx';
import { FigureTable } from './figure-table.tsx';
import { ProposalPanel } from './proposal-panel.tsx';
import { RedesignPanel } from './redesign-panel.tsx';
import { SlotsStrip } from './slots-strip.tsx';
import { WavePanel } from './wave-panel.tsx';

const TABS = { change: 'Change', redesign: 'Redesign', reels: 'Reels', waves: 'Waves' } as const;
type Tab = keyof typeof TABS;

export function WindingBench({ file }: { file: MotorFile }) {
  const found = useThreePhaseCard(file, 'as-found');
  const proposal = useThreePhaseCard(file, 'proposed', found.typed);
  const wound = useThreePhaseCard(file, 'as-wound', found.typed);
  const cards = { 'as-found': found, proposed: proposal, 'as-wound': wound } as const;
  const there: Role[] = (['as-found', 'proposed', 'as-wound'] as const).filter(
    (r) => r === 'as-found' || cards[r].open || cards[r].record !== undefined,
  );
  const [wanted, setRole] = useState<Role>(there.includes('proposed') ? 'proposed' : 'as-found');
  // A bare core has nothing found; then what is proposed is shown.
  const drawable = there.filter((r) => cards[r].checked.analysis);
  const role = drawable.includes(wanted) ? wanted : (drawable[0] ?? 'as-found');
  const [part, setPart] = useState<Part>('main');
  const [coil, setCoil] = useState<number | null>(1);
  const [lit, setLit] = useState<Lit>('coil');
  const [chosen, setChosen] = useState<FigureId | null>(null);
  const [tab, setTab] = useState<Tab>('change');
  const parts = partsOf(cards[role].checked);
  const shownPart = parts.includes(part) ? part : 'main';
  const { checked } = cards[role];
  const shown = useMemo(() => partOf(checked, shownPart), [checked, shownPart]);
  const coils = shown?.layout.coils.length ?? 0;
  const nextRole = there[(there.indexOf(role) + 1) % there.length] ?? 'as-found';

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target)) return;
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'Escape') setChosen(null);
      else if (e.key === 'w' || e.key === 'W') setRole(nextRole);
      else if (coils && e.key === 'ArrowRight') setCoil((c) => ((c ?? 0) % coils) + 1);
      else if (coils && e.key === 'ArrowLeft') setCoil((c) => (((c ?? 2) - 2 + coils) % coils) + 1);
      else if (e.key === 'g') setLit((l) => (l === 'coil' ? 'group' : l === 'group' ? 'circuit' : 'coil'));
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [coils, nextRole]);

  const groups = shown?.layout.groups;
  const pick = useCallback(
    (of: string) => {
      const [kind, n] = of.split('-');
      if (kind === 'coil') setCoil(Number(n));
      if (kind === 'group' && groups) {
        setCoil(groups[Number(n) - 1]!.coils[0]!);
        setLit('group');
      }
    },
    [groups, setCoil, setLit],
  );

  if (!shown) return <EmptyBench file={file} found={found} proposal={proposal} />;
  const figure = chosen ? shown.figures[chosen] : undefined;
  const chosenCoil = coil && coil <= coils ? coil : null;
  const toProposal = (fields: Record<string, string>) => {
    proposal.type(fields);
    setRole('proposed');
  };
  return (
    <Sheet
      file={file}
      columns="5fr 4fr 3fr"
      foot={<SlotsStrip analysis={shown} coil={chosenCoil} onPick={pick} />}
    >
      <View
        letter="A"
        name="Bore from the connection end"
        note={
          ROLE_NAME[role] +
          (shownPart === 'slow' ? ', lower speed' : shownPart === 'second' ? ', second winding' : '')
        }
        className="flex flex-col overflow-hidden max-xl:overflow-visible"
      >
        <BoreView analysis={shown} coil={chosenCoil} lit={lit} onPick={pick} />
      </View>
      <View letter="B" name="Figures" className="overflow-auto px-3 py-2">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <PressedRow
            label="Which winding"
            values={there}
            value={role}
            name={(r) => ROLE_NAME[r]}
            onChoose={setRole}
          />
          {parts.length > 1 && (
            <PressedRow
              label="Which part"
              values={parts}
              value={shownPart}
              name={(p) =>
                p === 'main'
                  ? `${cards[role].checked.analysis!.winding.poles} poles`
                  : `${partOf(cards[role].checked, p)!.layout.poles} poles`
              }
              onChoose={setPart}
            />
          )}
          {there.length > 1 && <kbd className="fig border border-pencil px-1 text-[12px]">W</kbd>}
        </div>
        <ShorthandLine
          typed={proposal.typed}
          onFill={toProposal}
          findings={proposal.checked.findings}
          label="Proposed, in one line"
        />
        <FigureTable
          columns={there.map((r) => ({ role: r, analysis: partOf(cards[r].checked, shownPart) }))}
          main={role}
          chosen={chosen}
          onChoose={(id) => setChosen((c) => (c === id ? null : id))}
        />
      </View>
      <View letter="C" name={figure ? 'The working' : TABS[tab]} className="overflow-auto pb-3">
        {figure ? (
          <WorkingPanel
            figure={figure}
            judged={shown.judged[chosen!]}
            before={
              role === 'as-found' ? null : (partOf(found.checked, shownPart)?.figures[chosen!]?.value ?? null)
            }
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
              <ProposalPanel
                file={file}
                found={found}
                card={role === 'as-wound' ? wound : proposal}
                wound={wound}
                role={role}
                analysis={shown}
                coil={chosenCoil}
                lit={lit}
                onLit={setLit}
                onRole={setRole}
              />
            )}
            {tab === 'reels' && (
              <FromReels
                file={file}
                card={proposal}
                onTake={(fields) => {
                  toProposal(fields);
                  setTab('change');
                }}
              />
            )}
            {tab === 'redesign' && (
              <RedesignPanel found={found} onFill={toProposal} proposal={proposal.typed} />
            )}
            {tab === 'waves' && <WavePanel analysis={shown} rotorBars={found.checked.card.rotorBars} />}
          </div>
        )}
      </View>
    </Sheet>
  );
}

/** A core without a winding yet: the line, the fields and what is still missing. */
function EmptyBench({
  file,
  found,
  proposal,
}: {
  file: MotorFile;
  found: ReturnType<typeof useThreePhaseCard>;
  proposal: ReturnType<typeof useThreePhaseCard>;
}) {
  const findings = proposal.open ? proposal.checked.findings : found.checked.findings;
  return (
    <Sheet file={file}>
      <View letter="A" name="Winding" className="overflow-auto p-6">
        <h2 className="text-[21px]">There is no winding to draw yet.</h2>
        <p className="mb-3 max-w-[70ch] text-[15px]">
          <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
            The data card
          </Link>{' '}
          still lacks something, or says what cannot be wound. For an empty core, write the winding you want
          here:
        </p>
        <div className="max-w-[760px]">
          <ShorthandLine
            typed={proposal.typed}
            onFill={proposal.type}
            findings={findings}
            label="Proposed, in one line"
            hero
          />
        </div>
        <div className="mt-3 grid max-w-[760px] grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4" data-form="">
          {[...WINDING_FIELDS, ...SPECIAL_FIELDS].map((f) => (
            <TypedField
              key={f.id}
              field={f}
              value={proposal.typed[f.id] ?? ''}
              onType={(v) => proposal.type({ [f.id]: v })}
              doubts={findings.filter((x) => x.fields.includes(f.id))}
            />
          ))}
        </div>
        <div className="mt-3 max-w-[760px]">
          <FindingList findings={findings} />
        </div>
        <p className="mt-2 text-[15px]">
          {found.checked.missing.length > 0 && (
            <>Not on the card yet: {found.checked.missing.map((m) => m.label).join(', ')}.</>
          )}
        </p>
      </View>
    </Sheet>
  );
}
