/**
 * A line as it stands, and one record after another taken into it: units move, stations count, figures are watched, and
 * what was made while a station or a lot was stopped is held. It knows nothing of how it is kept.
 */
import { finding, good, refused, type Outcome } from '../../language/quantity/index.ts';
import { figureKey, seriesStation, type BatchLimits, type SeriesLine } from './line.ts';
import { readEntry, type StationEntry } from './read-entry.ts';
import { newUnit, passedOver, passStation, type SeriesUnit, type StationVerdict } from './unit.ts';
import { CHART_SCHOOLS, NEW_WATCH, watchNext, type ChartRule, type WatchState } from './watch.ts';

export interface BookUnit {
  readonly unit: SeriesUnit;
  /** Records by station. */
  readonly tries: Readonly<Record<string, number>>;
  readonly held: string | null;
  /** Id of the stop that holds it. */
  readonly heldBy: string | null;
}
export interface StationCounters {
  /** Units with a judged record here, and how many were out the first time. */
  readonly units: number;
  readonly failedFirst: number;
  readonly sentBack: number;
  /** Units by how often they were here: once, twice … */
  readonly tries: readonly number[];
  /** The unit of its last record, and when that was. */
  readonly newest: number | null;
  readonly newestAt: string | null;
}
export const NEW_COUNTERS: StationCounters = {
  units: 0,
  failedFirst: 0,
  sentBack: 0,
  tries: [],
  newest: null,
  newestAt: null,
};
export interface BookStation {
  readonly counters: StationCounters;
  /** What is loaded here now, by what it is. */
  readonly lots: Readonly<Record<string, string>>;
}
export interface BookStop {
  readonly id: string;
  readonly station: string | null;
  readonly lot: string | null;
  readonly why: string;
  /** The unit that was in the machine has been recorded since. */
  readonly lastTaken: boolean;
}
export interface BookSettings {
  readonly limits: BatchLimits;
  readonly school: string;
  readonly quietRun: number;
  readonly planned: number;
}
export interface BookEntry extends StationEntry {
  readonly hand: string;
  readonly program: string;
  readonly lots: Readonly<Record<string, string>>;
}
export interface TakenRecord {
  readonly serial: number;
  readonly station: string;
  readonly attempt: number;
  readonly at: string;
  readonly hand: string;
  readonly program: string;
  readonly values: Readonly<Record<string, number | null>>;
  readonly verdict: StationVerdict;
  readonly words: string;
  readonly lots: Readonly<Record<string, string>>;
  /** The unit's first judged record at the station. */
  readonly first: boolean;
  readonly began: readonly { readonly figure: string; readonly rule: ChartRule }[];
}

export class LineBook {
  readonly units = new Map<number, BookUnit>();
  readonly watches = new Map<string, WatchState>();
  readonly stations = new Map<string, BookStation>();
  readonly stops = new Map<string, BookStop>();

  constructor(
    readonly line: SeriesLine,
    readonly settings: BookSettings,
  ) {}

  /**
   * @param byItself the line reports what it did: it is never refused, what cannot be read is said to be unread
   * @returns refused where a hand enters what cannot be so; the sentence says what would be right
   */
  take(entry: BookEntry, at: string, byItself: boolean): Outcome<TakenRecord> {
    const { line } = this;
    const station = seriesStation(line, entry.station);
    const read = readEntry(line, this.settings.limits, entry);
    if (!station) return read.ok ? refused([]) : refused(read.findings);
    if (!read.ok && !byItself) return refused(read.findings);
    const before = this.units.get(entry.serial) ?? {
      unit: newUnit(line),
      tries: {},
      held: null,
      heldBy: null,
    };
    const stopped = [...this.stops.values()].find((s) => s.station === station.id && s.lastTaken);
    const lots = {
      ...Object.fromEntries(
        Object.entries(this.stations.get(station.id)?.lots ?? {}).filter(([what]) =>
          station.lots.includes(what),
        ),
      ),
      ...entry.lots,
    };
    const badLot = [...this.stops.values()].find(
      (s) => s.lot !== null && Object.values(lots).includes(s.lot),
    );
    if (!byItself) {
      const no = (code: string, message: string, field: string) =>
        refused<TakenRecord>([finding('stop', `series.${code}`, message, [field])]);
      if (entry.serial > this.settings.planned)
        return no(
          'beyond-batch',
          `The batch has units 1 to ${this.settings.planned}: ${entry.serial} is none of them. A lead can make the batch larger.`,
          'serial',
        );
      const strange = Object.keys(entry.lots).find((what) => !station.lots.includes(what));
      if (strange !== undefined)
        return no(
          'no-such-lot',
          `${station.title} takes no “${strange.slice(0, 40)}”; it takes ${station.lots.join(', ') || 'no lots'}.`,
          'lots',
        );
      if (before.unit.state === 'scrapped')
        return no('scrapped', `Unit ${entry.serial} was scrapped: nothing more is done to it.`, 'serial');
      if (before.held !== null)
        return no(
          'held',
          `Unit ${entry.serial} is held (${before.held}): a lead releases it before it goes on.`,
          'serial',
        );
      if (stopped)
        return no(
          'stopped',
          `${station.title} is stopped (${stopped.why}): a lead releases it before the next unit.`,
          'station',
        );
      if (badLot)
        return no('lot-stopped', `Lot ${badLot.lot} is stopped (${badLot.why}): load another one.`, 'lots');
    }
    const { values, verdict, words } = read.ok
      ? read.value
      : {
          values: Object.fromEntries(station.figures.map((f) => [f.id, null])),
          verdict: 'unread' as const,
          words: read.findings[0]!.message,
        };
    const over = passedOver(line, before.unit, station.id);
    const attempt = (before.tries[station.id] ?? 0) + 1;
    const judged = verdict === 'sound' || verdict === 'out';
    const first = judged && !before.unit.judged.includes(station.id);
    const unit =
      before.unit.state === 'scrapped' ? before.unit : passStation(line, before.unit, station.id, verdict);
    const hold = stopped ?? badLot;
    this.units.set(entry.serial, {
      unit,
      tries: { ...before.tries, [station.id]: attempt },
      held: before.held ?? (hold ? `made while ${hold.lot ?? station.title} was stopped: ${hold.why}` : null),
      heldBy: before.heldBy ?? hold?.id ?? null,
    });
    for (const stop of this.stops.values())
      if (stop.station === station.id && !stop.lastTaken)
        this.stops.set(stop.id, { ...stop, lastTaken: true });
    this.count(station.id, entry.serial, at, attempt, verdict, first);
    // What a line says of a unit is what it has loaded.
    if (byItself) this.stations.set(station.id, { ...this.stations.get(station.id)!, lots });
    const began = first ? this.watch(station.id, values) : [];
    return good({
      ...{ serial: entry.serial, station: station.id, attempt, at },
      ...{ hand: entry.hand, program: entry.program, values, verdict, lots, first, began },
      words: [words, over.length > 0 ? `Passed over: ${over.join(', ')}.` : ''].filter(Boolean).join(' '),
    });
  }

  private count(
    station: string,
    serial: number,
    at: string,
    attempt: number,
    verdict: StationVerdict,
    first: boolean,
  ) {
    const now = this.stations.get(station) ?? { counters: NEW_COUNTERS, lots: {} };
    const tries = [...now.counters.tries];
    while (tries.length < attempt) tries.push(0);
    tries[attempt - 1]!++;
    if (attempt > 1) tries[attempt - 2]!--;
    this.stations.set(station, {
      ...now,
      counters: {
        units: now.counters.units + (first ? 1 : 0),
        failedFirst: now.counters.failedFirst + (first && verdict === 'out' ? 1 : 0),
        sentBack: now.counters.sentBack + (verdict === 'out' ? 1 : 0),
        tries,
        newest: serial,
        newestAt: at,
      },
    });
  }

  /** A figure is watched by the first reading of each unit: one that was sent back would count twice. */
  private watch(station: string, values: Readonly<Record<string, number | null>>) {
    return Object.entries(values).flatMap(([id, value]) => {
      if (value === null) return [];
      const figure = figureKey(station, id);
      const { state, began } = watchNext(this.watches.get(figure) ?? NEW_WATCH, value, {
        school: CHART_SCHOOLS[this.settings.school]!,
        quietRun: this.settings.quietRun,
        process: this.settings.limits[figure]!,
      });
      this.watches.set(figure, state);
      return began.map((rule) => ({ figure, rule }));
    });
  }
}
