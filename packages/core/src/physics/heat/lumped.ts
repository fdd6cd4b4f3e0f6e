/**
 * A part in an oven as one lump: it follows the air with a lag. Good enough to say when, not to say that it was.
 * Source: Newton's law of cooling, first-order lag; every textbook of heat transfer, valid while Biot's number is small
 * against 1 (about 0.1), which a laminated core in moving air keeps roughly.
 */

/** Air that moves evenly to its next temperature and stays there. */
export interface AirStretch {
  /** When it begins [min]. */
  readonly from: number;
  /** At its beginning, and how it moves until the next stretch [°C], [K/min]. */
  readonly airC: number;
  readonly rate: number;
}

/**
 * Temperature of the part so many minutes later, under air that moves evenly; exact for a first-order lag.
 * @param partC at the beginning; tau time constant [min]; rate of the air [K/min]
 */
export function lumpAfter(minutes: number, partC: number, airC: number, rate: number, tau: number): number {
  // The steady answer to a ramp runs tau behind it; what differs from that dies away.
  const behind = airC - rate * tau;
  return behind + rate * minutes + (partC - behind) * Math.exp(-minutes / tau);
}

/** A part under a programme of air, from the first stretch on. */
export function lumpUnder(air: readonly AirStretch[], partC: number, tau: number) {
  const starts: number[] = [partC];
  for (let i = 1; i < air.length; i++) {
    const before = air[i - 1]!;
    starts.push(lumpAfter(air[i]!.from - before.from, starts[i - 1]!, before.airC, before.rate, tau));
  }
  const stretchAt = (minute: number) =>
    Math.max(
      0,
      air.findLastIndex((s) => s.from <= minute),
    );
  return {
    partAt: (minute: number): number => {
      const i = stretchAt(minute);
      const s = air[i]!;
      return lumpAfter(minute - s.from, starts[i]!, s.airC, s.rate, tau);
    },
    airAt: (minute: number): number => {
      const s = air[stretchAt(minute)]!;
      return s.airC + s.rate * (minute - s.from);
    },
  };
}

/**
 * When something first holds, to a second; null where it does not until `latest`.
 * @param step it is looked for in steps of so many minutes, so a shorter moment may be missed
 */
export function firstMinute(
  holds: (minute: number) => boolean,
  from: number,
  latest: number,
  step = 1,
): number | null {
  if (holds(from)) return from;
  for (let m = from; m < latest; m += step) {
    const next = Math.min(latest, m + step);
    if (!holds(next)) continue;
    let [low, high] = [m, next];
    while (high - low > 1 / 60) {
      const middle = (low + high) / 2;
      if (holds(middle)) high = middle;
      else low = middle;
    }
    return high;
  }
  return null;
}
