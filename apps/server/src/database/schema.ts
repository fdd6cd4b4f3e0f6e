/** Tables. Every root row carries its shop; ids are UUID v7, so they sort by time and need no central counter. */
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

const at = (name: string) => timestamp(name, { withTimezone: true, precision: 3 });
type Fields = Record<string, string>;

export const shops = pgTable('shops', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
});

export const people = pgTable(
  'people',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    name: text('name').notNull(),
    role: text('role').notNull(),
    pinHash: text('pin_hash').notNull(),
    failedTries: integer('failed_tries').notNull().default(0),
    lockedUntil: at('locked_until'),
  },
  (t) => [uniqueIndex('people_name').on(t.shopId, t.name)],
);

export const sessions = pgTable('sessions', {
  tokenHash: text('token_hash').primaryKey(),
  personId: uuid('person_id').notNull(),
  expiresAt: at('expires_at').notNull(),
});

export const motors = pgTable(
  'motors',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    number: text('number').notNull(),
    customer: text('customer').notNull(),
    machine: text('machine').notNull(),
    maker: text('maker').notNull(),
    serial: text('serial').notNull(),
    plate: jsonb('plate').$type<Fields>().notNull(),
    promisedAt: at('promised_at'),
    rush: boolean('rush').notNull(),
    arrivedAt: at('arrived_at').notNull(),
    shippedAt: at('shipped_at'),
    /** Lower-case words of identity, for finding by part of a word. */
    words: text('words').notNull(),
    version: integer('version').notNull(),
  },
  (t) => [
    uniqueIndex('motors_number').on(t.shopId, t.number),
    index('motors_on_floor').on(t.shopId, t.shippedAt, t.promisedAt),
  ],
);

const ofMotor = {
  id: uuid('id').primaryKey(),
  shopId: uuid('shop_id').notNull(),
  motorId: uuid('motor_id')
    .notNull()
    .references(() => motors.id),
};

export const windings = pgTable(
  'windings',
  {
    ...ofMotor,
    role: text('role').notNull(),
    typed: jsonb('typed').$type<Fields>().notNull(),
    values: jsonb('values').$type<Record<string, unknown>>().notNull(),
    version: integer('version').notNull(),
    changedAt: at('changed_at').notNull(),
    changedBy: text('changed_by').notNull(),
  },
  (t) => [uniqueIndex('windings_role').on(t.motorId, t.role)],
);

export const steps = pgTable(
  'steps',
  {
    ...ofMotor,
    station: text('station').notNull(),
    typed: jsonb('typed').$type<Fields>().notNull(),
    takenAt: at('taken_at'),
    takenBy: text('taken_by'),
    signedAt: at('signed_at'),
    signedBy: text('signed_by'),
    version: integer('version').notNull(),
  },
  (t) => [uniqueIndex('steps_station').on(t.motorId, t.station)],
);

export const holds = pgTable(
  'holds',
  {
    ...ofMotor,
    body: text('body').notNull(),
    reason: text('reason').notNull(),
    raisedAt: at('raised_at').notNull(),
    raisedBy: text('raised_by').notNull(),
    clearedAt: at('cleared_at'),
    clearedBy: text('cleared_by'),
    clearReason: text('clear_reason'),
  },
  (t) => [index('holds_motor').on(t.motorId)],
);

export const gatePasses = pgTable(
  'gate_passes',
  {
    ...ofMotor,
    gate: text('gate').notNull(),
    reason: text('reason').notNull(),
    at: at('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [index('gate_passes_motor').on(t.motorId)],
);

export const readings = pgTable(
  'readings',
  {
    ...ofMotor,
    kind: text('kind').notNull(),
    stage: text('stage').notNull(),
    typed: jsonb('typed').$type<Fields>().notNull(),
    values: jsonb('values').$type<Record<string, unknown>>().notNull(),
    log: jsonb('log').$type<{ minute: number; partC: number; airC?: number }[]>(),
    takenAt: at('taken_at').notNull(),
    takenBy: text('taken_by').notNull(),
  },
  (t) => [index('readings_motor').on(t.motorId, t.takenAt)],
);

/** Append-only: what happened to a joint; the newest mark of a joint counts. */
export const jointMarks = pgTable(
  'joint_marks',
  {
    ...ofMotor,
    plan: text('plan').notNull(),
    joint: text('joint').notNull(),
    mark: text('mark').notNull(),
    note: text('note').notNull(),
    at: at('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [index('joint_marks_motor').on(t.motorId, t.id)],
);

/** Wire on the reels. */
export const reels = pgTable(
  'reels',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    name: text('name').notNull(),
    bareDiameterMm: doublePrecision('bare_diameter_mm').notNull(),
    grade: integer('grade').notNull(),
    overEnamelMm: doublePrecision('over_enamel_mm'),
    massKg: doublePrecision('mass_kg').notNull(),
    version: integer('version').notNull(),
  },
  (t) => [uniqueIndex('reels_name').on(t.shopId, t.name)],
);

export const shopSettings = pgTable('shop_settings', {
  shopId: uuid('shop_id').primaryKey(),
  typed: jsonb('typed').$type<Fields>().notNull(),
  version: integer('version').notNull(),
});

/** Append-only: the application's role may select and insert, nothing else. */
export const events = pgTable(
  'events',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    motorId: uuid('motor_id'),
    at: at('at').notNull(),
    who: text('who').notNull(),
    what: text('what').notNull(),
    before: jsonb('before'),
    after: jsonb('after'),
    why: text('why').notNull(),
    writeId: text('write_id').notNull(),
  },
  (t) => [index('events_motor').on(t.motorId, t.id)],
);

/** Answers already given, by the write id the client made: the same write twice is done once. */
export const writes = pgTable(
  'writes',
  {
    shopId: uuid('shop_id').notNull(),
    writeId: text('write_id').notNull(),
    answer: jsonb('answer'),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.writeId] })],
);
