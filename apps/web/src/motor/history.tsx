/** What happened to a motor, newest first: who, why, and what stood there before and after. */
import {
  DATA_CARD_FIELDS,
  NAMEPLATE_FIELDS,
  sayTyped,
  ANY_STATION,
  TEST_KINDS,
  type Field,
} from '@norther/core';
import type { EventRecord } from '@norther/records';
import { useHistoryQuery } from '../app/api.ts';
import { ageOf } from '../kit/time.ts';

export function History({ number }: { number: string }) {
  const { data = [] } = useHistoryQuery(number);
  return (
    <ol className="space-y-1.5">
      {data.toReversed().map((e) => (
        <li key={e.id} className="border-b border-grid pb-1.5 text-[14px] leading-tight">
          <span className="flex justify-between gap-2">
            <b className="font-[620]">{labelOf(e.what)}</b>
            <span className="shrink-0 text-[13px] text-graphite">{ageOf(e.at)} ago</span>
          </span>
          <span className="text-[13px] text-graphite">
            {e.who}
            {e.why && `: ${e.why}`}
          </span>
          <Difference event={e} />
        </li>
      ))}
    </ol>
  );
}

const stationOf = (what: string) => ANY_STATION.find((s) => s.id === what.split(' ')[0]);
const testOf = (what: string) => Object.values(TEST_KINDS).find((k) => k.id === what.split(' ')[0]);

/** The form an event filled: two forms may have a field of the same name in another unit. */
const fieldsOf = (what: string): readonly Field[] =>
  formOf(what) ?? testOf(what)?.fields ?? [...DATA_CARD_FIELDS, ...NAMEPLATE_FIELDS];

/** What a station records, and what the others do: an older record may hold what has moved to another station since. */
function formOf(what: string): readonly Field[] | undefined {
  const station = stationOf(what);
  return station && [...station.record, ...ANY_STATION.flatMap((s) => s.record)];
}

/** Texts and figures of a change, those in a form in it as well. */
function flat(value: unknown): Record<string, string> {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return {};
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, v]): [string, string][] => {
      if (['id', 'version', 'motorId', 'words', 'values'].includes(key) || v === null || v === '') return [];
      if (typeof v === 'object') return Array.isArray(v) ? [[key, v.join(', ')]] : Object.entries(flat(v));
      return [[key, String(v)]];
    }),
  );
}

/** @returns lines of what differs; all of what is new where there was nothing */
export function differences(event: Pick<EventRecord, 'what' | 'before' | 'after'>) {
  const fields = fieldsOf(event.what);
  const [before, after] = [flat(event.before), flat(event.after)];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((key) => before[key] !== after[key])
    .map((key) => {
      const field = fields.find((f) => f.id === key);
      const say = (v: string | undefined) => (v !== undefined && field ? sayTyped(field, v) : v);
      return { label: field?.label ?? key, before: say(before[key]), after: say(after[key]) };
    });
}

const SHOWN = 4;

function Difference({ event }: { event: EventRecord }) {
  const lines = differences(event);
  if (lines.length === 0) return null;
  const line = (l: (typeof lines)[number]) => (
    <span key={l.label} className="block text-[13px] break-words">
      {l.label}: {l.before !== undefined && <s className="text-pencil">{l.before}</s>}{' '}
      {l.after !== undefined && <span className="fig">{l.after}</span>}
    </span>
  );
  if (lines.length <= SHOWN) return <div className="mt-0.5">{lines.map(line)}</div>;
  return (
    <details className="mt-0.5">
      <summary className="cursor-pointer text-[13px] underline">{lines.length} fields</summary>
      {lines.map(line)}
    </details>
  );
}

/** `varnish signed` in the words of the sheets. */
function labelOf(what: string): string {
  const rest = what.split(' ').slice(1).join(' ');
  const station = stationOf(what);
  if (station) return `${station.title}: ${rest}`;
  const test = testOf(what);
  return test ? `${test.title} ${rest}` : what.charAt(0).toUpperCase() + what.slice(1);
}
