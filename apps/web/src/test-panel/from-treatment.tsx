/** What is wanted of an impregnation, taken from a data sheet that the shop has entered once. */
import { TREATMENT_KINDS, type TreatmentKind } from '@norther/core';
import { Link } from 'react-router';
import { useHeatQuery } from '../heat/heat-api.ts';
import { Choice } from '../kit/choice.tsx';

export function FromTreatment({
  fields,
  onTake,
}: {
  /** Ids of what it fills; what one sheet leaves empty is emptied. */
  readonly fields: readonly string[];
  readonly onTake: (fields: Record<string, string>) => void;
}) {
  const { data: heat } = useHeatQuery();
  const all = (heat?.treatments ?? []).filter((t) => t.retiredAt === null);
  if (all.length === 0)
    return (
      <p className="mt-2 text-[14px]">
        No way of impregnating has been entered yet:{' '}
        <Link className="underline" to="/ovens">
          enter one from its data sheet
        </Link>
        , or type what it asks for below.
      </p>
    );
  return (
    <label className="mt-2 block text-[13px] text-graphite">
      By the sheet of
      <Choice
        label="By the sheet of"
        value=""
        none="choose it"
        options={all.map((t) => ({
          value: t.id,
          label: `${t.name}, ${TREATMENT_KINDS[t.typed['kind'] as TreatmentKind]}`,
        }))}
        onChoose={(id) => {
          const { typed } = all.find((t) => t.id === id)!;
          onTake({
            kind: typed['kind'] ?? '',
            ...Object.fromEntries(fields.map((f) => [f, typed[f] ?? ''])),
          });
        }}
        className="h-9 w-full max-w-96 border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] text-ink max-xl:h-12"
      />
    </label>
  );
}
