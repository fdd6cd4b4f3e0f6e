/** The floor's filter: what is chosen, chosen anew, or taken off. */
import { anyStationOf, type Route } from '@norther/core';
import type { FloorMotor } from '@norther/records';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useMemo } from 'react';
import { useSessionQuery } from '../app/api.ts';
import { Key } from '../kit/key.tsx';
import { FILTER_STATES, filterChoices, type FilterKey, type FloorFilter } from './floor-filter.ts';

/** Its list is not part of what a device loads before it sees the floor. */
const Choice = lazy(async () => ({ default: (await import('../kit/choice.tsx')).Choice<string> }));

const LABEL: Readonly<Record<FilterKey, string>> = {
  who: 'In hand of, or given to',
  station: 'At station',
  customer: 'For',
  state: 'That are',
};

export function FilterKeyAndChoices({
  rows,
  routes,
  filter,
  onFilter,
}: {
  /** All that are on the floor. */
  readonly rows: readonly FloorMotor[];
  readonly routes: readonly Route[];
  readonly filter: FloorFilter;
  readonly onFilter: (filter: FloorFilter) => void;
}) {
  const { data: session } = useSessionQuery();
  const choices = useMemo(() => filterChoices(rows), [rows]);
  const names = useMemo(() => new Map(anyStationOf(routes).map((s) => [s.id, s.name])), [routes]);
  const options: Readonly<Record<FilterKey, readonly { value: string; label: string }[]>> = {
    who: choices.who.map((value) => ({ value, label: value })),
    station: choices.station.map((value) => ({ value, label: names.get(value) ?? value })),
    customer: choices.customer.map((value) => ({ value, label: value })),
    state: Object.entries(FILTER_STATES).map(([value, label]) => ({ value, label })),
  };
  const words = (Object.keys(LABEL) as FilterKey[])
    .flatMap((key) =>
      filter[key] ? [options[key].find((o) => o.value === filter[key])?.label ?? filter[key]] : [],
    )
    .join(', ');
  const put = (key: FilterKey, value: string) => {
    const { [key]: _old, ...rest } = filter;
    onFilter(value === '' ? rest : { ...rest, [key]: value });
  };
  return (
    <>
      {words !== '' && (
        <button
          type="button"
          className="min-h-9 max-w-[240px] truncate bg-lemon px-2 text-[14px] font-[650] text-[#0F1E29]"
          title="Show every motor again"
          onClick={() => onFilter({})}
        >
          {words} ✕
        </button>
      )}
      <Popover.Root>
        <Popover.Trigger asChild>
          <Key className="px-3">Filter</Key>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            side="top"
            align="end"
            sideOffset={8}
            className="z-30 w-[300px] border-2 border-ink bg-paper p-4"
            aria-label="Which motors are shown"
          >
            {(Object.keys(LABEL) as FilterKey[]).map((key) => (
              <div key={key} className="mb-2">
                <label htmlFor={`filter-${key}`} className="block text-[13px] text-graphite">
                  {LABEL[key]}
                </label>
                <div className="flex h-10 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field">
                  <Suspense fallback={null}>
                    <Choice
                      id={`filter-${key}`}
                      name={`filter-${key}`}
                      value={filter[key] ?? ''}
                      options={options[key]}
                      onChoose={(value) => put(key, value)}
                      none="all"
                      className="flex-1"
                    />
                  </Suspense>
                </div>
              </div>
            ))}
            <div className="mt-3 flex gap-2">
              {session && <Key onClick={() => onFilter({ who: session.name })}>Mine</Key>}
              <Key onClick={() => onFilter({})}>All</Key>
            </div>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </>
  );
}
