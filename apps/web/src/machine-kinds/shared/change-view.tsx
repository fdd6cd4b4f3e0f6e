/** The view of a winding sheet in which it is changed: a figure’s working, the proposal, a redesign, the reels, and what a kind adds. */
import type { Field, Figure, MachineKind, Outcome, PlanFigures, Typed } from '@norther/core';
import type { ReactNode } from 'react';
import type { MotorFile } from '../../app/api.ts';
import type { useCard } from '../../data-card/use-card.ts';
import { PressedRow } from '../../kit/pressed-row.tsx';
import { View } from '../../sheet/sheet.tsx';
import { ShorthandLine } from '../../kit/shorthand-line.tsx';
import { WorkingPanel } from '../../kit/working-panel.tsx';
import type { Role } from '../../winding-bench/bench-state.ts';
import { FromReels } from './from-reels.tsx';
import { ProposalForm } from './proposal-form.tsx';
import { RedesignForm } from './redesign-form.tsx';
import { WindingFiles } from './winding-files.tsx';

const COMMON = { change: 'Change', redesign: 'Redesign', reels: 'Reels' } as const;
export type CommonTab = keyof typeof COMMON;

/** A tab that only this kind has. */
export interface OwnTab<T extends string> {
  readonly id: T;
  readonly title: string;
  readonly view: ReactNode;
}

type Card = ReturnType<typeof useCard>;

export function ChangeView<T extends string = never>({
  letter,
  file,
  role,
  plan,
  before,
  figure,
  onFigureClosed,
  proposal,
  written,
  fields,
  shorthand,
  unrolled = false,
  redesign,
  first = [],
  last = [],
  tab,
  onTab,
  toProposal,
}: {
  readonly letter: string;
  readonly file: MotorFile;
  readonly role: Role;
  /** The winding that is shown, and the one that it is compared with; null where it is that one. */
  readonly plan: PlanFigures;
  readonly before: PlanFigures | null;
  /** Id of the figure whose working is open. */
  readonly figure: string | null;
  readonly onFigureClosed: () => void;
  readonly proposal: Card;
  /** What the form writes on: the proposal, or what was wound. */
  readonly written: Card;
  readonly fields: readonly Field[];
  /** Its line stands over the form; left out where it stands elsewhere on the sheet. */
  readonly shorthand?: MachineKind['shorthand'];
  /** There is a drawing of its slots in a row, to be had as a file. */
  readonly unrolled?: boolean;
  readonly redesign: {
    readonly words: string;
    readonly wish: readonly Field[];
    readonly of: (
      wanted: Readonly<Record<string, number>>,
    ) => Outcome<{ readonly fields: Typed; readonly steps: readonly Figure[] }>;
  };
  readonly first?: readonly OwnTab<T>[];
  readonly last?: readonly OwnTab<T>[];
  readonly tab: CommonTab | T;
  readonly onTab: (tab: CommonTab | T) => void;
  readonly toProposal: (fields: Typed) => void;
}) {
  const own = [...first, ...last];
  const titles = { ...COMMON, ...Object.fromEntries(own.map((t) => [t.id, t.title])) } as Readonly<
    Record<CommonTab | T, string>
  >;
  const tabs = [...first.map((t) => t.id), ...(Object.keys(COMMON) as CommonTab[]), ...last.map((t) => t.id)];
  const open = figure === null ? undefined : plan.figures[figure];
  const take = (taken: Typed) => {
    toProposal(taken);
    onTab('change');
  };
  return (
    <View letter={letter} name={open ? 'The working' : titles[tab]} className="overflow-auto px-3 pt-2 pb-3">
      {open ? (
        <WorkingPanel
          figure={open}
          judged={plan.judged[figure!]}
          before={before?.figures[figure!]?.value ?? null}
          onClose={onFigureClosed}
        />
      ) : (
        <>
          <PressedRow label="What to do" values={tabs} value={tab} name={(t) => titles[t]} onChoose={onTab} />
          {tab === 'change' && (
            <>
              {shorthand && (
                <ShorthandLine
                  typed={proposal.typed}
                  onFill={toProposal}
                  findings={proposal.checked.findings}
                  shorthand={shorthand}
                  label="Proposed, in one line"
                />
              )}
              <ProposalForm file={file} fields={fields} card={written} onType={toProposal} />
              <div className="mt-3">
                <WindingFiles file={file} role={role} unrolled={unrolled} onFill={toProposal} />
              </div>
            </>
          )}
          {tab === 'redesign' && (
            <RedesignForm words={redesign.words} wish={redesign.wish} redesign={redesign.of} onFill={take} />
          )}
          {tab === 'reels' && <FromReels file={file} card={proposal} onTake={take} />}
          {own.find((t) => t.id === tab)?.view}
        </>
      )}
    </View>
  );
}

/** `From the winding as found, 400 V 1500 rpm`: where a redesign starts. */
export const fromFound = (
  ...figures: readonly (readonly [value: number | undefined, unit: string])[]
): string => {
  const said = figures.flatMap(([value, unit]) => (value ? [`${value} ${unit}`] : []));
  return `From the winding as found${said.length > 0 ? `, ${said.join(' ')}` : ''}`;
};
