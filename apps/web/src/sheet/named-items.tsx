/** What a shop names, fills in as a form, changes and retires: chosen from a list, entered and changed below it. */
import type { Field, Finding } from '@norther/core';
import type { NamedItem } from '@norther/records';
import { useState, type ReactNode } from 'react';
import { useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { FootKeys, Key } from '../kit/key.tsx';

type Act = Parameters<ReturnType<typeof useAct>>[0];
/** Sends a new one (without an id) or a change. */
export type Keep = (entry: {
  readonly writeId: string;
  readonly id: string | null;
  readonly typed: Readonly<Record<string, string>>;
  readonly version: number;
}) => Act;
export type Turn = (entry: {
  readonly writeId: string;
  readonly id: string;
  readonly version: number;
  readonly act: 'retire' | 'restore';
}) => Act;

/** A list of such things with a form under it: of the chosen one, or for a new one. */
export function NamedItems({
  list,
  word,
  fields,
  items,
  lead,
  check,
  about,
  keep,
  turn,
}: {
  /** Key of its drafts. */
  readonly list: string;
  readonly word: string;
  readonly fields: readonly Field[];
  readonly items: readonly NamedItem[];
  readonly lead: boolean;
  readonly check: (typed: Readonly<Record<string, string>>) => readonly Finding[];
  readonly about: (item: NamedItem) => ReactNode;
  readonly keep: Keep;
  readonly turn: Turn;
}) {
  const [chosen, setChosen] = useState<string | null>(null);
  const item = items.find((i) => i.id === chosen) ?? null;
  return (
    <>
      <ul>
        {items.map((i) => (
          <li key={i.id} className="border-b border-grid">
            <button
              type="button"
              aria-pressed={i.id === chosen}
              onClick={() => setChosen(i.id === chosen ? null : i.id)}
              className={`block min-h-12 w-full px-2 py-1 text-left -outline-offset-2 ${i.id === chosen ? 'bg-ink text-paper' : ''} ${i.retiredAt ? 'line-through' : ''}`}
            >
              <b className="text-[17px] font-[650]">{i.name}</b>
              <span className={`block text-[13px] ${i.id === chosen ? '' : 'text-graphite'}`}>
                {about(i)}
              </span>
            </button>
          </li>
        ))}
        {items.length === 0 && <li className="text-[15px]">None yet.</li>}
      </ul>
      {(lead || item) && (
        <ItemForm
          key={`${item?.id ?? 'new'} ${item?.version ?? 0}`}
          list={list}
          word={word}
          fields={fields}
          item={item}
          lead={lead}
          check={check}
          keep={keep}
          turn={turn}
          onDone={() => setChosen(null)}
        />
      )}
    </>
  );
}

function ItemForm({
  list,
  word,
  fields,
  item,
  lead,
  check,
  keep: send,
  turn: sendTurn,
  onDone,
}: {
  /** Key of its drafts. */
  readonly list: string;
  readonly word: string;
  readonly fields: readonly Field[];
  readonly item: NamedItem | null;
  readonly lead: boolean;
  readonly check: (typed: Readonly<Record<string, string>>) => readonly Finding[];
  readonly keep: Keep;
  readonly turn: Turn;
  readonly onDone: () => void;
}) {
  const draft = useDraft(`${list}:${item?.id ?? 'new'}`, item?.typed, item?.version ?? 0);
  const [busy, setBusy] = useState(false);
  const act = useAct();
  // A form nobody has touched is not told what it lacks.
  const findings = draft.open ? check(draft.typed) : [];
  const stops = findings.filter((f) => f.severity === 'stop');
  const keep = async () => {
    setBusy(true);
    const problem = await act(
      send({
        writeId: draft.writeId ?? crypto.randomUUID(),
        id: item?.id ?? null,
        typed: draft.typed,
        version: draft.version,
      }),
      `${draft.typed['name']} is kept.`,
    );
    setBusy(false);
    if (problem) return;
    draft.drop();
    onDone();
  };
  const turn = async (action: 'retire' | 'restore') => {
    setBusy(true);
    await act(
      sendTurn({ writeId: crypto.randomUUID(), id: item!.id, version: item!.version, act: action }),
      `${item!.name} is ${action === 'retire' ? 'retired' : 'in use again'}.`,
    );
    setBusy(false);
  };
  return (
    <section className="mt-4" aria-label={item ? item.name : `New ${word}`}>
      <h2 className="mb-1 border-b-2 border-ink text-[17px]">{item ? item.name : `New ${word}`}</h2>
      <fieldset
        disabled={!lead}
        className="mb-3 grid grid-cols-2 gap-x-4 gap-y-1.5 lg:grid-cols-3"
        data-form=""
      >
        {fields.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={draft.typed[f.id] ?? ''}
            onType={(v) => draft.type({ [f.id]: v })}
            missing={f.required === true}
            assumed={f.default}
            doubts={findings.filter((x) => x.fields.includes(f.id))}
          />
        ))}
      </fieldset>
      {draft.open && (
        <div className="mt-2">
          <FindingList findings={findings.filter((f) => !f.code.endsWith('.missing'))} />
        </div>
      )}
      {lead && (
        <FootKeys stays={draft.open}>
          <Key primary disabled={!draft.open || stops.length > 0 || busy} onClick={() => void keep()}>
            Keep {item ? 'it' : `the ${word}`}
          </Key>
          {draft.open && <Key onClick={draft.drop}>Undo</Key>}
          {item && !draft.open && (
            <Key disabled={busy} onClick={() => void turn(item.retiredAt ? 'restore' : 'retire')}>
              {item.retiredAt ? 'Bring it back' : 'Retire it'}
            </Key>
          )}
        </FootKeys>
      )}
    </section>
  );
}
