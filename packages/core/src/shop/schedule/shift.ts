/** When somebody works, and at what, as it is typed. Source: the calendar of the place where it runs; no other rule. */
import { assumed, text, type Form, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { Span } from './spans.ts';

export const SHIFT_FIELDS = [
  assumed(text('from', 'Comes at', 'such as 07:00', 5), '07:00'),
  assumed(text('to', 'Goes at', 'such as 16:00', 5), '16:00'),
  assumed(text('days', 'On', 'such as Mon-Fri, or Mon Tue Thu', 40), 'Mon-Fri'),
  text('stations', 'Only at', 'stations of the routes, with commas; all where empty', 300),
  text('away', 'Away', 'such as 2026-12-24 to 2027-01-02, with commas', 300),
] as const satisfies Form;

export interface Shift {
  /** Minutes since midnight. */
  readonly from: number;
  readonly to: number;
  /** 0 for Sunday. */
  readonly days: ReadonlySet<number>;
  /** In small letters; null for all that the role may sign. */
  readonly stations: readonly string[] | null;
  /** First and last day, as 2026-12-24. */
  readonly away: readonly (readonly [string, string])[];
}

const DAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];
const DAY = /^\d{4}-\d{2}-\d{2}$/;

function minutesOf(typed: string): number | null {
  const m = /^(\d{1,2})[:.](\d{2})$/.exec(typed.trim());
  const minutes = m ? 60 * Number(m[1]) + Number(m[2]) : NaN;
  return minutes <= 1440 && Number(m?.[2]) < 60 ? minutes : null;
}

function daysOf(typed: string): Set<number> | null {
  const found = new Set<number>();
  for (const part of typed
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)) {
    const [a, b] = part.split('-').map((d) => DAYS.indexOf(d.slice(0, 3)));
    if (a === undefined || a < 0 || (b !== undefined && b < 0)) return null;
    for (let d = a; ; d = (d + 1) % 7) {
      found.add(d);
      if (d === (b ?? a)) break;
    }
  }
  return found.size > 0 ? found : null;
}

/** What cannot be read is said, and taken as what is usual. */
export function readShift(typed: Typed): { readonly shift: Shift; readonly findings: readonly Finding[] } {
  const findings: Finding[] = [];
  const said = (id: (typeof SHIFT_FIELDS)[number]['id']) => typed[id]?.trim() || null;
  const wrong = (field: string, message: string) =>
    findings.push(finding('stop', 'shift.unread', message, [field]));
  const clock = (id: 'from' | 'to', usual: string) => {
    const read = minutesOf(said(id) ?? usual);
    if (read === null) wrong(id, `“${said(id)}” is no time of the day: write 07:00.`);
    return read ?? minutesOf(usual)!;
  };
  const [from, to] = [clock('from', '07:00'), clock('to', '16:00')];
  if (to <= from) wrong('to', 'The shift ends before it begins.');
  const days = daysOf(said('days') ?? 'Mon-Fri');
  if (!days) wrong('days', `“${said('days')}” names no days: write Mon-Fri, or Mon Tue Thu.`);
  const away = (said('away') ?? '')
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean)
    .flatMap((range) => {
      const [a, b = a] = range.split(/\s+to\s+|\s*[–…]\s*/);
      if (a && b && DAY.test(a) && DAY.test(b) && a <= b) return [[a, b] as const];
      wrong('away', `“${range}” is no time away: write 2026-12-24, or 2026-12-24 to 2027-01-02.`);
      return [];
    });
  const stations = said('stations')
    ?.split(',')
    .map((s) => s.trim().toLowerCase())
    .filter(Boolean);
  return {
    shift: {
      from,
      to: to > from ? to : from + 60,
      days: days ?? new Set([1, 2, 3, 4, 5]),
      stations: stations && stations.length > 0 ? stations : null,
      away,
    },
    findings,
  };
}

const pad = (n: number) => String(n).padStart(2, '0');

/**
 * Shifts from now on, in minutes from now, by the clock of the place where this runs: a night in which clocks are changed is an
 * hour longer or shorter.
 * @param back days before now that are given as well, as negative minutes
 */
export function shiftsFrom(shift: Shift, now: Date, days: number, back = 0): Span[] {
  const spans: Span[] = [];
  for (let d = -back; d < days; d++) {
    const midnight = new Date(now.getFullYear(), now.getMonth(), now.getDate() + d);
    const name = `${midnight.getFullYear()}-${pad(midnight.getMonth() + 1)}-${pad(midnight.getDate())}`;
    if (!shift.days.has(midnight.getDay()) || shift.away.some(([a, b]) => a <= name && name <= b)) continue;
    const at = (minutes: number) =>
      (new Date(midnight.getFullYear(), midnight.getMonth(), midnight.getDate(), 0, minutes).getTime() -
        now.getTime()) /
      60_000;
    const [from, to] = [at(shift.from), at(shift.to)];
    const begin = back > 0 ? from : Math.max(0, from);
    if (to > begin) spans.push({ from: begin, to });
  }
  return spans;
}
