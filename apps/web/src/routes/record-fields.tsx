/** What a station records, one row a field: figures with what is possible and what is usual, answers, words. */
import { DIMENSIONS, type Dimension } from '@norther/core';
import { X } from 'lucide-react';
import { Controller, useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { Choice } from '../kit/choice.tsx';
import { Line, Tick } from '../kit/form-fields.tsx';
import { EMPTY_ROW, type RecordEntry, type StationEntry } from './station-entry.ts';

const KINDS = [
  { value: 'quantity', label: 'a figure' },
  { value: 'yes-no', label: 'yes or no' },
  { value: 'choice', label: 'one of some answers' },
  { value: 'text', label: 'words' },
] as const;
const SAID: Readonly<Record<RecordEntry['kind'], string>> = {
  quantity: 'figure',
  'yes-no': 'yes or no',
  choice: 'answers',
  text: 'words',
};

/** What a shop measures at a station; ratios and shares of the calculation are not. */
const MEASURED: readonly Dimension[] = [
  'length',
  'mass',
  'temperature',
  'duration',
  'count',
  'voltage',
  'current',
  'resistance',
  'insulation-resistance',
  'speed',
  'capacitance',
  'percent',
  'ratio',
];
const unitOf = (d: Dimension) => (d === 'count' ? 'a number' : DIMENSIONS[d].unit || 'no unit');

export function RecordFields({ readOnly }: { readonly readOnly: boolean }) {
  const { control } = useFormContext<StationEntry>();
  const { fields, append, remove } = useFieldArray({ control, name: 'record' });
  return (
    <div className="col-span-2">
      <span className="block text-[13px] text-graphite">Recorded there</span>
      <ul>
        {fields.map((f, i) => (
          <Row key={f.id} at={i} onRemove={() => remove(i)} />
        ))}
      </ul>
      {readOnly ? (
        fields.length === 0 && <span className="text-[15px]">nothing but who and when</span>
      ) : (
        <button
          type="button"
          className="mt-1 min-h-8 text-[14px] underline max-xl:min-h-12"
          onClick={() => append({ ...EMPTY_ROW })}
        >
          record something more
        </button>
      )}
    </div>
  );
}

function Row({ at, onRemove }: { readonly at: number; readonly onRemove: () => void }) {
  const { control } = useFormContext<StationEntry>();
  const row = useWatch({ control, name: `record.${at}` });
  const path = `record.${at}` as const;
  return (
    <li className="border-b border-hair py-1">
      <div className="flex items-center gap-2">
        {row.fixed ? (
          <span className="min-w-0 flex-1 text-[15px]">
            {row.label}{' '}
            <span className="text-[13px] text-graphite">
              {row.kind === 'quantity' ? unitOf(row.dimension) : SAID[row.kind]}
            </span>
          </span>
        ) : (
          <div className="min-w-0 flex-1">
            <Line name={`${path}.label`} label="What is recorded" quiet />
          </div>
        )}
        <Tick name={`${path}.required`} label="must" />
        <button
          type="button"
          aria-label={`Do not record ${row.label || 'this'}`}
          className="flex size-8 shrink-0 items-center justify-center border border-hair disabled:hidden max-xl:size-12"
          onClick={onRemove}
        >
          <X size={14} aria-hidden="true" />
        </button>
      </div>
      {!row.fixed && (
        <div className="mt-1 grid grid-cols-2 gap-x-2 gap-y-1">
          <Controller
            control={control}
            name={`${path}.kind`}
            render={({ field }) => (
              <Choice
                label="Kind of entry"
                value={field.value}
                options={KINDS}
                onChoose={field.onChange}
                className="h-9 border-[1.5px] border-pencil text-[15px] max-xl:h-12"
              />
            )}
          />
          {row.kind === 'quantity' && (
            <>
              <Controller
                control={control}
                name={`${path}.dimension`}
                render={({ field }) => (
                  <Choice
                    label="Unit"
                    value={field.value}
                    options={MEASURED.map((d) => ({ value: d, label: unitOf(d) }))}
                    onChoose={field.onChange}
                    className="h-9 border-[1.5px] border-pencil text-[15px] max-xl:h-12"
                  />
                )}
              />
              <Line name={`${path}.min`} label="Possible from" unit={DIMENSIONS[row.dimension].unit} />
              <Line name={`${path}.max`} label="to" unit={DIMENSIONS[row.dimension].unit} />
              <Line name={`${path}.least`} label="Usual from" unit={DIMENSIONS[row.dimension].unit} />
              <Line name={`${path}.most`} label="to" unit={DIMENSIONS[row.dimension].unit} />
            </>
          )}
          {row.kind === 'choice' && (
            <div className="col-span-2">
              <Line name={`${path}.options`} label="Answers, commas between" />
            </div>
          )}
        </div>
      )}
    </li>
  );
}
