/** How long a station usually takes, from what the shop has done: by motors of about that size where there are enough. */
import { median } from '../../language/quantity/index.ts';
import { workedBetween, type Span } from './spans.ts';

/** A station that was signed: minutes of work between taking and signing, and how big the motor was. */
export interface TimeSample {
  readonly station: string;
  readonly minutes: number;
  readonly powerKw: number | null;
}

export interface UsualTime {
  readonly minutes: number;
  /** Signatures that it rests on; 0 where it is set or assumed. */
  readonly from: number;
  readonly of: 'motors of its size' | 'all motors' | 'its route' | 'nothing yet';
}

/** Where nobody knows better. Common practice, no source [min]. */
const ASSUMED = 60;
/** A motor is of about the same size within this factor. */
const SIZE = 2;
const ENOUGH_ALIKE = 4;
const ENOUGH = 3;
/** Taken and signed in one breath was written down afterwards, and says nothing of the time [min]. */
const AT_ONCE = 2;

/** @param taken, signed minutes; @param shifts of the shop, over the time of both */
export function sampleOf(
  station: string,
  taken: number,
  signed: number,
  shifts: readonly Span[],
  powerKw: number | null,
): TimeSample | null {
  if (signed - taken < AT_ONCE) return null;
  // Work outside the shift is work as well.
  const minutes = workedBetween(shifts, taken, signed) || Math.min(signed - taken, 480);
  return minutes < AT_ONCE ? null : { station, minutes, powerKw };
}

export class UsualTimes {
  private readonly by = new Map<string, TimeSample[]>();

  constructor(samples: readonly TimeSample[]) {
    for (const s of samples) {
      const list = this.by.get(s.station);
      if (list) list.push(s);
      else this.by.set(s.station, [s]);
    }
  }

  /** @param set as the route says it; that counts until the shop has done enough of its own */
  of(station: string, powerKw: number | null, set?: number): UsualTime {
    const all = this.by.get(station) ?? [];
    const alike =
      powerKw === null
        ? []
        : all.filter((s) => s.powerKw !== null && s.powerKw <= SIZE * powerKw && s.powerKw >= powerKw / SIZE);
    const minutes = (list: readonly TimeSample[]) =>
      Math.max(5, Math.round(median(list.map((s) => s.minutes)) / 5) * 5);
    if (alike.length >= ENOUGH_ALIKE)
      return { minutes: minutes(alike), from: alike.length, of: 'motors of its size' };
    if (set !== undefined) return { minutes: set, from: 0, of: 'its route' };
    if (all.length >= ENOUGH) return { minutes: minutes(all), from: all.length, of: 'all motors' };
    return { minutes: ASSUMED, from: 0, of: 'nothing yet' };
  }
}
