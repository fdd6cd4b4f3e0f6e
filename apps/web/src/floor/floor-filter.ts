/** Which motors the floor shows; kept in the address, so that a list can be left open or handed on. */
import type { FloorMotor } from '@norther/records';

export const FILTER_KEYS = ['who', 'station', 'customer', 'state'] as const;
export type FilterKey = (typeof FILTER_KEYS)[number];
export type FloorFilter = Readonly<Partial<Record<FilterKey, string>>>;

/** `state` is one of these. */
export const FILTER_STATES = {
  held: 'on hold',
  rush: 'rush',
  late: 'past its promise',
  waiting: 'waits for somebody',
} as const;

export const readFilter = (address: URLSearchParams): FloorFilter =>
  Object.fromEntries(
    FILTER_KEYS.flatMap((key) => {
      const value = address.get(key)?.trim();
      return value ? [[key, value]] : [];
    }),
  );

const same = (a: string | null, b: string) => (a ?? '').toLowerCase() === b.toLowerCase();

/** Every word of it has to fit; a state that nobody knows fits nothing. */
export function fitsFilter({ motor, notes }: FloorMotor, filter: FloorFilter, now: number): boolean {
  const { who, station, customer, state } = filter;
  const states: Readonly<Record<string, boolean>> = {
    held: notes.some((n) => n.state === 'held'),
    rush: motor.rush,
    late: motor.promisedAt !== null && Date.parse(motor.promisedAt) < now,
    waiting: notes.some((n) => n.state === 'waiting'),
  };
  return (
    (who === undefined ||
      same(motor.givenTo, who) ||
      notes.some((n) => n.state === 'working' && same(n.who, who))) &&
    (station === undefined || notes.some((n) => n.station === station)) &&
    (customer === undefined || same(motor.customer, customer)) &&
    (state === undefined || (states[state] ?? false))
  );
}

/** What can be chosen: only what somebody or something is at now. */
export function filterChoices(
  rows: readonly FloorMotor[],
): Readonly<Record<'who' | 'station' | 'customer', readonly string[]>> {
  const unique = (list: readonly (string | null)[]) =>
    [...new Set(list.filter((v): v is string => v !== null && v !== ''))].sort((a, b) => a.localeCompare(b));
  const notes = rows.flatMap((r) => r.notes);
  return {
    who: unique([
      ...notes.filter((n) => n.state === 'working').map((n) => n.who),
      ...rows.map((r) => r.motor.givenTo),
    ]),
    station: unique(notes.map((n) => n.station)),
    customer: unique(rows.map((r) => r.motor.customer)),
  };
}
