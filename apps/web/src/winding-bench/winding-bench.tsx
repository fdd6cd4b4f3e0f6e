/** The winding bench: bore and slots drawn, figures with their working, as found against proposed. */
import {
  circuitsThatWork,
  compareWindings,
  WINDING_FIELDS,
  type Coil,
  type FigureId,
  type WindingAnalysis,
} from '@norther/core';
import { slotRing, unrolledSlots } from '@norther/drawings';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { useCard } from '../data-card/use-card.ts';
import { MergeBox } from '../data-card/merge-box.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { Key } from '../kit/key.tsx';
import { PhaseBox } from '../kit/marks.tsx';
import { MotorSheet } from '../kit/motor-sheet.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../kit/sheet.tsx';
import { ShorthandLine } from '../kit/shorthand-line.tsx';
import { useWidth } from '../kit/use-width.ts';
import { WorkingPanel } from '../kit/working-panel.tsx';
import { FigureTable } from './figure-table.tsx';

export function WindingBench() {
  return <MotorSheet>{(file) => <Bench key={file.motor.number} file={file} />}</MotorSheet>;
}

type Turn = 'as-found' | 'proposed';

function Bench({ file }: { file: MotorFile }) {
  const found = useCard(file, 'as-found');
  const proposal = useCard(file, 'proposed', found.typed);
  const touched = proposal.open || proposal.record !== undefined;
  const [turn, setTurn] = useState<Turn>(touched ? 'proposed' : 'as-found');
  const proposed = touched ? proposal.checked.analysis : null;
  const shown: WindingAnalysis | null = (turn === 'proposed' && proposed) || found.checked.analysis;
  const [coil, setCoil] = useState<number | null>(1);
  const [lit, setLit] = useState<'coil' | 'group' | 'circuit'>('coil');
  const [chosen, setChosen] = useState<FigureId | null>(null);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLElement && e.target.matches('input, select, textarea')) return;
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      const slots = shown?.layout.slots;
      if (e.key === 'Escape') setChosen(null);
      else if ((e.key === 'w' || e.key === 'W') && touched)
        setTurn((t) => (t === 'proposed' ? 'as-found' : 'proposed'));
      else if (slots && e.key === 'ArrowRight') setCoil((c) => ((c ?? 0) % slots) + 1);
      else if (slots && e.key === 'ArrowLeft') setCoil((c) => (((c ?? 2) - 2 + slots) % slots) + 1);
      else if (e.key === 'g') setLit((l) => (l === 'coil' ? 'group' : l === 'group' ? 'circuit' : 'coil'));
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [shown, touched]);

  const pick = useCallback(
    (of: string) => {
      const [kind, n] = of.split('-');
      if (kind === 'coil') setCoil(Number(n));
      if (kind === 'group' && shown) {
        setCoil(shown.layout.groups[Number(n) - 1]!.coils[0]!);
        setLit('group');
      }
    },
    [shown],
  );

  if (!shown)
    return (
      <Sheet file={file}>
        <View letter="A" name="Winding" className="overflow-auto p-6">
          <h2 className="text-[21px]">There is no winding to draw yet.</h2>
          <p className="mb-3">
            <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
              The data card
            </Link>{' '}
            still lacks something, or says what cannot be wound:
          </p>
          <FindingList findings={found.checked.findings} />
          <p className="mt-2 text-[15px]">{found.checked.missing.map((m) => m.label).join(', ')}</p>
        </View>
      </Sheet>
    );

  const figure = chosen ? shown.figures[chosen] : undefined;
  const compared =
    proposed && found.checked.analysis ? compareWindings(found.checked.analysis, proposed) : [];
  const inTurn = turn === 'proposed' && touched;
  return (
    <Sheet file={file} columns="5fr 4fr 3fr" foot={<Strip analysis={shown} coil={coil} onPick={pick} />}>
      <View
        letter="A"
        name="Bore from the connection end"
        note={inTurn ? 'proposed' : 'as found'}
        className="flex flex-col overflow-hidden max-xl:overflow-visible"
      >
        <Ring analysis={shown} coil={coil} lit={lit} onPick={pick} />
      </View>
      <View letter="B" name="Figures" className="overflow-auto px-3 py-2">
        <div className="flex items-center justify-between">
          <span className="text-[13px] text-graphite">Shown: {inTurn ? 'the proposal' : 'as found'}</span>
          {touched && (
            <button
              type="button"
              className="text-[13px] text-graphite"
              onClick={() => setTurn((t) => (t === 'proposed' ? 'as-found' : 'proposed'))}
            >
              turn <kbd className="fig border border-pencil px-1">W</kbd>
            </button>
          )}
        </div>
        <ShorthandLine
          typed={proposal.typed}
          onFill={(fields) => {
            proposal.type(fields);
            setTurn('proposed');
          }}
          findings={proposal.checked.findings}
          label="Proposed, in one line"
        />
        <FigureTable
          found={found.checked.analysis}
          proposed={proposed}
          chosen={chosen}
          onChoose={(id) => setChosen((c) => (c === id ? null : id))}
        />
      </View>
      <View letter="C" name={figure ? 'The working' : 'Proposal'} className="overflow-auto pb-3">
        {figure ? (
          <WorkingPanel
            figure={figure}
            judged={shown.judged[chosen!]}
            before={inTurn ? (found.checked.analysis?.figures[chosen!]?.value ?? null) : null}
            onClose={() => setChosen(null)}
          />
        ) : (
          <div className="space-y-3 px-3 pt-2" data-form="">
            <PickedCoil analysis={shown} coil={coil} lit={lit} onLit={setLit} />
            <h2 className="border-b-2 border-ink text-[17px]">Change it</h2>
            <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
              {WINDING_FIELDS.filter((f) =>
                ['span', 'turns', 'wires', 'circuits', 'connection'].includes(f.id),
              ).map((f) => (
                <TypedField
                  key={f.id}
                  field={f}
                  value={proposal.typed[f.id] ?? ''}
                  onType={(v) => {
                    proposal.type({ [f.id]: v });
                    setTurn('proposed');
                  }}
                  doubts={proposal.checked.findings.filter((x) => x.fields.includes(f.id))}
                />
              ))}
            </div>
            <p className="text-[13px] text-graphite">
              Circuits that work: {circuitsThatWork(shown.winding).join(', ')}.
            </p>
            {proposal.clash && (
              <MergeBox clash={proposal.clash} mine={proposal.typed} onMerge={proposal.merge} />
            )}
            {!proposed && touched && <FindingList findings={proposal.checked.findings} />}
            {proposed && <FindingList findings={[...compared, ...proposed.findings]} />}
            {!touched && <FindingList findings={shown.findings} />}
            <div className="flex flex-wrap gap-2">
              <Key
                primary
                disabled={!proposal.open || !proposed || proposal.saving}
                onClick={() => void proposal.save()}
              >
                Keep the proposal
              </Key>
              {proposal.open && (
                <Key
                  onClick={() => {
                    proposal.drop();
                    if (!proposal.record) setTurn('as-found');
                  }}
                >
                  Undo
                </Key>
              )}
            </div>
          </div>
        )}
      </View>
    </Sheet>
  );
}

function litCoils(analysis: WindingAnalysis, coil: number | null, lit: 'coil' | 'group' | 'circuit') {
  if (!coil || lit === 'coil') return new Set<number>();
  const c = analysis.layout.coils[coil - 1];
  if (!c) return new Set<number>();
  if (lit === 'group') return new Set(analysis.layout.groups[c.group - 1]!.coils);
  const path = analysis.connection.paths[c.phase].find((p) => p.includes(c.group)) ?? [];
  return new Set(path.flatMap((g) => analysis.layout.groups[g - 1]!.coils));
}

function Ring({
  analysis,
  coil,
  lit,
  onPick,
}: {
  analysis: WindingAnalysis;
  coil: number | null;
  lit: 'coil' | 'group' | 'circuit';
  onPick: (of: string) => void;
}) {
  const chosenCoil = coil && coil <= analysis.layout.slots ? coil : null;
  const scene = useMemo(
    () => slotRing(analysis.layout, { size: 500, chosenCoil, litCoils: litCoils(analysis, chosenCoil, lit) }),
    [analysis, chosenCoil, lit],
  );
  const c: Coil | undefined = chosenCoil ? analysis.layout.coils[chosenCoil - 1] : undefined;
  return (
    <div className="relative min-h-0 flex-1">
      <SceneView scene={scene} onPick={onPick} fill className="max-xl:h-[520px]" />
      <div className="pointer-events-none absolute inset-0 flex flex-col items-center justify-center text-center">
        {c && (
          <>
            <span className="fig text-[22px] leading-tight font-bold text-copper">
              {c.topSlot}–{c.bottomSlot}
            </span>
            <span className="text-[13px]">
              coil {c.number}, group {analysis.layout.groups[c.group - 1]!.name}
            </span>
          </>
        )}
        <span className="mt-1 flex gap-2">
          <PhaseBox phase="U" size={17} />
          <PhaseBox phase="V" size={17} />
          <PhaseBox phase="W" size={17} />
        </span>
      </div>
    </div>
  );
}

function Strip({
  analysis,
  coil,
  onPick,
}: {
  analysis: WindingAnalysis;
  coil: number | null;
  onPick: (of: string) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(1240);
  // A slot needs ten points to be read; a long strip scrolls.
  const drawn = Math.max(width, analysis.layout.slots * 11 + 62);
  const chosenCoil = coil && coil <= analysis.layout.slots ? coil : null;
  const scene = useMemo(
    () =>
      unrolledSlots(analysis.layout, {
        width: drawn,
        height: 150,
        turnsPerCoil: analysis.winding.turnsPerCoil,
        circuits: analysis.winding.circuits,
        chosenCoil,
      }),
    [analysis, drawn, chosenCoil],
  );
  return (
    <section data-view="D" aria-label="Slots unrolled" tabIndex={-1} className="outline-none">
      <h1 className="flex h-5 items-center gap-2 px-3 text-[13px] font-[650]">
        <span className="fig font-bold">D</span>Slots unrolled
        <span className="font-medium text-graphite">wave at the peak of U, for 1 A; fundamental dashed</span>
      </h1>
      <div
        ref={ref}
        className="overflow-x-auto -outline-offset-2"
        tabIndex={0}
        aria-label="Slots, scrolls sideways"
      >
        <div style={{ width: drawn }}>
          <SceneView scene={scene} onPick={onPick} className="max-w-none" />
        </div>
      </div>
    </section>
  );
}

function PickedCoil({
  analysis,
  coil,
  lit,
  onLit,
}: {
  analysis: WindingAnalysis;
  coil: number | null;
  lit: 'coil' | 'group' | 'circuit';
  onLit: (l: 'coil' | 'group' | 'circuit') => void;
}) {
  const c = coil ? analysis.layout.coils[coil - 1] : undefined;
  if (!c) return null;
  const group = analysis.layout.groups[c.group - 1]!;
  const circuit = analysis.connection.paths[c.phase].findIndex((p) => p.includes(c.group));
  const groups = analysis.connection.paths[c.phase][circuit] ?? [];
  return (
    <section aria-label="Picked coil">
      <div role="group" aria-label="Light up" className="mb-1.5 flex text-[14px]">
        {(['coil', 'group', 'circuit'] as const).map((l) => (
          <button
            key={l}
            type="button"
            aria-pressed={lit === l}
            onClick={() => onLit(l)}
            className={`border-[1.5px] border-ink px-2.5 py-1 [&+&]:border-l-0 ${lit === l ? 'bg-copper text-on-copper' : ''}`}
          >
            {l}
          </button>
        ))}
        <span className="ml-auto self-center text-[13px] text-graphite">
          <kbd className="fig border border-pencil px-1">←</kbd>{' '}
          <kbd className="fig border border-pencil px-1">→</kbd> coil
        </span>
      </div>
      <table className="w-full text-[14px]">
        <tbody>
          {[
            ['coil', `${c.number}: slot ${c.topSlot} bore side, ${c.bottomSlot} back side`],
            ['group', `${group.name}, ${group.polarity}: coils ${group.coils.join(', ')}`],
            [
              'ends',
              `start slot ${group.coils[0]}, finish slot ${analysis.layout.coils[group.coils[group.coils.length - 1]! - 1]!.bottomSlot}`,
            ],
            [
              'circuit',
              `${c.phase}${circuit + 1} of ${analysis.winding.circuits}: ${groups.map((g) => analysis.layout.groups[g - 1]!.name).join(' ')}`,
            ],
            [
              'coil ends',
              `${analysis.coilEnds} in all, ${analysis.connection.endsPerLead} on a lead${analysis.connection.endsAtStar ? `, ${analysis.connection.endsAtStar} at the star` : ''}`,
            ],
          ].map(([label, text]) => (
            <tr key={label} className="border-b border-grid align-top">
              <td className="py-0.5 pr-3 text-graphite">{label}</td>
              <td className="fig py-0.5 text-[13px]">{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Harmonics analysis={analysis} />
    </section>
  );
}

function Harmonics({ analysis }: { analysis: WindingAnalysis }) {
  const { harmonics, balance } = analysis;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[14px] font-[620]">Harmonics of the wave, order ν / p</summary>
      <table className="w-full text-[14px]">
        <thead>
          <tr className="border-b border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">order</th>
            <th className="text-right font-medium">factor</th>
            <th className="text-right font-medium">A for 1 A</th>
            <th className="pl-2 font-medium">runs</th>
          </tr>
        </thead>
        <tbody className="fig">
          {harmonics.map((h) => (
            <tr key={h.polePairs} className="border-b border-grid">
              <td>{Number.isInteger(h.order) ? h.order : h.order.toFixed(2)}</td>
              <td className="text-right">{h.windingFactor.toFixed(3)}</td>
              <td className="text-right">{h.amplitudeA.toFixed(2)}</td>
              <td className="pl-2">
                {h.direction === 'with' ? 'with' : h.direction === 'against' ? 'against' : 'both ways'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-graphite">
        Negative sequence {(100 * balance.negativeSequence).toFixed(2)} %.{' '}
        {balance.phases.map((p) => `${p.phase} ${p.coils} coils`).join(', ')}.
      </p>
    </details>
  );
}
