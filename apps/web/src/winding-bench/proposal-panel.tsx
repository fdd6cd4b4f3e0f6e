/** Changing the proposal: fields, sliders, what each change does, keeping it; and recording what was really wound. */
import {
  circuitsThatWork,
  compareWindings,
  JOINING_FIELDS,
  machineKind,
  readDataCard,
  SPECIAL_FIELDS,
  SUPPLY_FIELDS,
  threePhase,
  WINDING_FIELDS,
  type Field,
  type WindingAnalysis,
} from '@norther/core';
import { useMemo } from 'react';
import type { MotorFile } from '../app/api.ts';
import { MergeBox } from '../data-card/merge-box.tsx';
import type { useThreePhaseCard } from '../data-card/use-card.ts';
import { TypedField } from '../kit/fields.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Fold } from '../kit/fold.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { WindingFiles } from '../machine-kinds/shared/winding-files.tsx';
import { ReleaseProposal } from './release-proposal.tsx';
import { layoutKey, layoutOfKey } from '../kit/layout-key.ts';
import type { Lit, Role } from './bench-state.ts';
import { PickedCoil } from './picked-coil.tsx';

type Card = ReturnType<typeof useThreePhaseCard>;

const FIRST = ['kind', 'layers', 'span', 'turns', 'wires', 'circuits', 'connection', 'leads'];
const first = WINDING_FIELDS.filter((f) => FIRST.includes(f.id));
const more: readonly Field[] = [
  ...WINDING_FIELDS.filter((f) => f.id === 'poles'),
  ...SPECIAL_FIELDS,
  ...JOINING_FIELDS,
  ...SUPPLY_FIELDS,
];

export function ProposalPanel({
  file,
  found,
  card,
  wound,
  role,
  analysis,
  coil,
  lit,
  onLit,
  onRole,
}: {
  readonly file: MotorFile;
  readonly found: Card;
  /** The one that is written on: the proposal, or what was wound. */
  readonly card: Card;
  readonly wound: Card;
  readonly role: Role;
  readonly analysis: WindingAnalysis;
  readonly coil: number | null;
  readonly lit: Lit;
  readonly onLit: (lit: Lit) => void;
  readonly onRole: (role: Role) => void;
}) {
  const mine = card.checked.analysis;
  const writing: Role = card === wound ? 'as-wound' : 'proposed';
  const type = (fields: Record<string, string>) => {
    card.type(fields);
    onRole(writing);
  };
  const touched = card.open || card.record !== undefined;
  const compared =
    touched && mine && found.checked.analysis ? compareWindings(found.checked.analysis, mine) : [];
  const key = layoutKey(analysis.layout);
  const circuits = useMemo(() => {
    const layout = layoutOfKey(key);
    return layout ? circuitsThatWork(layout) : [];
  }, [key]);
  const field = (f: Field) => (
    <TypedField
      key={f.id}
      assumed={card.assumed[f.id] ?? f.default}
      field={f}
      value={card.typed[f.id] ?? ''}
      onType={(v) => type({ [f.id]: v })}
      doubts={card.checked.findings.filter((x) => x.fields.includes(f.id))}
    />
  );
  // What a kind with this bench may change beside the stator, such as the winding of its rotor.
  const { proposal, bodies } = machineKind(file.motor.kind);
  const own = proposal.filter((f) => !threePhase.proposal.some((x) => x.id === f.id));
  return (
    <div className="space-y-3" data-form="">
      <PickedCoil analysis={analysis} coil={coil} lit={lit} onLit={onLit} />
      <h2 className="border-b-2 border-ink text-[17px]">
        {writing === 'as-wound' ? 'As it was wound' : 'Change it'}
      </h2>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">{first.map(field)}</div>
      <Sliders card={card} onType={type} />
      {own.length > 0 && (
        <section aria-label={bodies.rotor}>
          <h3 className="border-b border-ink text-[14px] font-[650] first-letter:uppercase">
            {bodies.rotor}
          </h3>
          <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1.5">{own.map(field)}</div>
        </section>
      )}
      <Fold title="Poles, groups, joints, other supply">
        <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1.5">{more.map(field)}</div>
      </Fold>
      <p className="text-[13px] text-graphite">Circuits that work: {circuits.join(', ') || 'none'}.</p>
      {card.clash && <MergeBox clash={card.clash} mine={card.typed} onMerge={card.merge} />}
      {touched && !mine && <FindingList findings={card.checked.findings} />}
      {touched && mine && <FindingList findings={[...compared, ...mine.findings]} />}
      {!touched && <FindingList findings={analysis.findings} />}
      <FootKeys stays={card.open}>
        <Key primary disabled={!card.open || !mine || card.saving} onClick={() => void card.save()}>
          {writing === 'as-wound' ? 'Save as wound' : 'Save the proposal'}
        </Key>
        {card.open && (
          <Key
            onClick={() => {
              card.drop();
              if (!card.record) onRole('as-found');
            }}
          >
            Undo
          </Key>
        )}
        {writing === 'proposed' && !wound.record && !wound.open && (
          <Key
            onClick={() => {
              wound.type({ ...card.typed });
              onRole('as-wound');
            }}
          >
            Record as wound
          </Key>
        )}
      </FootKeys>
      {writing === 'proposed' && card.record && !card.open && <ReleaseProposal file={file} />}
      <WindingFiles file={file} role={role} unrolled onFill={type} />
    </div>
  );
}

/** Span and turns by dragging: the drawing and every figure follow. */
function Sliders({ card, onType }: { card: Card; onType: (fields: Record<string, string>) => void }) {
  const { card: read } = readDataCard(card.typed);
  const pitches = read.pitches;
  const turns = read.turns?.length === 1 && read.turns[0]!.length === 1 ? read.turns[0]![0]! : null;
  if (!pitches || !read.slots || !read.poles) return null;
  const mean = pitches.reduce((s, p) => s + p, 0) / pitches.length;
  const most = Math.max(2, Math.ceil((1.4 * read.slots) / read.poles));
  return (
    <div className="grid grid-cols-2 gap-x-3 text-[13px] text-graphite">
      <label>
        span
        <input
          type="range"
          aria-label="Drag the span"
          min={1}
          max={most}
          value={Math.min(most, Math.round(mean))}
          className="block w-full accent-(--copper) max-xl:h-12"
          onChange={(e) => {
            const shift = Number(e.target.value) - Math.round(mean);
            onType({ span: pitches.map((p) => `1-${Math.max(1, p + shift) + 1}`).join(',') });
          }}
        />
      </label>
      {turns !== null && (
        <label>
          turns
          <input
            type="range"
            aria-label="Drag the turns"
            min={1}
            max={Math.max(40, 2 * turns)}
            value={turns}
            className="block w-full accent-(--copper) max-xl:h-12"
            onChange={(e) => onType({ turns: e.target.value })}
          />
        </label>
      )}
    </div>
  );
}
