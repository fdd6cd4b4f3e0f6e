/** A line that makes one kind of motor in series: rails of stations, what each measures, where it sends a unit back. Source: none, it only describes. */
import type { Dimension } from '../../language/units/index.ts';

export interface SeriesFigure {
  readonly id: string;
  readonly title: string;
  readonly dimension: Dimension;
  /** The unit it is kept, judged and shown in; one of its dimension. */
  readonly unit: string;
  /** Limits of the process in that unit, as the line comes; a batch has its own. */
  readonly lower: number | null;
  readonly upper: number | null;
  /** Digits behind the point. */
  readonly digits: number;
}

export interface SeriesStation {
  readonly id: string;
  readonly title: string;
  /** Id of its rail. */
  readonly rail: string;
  /** The first is the one on the rail's strip. */
  readonly figures: readonly SeriesFigure[];
  /** What is loaded here in lots, such as `wire`. */
  readonly lots: readonly string[];
  /** Of those, what is used up here and not built in. */
  readonly wears?: readonly string[];
  /** Where a unit out of its limits goes; its own id is once more here. */
  readonly backTo: string;
  /** Done at another works: a unit is sent, and received. */
  readonly away?: true;
  /** The usual caution at this step. */
  readonly caution?: string;
}

export interface SeriesLine {
  readonly id: string;
  readonly title: string;
  /** The last rail is where the others meet. */
  readonly rails: readonly { readonly id: string; readonly title: string }[];
  /** In the order in which a unit passes them, rail by rail. */
  readonly stations: readonly SeriesStation[];
}

export interface SeriesLimits {
  readonly lower: number | null;
  readonly upper: number | null;
}
/** By `station.figure`. */
export type BatchLimits = Readonly<Record<string, SeriesLimits>>;

export const figureKey = (station: string, figure: string) => `${station}.${figure}`;
export const seriesStation = (line: SeriesLine, id: string) => line.stations.find((s) => s.id === id);
export const stationsOn = (line: SeriesLine, rail: string) => line.stations.filter((s) => s.rail === rail);
export const lastRail = (line: SeriesLine) => line.rails.at(-1)!.id;

/** A figure by its key, with its station. */
export function figureOf(line: SeriesLine, key: string) {
  const [stationId, figureId] = key.split('.');
  const station = line.stations.find((s) => s.id === stationId);
  const figure = station?.figures.find((f) => f.id === figureId);
  return station && figure ? { station, figure } : null;
}

/** What the line comes with. */
export const usualLimits = (line: SeriesLine): BatchLimits =>
  Object.fromEntries(
    line.stations.flatMap((s) =>
      s.figures.map((f) => [figureKey(s.id, f.id), { lower: f.lower, upper: f.upper }] as const),
    ),
  );
