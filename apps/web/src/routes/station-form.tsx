/** What a station of the route is: its words, who signs, how long, which tests, what is recorded, what can hurt. */
import { zodResolver } from '@hookform/resolvers/zod';
import {
  machineKind,
  placeOf,
  movedStation,
  STAGES,
  STATION_WORKS,
  stretchOf,
  TEST_KINDS,
  withoutStation,
  changedStation,
  type Route,
  type Stage,
  type Station,
  type TestKindId,
} from '@norther/core';
import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { FormProvider, useController, useFieldArray, useForm, useFormContext } from 'react-hook-form';
import { Choice } from '../kit/choice.tsx';
import { Key } from '../kit/key.tsx';
import { GateForm } from './gate-form.tsx';
import { RecordFields } from './record-fields.tsx';
import { changeOf, entryOf, StationEntry } from './station-entry.ts';
import { Area, Line, Tick } from '../kit/form-fields.tsx';

interface StationFormProps {
  readonly route: Route;
  readonly station: Station;
  /** Fields of the published route: rules look at them. */
  readonly fixed: ReadonlySet<string>;
  readonly model: Route;
  /** Absent where it is only read. */
  readonly onChange: ((route: Route) => void) | undefined;
  readonly onLeaveOut: () => void;
}

export function StationForm({ route, station, fixed, model, onChange, onLeaveOut }: StationFormProps) {
  const form = useForm({
    defaultValues: entryOf(station, fixed),
    resolver: zodResolver(StationEntry),
    mode: 'onChange',
  });
  const latest = useRef({ route, station, onChange });
  useEffect(() => {
    latest.current = { route, station, onChange };
  });
  const { subscribe } = form;
  // What is right goes into the route as it is typed; what is wrong stays in the form, and says so.
  useEffect(
    () =>
      subscribe({
        formState: { values: true },
        callback: ({ values }) => {
          const read = StationEntry.safeParse(values);
          const { onChange: change, route: now, station: at } = latest.current;
          if (read.success && change) change(changedStation(now, at.id, changeOf(read.data, at)));
        },
      }),
    [subscribe],
  );
  const place = placeOf(route, station.id)!;
  const last = stretchOf(route, place.stretch).length - 1;
  const move = (by: number) => onChange?.(movedStation(route, station.id, place.at + by));
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(e) => e.preventDefault()}
        className="grid grid-cols-2 gap-x-3 gap-y-2 [&_fieldset]:min-w-0"
      >
        <fieldset disabled={!onChange} className="contents">
          <Line name="name" label="On the floor" />
          <Line name="minutes" label="Usually takes" unit="min" />
          <Line name="title" label="What is done" wide />
          <Work readOnly={!onChange} />
          <Area name="todo" label="What to do, a line each" rows={4} />
          <div className="col-span-2 flex flex-wrap items-center gap-x-4">
            <span className="text-[13px] text-graphite">Signed by</span>
            <Tick name="signers.winder" label="winder" />
            <Tick name="signers.tester" label="tester" />
            <Tick name="signers.lead" label="lead" />
            <Wrong of="signers" />
          </div>
          <GateForm route={route} station={station} model={model} onChange={onChange} />
          <Tests route={route} readOnly={!onChange} />
          <RecordFields readOnly={!onChange} />
          <Line name="equipment" label="Occupies, in the line of today" wide />
          <Line name="cautionName" label="Caution: what can hurt" wide />
          <Area name="cautionText" label="Caution: how not to be hurt" rows={2} />
        </fieldset>
        {onChange && (
          <div className="col-span-2 mt-1 flex flex-wrap gap-2">
            <Key disabled={place.at === 0} onClick={() => move(-1)}>
              Earlier
            </Key>
            <Key disabled={place.at === last} onClick={() => move(1)}>
              Later
            </Key>
            <Key
              disabled={last === 0 || station.ends !== undefined}
              title={station.ends ? 'The motor leaves here: a route cannot go without it.' : undefined}
              onClick={() => {
                onLeaveOut();
                onChange(withoutStation(route, station.id));
              }}
            >
              Leave it out
            </Key>
          </div>
        )}
      </form>
    </FormProvider>
  );
}

function Wrong({ of }: { readonly of: 'signers' }) {
  const { formState } = useFormContext<StationEntry>();
  const error = formState.errors[of];
  const message = error?.message ?? error?.root?.message;
  return message ? <span className="text-[13px] text-carmine">{message}</span> : null;
}

/** What it is, so that materials and the drawing follow whatever a shop calls it. */
function Work({ readOnly }: { readonly readOnly: boolean }) {
  const { field } = useController<StationEntry, 'work'>({ name: 'work' });
  return (
    <div className="col-span-2">
      <span className="block text-[13px] text-graphite">Kind of work</span>
      {readOnly ? (
        <span className="text-[15px]">{STATION_WORKS[field.value]}</span>
      ) : (
        <Choice
          label="Kind of work"
          name="work"
          value={field.value}
          options={Object.entries(STATION_WORKS).map(([value, label]) => ({ value, label }))}
          onChoose={(value) => field.onChange(value)}
          className="h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] max-xl:h-12"
        />
      )}
    </div>
  );
}

/** Tests that are entered on the test sheet before it is signed. */
function Tests({ route, readOnly }: { readonly route: Route; readonly readOnly: boolean }) {
  const { control } = useFormContext<StationEntry>();
  const { fields, append, remove } = useFieldArray({ control, name: 'tests' });
  const label = (value: string) => {
    const [kind, stage] = value.split(' ') as [TestKindId, Stage];
    return `${TEST_KINDS[kind].title}, ${STAGES[stage]}`;
  };
  const there = new Set(fields.map((f) => f.value));
  const more = machineKind(route.machine)
    .tests.flatMap((kind) => TEST_KINDS[kind as TestKindId].stages.map((stage) => `${kind} ${stage}`))
    .filter((value) => !there.has(value));
  return (
    <div className="col-span-2">
      <span className="block text-[13px] text-graphite">Tests before it is signed</span>
      <ul className="flex flex-wrap gap-1.5">
        {fields.map((f, i) => (
          <li key={f.id} className="flex items-center border border-ink text-[14px]">
            <span className="px-2 py-1">{label(f.value)}</span>
            <button
              type="button"
              aria-label={`No ${label(f.value)}`}
              className="flex min-h-8 w-7 items-center justify-center border-l border-hair disabled:hidden max-xl:min-h-12 max-xl:w-12"
              onClick={() => remove(i)}
            >
              <X size={14} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      {readOnly ? (
        fields.length === 0 && <span className="text-[15px]">none</span>
      ) : (
        <Choice
          label="Add a test"
          value=""
          none="add a test …"
          options={more.map((value) => ({ value, label: label(value) }))}
          onChoose={(value) => value && append({ value })}
          className="mt-1 h-9 w-full border-[1.5px] border-pencil text-[15px] max-xl:h-12"
        />
      )}
    </div>
  );
}
