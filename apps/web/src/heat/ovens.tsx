/** Ovens and programmes of the shop: entered once by a lead, used for every load. */
import {
  lagOfOven,
  OVEN_FIELDS,
  PROGRAMME_FIELDS,
  readOven,
  readProgramme,
  tauOfMass,
  type Field,
  type Finding,
} from '@norther/core';
import type { HeatAnswer, HeatItem } from '@norther/records';
import { useState } from 'react';
import { useSessionQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { Sheet, View } from '../kit/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import {
  useHeatQuery,
  useRetireHeatItemMutation,
  useSaveHeatItemMutation,
  type HeatList,
} from './heat-api.ts';

export function Ovens() {
  const { data: heat } = useHeatQuery();
  const { data: session } = useSessionQuery();
  const lead = session?.role === 'lead';
  return (
    <Sheet
      columns="1fr 1fr"
      title={<SheetName name="Ovens">ovens, furnaces, and the programmes of their materials</SheetName>}
    >
      <View letter="A" name="Ovens and furnaces" note={lead ? '' : 'read only'} className="overflow-auto p-4">
        <Items
          list="ovens"
          word="oven"
          fields={OVEN_FIELDS}
          items={heat?.ovens ?? []}
          lead={lead}
          check={(typed) => readOven(typed).findings}
          about={(item) => learned(heat, item)}
        />
      </View>
      <View
        letter="B"
        name="Programmes"
        note="from the data sheet of the material"
        className="overflow-auto p-4"
      >
        <Items
          list="programmes"
          word="programme"
          fields={PROGRAMME_FIELDS}
          items={heat?.programmes ?? []}
          lead={lead}
          check={(typed) => readProgramme(typed).findings}
          about={({ typed }) => {
            const { programme } = readProgramme(typed);
            return programme?.activationJPerMol
              ? `${Math.round(programme.activationJPerMol / 1000)} kJ/mol by the two lines of its sheet: counted by equivalence`
              : 'counted by the longest time at temperature';
          }}
        />
      </View>
    </Sheet>
  );
}

function learned(heat: HeatAnswer | undefined, item: HeatItem): string {
  const pasts = heat?.ovens.find((o) => o.id === item.id)?.pasts ?? [];
  const lag = lagOfOven(pasts);
  const at100 = Math.round(tauOfMass(lag, 100));
  return lag.from === 0
    ? `no load was read in it yet: a part of 100 kg is taken to lag by ${at100} min`
    : `100 kg lag by ${at100} min, give or take ${Math.round(100 * lag.spread)} %, from ${lag.from} loads`;
}

function Items({
  list,
  word,
  fields,
  items,
  lead,
  check,
  about,
}: {
  readonly list: HeatList;
  readonly word: string;
  readonly fields: readonly Field[];
  readonly items: readonly HeatItem[];
  readonly lead: boolean;
  readonly check: (typed: Readonly<Record<string, string>>) => readonly Finding[];
  readonly about: (item: HeatItem) => string;
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
  onDone,
}: {
  readonly list: HeatList;
  readonly word: string;
  readonly fields: readonly Field[];
  readonly item: HeatItem | null;
  readonly lead: boolean;
  readonly check: (typed: Readonly<Record<string, string>>) => readonly Finding[];
  readonly onDone: () => void;
}) {
  const draft = useDraft(`${list}:${item?.id ?? 'new'}`, item?.typed, item?.version ?? 0);
  const [save, saving] = useSaveHeatItemMutation();
  const [retire, retiring] = useRetireHeatItemMutation();
  const act = useAct();
  // A form nobody has touched is not told what it lacks.
  const findings = draft.open ? check(draft.typed) : [];
  const stops = findings.filter((f) => f.severity === 'stop');
  const keep = async () => {
    const problem = await act(
      unwrap(
        save({
          writeId: draft.writeId ?? crypto.randomUUID(),
          list,
          id: item?.id ?? null,
          typed: draft.typed,
          version: draft.version,
        }),
      ),
      `${draft.typed['name']} is kept.`,
    );
    if (problem) return;
    draft.drop();
    onDone();
  };
  const turn = (action: 'retire' | 'restore') =>
    void act(
      unwrap(
        retire({ writeId: crypto.randomUUID(), list, id: item!.id, version: item!.version, act: action }),
      ),
      `${item!.name} is ${action === 'retire' ? 'retired' : 'in use again'}.`,
    );
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
          <Key
            primary
            disabled={!draft.open || stops.length > 0 || saving.isLoading}
            onClick={() => void keep()}
          >
            Keep {item ? 'it' : `the ${word}`}
          </Key>
          {draft.open && <Key onClick={draft.drop}>Undo</Key>}
          {item && !draft.open && (
            <Key disabled={retiring.isLoading} onClick={() => turn(item.retiredAt ? 'restore' : 'retire')}>
              {item.retiredAt ? 'Bring it back' : 'Retire it'}
            </Key>
          )}
        </FootKeys>
      )}
    </section>
  );
}
