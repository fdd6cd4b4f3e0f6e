/** Times as the shop says them. */
const MINUTE = 60_000;

/** `25 min`, `3 h`, `2 d` since an instant. */
export function ageOf(iso: string, now = Date.now()): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(iso)) / MINUTE));
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.round(hours / 24)} d`;
}

export const clock = (d: Date) =>
  `${String(d.getHours()).padStart(2, '0')}:${String(d.getMinutes()).padStart(2, '0')}`;

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** When, and how long is left. */
export function promiseOf(
  iso: string | null,
  now = Date.now(),
): { readonly when: string; readonly left: string; readonly late: boolean; readonly today: boolean } {
  if (!iso) return { when: '–', left: 'no promise', late: false, today: false };
  const at = new Date(iso);
  const minutes = Math.round((at.getTime() - now) / MINUTE);
  const today = at.toDateString() === new Date(now).toDateString();
  const days = Math.round(minutes / 1440);
  const when = today
    ? clock(at)
    : days > 5 || days < -5
      ? `${at.getDate()} ${at.toLocaleString('en', { month: 'short' })} ${clock(at)}`
      : `${DAYS[at.getDay()]} ${clock(at)}`;
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
