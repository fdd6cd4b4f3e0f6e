/** Tables of series: batches, their units, and what stations reported of them. */
import type { BatchLimits, SeriesUnit, StationCounters, StationVerdict, WatchState } from '@norther/core';
import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { at } from './columns.ts';

const ofBatch = () => ({
  batchId: uuid('batch_id')
    .notNull()
    .references(() => seriesBatches.id),
  shopId: uuid('shop_id').notNull(),
});

export const seriesBatches = pgTable(
  'series_batches',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    name: text('name').notNull(),
    /** Id of the line in the core. */
    line: text('line').notNull(),
    customer: text('customer').notNull(),
    product: text('product').notNull(),
    planned: integer('planned').notNull(),
    promisedAt: at('promised_at'),
    /** Readings of the run that its control limits come from. */
    quietRun: integer('quiet_run').notNull(),
    school: text('school').notNull(),
    /** As typed, and as read. */
    limitsTyped: jsonb('limits_typed').$type<Record<string, { lower?: string; upper?: string }>>().notNull(),
    limits: jsonb('limits').$type<BatchLimits>().notNull(),
    /** The line that is read, and the number of its last record that is kept. */
    instrumentId: uuid('instrument_id'),
    heardUpTo: bigint('heard_up_to', { mode: 'number' }).notNull().default(0),
    closedAt: at('closed_at'),
    createdAt: at('created_at').notNull(),
    version: integer('version').notNull().default(1),
  },
  (t) => [uniqueIndex('series_batches_name').on(t.shopId, sql`lower(${t.name})`)],
);

/** One unit: what follows from its records, kept so that nobody reads them all. */
export const seriesUnits = pgTable(
  'series_units',
  {
    ...ofBatch(),
    serial: integer('serial').notNull(),
    unit: jsonb('unit').$type<SeriesUnit>().notNull(),
    state: text('state').$type<SeriesUnit['state']>().notNull(),
    /** Records by station. */
    tries: jsonb('tries').$type<Record<string, number>>().notNull(),
    /** Why it is held; null where it is not. */
    held: text('held'),
    /** The stop that holds it. */
    heldBy: uuid('held_by'),
  },
  (t) => [
    primaryKey({ columns: [t.batchId, t.serial] }),
    index('series_units_on')
      .on(t.batchId, t.serial)
      .where(sql`${t.state} = 'on'`),
  ],
);

/** Append-only: what a station reported of a unit. */
export const seriesRecords = pgTable(
  'series_records',
  {
    ...ofBatch(),
    order: bigint('order', { mode: 'number' })
      .notNull()
      .default(sql`nextval('happened')`),
    serial: integer('serial').notNull(),
    station: text('station').notNull(),
    attempt: integer('attempt').notNull(),
    at: at('at').notNull(),
    /** Who entered it; the line's instrument where it came by itself. */
    by: text('by').notNull(),
    source: text('source').$type<'typed' | 'csv' | 'line'>().notNull(),
    hand: text('hand').notNull().default(''),
    program: text('program').notNull().default(''),
    values: jsonb('values').$type<Record<string, number | null>>().notNull(),
    verdict: text('verdict').$type<StationVerdict>().notNull(),
    words: text('words').notNull(),
    lots: jsonb('lots').$type<Record<string, string>>().notNull(),
    /** What makes it the same record when it comes again. */
    sameAs: text('same_as'),
  },
  (t) => [
    primaryKey({ columns: [t.batchId, t.order] }),
    index('series_records_unit').on(t.batchId, t.serial, t.order),
    index('series_records_lots').using('gin', t.lots),
    uniqueIndex('series_records_same')
      .on(t.batchId, t.sameAs)
      .where(sql`${t.sameAs} is not null`),
  ],
);

/** Append-only: the figures of records alone, so that a hundred thousand of them are drawn at once. */
export const seriesValues = pgTable(
  'series_values',
  {
    ...ofBatch(),
    figure: text('figure').notNull(),
    order: bigint('order', { mode: 'number' }).notNull(),
    serial: integer('serial').notNull(),
    value: doublePrecision('value').notNull(),
    first: boolean('first').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.batchId, t.figure, t.order] }),
    index('series_values_serial').on(t.batchId, t.figure, t.serial, t.value),
  ],
);

/** A figure as it is watched. */
export const seriesWatches = pgTable(
  'series_watches',
  { ...ofBatch(), figure: text('figure').notNull(), state: jsonb('state').$type<WatchState>().notNull() },
  (t) => [primaryKey({ columns: [t.batchId, t.figure] })],
);

/** What a station has counted, and what is loaded there. */
export const seriesStations = pgTable(
  'series_stations',
  {
    ...ofBatch(),
    station: text('station').notNull(),
    counters: jsonb('counters').$type<StationCounters>().notNull(),
    lots: jsonb('lots').$type<Record<string, string>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.station] })],
);

/** Append-only: a reading that was the first to break a rule. */
export const seriesSignals = pgTable(
  'series_signals',
  {
    ...ofBatch(),
    figure: text('figure').notNull(),
    order: bigint('order', { mode: 'number' }).notNull(),
    rule: text('rule').notNull(),
    serial: integer('serial').notNull(),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.figure, t.order, t.rule] })],
);

/** A station that takes no further unit, or a lot that is not used; and how it was released. */
export const seriesStops = pgTable(
  'series_stops',
  {
    id: uuid('id').primaryKey(),
    ...ofBatch(),
    station: text('station'),
    lot: text('lot'),
    why: text('why').notNull(),
    at: at('at').notNull(),
    by: text('by').notNull(),
    /** The unit that was in the machine has been recorded since. */
    lastTaken: boolean('last_taken').notNull().default(false),
    releasedAt: at('released_at'),
    releasedBy: text('released_by'),
    releasedWhy: text('released_why'),
  },
  (t) => [
    uniqueIndex('series_stops_station')
      .on(t.batchId, t.station)
      .where(sql`${t.releasedAt} is null and ${t.station} is not null`),
    uniqueIndex('series_stops_lot')
      .on(t.batchId, t.lot)
      .where(sql`${t.releasedAt} is null and ${t.lot} is not null`),
  ],
);
