/** Times as the shop says them. */
import { isSameDay } from 'date-fns';
import { showClock, showSoon } from './moments.ts';

const MINUTE = 60_000;

/** `25 min`, `3 h`, `2 d` since an instant. */
export function ageOf(iso: string, now = Date.now()): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(iso)) / MINUTE));
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.round(hours / 24)} d`;
}

/** When, and how long is left. */
export function promiseOf(
  iso: string | null,
  now = Date.now(),
): { readonly when: string; readonly left: string; readonly late: boolean; readonly today: boolean } {
  if (!iso) return { when: '–', left: 'no promise', late: false, today: false };
  const at = new Date(iso);
  const minutes = Math.round((at.getTime() - now) / MINUTE);
  const today = isSameDay(at, now);
  const days = Math.round(minutes / 1440);
  const when = today ? showClock(at) : showSoon(at, days);
  const amount = Math.abs(minutes);
  const span =
    amount < 90
      ? `${amount} min`
      : amount < 1440
        ? `${Math.floor(amount / 60)} h ${amount % 60 ? `${String(amount % 60).padStart(2, '0')}` : ''}`.trim()
        : `${Math.round(amount / 1440)} d`;
  return {
    when,
    left: minutes < 0 ? `${span} late` : `${today ? 'today, ' : ''}${span} left`,
    late: minutes < 0,
    today,
  };
}

/** `2nd`, `3rd`, `11th`. */
export function ordinal(n: number): string {
  const teen = n % 100 > 10 && n % 100 < 14;
  return `${n}${teen ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')}`;
}
