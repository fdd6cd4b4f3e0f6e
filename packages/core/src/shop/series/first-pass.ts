/** How many are right the first time, station by station, and where the others are lost. */
import type { SeriesLine } from './line.ts';

export interface StationCount {
  readonly station: string;
  /** Units with a first judged record here, and how many of those were out. */
  readonly units: number;
  readonly failedFirst: number;
}

export interface FirstPass {
  readonly stations: readonly {
    readonly station: string;
    /** Of the units here [0 … 1]; null while there are none. */
    readonly share: number | null;
    /** Of all, up to and with this station: the product of the shares. */
    readonly rolled: number;
  }[];
  readonly rolled: number;
  /** Station that loses most; null where none does. */
  readonly worst: { readonly station: string; readonly lost: number } | null;
}

/** Rolled throughput: the product of the shares of each station. Common practice of series production, no source. */
export function firstPass(line: SeriesLine, counts: readonly StationCount[]): FirstPass {
  let rolled = 1;
  const stations = line.stations.map(({ id }) => {
    const c = counts.find((x) => x.station === id);
    const share = c && c.units > 0 ? (c.units - c.failedFirst) / c.units : null;
    rolled *= share ?? 1;
    return { station: id, share, rolled };
  });
  const worst = stations
    .filter((s) => s.share !== null && s.share < 1)
    .map((s) => ({ station: s.station, lost: 1 - s.share! }))
    .toSorted((a, b) => b.lost - a.lost)
    .at(0);
  return { stations, rolled, worst: worst ?? null };
}
