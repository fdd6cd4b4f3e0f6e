/** What happened to a motor, newest first: who, why, and what stood there before and after. */
import { sayTyped, stationsOf, TEST_KINDS, type Field, type MachineKind, type Route } from '@norther/core';
import { sayPlace, type EventRecord } from '@norther/records';
import { useHistoryQuery } from '../app/api.ts';
import { ageOf } from '../kit/time.ts';

/** What kind of motor it happened to, on which route: words and units are theirs. */
export interface HappenedTo {
  readonly machine: Pick<MachineKind, 'card' | 'plate'>;
  readonly route: Route;
}

export function History({ number, of }: { readonly number: string; readonly of: HappenedTo }) {
  const { data = [] } = useHistoryQuery(number);
  return (
    <ol className="space-y-1.5">
      {data.toReversed().map((e) => (
        <li key={e.id} className="border-b border-grid pb-1.5 text-[14px] leading-tight">
          <span className="flex justify-between gap-2">
            <b className="font-[620]">{labelOf(e.what, of)}</b>
            <span className="shrink-0 text-[13px] text-graphite">{ageOf(e.at)} ago</span>
          </span>
          <span className="text-[13px] text-graphite">
            {e.who}
            {e.why && `: ${e.why}`}
          </span>
          <Difference event={e} of={of} />
        </li>
      ))}
    </ol>
  );
}

const stationOf = ({ route }: HappenedTo, what: string) =>
  stationsOf(route).find((s) => s.id === what.split(' ')[0]);
const testOf = (what: string) => Object.values(TEST_KINDS).find((k) => k.id === what.split(' ')[0]);

/** The form an event filled: two forms may have a field of the same name in another unit. */
function fieldsOf(what: string, of: HappenedTo): readonly Field[] {
  const station = stationOf(of, what);
  // An older record may hold what has moved to another station since.
  if (station) return [...station.record, ...stationsOf(of.route).flatMap((s) => s.record)];
  return testOf(what)?.fields ?? [...of.machine.card.flatMap((s) => s.fields), ...of.machine.plate];
}

/** Words and figures one after the other; of entries with fields of their own only how many there are. */
const listed = (list: readonly unknown[]) =>
  list.some((x) => typeof x === 'object')
    ? `${list.length} ${list.length === 1 ? 'entry' : 'entries'}`
    : list.join(', ');

/** Texts and figures of a change, those in a form in it as well. */
function flat(value: unknown): Record<string, string> {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return {};
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, v]): [string, string][] => {
      if (['id', 'version', 'motorId', 'words', 'values'].includes(key) || v === null || v === '') return [];
      if (Array.isArray(v)) return v.length === 0 ? [] : [[key, listed(v)]];
      if (typeof v === 'object') return Object.entries(flat(v));
      return [[key, String(v)]];
    }),
  );
}

/** @returns lines of what differs; all of what is new where there was nothing */
export function differences(event: Pick<EventRecord, 'what' | 'before' | 'after'>, of: HappenedTo) {
  const fields = fieldsOf(event.what, of);
  const [before, after] = [flat(event.before), flat(event.after)];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((key) => before[key] !== after[key])
    .map((key) => {
      const field = fields.find((f) => f.id === key);
      const say = (v: string | undefined) => (v !== undefined && field ? sayTyped(field, v) : v);
      return { label: field?.label ?? inWords(key), before: say(before[key]), after: say(after[key]) };
    });
}

const SHOWN = 4;

function Difference({ event, of }: { event: EventRecord; of: HappenedTo }) {
  const lines = differences(event, of);
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

/** `varnish signed`, `photo added, station/saw` in the words of the sheets. */
export function labelOf(what: string, of: HappenedTo): string {
  const rest = what.split(' ').slice(1).join(' ');
  const station = stationOf(of, what);
  if (station) return `${station.title}: ${rest}`;
  const place = /^(.*), (motor|(?:part|station|reading)\/\S+)$/.exec(what);
  if (place)
    return `${capital(place[1]!)}: ${sayPlace(place[2]!, { route: of.route, readings: [] }).toLowerCase()}`;
  const test = testOf(what);
  return test ? `${test.title} ${rest}` : capital(what);
}

/** `takenBy` as words. */
const inWords = (key: string) => capital(key.replaceAll(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`));
const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
