/** What a reading is taken with: chosen from the shop's instruments; one that may not sign asks a lead for a reason. */
import { instrumentKindFor, instrumentStanding, mayMeasure, type TestKindId } from '@norther/core';
import { useSessionQuery } from '../app/api.ts';
import { Choice } from '../kit/choice.tsx';
import { LineField } from '../kit/line-field.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { useNow } from '../kit/use-now.ts';
import { useSuppliesQuery } from '../stores/stores-api.ts';

/** What is kept of it in the draft of a reading, beside its own fields. */
export const INSTRUMENT = 'with.instrument';
export const WHY = 'with.why';

/** The fields of the reading alone, and what it was taken with. */
export function partInstrument(typed: Readonly<Record<string, string>>) {
  const { [INSTRUMENT]: instrument = '', [WHY]: why = '', ...fields } = typed;
  return { fields, instrument: instrument || null, why };
}

export function useMeasuredWith(test: TestKindId, instrument: string | null, why: string) {
  const { data } = useSuppliesQuery();
  const { data: session } = useSessionQuery();
  const now = useNow().getTime();
  const wanted = instrumentKindFor(test);
  const all = (data?.instruments ?? []).filter((i) => i.retiredAt === null);
  const choices = wanted === null ? [] : all.filter((i) => i.typed['kind'] === wanted);
  const of = all.find((i) => i.id === instrument) ?? null;
  const findings = of ? mayMeasure(of, test, all, now) : [];
  const stops = findings.some((f) => f.severity === 'stop');
  const lead = session?.role === 'lead';
  return { choices, findings, stops, lead, now, blocked: stops && !(lead && why.trim().length >= 3) };
}

export function MeasuredWith({
  state: { choices, findings, stops, lead, now },
  instrument,
  why,
  onType,
}: {
  readonly state: ReturnType<typeof useMeasuredWith>;
  readonly instrument: string | null;
  readonly why: string;
  readonly onType: (fields: Record<string, string>) => void;
}) {
  if (choices.length === 0) return null;
  return (
    <div className="mt-2">
      <label className="block text-[13px] text-graphite">
        Measured with
        <Choice
          label="Measured with"
          value={instrument ?? ''}
          none="not said"
          options={[
            { value: '', label: 'not said' },
            ...choices.map((i) => ({
              value: i.id,
              label: `${i.name}, ${instrumentStanding(i.typed, now).words}`,
            })),
          ]}
          onChoose={(id) => onType({ [INSTRUMENT]: id })}
          className="h-9 w-full max-w-96 border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] text-ink max-xl:h-12"
        />
      </label>
      <FindingList findings={findings} />
      {stops && lead && (
        <LineField
          label="Why it is measured with it all the same"
          name="why"
          value={why}
          onType={(v) => onType({ [WHY]: v })}
        />
      )}
    </div>
  );
}
