/** The book of a line, read and kept in the transaction that takes records into it. */
import { LineBook, SERIES_LINES, type TakenRecord } from '@norther/core';
import type { SeriesRecord } from '@norther/records';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Db, Transaction } from '../database/database.ts';
import {
  type seriesBatches,
  seriesRecords,
  seriesSignals,
  seriesStations,
  seriesStops,
  seriesUnits,
  seriesValues,
  seriesWatches,
} from '../database/series-schema.ts';

export type BatchRow = (typeof seriesBatches)['$inferSelect'];

export const openStops = (batchId: string, db: Db | Transaction) =>
  db
    .select()
    .from(seriesStops)
    .where(and(eq(seriesStops.batchId, batchId), isNull(seriesStops.releasedAt)))
    .orderBy(asc(seriesStops.at));

/** The line as it stands, with the units that are about to be recorded. */
export async function loadBook(
  tx: Transaction,
  batch: BatchRow,
  serials: readonly number[],
): Promise<LineBook> {
  const book = new LineBook(SERIES_LINES[batch.line]!, batch);
  const [units, watches, stations, stops] = [
    await tx
      .select()
      .from(seriesUnits)
      .where(and(eq(seriesUnits.batchId, batch.id), inArray(seriesUnits.serial, [...new Set(serials)]))),
    await tx.select().from(seriesWatches).where(eq(seriesWatches.batchId, batch.id)),
    await tx.select().from(seriesStations).where(eq(seriesStations.batchId, batch.id)),
    await openStops(batch.id, tx),
  ];
  for (const u of units) book.units.set(u.serial, u);
  for (const w of watches) book.watches.set(w.figure, w.state);
  for (const s of stations) book.stations.set(s.station, s);
  for (const s of stops) book.stops.set(s.id, s);
  return book;
}

/** Which of these have been taken before. */
export async function takenBefore(
  tx: Transaction,
  batchId: string,
  sameAs: readonly string[],
): Promise<Set<string>> {
  if (sameAs.length === 0) return new Set();
  const rows = await tx
    .select({ sameAs: seriesRecords.sameAs })
    .from(seriesRecords)
    .where(and(eq(seriesRecords.batchId, batchId), inArray(seriesRecords.sameAs, [...sameAs])));
  return new Set(rows.map((r) => r.sameAs!));
}

/** Writes what was taken, and the book as it stands after it. */
export async function keepBook(
  tx: Transaction,
  batch: BatchRow,
  book: LineBook,
  taken: readonly (TakenRecord & { readonly sameAs: string | null })[],
  from: { readonly by: string; readonly source: SeriesRecord['source'] },
): Promise<void> {
  const of = { batchId: batch.id, shopId: batch.shopId };
  if (taken.length === 0) return;
  // Numbers are drawn before, so that values and signals bear those of their records.
  const { rows } = await tx.execute<{ n: string }>(
    sql`select nextval('happened') as n from generate_series(1, ${taken.length}::int)`,
  );
  const orders = rows.map((r) => Number(r.n)).toSorted((a, b) => a - b);
  await tx.insert(seriesRecords).values(
    taken.map((t, i) => ({
      ...of,
      ...from,
      order: orders[i]!,
      serial: t.serial,
      station: t.station,
      attempt: t.attempt,
      at: new Date(t.at),
      hand: t.hand,
      program: t.program,
      values: t.values,
      verdict: t.verdict,
      words: t.words,
      lots: t.lots,
      sameAs: t.sameAs,
    })),
  );
  const values = taken.flatMap((t, i) =>
    Object.entries(t.values).flatMap(([id, value]) =>
      value === null
        ? []
        : [
            {
              ...of,
              figure: `${t.station}.${id}`,
              order: orders[i]!,
              serial: t.serial,
              value,
              first: t.first,
            },
          ],
    ),
  );
  if (values.length > 0) await tx.insert(seriesValues).values(values);
  const signals = taken.flatMap((t, i) =>
    t.began.map(({ figure, rule }) => ({ ...of, figure, rule, order: orders[i]!, serial: t.serial })),
  );
  if (signals.length > 0) await tx.insert(seriesSignals).values(signals);
  const figures = new Set(values.map((v) => v.figure));
  const [serials, stations] = [new Set(taken.map((t) => t.serial)), new Set(taken.map((t) => t.station))];
  await tx
    .insert(seriesUnits)
    .values(
      [...serials].map((serial) => {
        const u = book.units.get(serial)!;
        return {
          ...of,
          serial,
          unit: u.unit,
          state: u.unit.state,
          tries: u.tries,
          held: u.held,
          heldBy: u.heldBy,
        };
      }),
    )
    .onConflictDoUpdate({
      target: [seriesUnits.batchId, seriesUnits.serial],
      set: {
        unit: sql`excluded.unit`,
        state: sql`excluded.state`,
        tries: sql`excluded.tries`,
        held: sql`excluded.held`,
        heldBy: sql`excluded.held_by`,
      },
    });
  const watches = [...book.watches].filter(([figure]) => figures.has(figure));
  if (watches.length > 0)
    await tx
      .insert(seriesWatches)
      .values(watches.map(([figure, state]) => ({ ...of, figure, state })))
      .onConflictDoUpdate({
        target: [seriesWatches.batchId, seriesWatches.figure],
        set: { state: sql`excluded.state` },
      });
  await keepStations(tx, batch, book, stations);
  for (const stop of book.stops.values())
    if (stop.lastTaken)
      await tx.update(seriesStops).set({ lastTaken: true }).where(eq(seriesStops.id, stop.id));
}

async function keepStations(tx: Transaction, batch: BatchRow, book: LineBook, ids: Iterable<string>) {
  await tx
    .insert(seriesStations)
    .values(
      [...ids].map((station) => {
        const { counters, lots } = book.stations.get(station)!;
        return { batchId: batch.id, shopId: batch.shopId, station, counters, lots };
      }),
    )
    .onConflictDoUpdate({
      target: [seriesStations.batchId, seriesStations.station],
      set: { counters: sql`excluded.counters`, lots: sql`excluded.lots` },
    });
}
