/** The proposal of a winding as fields, saved for the lead to release. */
import type { Field } from '@norther/core';
import type { MotorFile } from '../../app/api.ts';
import { MergeBox } from '../../data-card/merge-box.tsx';
import { TypedField } from '../../kit/fields.tsx';
import { FindingList } from '../../kit/finding-list.tsx';
import { FootKeys, Key } from '../../kit/key.tsx';
import { ReleaseProposal } from '../../winding-bench/release-proposal.tsx';
import type { useCard } from '../../data-card/use-card.ts';

export function ProposalForm({
  file,
  fields,
  card,
  onType,
}: {
  readonly file: MotorFile;
  /** Those that a proposal may change. */
  readonly fields: readonly Field[];
  readonly card: ReturnType<typeof useCard>;
  readonly onType: (fields: Readonly<Record<string, string>>) => void;
}) {
  return (
    <form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        void card.save();
      }}
    >
      {card.clash && <MergeBox clash={card.clash} mine={card.typed} onMerge={card.merge} />}
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {fields.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={card.typed[f.id] ?? ''}
            onType={(v) => onType({ [f.id]: v })}
            assumed={f.default}
            doubts={card.checked.findings.filter(
              (x) => x.fields.includes(f.id) && !x.code.startsWith('field.'),
            )}
          />
        ))}
      </div>
      <FootKeys stays={card.open} className="my-2">
        <Key primary type="submit" disabled={!card.open || card.saving}>
          Save the proposal
        </Key>
        {card.open && <Key onClick={card.drop}>Undo typing</Key>}
      </FootKeys>
      {card.record?.role === 'proposed' && !card.open && <ReleaseProposal file={file} />}
      <FindingList findings={card.checked.findings} />
    </form>
  );
}
