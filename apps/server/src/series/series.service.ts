/** Batches of series: entered, changed, stopped and released; what is shown of their line, figures, units and lots. */
import { Injectable } from '@nestjs/common';
import {
  figureOf,
  finding,
  firstPass,
  limitsAnew,
  readLimits,
  readUnits,
  released,
  seriesStation,
  SERIES_LINES,
  unitsToPack,
  watchedCapability,
} from '@norther/core';
import type {
  BoxAnswer,
  BatchChange,
  BatchEntry,
  BatchRecord,
  ChartAnswer,
  LineAnswer,
  LotAnswer,
  LotLoaded,
  SeriesAnswer,
  StopEntry,
  StopRecord,
  UnitAnswer,
} from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { SuppliesService } from '../stores/supplies.service.ts';
import { SeriesDrift } from './series-drift.ts';
import { SeriesReader } from './series-reader.ts';
import { batchOf, SeriesRepository } from './series.repository.ts';

/** So many readings are drawn singly; more are drawn by rows of units. */
const SINGLY = 1500;
const ROWS = 700;
const MOST_LOT_UNITS = 2000;

@Injectable()
export class SeriesService {
  constructor(
    private readonly repository: SeriesRepository,
    private readonly reader: SeriesReader,
    private readonly supplies: SuppliesService,
    private readonly writer: Writer,
    private readonly drift: SeriesDrift,
  ) {}

  async all({ shopId }: Person): Promise<SeriesAnswer> {
    const batches = await this.repository.batches(shopId);
    return {
      batches: batches.map((b) => ({
        ...{ id: b.id, name: b.name, line: b.line, customer: b.customer, product: b.product },
        ...{ planned: b.planned, promisedAt: b.promisedAt, closedAt: b.closedAt, createdAt: b.createdAt },
        ...{ out: b.out, started: b.started, stopped: b.stopped },
      })),
    };
  }

  async add(person: Person, write: WriteKey, entry: BatchEntry): Promise<BatchRecord> {
    this.leadsOnly(person, 'begins a batch');
    const limits = this.limitsOf(entry.line, entry.limits);
    await this.checkInstrument(person, entry.instrument);
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const made = await this.repository.add(tx, {
        id: uuidV7(),
        shopId: person.shopId,
        name: entry.name,
        line: entry.line,
        ...this.rowOf(entry),
        limits,
        createdAt: now,
      });
      if (!made)
        throw conflict(
          'series.name-taken',
          `There is a batch ${entry.name} already: give this one another name.`,
          ['name'],
        );
      await record({ motorId: null, what: `batch ${made.name} begun`, after: entry });
      return batchOf(made);
    });
  }

  async change(person: Person, write: WriteKey, name: string, entry: BatchChange): Promise<BatchRecord> {
    this.leadsOnly(person, 'changes a batch');
    await this.checkInstrument(person, entry.instrument);
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const before = await this.repository.batch(person.shopId, name, tx, true);
      if (!before) throw notFound(`Batch ${name}`);
      const limits = this.limitsOf(before.line, entry.limits);
      const other = before.instrumentId !== entry.instrument;
      const after = await this.repository.change(tx, before.id, entry.version, {
        ...this.rowOf(entry),
        limits,
        // Another line counts its records for itself.
        ...(other ? { heardUpTo: 0 } : {}),
        closedAt: entry.closed ? (before.closedAt ?? now) : null,
      });
      if (!after) throw stale(batchOf(before), entry);
      await record({
        motorId: null,
        what: `batch ${after.name} changed`,
        before: batchOf(before),
        after: batchOf(after),
      });
      return batchOf(after);
    });
  }

  async line(person: Person, name: string): Promise<LineAnswer> {
    const batch = await this.batch(person, name);
    const now = await this.repository.line(batch);
    const count = (state: string) => now.counts.find((c) => c.state === state)?.count ?? 0;
    return {
      batch: batchOf(batch),
      started: now.counts.reduce((n, c) => n + c.count, 0),
      out: count('out'),
      onLine: count('on'),
      scrapped: count('scrapped'),
      held: now.held,
      stations: now.stations.map(({ counters: c, ...s }) => ({
        ...s,
        newest: c.newest,
        newestAt: c.newestAt,
        sentBack: c.sentBack,
        tries: c.tries,
      })),
      watches: Object.fromEntries(
        now.watches.map(({ figure, state }) => [
          figure,
          { limits: state.limits, broken: state.broken, taken: state.taken },
        ]),
      ),
      signals: now.signals,
      firstPass: firstPass(
        SERIES_LINES[batch.line]!,
        now.stations.map((s) => ({
          station: s.id,
          units: s.counters.units,
          failedFirst: s.counters.failedFirst,
        })),
      ),
      stops: now.stops,
      heard: this.reader.stateOf(batch.id, batch.instrumentId),
    };
  }

  /** @param last only so many units back; all where absent */
  async chart(person: Person, name: string, figure: string, last?: number): Promise<ChartAnswer> {
    const batch = await this.batch(person, name);
    const line = SERIES_LINES[batch.line]!;
    const of = figureOf(line, figure);
    if (!of)
      throw badInput([
        finding('stop', 'series.no-such-figure', `The line measures no “${figure.slice(0, 60)}”.`, [
          'figure',
        ]),
      ]);
    const [span, watch, signals] = await Promise.all([
      this.repository.span(batch.id, figure),
      this.repository.watch(batch.id, figure),
      this.repository.signalsOf(batch.id, figure),
    ]);
    const to = span.to ?? 0;
    const from = last === undefined ? (span.from ?? 1) : Math.max(1, to - last + 1);
    const units = to - from + 1;
    // One more than are drawn singly tells that there are too many.
    const points =
      units > SINGLY * 2 ? [] : await this.repository.values(batch.id, figure, from, to, SINGLY + 1);
    const many = units > SINGLY * 2 || points.length > SINGLY;
    return {
      figure,
      count: span.count,
      points: many ? [] : points,
      rows: many ? await this.repository.rows(batch.id, figure, from, to, Math.ceil(units / ROWS)) : [],
      watch: watch && { limits: watch.limits, broken: watch.broken, taken: watch.taken, quiet: watch.quiet },
      cpk: watch && watchedCapability(watch, batch.limits[figure]!),
      signals,
      drift:
        watch?.limits && watch.broken.length > 0 ? await this.drift.of(batch, figure, watch.limits) : null,
    };
  }

  async unit(person: Person, name: string, serial: number): Promise<UnitAnswer> {
    const batch = await this.batch(person, name);
    const [unit, records, signals] = await Promise.all([
      this.repository.unit(batch.id, serial),
      this.repository.recordsOf(batch.id, [serial]),
      this.repository.signalsOfUnit(batch.id, serial),
    ]);
    if (!unit && serial > batch.planned) throw notFound(`Unit ${serial} of batch ${batch.name}`);
    return {
      batch: batch.name,
      serial,
      unit: unit?.unit ?? null,
      held: unit?.held ?? null,
      records,
      signals,
    };
  }

  /** Units of one box; refused while one of them is not to be packed. */
  async box(person: Person, name: string, units: string): Promise<BoxAnswer> {
    const batch = await this.batch(person, name);
    const wanted = readUnits(units);
    if (!wanted.ok) throw badInput(wanted.findings);
    const kept = await this.repository.unitsOf(batch.id, wanted.value);
    const packed = unitsToPack(SERIES_LINES[batch.line]!, wanted.value, kept);
    if (!packed.ok) throw badInput(packed.findings);
    return { batch: batch.name, product: batch.product, customer: batch.customer, units: packed.value };
  }

  async lot(person: Person, name: string, lot: string): Promise<LotAnswer> {
    const batch = await this.batch(person, name);
    const rows = await this.repository.unitsWithLot(batch, lot, MOST_LOT_UNITS + 1);
    const serials = [...new Set(rows.map((r) => r.serial))].slice(0, MOST_LOT_UNITS);
    const units = await this.repository.unitsOf(batch.id, serials);
    const as = new Map<string, { what: string; station: string }>();
    for (const r of rows)
      for (const [what, name_] of Object.entries(r.lots))
        if (name_ === lot) as.set(`${what} ${r.station}`, { what, station: r.station });
    return {
      lot,
      as: [...as.values()],
      units: units.map((u) => ({ serial: u.serial, state: u.state, held: u.held })),
      more: rows.length > MOST_LOT_UNITS,
    };
  }

  loadLot(person: Person, write: WriteKey, name: string, { station, what, lot }: LotLoaded) {
    return this.writer.once(person, write, async ({ tx, record }) => {
      const batch = await this.locked(person, name, tx);
      const s = seriesStation(SERIES_LINES[batch.line]!, station);
      if (!s || !s.lots.includes(what))
        throw badInput([
          finding(
            'stop',
            'series.no-such-lot',
            s
              ? `${s.title} takes no “${what.slice(0, 40)}”; it takes ${s.lots.join(', ') || 'no lots'}.`
              : `“${station.slice(0, 40)}” is no station of this line.`,
            ['what'],
          ),
        ]);
      const stopped = (await this.repository.stopsOf(batch.id, tx)).find((x) => x.lot === lot);
      if (stopped)
        throw conflict('series.lot-stopped', `Lot ${lot} is stopped (${stopped.why}): load another one.`, [
          'lot',
        ]);
      await this.repository.loadLot(tx, batch, station, what, lot);
      await record({
        motorId: null,
        what: `batch ${batch.name}: ${what} ${lot} loaded at ${s.title}`,
        after: { station, what, lot },
      });
      return { station, what, lot };
    });
  }

  /** Anybody stops: it is quicker to release than to scrap. */
  stop(person: Person, write: WriteKey, name: string, entry: StopEntry): Promise<StopRecord> {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const batch = await this.locked(person, name, tx);
      const station = entry.station && seriesStation(SERIES_LINES[batch.line]!, entry.station);
      if (entry.station !== undefined && !station)
        throw badInput([
          finding('stop', 'series.no-such-station', 'The line has no such station.', ['station']),
        ]);
      const id = uuidV7();
      const made = await this.repository.stop(tx, {
        id,
        batchId: batch.id,
        shopId: batch.shopId,
        station: entry.station ?? null,
        lot: entry.lot ?? null,
        why: entry.why,
        at: now,
        by: person.name,
      });
      const what = station ? station.title : `lot ${entry.lot}`;
      if (!made) throw conflict('series.stopped-already', `${what} is stopped already.`);
      if (entry.lot !== undefined)
        await this.repository.holdLot(tx, batch, entry.lot, `has lot ${entry.lot}: ${entry.why}`, id);
      await record({
        motorId: null,
        what: `batch ${batch.name}: ${what} stopped`,
        after: entry,
        why: entry.why,
      });
      return made;
    });
  }

  release(person: Person, write: WriteKey, name: string, id: string, why: string): Promise<StopRecord> {
    this.leadsOnly(person, 'releases what was stopped');
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const batch = await this.locked(person, name, tx);
      const done = await this.repository.release(tx, batch, id, { at: now, name: person.name, why });
      if (!done) throw conflict('series.not-stopped', 'It was released already, or never stopped.');
      if (done.station !== null)
        for (const w of await this.repository.watchesOf(tx, batch.id, done.station))
          await this.repository.keepWatch(tx, batch, w.figure, released(w.state));
      await record({
        motorId: null,
        what: `batch ${batch.name}: ${done.station ?? `lot ${done.lot}`} released`,
        after: done,
        why,
      });
      return done;
    });
  }

  /** After the process was changed on purpose, its old limits say nothing of it. */
  limitsAnew(person: Person, write: WriteKey, name: string, figure: string, why: string) {
    this.leadsOnly(person, 'fixes limits anew');
    return this.writer.once(person, write, async ({ tx, record }) => {
      const batch = await this.locked(person, name, tx);
      const of = figureOf(SERIES_LINES[batch.line]!, figure);
      if (!of) throw notFound(`Figure ${figure.slice(0, 40)}`);
      const watches = await this.repository.watchesOf(tx, batch.id, of.station.id);
      const before = watches.find((w) => w.figure === figure)?.state;
      if (!before?.limits)
        throw conflict(
          'series.no-limits',
          `${of.station.title}, ${of.figure.title}: no limits are fixed yet, so there are none to give up.`,
        );
      const after = limitsAnew(before);
      await this.repository.keepWatch(tx, batch, figure, after);
      await record({
        motorId: null,
        what: `batch ${batch.name}: limits of ${of.station.title}, ${of.figure.title} given up`,
        before: before.limits,
        after: { quietRun: batch.quietRun },
        why,
      });
      return { figure, taken: after.taken };
    });
  }

  /** For a file: pages of records, in the order in which they came. */
  async *records(person: Person, name: string) {
    const batch = await this.batch(person, name);
    for (let after = 0; ;) {
      const page = await this.repository.page(batch.id, after, 1000);
      if (page.length === 0) return;
      yield { line: SERIES_LINES[batch.line]!, page };
      after = page.at(-1)!.order;
    }
  }
  async lineOf(person: Person, name: string) {
    return SERIES_LINES[(await this.batch(person, name)).line]!;
  }
  async batchRecord(person: Person, name: string) {
    return batchOf(await this.batch(person, name));
  }

  private async batch({ shopId }: Person, name: string) {
    const batch = await this.repository.batch(shopId, name);
    if (!batch) throw notFound(`Batch ${name.slice(0, 40)}`);
    return batch;
  }
  private async locked({ shopId }: Person, name: string, tx: Parameters<SeriesRepository['add']>[0]) {
    const batch = await this.repository.batch(shopId, name, tx, true);
    if (!batch) throw notFound(`Batch ${name.slice(0, 40)}`);
    if (batch.closedAt) throw conflict('series.closed', `Batch ${batch.name} is closed.`);
    return batch;
  }
  private leadsOnly(person: Person, does: string) {
    if (person.role !== 'lead') throw forbidden(`Only a lead ${does}.`);
  }
  private limitsOf(line: string, typed: BatchEntry['limits']) {
    const read = readLimits(SERIES_LINES[line]!, typed);
    if (!read.ok) throw badInput(read.findings);
    return read.value;
  }
  private async checkInstrument(person: Person, id: string | null) {
    if (id === null) return;
    const { of } = await this.supplies.instrument(person, id);
    if (of.typed['kind'] !== 'series-line')
      throw badInput([
        finding('stop', 'series.no-line', `${of.name} is no line that reports by itself.`, ['instrument']),
      ]);
  }
  private rowOf(e: Omit<BatchEntry, 'name' | 'line'>) {
    return {
      customer: e.customer,
      product: e.product,
      planned: e.planned,
      promisedAt: e.promisedAt ? new Date(e.promisedAt) : null,
      quietRun: e.quietRun,
      school: e.school,
      limitsTyped: Object.fromEntries(
        Object.entries(e.limits).map(([k, v]) => [
          k,
          { ...(v.lower ? { lower: v.lower } : {}), ...(v.upper ? { upper: v.upper } : {}) },
        ]),
      ),
      instrumentId: e.instrument,
    };
  }
}
