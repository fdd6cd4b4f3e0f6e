/** Limits: the published criteria sets side by side with the shop’s own, which are copied, changed and retired here. */
import {
  checkCriteria,
  criteriaOf,
  criteriaSideBySide,
  CRITERIA_FIELDS,
  PUBLISHED_SETS,
  sayTyped,
  type CriterionId,
} from '@norther/core';
import { useSessionQuery, useShopQuery } from '../app/api.ts';
import { unwrap } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { NamedItems } from '../sheet/named-items.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { useCriteriaSetsQuery, useSaveCriteriaMutation, useTurnCriteriaMutation } from './criteria-api.ts';

export function Limits() {
  const { data: sets = [] } = useCriteriaSetsQuery();
  const { data: session } = useSessionQuery();
  const { data: shop } = useShopQuery();
  const [save] = useSaveCriteriaMutation();
  const [turn] = useTurnCriteriaMutation();
  const copy = useDraft('criteria:new');
  const lead = session?.role === 'lead';
  const inForce = shop?.settings.typed['criteria'] ?? '';
  const name =
    sets.find((s) => s.id === inForce)?.name ??
    PUBLISHED_SETS.find((s) => s.id === inForce)?.name ??
    'Common practice';
  return (
    <Sheet
      title={<SheetName name="Limits">{name} holds where a motor says nothing else</SheetName>}
      columns="8fr 4fr"
    >
      <View
        letter="A"
        name="Side by side"
        note="published sets stay as they are"
        reading={!lead}
        className="overflow-auto p-4"
      >
        <SideBySide
          own={sets.filter((s) => s.retiredAt === null)}
          inForce={inForce || 'practice'}
          onCopy={lead ? (name, values) => copy.type({ ...values, name: `${name}, ours` }) : null}
        />
      </View>
      <View letter="B" name="The shop’s own" note="a copy that is changed" className="overflow-auto p-4">
        <NamedItems
          list="criteria"
          word="criteria set"
          fields={CRITERIA_FIELDS}
          items={sets}
          lead={lead}
          check={checkCriteria}
          about={({ typed }) =>
            CRITERIA_FIELDS.filter((f) => f.id !== 'name' && typed[f.id]?.trim())
              .map((f) => `${f.label.toLowerCase()} ${sayTyped(f, typed[f.id]!)}`)
              .join('; ')
          }
          keep={(entry) => unwrap(save(entry))}
          turn={(entry) => unwrap(turn(entry))}
        />
      </View>
    </Sheet>
  );
}

function SideBySide({
  own,
  inForce,
  onCopy,
}: {
  readonly own: readonly {
    readonly id: string;
    readonly name: string;
    readonly typed: Readonly<Record<string, string>>;
  }[];
  readonly inForce: string;
  /** Null where nobody here may. */
  readonly onCopy: ((name: string, values: Readonly<Record<string, string>>) => void) | null;
}) {
  const rows = criteriaSideBySide(own.map((s) => s.typed));
  const columns = [
    ...PUBLISHED_SETS.map((s) => ({
      id: s.id,
      name: s.name,
      words: s.words,
      values: s.values as Readonly<Record<string, string>>,
    })),
    ...own.map((s) => ({ id: s.id, name: s.name, words: 'the shop’s own', values: s.typed })),
  ];
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-[14px]">
        <thead>
          <tr className="border-b-2 border-ink align-bottom">
            <th className="pr-3 text-left font-medium text-graphite">limit</th>
            {columns.map((c) => (
              <th
                key={c.id}
                className={`min-w-[108px] px-2 pb-1 text-left ${c.id === inForce ? 'bg-wash' : ''}`}
              >
                <b className="block text-[15px] leading-tight font-[650]">{c.name}</b>
                <span className="text-[12px] leading-tight font-normal text-graphite">
                  {c.id === inForce ? 'in force' : c.words}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {onCopy && (
            <tr className="no-print border-b border-grid">
              <td />
              {columns.map((c) => (
                <td key={c.id} className={`px-2 py-1 ${c.id === inForce ? 'bg-wash' : ''}`}>
                  <button
                    type="button"
                    className="min-h-8 border border-ink px-2 text-[13px] font-[620] max-xl:min-h-12"
                    onClick={() =>
                      onCopy(c.name, {
                        ...Object.fromEntries(rows.map((r) => [r.field.id, r.practice])),
                        ...c.values,
                      })
                    }
                  >
                    Copy
                  </button>
                </td>
              ))}
            </tr>
          )}
          {rows.map(({ field, practice, published, own: mine }) => (
            <tr key={field.id} className="border-b border-grid">
              <td className="py-1.5 pr-3">{field.label}</td>
              {[...published, ...mine].map((value, i) => {
                const set =
                  i < PUBLISHED_SETS.length
                    ? criteriaOf({ published: PUBLISHED_SETS[i]!.id, own: null })
                    : null;
                return (
                  <td
                    key={columns[i]!.id}
                    title={set?.source(field.id as CriterionId)}
                    className={`fig px-2 ${columns[i]!.id === inForce ? 'bg-wash' : ''} ${value === null ? 'text-pencil' : 'font-[650]'}`}
                  >
                    {sayTyped(field, value ?? practice)}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-[13px] text-graphite">
        Grey: left to common practice. Which one holds for all motors is said on the Shop sheet; for one motor
        under Agreed.
      </p>
      <h2 className="mt-4 border-b border-ink text-[15px]">Where the published figures come from</h2>
      <dl className="text-[13px] leading-snug">
        {PUBLISHED_SETS.flatMap((s) =>
          Object.entries(s.sources).map(([id, source]) => (
            <div
              key={`${s.id} ${id}`}
              className="grid grid-cols-[170px_1fr] gap-2 border-b border-grid py-0.5"
            >
              <dt className="text-graphite">
                {s.name}: {CRITERIA_FIELDS.find((f) => f.id === id)!.label.toLowerCase()}
              </dt>
              <dd>{source}</dd>
            </div>
          )),
        )}
      </dl>
    </div>
  );
}
