/**
 * A line that is not there, for practice, demo and tests: units move from station to station, their figures scatter by a
 * seed, and faults are switched on. The same seed and the same ticks give the same records.
 */
import {
  figureKey,
  figureOf,
  lastRail,
  seriesStation,
  stationsOn,
  type SeriesFigure,
  type SeriesLine,
} from './line.ts';
import { within } from './read-entry.ts';

export type PracticeFault =
  /** A figure climbs by so much a unit from a unit on; `step` jumps once. */
  | {
      readonly kind: 'drift' | 'step';
      readonly figure: string;
      readonly amount: number;
      readonly from: number;
    }
  /** A lot is loaded with a unit; where it is a bad one, a figure is off by so much for every unit that has it. */
  | {
      readonly kind: 'lot';
      readonly station: string;
      readonly what: string;
      readonly lot: string;
      readonly from: number;
      readonly figure?: string;
      readonly amount?: number;
    }
  /** One unit is out once, or gives no reading once. */
  | { readonly kind: 'rework' | 'gap'; readonly figure: string; readonly unit: number };

export interface PracticeRecord {
  readonly number: number;
  readonly serial: number;
  readonly station: string;
  readonly at: string;
  readonly figures: Readonly<Record<string, string>>;
  readonly lots: Readonly<Record<string, string>>;
  readonly hand: string;
  readonly program: string;
}

interface Waiting {
  readonly serial: number;
  /** Tick from which it can be taken. */
  readonly from: number;
}

export interface PracticeSettings {
  readonly line: SeriesLine;
  readonly planned: number;
  readonly seed: number;
  /** Who works at a station. */
  readonly hands?: Readonly<Record<string, string>>;
  readonly faults?: readonly PracticeFault[];
}

export class PracticeLine {
  readonly records: PracticeRecord[] = [];
  private readonly faults: PracticeFault[];
  private readonly queues = new Map<string, Waiting[]>();
  private readonly lots = new Map<string, Map<number, string>>();
  private readonly tried = new Map<string, number>();
  private readonly arrived = new Map<number, number>();
  private held: readonly string[] = [];
  private started = 0;
  private ticks = 0;

  constructor(private readonly settings: PracticeSettings) {
    this.faults = [...(settings.faults ?? [])];
  }

  get ticked(): number {
    return this.ticks;
  }
  get idle(): boolean {
    return this.started >= this.settings.planned && [...this.queues.values()].every((q) => q.length === 0);
  }
  /** Stations that take no further unit. */
  hold(stations: readonly string[]) {
    this.held = stations;
  }
  fault(fault: PracticeFault) {
    this.faults.push(fault);
  }

  /** One cycle: every station that has a unit and is not held works on it. */
  tick(at: Date): void {
    const { line, planned } = this.settings;
    this.ticks++;
    const begins = line.rails
      .filter((r) => r.id !== lastRail(line) || line.rails.length === 1)
      .map((r) => stationsOn(line, r.id)[0]!.id);
    if (this.started < planned) {
      this.started++;
      for (const id of begins) this.put(id, this.started, 0);
    }
    for (const station of line.stations) {
      if (this.held.includes(station.id)) continue;
      const queue = this.queues.get(station.id) ?? [];
      const i = queue.findIndex((w) => w.from <= this.ticks);
      if (i < 0) continue;
      const [{ serial }] = queue.splice(i, 1) as [Waiting];
      this.work(station.id, serial, at);
    }
  }

  private work(stationId: string, serial: number, at: Date) {
    const { line } = this.settings;
    const station = seriesStation(line, stationId)!;
    const key = `${stationId} ${serial}`;
    const attempt = (this.tried.get(key) ?? 0) + 1;
    this.tried.set(key, attempt);
    const figures: Record<string, string> = {};
    let [out, unread] = [false, false];
    for (const f of station.figures) {
      const value = this.measure(stationId, f, serial, attempt);
      if (value === null) {
        unread = true;
        continue;
      }
      if (!within(value, f)) out = true;
      figures[f.id] = `${value.toFixed(Math.min(6, f.digits + 1))}`;
    }
    this.records.push({
      number: this.records.length + 1,
      serial,
      station: stationId,
      at: at.toISOString(),
      figures,
      lots: Object.fromEntries(station.lots.map((what) => [what, this.lotAt(stationId, what, serial)])),
      hand: this.settings.hands?.[stationId] ?? '',
      program: 'P1',
    });
    if (unread) return this.put(stationId, serial, 1);
    if (out) return this.put(station.backTo, serial, 2);
    const rail = stationsOn(line, station.rail);
    const next = rail[rail.indexOf(station) + 1];
    if (next) return this.put(next.id, serial, 2 + (rail.indexOf(station) % 3));
    if (station.rail === lastRail(line)) return;
    // Where the rails meet, a unit goes on when all its halves are there.
    const halves = (this.arrived.get(serial) ?? 0) + 1;
    this.arrived.set(serial, halves);
    if (halves === line.rails.length - 1) this.put(stationsOn(line, lastRail(line))[0]!.id, serial, 3);
  }

  private put(station: string, serial: number, ticks: number) {
    const queue = this.queues.get(station) ?? [];
    queue.push({ serial, from: this.ticks + ticks });
    this.queues.set(station, queue);
  }

  private lotAt(station: string, what: string, serial: number): string {
    const own = this.lots.get(`${station} ${what}`) ?? new Map<number, string>();
    this.lots.set(`${station} ${what}`, own);
    const known = own.get(serial);
    if (known) return known;
    const lot =
      this.faults.findLast(
        (f) => f.kind === 'lot' && f.station === station && f.what === what && serial >= f.from,
      ) ?? null;
    const name = lot?.kind === 'lot' ? lot.lot : `${what.slice(0, 1).toUpperCase()}30`;
    own.set(serial, name);
    return name;
  }

  private measure(stationId: string, f: SeriesFigure, serial: number, attempt: number): number | null {
    const key = figureKey(stationId, f.id);
    if (f.lower !== null && f.lower === f.upper) return f.lower;
    const width = f.lower === null ? f.upper! : f.upper! - f.lower;
    const centre = f.lower === null ? f.upper! * 0.5 : (f.lower + f.upper!) / 2;
    let value = centre + (width / 14) * this.deviate(key, serial, attempt);
    for (const x of this.faults) {
      if (x.kind === 'gap' && x.figure === key && x.unit === serial && attempt === 1) return null;
      if (x.kind === 'rework' && x.figure === key && x.unit === serial && attempt === 1)
        value = f.upper! + width * 0.15;
      if (x.kind === 'drift' && x.figure === key && serial >= x.from)
        value += x.amount * (serial - x.from + 1);
      if (x.kind === 'step' && x.figure === key && serial >= x.from) value += x.amount;
      if (
        x.kind === 'lot' &&
        x.figure === key &&
        this.lots.get(`${x.station} ${x.what}`)?.get(serial) === x.lot
      )
        value += x.amount ?? 0;
    }
    return f.lower === null ? Math.max(0, value) : value;
  }

  /** A normal deviate of its own for every figure, unit and attempt, whatever came before. */
  private deviate(key: string, serial: number, attempt: number): number {
    let h = this.settings.seed ^ Math.imul(serial, 0x9e3779b1) ^ Math.imul(attempt, 0x85ebca6b);
    for (const c of key) h = Math.imul(h ^ c.charCodeAt(0), 0x01000193);
    const uniform = () => {
      h = (h + 0x6d2b79f5) | 0;
      let t = Math.imul(h ^ (h >>> 15), 1 | h);
      t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
      return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
    };
    const z = Math.sqrt(-2 * Math.log(uniform() || 1e-9)) * Math.cos(2 * Math.PI * uniform());
    // An instrument's outliers are faults, and those are switched on.
    return Math.max(-2.6, Math.min(2.6, z));
  }
}

/** Whether a fault speaks of what the line has. */
export const knowsFault = (line: SeriesLine, fault: PracticeFault): boolean =>
  (fault.kind === 'lot' ? (seriesStation(line, fault.station)?.lots.includes(fault.what) ?? false) : true) &&
  (!('figure' in fault) || fault.figure === undefined || figureOf(line, fault.figure) !== null);
