/** Reads and writes batches of series, their units and records. */
import { Injectable } from '@nestjs/common';
import { NEW_COUNTERS, SERIES_LINES, type ChartRule } from '@norther/core';
import type { BatchRecord, SeriesRecord, SeriesSignal, StopRecord } from '@norther/records';
import { and, asc, desc, eq, gt, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { openStops, type BatchRow } from './keep-book.ts';
import {
  seriesBatches,
  seriesRecords,
  seriesSignals,
  seriesStations,
  seriesStops,
  seriesUnits,
  seriesValues,
  seriesWatches,
} from '../database/series-schema.ts';

export const batchOf = (r: BatchRow): BatchRecord => ({
  id: r.id,
  name: r.name,
  line: r.line,
  customer: r.customer,
  product: r.product,
  planned: r.planned,
  promisedAt: r.promisedAt?.toISOString() ?? null,
  quietRun: r.quietRun,
  school: r.school,
  limitsTyped: r.limitsTyped,
  limits: r.limits,
  instrument: r.instrumentId,
  closedAt: r.closedAt?.toISOString() ?? null,
  createdAt: r.createdAt.toISOString(),
  version: r.version,
});
const stopOf = (r: (typeof seriesStops)['$inferSelect']): StopRecord => ({
  id: r.id,
  station: r.station,
  lot: r.lot,
  why: r.why,
  at: r.at.toISOString(),
  by: r.by,
  releasedAt: r.releasedAt?.toISOString() ?? null,
  releasedBy: r.releasedBy,
  releasedWhy: r.releasedWhy,
});
const recordOf = (r: (typeof seriesRecords)['$inferSelect']): SeriesRecord => ({
  order: r.order,
  serial: r.serial,
  station: r.station,
  attempt: r.attempt,
  at: r.at.toISOString(),
  by: r.by,
  source: r.source,
  hand: r.hand,
  program: r.program,
  values: r.values,
  verdict: r.verdict,
  words: r.words,
  lots: r.lots,
});

/** A row of a chart: several units side by side. */
export interface ChartRow {
  readonly from: number;
  readonly to: number;
  readonly least: number;
  readonly mean: number;
  readonly most: number;
}

/** Records that a lot went into; each containment is a search of the index. */
const hasLot = (batch: BatchRow, lot: string) =>
  or(
    ...[...new Set(SERIES_LINES[batch.line]!.stations.flatMap((s) => s.lots))].map(
      (what) => sql`${seriesRecords.lots} @> ${JSON.stringify({ [what]: lot })}::jsonb`,
    ),
  );

const STRIP = 60;
const STANDING = 40;

@Injectable()
export class SeriesRepository {
  constructor(private readonly database: Database) {}

  private get db(): Db {
    return this.database.db;
  }

  async batches(shopId: string) {
    const rows = await this.db
      .select()
      .from(seriesBatches)
      .where(eq(seriesBatches.shopId, shopId))
      .orderBy(sql`${seriesBatches.closedAt} is not null`, desc(seriesBatches.createdAt))
      .limit(200);
    if (rows.length === 0) return [];
    const ids = rows.map((r) => r.id);
    const [counts, stops] = await Promise.all([
      this.db
        .select({
          batchId: seriesUnits.batchId,
          started: sql<number>`count(*)::int`,
          out: sql<number>`(count(*) filter (where ${seriesUnits.state} = 'out'))::int`,
        })
        .from(seriesUnits)
        .where(inArray(seriesUnits.batchId, ids))
        .groupBy(seriesUnits.batchId),
      this.db
        .select({ batchId: seriesStops.batchId, stopped: sql<number>`count(*)::int` })
        .from(seriesStops)
        .where(and(inArray(seriesStops.batchId, ids), isNull(seriesStops.releasedAt)))
        .groupBy(seriesStops.batchId),
    ]);
    return rows.map((r) => {
      const c = counts.find((x) => x.batchId === r.id);
      return {
        ...batchOf(r),
        out: c?.out ?? 0,
        started: c?.started ?? 0,
        stopped: stops.find((x) => x.batchId === r.id)?.stopped ?? 0,
      };
    });
  }

  /** By its name, in any case. */
  async batch(
    shopId: string,
    name: string,
    db: Db | Transaction = this.db,
    lock = false,
  ): Promise<BatchRow | null> {
    const query = db
      .select()
      .from(seriesBatches)
      .where(and(eq(seriesBatches.shopId, shopId), sql`lower(${seriesBatches.name}) = lower(${name})`));
    const [row] = lock ? await query.for('update') : await query;
    return row ?? null;
  }

  /** @returns null where the name is taken */
  async add(tx: Transaction, row: (typeof seriesBatches)['$inferInsert']): Promise<BatchRow | null> {
    const [made] = await tx.insert(seriesBatches).values(row).onConflictDoNothing().returning();
    return made ?? null;
  }

  /** @returns null where it was changed meanwhile */
  async change(
    tx: Transaction,
    id: string,
    version: number,
    row: Partial<(typeof seriesBatches)['$inferInsert']>,
  ): Promise<BatchRow | null> {
    const [changed] = await tx
      .update(seriesBatches)
      .set({ ...row, version: version + 1 })
      .where(and(eq(seriesBatches.id, id), eq(seriesBatches.version, version)))
      .returning();
    return changed ?? null;
  }

  /** Lines that report by themselves. */
  async readable(): Promise<BatchRow[]> {
    return this.db
      .select()
      .from(seriesBatches)
      .where(and(isNotNull(seriesBatches.instrumentId), isNull(seriesBatches.closedAt)));
  }

  stopsOf = (batchId: string, tx: Transaction) => openStops(batchId, tx);
  async stoppedStations(batchId: string): Promise<string[]> {
    return (await openStops(batchId, this.db)).flatMap((s) => s.station ?? []);
  }
  async loadLot(tx: Transaction, batch: BatchRow, station: string, what: string, lot: string) {
    const lots = JSON.stringify({ [what]: lot });
    await tx
      .insert(seriesStations)
      .values({
        batchId: batch.id,
        shopId: batch.shopId,
        station,
        counters: NEW_COUNTERS,
        lots: { [what]: lot },
      })
      .onConflictDoUpdate({
        target: [seriesStations.batchId, seriesStations.station],
        set: { lots: sql`${seriesStations.lots} || ${lots}::jsonb` },
      });
  }

  heardUpTo = (tx: Transaction, batchId: string, number: number) =>
    tx.update(seriesBatches).set({ heardUpTo: number }).where(eq(seriesBatches.id, batchId));

  async line(batch: BatchRow) {
    const own = eq(seriesUnits.batchId, batch.id);
    const line = SERIES_LINES[batch.line]!;
    const [stations, watches, signals, stops, counts, on, held] = await Promise.all([
      this.db.select().from(seriesStations).where(eq(seriesStations.batchId, batch.id)),
      this.db.select().from(seriesWatches).where(eq(seriesWatches.batchId, batch.id)),
      this.signals(batch.id, 100),
      this.db
        .select()
        .from(seriesStops)
        .where(eq(seriesStops.batchId, batch.id))
        .orderBy(sql`${seriesStops.releasedAt} is not null`, desc(seriesStops.at))
        .limit(50),
      this.db
        .select({ state: seriesUnits.state, count: sql<number>`count(*)::int` })
        .from(seriesUnits)
        .where(own)
        .groupBy(seriesUnits.state),
      this.db
        .select({ serial: seriesUnits.serial, unit: seriesUnits.unit })
        .from(seriesUnits)
        .where(and(own, eq(seriesUnits.state, 'on')))
        .orderBy(desc(seriesUnits.serial))
        .limit(1000),
      this.db
        .select({ serial: seriesUnits.serial, why: seriesUnits.held })
        .from(seriesUnits)
        .where(and(own, isNotNull(seriesUnits.held)))
        .orderBy(asc(seriesUnits.serial))
        .limit(100),
    ]);
    const strips = await Promise.all(
      line.stations.map(async (s) =>
        s.figures[0] ? this.latest(batch.id, `${s.id}.${s.figures[0].id}`, STRIP) : [],
      ),
    );
    const standing = (id: string) =>
      on
        .filter(({ unit }) => {
          if (!Object.values(unit.next).includes(id) || unit.away !== null) return false;
          // One that has not begun on this rail stands in a store, not here.
          const rail = line.stations.find((s) => s.id === id)!.rail;
          const begun = line.stations.filter((s) => s.rail === rail).some((s) => unit.judged.includes(s.id));
          return begun || rail === line.rails.at(-1)!.id;
        })
        .map((u) => u.serial)
        .slice(0, STANDING)
        .toReversed();
    return {
      counts,
      watches,
      signals,
      stops: stops.map(stopOf),
      held: held.map((h) => ({ serial: h.serial, why: h.why! })),
      stations: line.stations.map((s, i) => {
        const row = stations.find((x) => x.station === s.id);
        const counters = row?.counters ?? NEW_COUNTERS;
        return {
          id: s.id,
          counters,
          lots: row?.lots ?? {},
          standing: standing(s.id),
          strip: strips[i]!.map((v) => [v.serial, v.value] as const),
        };
      }),
    };
  }

  private async signals(batchId: string, most: number, figure?: string): Promise<SeriesSignal[]> {
    const rows = await this.db
      .select()
      .from(seriesSignals)
      .where(
        and(
          eq(seriesSignals.batchId, batchId),
          figure === undefined ? undefined : eq(seriesSignals.figure, figure),
        ),
      )
      .orderBy(desc(seriesSignals.order))
      .limit(most);
    return rows.map((r) => ({ figure: r.figure, rule: r.rule as ChartRule, serial: r.serial }));
  }
  signalsOf = (batchId: string, figure: string) => this.signals(batchId, 200, figure);
  async signalsOfUnit(batchId: string, serial: number): Promise<SeriesSignal[]> {
    const all = await this.db
      .select()
      .from(seriesSignals)
      .where(and(eq(seriesSignals.batchId, batchId), eq(seriesSignals.serial, serial)))
      .limit(50);
    return all.map((r) => ({ figure: r.figure, rule: r.rule as ChartRule, serial: r.serial }));
  }
  /** Signals of other figures that began at about these units. */
  async signalsNear(batchId: string, from: number, to: number): Promise<SeriesSignal[]> {
    const rows = await this.db
      .select()
      .from(seriesSignals)
      .where(and(eq(seriesSignals.batchId, batchId), sql`${seriesSignals.serial} between ${from} and ${to}`))
      .limit(50);
    return rows.map((r) => ({ figure: r.figure, rule: r.rule as ChartRule, serial: r.serial }));
  }

  /** The last readings of a figure, oldest first. */
  async latest(batchId: string, figure: string, most: number, firstOnly = false) {
    const rows = await this.db
      .select({
        order: seriesValues.order,
        serial: seriesValues.serial,
        value: seriesValues.value,
        first: seriesValues.first,
      })
      .from(seriesValues)
      .where(
        and(
          eq(seriesValues.batchId, batchId),
          eq(seriesValues.figure, figure),
          firstOnly ? eq(seriesValues.first, true) : undefined,
        ),
      )
      .orderBy(desc(seriesValues.order))
      .limit(most);
    return rows.toReversed();
  }

  async values(batchId: string, figure: string, from: number, to: number, most: number) {
    const where = and(
      eq(seriesValues.batchId, batchId),
      eq(seriesValues.figure, figure),
      sql`${seriesValues.serial} between ${from} and ${to}`,
    );
    return this.db
      .select({ serial: seriesValues.serial, value: seriesValues.value, first: seriesValues.first })
      .from(seriesValues)
      .where(where)
      .orderBy(asc(seriesValues.serial), asc(seriesValues.order))
      .limit(most);
  }

  /** How many there are, and between which units. */
  async span(batchId: string, figure: string) {
    const [row] = await this.db
      .select({
        count: sql<number>`count(*)::int`,
        from: sql<number | null>`min(${seriesValues.serial})`,
        to: sql<number | null>`max(${seriesValues.serial})`,
      })
      .from(seriesValues)
      .where(and(eq(seriesValues.batchId, batchId), eq(seriesValues.figure, figure)));
    return row!;
  }

  /** Least, mean and greatest of so many units side by side. */
  async rows(batchId: string, figure: string, from: number, to: number, units: number): Promise<ChartRow[]> {
    const { rows } = await this.database.db.execute<{
      row: number;
      least: number;
      mean: number;
      most: number;
    }>(sql`
      select (serial - ${from}::int) / ${units}::int as row, min(value) as least, avg(value) as mean, max(value) as most
      from series_values
      where batch_id = ${batchId} and figure = ${figure} and serial between ${from}::int and ${to}::int
      group by 1 order by 1`);
    return rows.map((r) => ({
      from: from + r.row * units,
      to: Math.min(to, from + (r.row + 1) * units - 1),
      least: r.least,
      mean: r.mean,
      most: r.most,
    }));
  }

  async watch(batchId: string, figure: string) {
    const [row] = await this.db
      .select()
      .from(seriesWatches)
      .where(and(eq(seriesWatches.batchId, batchId), eq(seriesWatches.figure, figure)));
    return row?.state ?? null;
  }
  async keepWatch(
    tx: Transaction,
    batch: BatchRow,
    figure: string,
    state: (typeof seriesWatches)['$inferSelect']['state'],
  ) {
    await tx
      .update(seriesWatches)
      .set({ state })
      .where(and(eq(seriesWatches.batchId, batch.id), eq(seriesWatches.figure, figure)));
  }
  watchesOf = (tx: Transaction, batchId: string, station: string) =>
    tx
      .select()
      .from(seriesWatches)
      .where(
        and(
          eq(seriesWatches.batchId, batchId),
          sql`left(${seriesWatches.figure}, ${station.length + 1}) = ${`${station}.`}`,
        ),
      );

  /** All records of these units, in the order in which they came. */
  async recordsOf(batchId: string, serials: readonly number[]): Promise<SeriesRecord[]> {
    if (serials.length === 0) return [];
    const rows = await this.db
      .select()
      .from(seriesRecords)
      .where(and(eq(seriesRecords.batchId, batchId), inArray(seriesRecords.serial, [...serials])))
      .orderBy(asc(seriesRecords.order));
    return rows.map(recordOf);
  }

  async page(batchId: string, after: number, most: number): Promise<SeriesRecord[]> {
    const rows = await this.db
      .select()
      .from(seriesRecords)
      .where(and(eq(seriesRecords.batchId, batchId), gt(seriesRecords.order, after)))
      .orderBy(asc(seriesRecords.order))
      .limit(most);
    return rows.map(recordOf);
  }

  async unit(batchId: string, serial: number) {
    const [row] = await this.db
      .select()
      .from(seriesUnits)
      .where(and(eq(seriesUnits.batchId, batchId), eq(seriesUnits.serial, serial)));
    return row ?? null;
  }

  /** Units that a lot went into, and as what. */
  async unitsWithLot(batch: BatchRow, lot: string, most: number) {
    const rows = await this.db
      .selectDistinct({
        serial: seriesRecords.serial,
        station: seriesRecords.station,
        lots: seriesRecords.lots,
      })
      .from(seriesRecords)
      .where(and(eq(seriesRecords.batchId, batch.id), hasLot(batch, lot)))
      .orderBy(asc(seriesRecords.serial))
      .limit(most);
    return rows;
  }

  unitsOf = (batchId: string, serials: readonly number[]) =>
    serials.length === 0
      ? Promise.resolve([])
      : this.db
          .select()
          .from(seriesUnits)
          .where(and(eq(seriesUnits.batchId, batchId), inArray(seriesUnits.serial, [...serials])))
          .orderBy(asc(seriesUnits.serial));

  async stop(tx: Transaction, row: (typeof seriesStops)['$inferInsert']): Promise<StopRecord | null> {
    const [made] = await tx.insert(seriesStops).values(row).onConflictDoNothing().returning();
    return made ? stopOf(made) : null;
  }

  /** Every unit with a lot is held by its stop, however many there are, unless another stop holds it already. */
  async holdLot(tx: Transaction, batch: BatchRow, lot: string, why: string, stopId: string) {
    const withLot = tx
      .select({ serial: seriesRecords.serial })
      .from(seriesRecords)
      .where(and(eq(seriesRecords.batchId, batch.id), hasLot(batch, lot)));
    await tx
      .update(seriesUnits)
      .set({ held: why, heldBy: stopId })
      .where(
        and(
          eq(seriesUnits.batchId, batch.id),
          inArray(seriesUnits.serial, withLot),
          isNull(seriesUnits.held),
        ),
      );
  }

  async release(
    tx: Transaction,
    batch: BatchRow,
    id: string,
    by: { readonly at: Date; readonly name: string; readonly why: string },
  ): Promise<StopRecord | null> {
    const [row] = await tx
      .update(seriesStops)
      .set({ releasedAt: by.at, releasedBy: by.name, releasedWhy: by.why })
      .where(and(eq(seriesStops.batchId, batch.id), eq(seriesStops.id, id), isNull(seriesStops.releasedAt)))
      .returning();
    if (!row) return null;
    await tx
      .update(seriesUnits)
      .set({ held: null, heldBy: null })
      .where(and(eq(seriesUnits.batchId, batch.id), eq(seriesUnits.heldBy, id)));
    return stopOf(row);
  }

  /** When the last records of a station were made, newest first. */
  async latestTimes(batchId: string, station: string, most: number): Promise<Date[]> {
    const rows = await this.db
      .select({ at: seriesRecords.at })
      .from(seriesRecords)
      .where(and(eq(seriesRecords.batchId, batchId), eq(seriesRecords.station, station)))
      .orderBy(desc(seriesRecords.order))
      .limit(most);
    return rows.map((r) => r.at);
  }
}
