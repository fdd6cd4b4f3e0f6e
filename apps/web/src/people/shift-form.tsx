/** When somebody works, and at what: what the plan goes by. */
import { readShift, SHIFT_FIELDS } from '@norther/core';
import type { PersonRecord } from '@norther/records';
import { useChangePersonMutation } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { FootKeys, Key } from '../kit/key.tsx';

export function ShiftForm({ person }: { readonly person: PersonRecord }) {
  const draft = useDraft(`shift:${person.id}`, person.shift, person.version);
  const [change, { isLoading }] = useChangePersonMutation();
  const act = useAct();
  const { findings } = readShift(draft.typed);
  const keep = async () => {
    const shift = Object.fromEntries(Object.entries(draft.typed).filter(([, v]) => v.trim() !== ''));
    const problem = await act(
      unwrap(
        change({
          writeId: draft.writeId ?? crypto.randomUUID(),
          id: person.id,
          change: { version: draft.version, shift },
        }),
      ),
      `The plan goes by the new hours of ${person.name}.`,
    );
    if (!problem) draft.drop();
  };
  return (
    <section className="mt-6" aria-label={`Hours of ${person.name}`}>
      <h2 className="mb-1 border-b-2 border-ink text-[17px]">Hours and stations, for the plan</h2>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1.5" data-form="">
        {SHIFT_FIELDS.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={draft.typed[f.id] ?? ''}
            onType={(v) => draft.type({ [f.id]: v })}
            assumed={'default' in f ? f.default : undefined}
            doubts={findings.filter((x) => x.fields.includes(f.id))}
          />
        ))}
      </div>
      <div className="mt-2">
        <FindingList findings={findings} />
      </div>
      <FootKeys stays={draft.open}>
        <Key primary disabled={!draft.open || findings.length > 0 || isLoading} onClick={() => void keep()}>
          Keep the hours
        </Key>
        {draft.open && <Key onClick={draft.drop}>Undo</Key>}
      </FootKeys>
    </section>
  );
}
