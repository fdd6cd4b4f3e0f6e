/** Time laid along a line with nights and empty days pressed together, so that what happened has room. */
export interface WorkingScale {
  /** Place of an instant [px]. */
  readonly x: (ms: number) => number;
  /** Beginnings of the days that are shown, with their middle of work. */
  readonly days: readonly { readonly at: number; readonly empty: boolean }[];
  /** Full hours that have room for a tick. */
  readonly hours: readonly number[];
  readonly nights: readonly (readonly [from: number, to: number])[];
}

const HOUR = 3_600_000;
/** From when to when the shop works, and what a night counts beside that. */
const WORK = [6, 19] as const;
const NIGHT = 1 / 8;

/**
 * @param from, to first and last instant [ms]
 * @param busy instants at which something happened: a day without one is pressed together as well
 */
export function workingScale(
  from: number,
  to: number,
  left: number,
  right: number,
  busy: readonly number[],
): WorkingScale {
  const midnight = (ms: number) => new Date(ms).setHours(0, 0, 0, 0);
  const next = (day: number) => {
    const d = new Date(day);
    d.setDate(d.getDate() + 1);
    return d.getTime();
  };
  const happened = new Set(busy.map(midnight));
  // Borders of stretches in which time runs evenly, each with its weight.
  const stretches: { from: number; to: number; weight: number }[] = [];
  const days: { at: number; empty: boolean }[] = [];
  const nights: [number, number][] = [];
  const hours: number[] = [];
  for (let day = midnight(from); day < to; day = next(day)) {
    const end = next(day);
    const empty = !happened.has(day) && day > from && end < to;
    days.push({ at: Math.max(day, from), empty });
    const begins = new Date(day).setHours(WORK[0], 0, 0, 0);
    const ends = new Date(day).setHours(WORK[1], 0, 0, 0);
    for (const [a, b, weight] of [
      [day, begins, NIGHT],
      [begins, ends, empty ? NIGHT : 1],
      [ends, end, NIGHT],
    ] as const) {
      const [f, t] = [Math.max(a, from), Math.min(b, to)];
      if (t > f) stretches.push({ from: f, to: t, weight });
    }
    if (begins > from) nights.push([Math.max(from, new Date(day).setHours(WORK[1] - 24, 0, 0, 0)), begins]);
    if (!empty) for (const h of [9, 12, 15]) hours.push(new Date(day).setHours(h, 0, 0, 0));
  }
  const whole = stretches.reduce((n, s) => n + (s.to - s.from) * s.weight, 0) || 1;
  const x = (ms: number) => {
    let sum = 0;
    for (const s of stretches) {
      if (ms <= s.from) break;
      sum += (Math.min(ms, s.to) - s.from) * s.weight;
    }
    return left + ((right - left) * sum) / whole;
  };
  const room = (right - left) / (whole / HOUR);
  return {
    x,
    days,
    hours: room * 3 > 24 ? hours.filter((h) => h > from && h < to) : [],
    nights,
  };
}
