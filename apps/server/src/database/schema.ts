/**
 * Tables. Every root row carries its shop; ids are UUID v7 and need no central counter. What happened first is told by a
 * number from one sequence of the database, never by a clock: clocks are set back.
 */
import type { LogPoint, Route, SurgeWaves } from '@norther/core';
import type { InstrumentUsed, LoadPart, LotMove, PhotoMark } from '@norther/records';
import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  customType,
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

/** A point in as many dimensions as a list has; its index finds what lies near. */
const cube = customType<{ data: string }>({ dataType: () => 'cube' });
type Fields = Record<string, string>;
/** What a shop names, fills in as a form, and retires. */
const namedInShop = () => ({
  id: uuid('id').primaryKey(),
  shopId: uuid('shop_id').notNull(),
  name: text('name').notNull(),
  typed: jsonb('typed').$type<Fields>().notNull(),
  retiredAt: at('retired_at'),
  version: integer('version').notNull().default(1),
});
/** Place in the order of all that happened; the database gives it, under the motor's lock. */
const HAPPENED = sql`nextval('happened')`;
const order = (name: string) => bigint(name, { mode: 'number' });

export const shops = pgTable('shops', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  /** Hash of the one-time word with which the first lead is entered; null once there are people. */
  setupHash: text('setup_hash'),
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
    retiredAt: at('retired_at'),
    /** The PIN stands in the documentation: the shop is a demo while anybody has such a one. */
    publishedPin: boolean('published_pin').notNull().default(false),
    /** When they work, and at what, as typed. */
    shift: jsonb('shift').$type<Fields>().notNull().default({}),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    uniqueIndex('people_name').on(t.shopId, t.name),
    // Names are read in any case, so two may not differ by case alone.
    uniqueIndex('people_name_any_case').on(t.shopId, sql`lower(${t.name})`),
  ],
);

/** Failed tries to sign in, by where from and for whom; never by the name alone, or anybody could keep a person out. */
export const signInTries = pgTable('sign_in_tries', {
  key: text('key').primaryKey(),
  tries: integer('tries').notNull(),
  lastAt: at('last_at').notNull(),
  waitUntil: at('wait_until'),
});

export const sessions = pgTable('sessions', {
  tokenHash: text('token_hash').primaryKey(),
  personId: uuid('person_id').notNull(),
  expiresAt: at('expires_at').notNull(),
});

/** A shop's own routes: what stands for all versions of one. */
export const routes = pgTable(
  'routes',
  {
    shopId: uuid('shop_id').notNull(),
    id: text('id').notNull(),
    kind: text('kind').notNull(),
    /** Motors of its kind begin with it where nobody says otherwise; one a kind at most. */
    usual: boolean('usual').notNull().default(false),
    retiredAt: at('retired_at'),
    /** It came with a record from another shop: gone by, and not changed here. */
    imported: boolean('imported').notNull().default(false),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    uniqueIndex('routes_usual')
      .on(t.shopId, t.kind)
      .where(sql`${t.usual}`),
  ],
);

/** Append-only: a version is never changed, since motors go by it. */
export const routeVersions = pgTable(
  'route_versions',
  {
    shopId: uuid('shop_id').notNull(),
    route: text('route').notNull(),
    version: integer('version').notNull(),
    document: jsonb('document').$type<Route>().notNull(),
    publishedAt: at('published_at').notNull(),
    publishedBy: text('published_by').notNull(),
    why: text('why').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.route, t.version] })],
);

/** The thing with a serial number, which comes back; each time it is here is a motor's number of its own. */
export const machines = pgTable(
  'machines',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    maker: text('maker').notNull(),
    serial: text('serial').notNull(),
  },
  (t) => [index('machines_serial').on(t.shopId, sql`lower(${t.serial})`)],
);

/** One visit of a machine: a job with the number on its tag. */
export const motors = pgTable(
  'motors',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    machineId: uuid('machine_id')
      .notNull()
      .references(() => machines.id),
    number: text('number').notNull(),
    /** Kind of machine; the defaults are what every motor was before there were others. */
    kind: text('kind').notNull().default('three-phase'),
    route: text('route').notNull().default('ac-rewind'),
    routeVersion: integer('route_version').notNull().default(1),
    customer: text('customer').notNull(),
    machine: text('machine').notNull(),
    maker: text('maker').notNull(),
    serial: text('serial').notNull(),
    plate: jsonb('plate').$type<Fields>().notNull(),
    promisedAt: at('promised_at'),
    rush: boolean('rush').notNull(),
    /** Name of whoever is to do it; null where anybody may. */
    givenTo: text('given_to'),
    /** Place by hand among those of the floor; null where the due date says it. */
    place: doublePrecision('place'),
    arrivedAt: at('arrived_at').notNull(),
    shippedAt: at('shipped_at'),
    /** Lower-case words of identity, for finding by part of a word. */
    words: text('words').notNull(),
    version: integer('version').notNull(),
    /** Where a record that was imported came from. */
    imported: jsonb('imported').$type<{ by: string; at: string; file: string }>(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    uniqueIndex('motors_number').on(t.shopId, t.number),
    index('motors_machine').on(t.machineId),
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
    /** Logarithms of slots, poles, bore and core length: cores that are alike lie near each other. Null where one is missing. */
    core: cube('core').generatedAlwaysAs(
      sql`core_point(values -> 'slots', values -> 'poles', values -> 'bore', values -> 'coreLength')`,
    ),
    /** When it last became another winding: what was proven of the one before counts no more. */
    planOrder: order('plan_order').notNull().default(HAPPENED),
    /** A proposal is the plan once a lead has released it. */
    releasedAt: at('released_at'),
    releasedBy: text('released_by'),
  },
  (t) => [
    uniqueIndex('windings_role').on(t.motorId, t.role),
    index('windings_core')
      .using('gist', t.core)
      .where(sql`${t.role} <> 'proposed'`),
  ],
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
    takenOrder: order('taken_order'),
    signedOrder: order('signed_order'),
    reopenedOrder: order('reopened_order'),
    version: integer('version').notNull(),
  },
  (t) => [uniqueIndex('steps_station').on(t.motorId, t.station)],
);

/** Append-only: a station as it was before it was opened again; its newest attempt is the step. */
export const attempts = pgTable(
  'attempts',
  {
    ...ofMotor,
    station: text('station').notNull(),
    attempt: integer('attempt').notNull(),
    typed: jsonb('typed').$type<Fields>().notNull(),
    takenAt: at('taken_at'),
    takenBy: text('taken_by'),
    signedAt: at('signed_at'),
    signedBy: text('signed_by'),
    /** Where the work went back to; others that rest on it were opened with it. */
    from: text('from').notNull(),
    reason: text('reason').notNull(),
    endedAt: at('ended_at').notNull(),
    endedBy: text('ended_by').notNull(),
    order: order('order').notNull().default(HAPPENED),
  },
  (t) => [uniqueIndex('attempts_station').on(t.motorId, t.station, t.attempt)],
);

/** What came along with the motor, each with a tag of its own; all of it leaves with it again. */
export const parts = pgTable(
  'parts',
  {
    ...ofMotor,
    kind: text('kind').notNull(),
    tag: text('tag').notNull(),
    note: text('note').notNull(),
    addedAt: at('added_at').notNull(),
    addedBy: text('added_by').notNull(),
    /** Laid to the finished motor. */
    backAt: at('back_at'),
    backBy: text('back_by'),
    withdrawn: jsonb('withdrawn').$type<{ reason: string; at: string; by: string }>(),
    version: integer('version').notNull().default(1),
  },
  (t) => [index('parts_motor').on(t.motorId), index('parts_tag').on(t.shopId, sql`lower(${t.tag})`)],
);

/** Files by the sum of their content; the bytes lie in the data folder, and are never changed. */
export const files = pgTable(
  'files',
  {
    shopId: uuid('shop_id').notNull(),
    hash: text('hash').notNull(),
    media: text('media').notNull(),
    bytes: integer('bytes').notNull(),
    keptAt: at('kept_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.hash] })],
);

/** Photos and papers of a motor; a record that was imported alone may name files that did not come along. */
export const attachments = pgTable(
  'attachments',
  {
    ...ofMotor,
    place: text('place').notNull(),
    name: text('name').notNull(),
    note: text('note').notNull(),
    hash: text('hash').notNull(),
    media: text('media').notNull(),
    bytes: integer('bytes').notNull(),
    width: integer('width'),
    height: integer('height'),
    /** Drawn over it, never into it. */
    marks: jsonb('marks').$type<PhotoMark[]>().notNull().default([]),
    addedAt: at('added_at').notNull(),
    addedBy: text('added_by').notNull(),
    order: order('order').notNull().default(HAPPENED),
    withdrawn: jsonb('withdrawn').$type<{ reason: string; at: string; by: string }>(),
  },
  (t) => [index('attachments_motor').on(t.motorId)],
);

/** What is written about a motor in words of people, one of each kind; what it said before stands in the history. */
export const writeUps = pgTable(
  'write_ups',
  {
    ...ofMotor,
    kind: text('kind').notNull(),
    body: jsonb('body').$type<Record<string, unknown>>().notNull(),
    version: integer('version').notNull().default(1),
    changedAt: at('changed_at').notNull(),
    changedBy: text('changed_by').notNull(),
  },
  (t) => [uniqueIndex('write_ups_kind').on(t.motorId, t.kind)],
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
    order: order('order').notNull().default(HAPPENED),
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
    order: order('order').notNull().default(HAPPENED),
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
    /** Points of its log, which stands in `curves`; 0 without one. */
    logPoints: integer('log_points').notNull().default(0),
    /** Its recorded waves, which stand in `recorded_waves`; 0 without. */
    waveCount: integer('wave_count').notNull().default(0),
    /** How a reading with a log was judged, and by which core: its log need not be read again for that. */
    kept: jsonb('kept').$type<{ core: string; outcome: unknown }>(),
    /** What it was measured with, as it stood then. */
    instrument: jsonb('instrument').$type<InstrumentUsed>(),
    takenAt: at('taken_at').notNull(),
    takenBy: text('taken_by').notNull(),
    order: order('order').notNull().default(HAPPENED),
  },
  (t) => [index('readings_motor').on(t.motorId, t.order)],
);

/** Logs of readings: thousands of points, fetched one at a time and never with a list. */
export const curves = pgTable('curves', {
  readingId: uuid('reading_id')
    .primaryKey()
    .references(() => readings.id),
  shopId: uuid('shop_id').notNull(),
  points: jsonb('points').$type<readonly LogPoint[]>().notNull(),
});

/** Waves of surge tests, fetched one reading at a time; their figures stand with the reading. */
export const recordedWaves = pgTable('recorded_waves', {
  readingId: uuid('reading_id')
    .primaryKey()
    .references(() => readings.id),
  shopId: uuid('shop_id').notNull(),
  waves: jsonb('waves').$type<SurgeWaves>().notNull(),
});

/** Append-only: a reading taken back, and why. The reading itself stays readable. */
export const withdrawals = pgTable(
  'withdrawals',
  {
    readingId: uuid('reading_id')
      .primaryKey()
      .references(() => readings.id),
    shopId: uuid('shop_id').notNull(),
    motorId: uuid('motor_id')
      .notNull()
      .references(() => motors.id),
    reason: text('reason').notNull(),
    at: at('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [index('withdrawals_motor').on(t.motorId)],
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
    order: order('order').notNull().default(HAPPENED),
  },
  (t) => [index('joint_marks_motor').on(t.motorId, t.order)],
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
    /** Bare sides of strap; empty of round wire. */
    strap: jsonb('strap').$type<{ thicknessMm: number; widthMm: number }>(),
    massKg: doublePrecision('mass_kg').notNull(),
    retiredAt: at('retired_at'),
    version: integer('version').notNull(),
  },
  (t) => [uniqueIndex('reels_name').on(t.shopId, t.name)],
);

/** What is used up beside wire: liner, wedge, sleeving, cord, varnish, resin. */
export const supplies = pgTable('supplies', namedInShop(), (t) => [
  uniqueIndex('supplies_name').on(t.shopId, sql`lower(${t.name})`),
]);

/** One delivery of a supply. What is left is the sum of its moves. */
export const lots = pgTable(
  'lots',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    supplyId: uuid('supply_id')
      .notNull()
      .references(() => supplies.id),
    lot: text('lot').notNull(),
    expiresAt: at('expires_at'),
    receivedAt: at('received_at').notNull(),
    receivedBy: text('received_by').notNull(),
  },
  (t) => [uniqueIndex('lots_lot').on(t.supplyId, sql`lower(${t.lot})`)],
);

/** Append-only: what came, went, was counted anew, and how thick it was. */
export const lotMoves = pgTable(
  'lot_moves',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    lotId: uuid('lot_id')
      .notNull()
      .references(() => lots.id),
    motorId: uuid('motor_id').references(() => motors.id),
    what: text('what').$type<LotMove['what']>().notNull(),
    /** Added, or taken away where negative, in the supply's unit; 0 for a check. */
    amount: doublePrecision('amount').notNull(),
    /** Of a viscosity check, as typed. */
    value: text('value').notNull(),
    note: text('note').notNull(),
    at: at('at').notNull(),
    by: text('by').notNull(),
    order: order('order').notNull().default(HAPPENED),
  },
  (t) => [index('lot_moves_lot').on(t.lotId), index('lot_moves_motor').on(t.motorId)],
);

/** Meters and gauges: when they are due, and where they are. */
export const instruments = pgTable('instruments', namedInShop(), (t) => [
  uniqueIndex('instruments_name').on(t.shopId, sql`lower(${t.name})`),
]);

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
    order: order('order').notNull().default(HAPPENED),
  },
  (t) => [
    index('events_motor').on(t.motorId, t.order),
    index('events_shop').on(t.shopId, t.order),
    index('events_at').on(t.shopId, t.at, t.order),
  ],
);

/** Answers already given, by the write id the client made: the same write twice is done once. */
export const writes = pgTable(
  'writes',
  {
    shopId: uuid('shop_id').notNull(),
    writeId: text('write_id').notNull(),
    /** What the id was used for; another person, address or body with it is refused. */
    personId: uuid('person_id'),
    address: text('address'),
    bodyHash: text('body_hash'),
    answer: jsonb('answer'),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.writeId] })],
);

/** Ovens, burn-off furnaces and tanks: what stations that occupy equipment stand at. */
export const equipment = pgTable('equipment', namedInShop(), (t) => [
  uniqueIndex('equipment_name').on(t.shopId, sql`lower(${t.name})`),
]);

/** What an oven is to do, as entered from a data sheet. */
export const programmes = pgTable('programmes', namedInShop(), (t) => [
  uniqueIndex('programmes_name').on(t.shopId, sql`lower(${t.name})`),
]);

/** How a winding is impregnated or bonded, as entered from a data sheet. */
export const treatments = pgTable('treatments', namedInShop(), (t) => [
  uniqueIndex('treatments_name').on(t.shopId, sql`lower(${t.name})`),
]);

/** Limits that a shop holds its tests to, copied from a published set and changed. */
export const criteriaSets = pgTable('criteria_sets', namedInShop(), (t) => [
  uniqueIndex('criteria_sets_name').on(t.shopId, sql`lower(${t.name})`),
]);

/** Parts that were in an oven together, from the door shut to the door opened. */
export const loads = pgTable(
  'loads',
  {
    id: uuid('id').primaryKey(),
    shopId: uuid('shop_id').notNull(),
    equipmentId: uuid('equipment_id')
      .notNull()
      .references(() => equipment.id),
    /** As it was when they went in: a programme that is changed later does not change what was done. */
    programme: jsonb('programme').$type<Fields>().notNull(),
    parts: jsonb('parts').$type<readonly LoadPart[]>().notNull(),
    startedAt: at('started_at').notNull(),
    startedBy: text('started_by').notNull(),
    outAt: at('out_at'),
    outBy: text('out_by'),
    note: text('note').notNull().default(''),
    /** Time constant that its log has shown [min]. */
    tau: doublePrecision('tau'),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    index('loads_equipment').on(t.equipmentId, t.startedAt),
    // An oven has one load at a time; what joins it later is added to it.
    uniqueIndex('loads_open')
      .on(t.equipmentId)
      .where(sql`${t.outAt} is null`),
  ],
);

/** Append-only: what the thermocouples said; a sensor that is open says nothing. */
export const loadPoints = pgTable(
  'load_points',
  {
    loadId: uuid('load_id')
      .notNull()
      .references(() => loads.id),
    shopId: uuid('shop_id').notNull(),
    at: at('at').notNull(),
    parts: jsonb('parts').$type<readonly (number | null)[]>().notNull(),
    airC: doublePrecision('air_c'),
  },
  (t) => [primaryKey({ columns: [t.loadId, t.at] })],
);

/** What somebody wants of the plan; the newest of a station counts, unless it was taken back. */
export const wishes = pgTable(
  'wishes',
  {
    ...ofMotor,
    station: text('station').notNull(),
    worker: text('worker'),
    notBefore: at('not_before'),
    why: text('why').notNull(),
    /** A lead wants it although it breaks a promise. */
    insisted: boolean('insisted').notNull().default(false),
    at: at('at').notNull(),
    by: text('by').notNull(),
    takenBackAt: at('taken_back_at'),
    takenBackBy: text('taken_back_by'),
    order: order('order').notNull().default(HAPPENED),
  },
  (t) => [
    uniqueIndex('wishes_open')
      .on(t.motorId, t.station)
      .where(sql`${t.takenBackAt} is null`),
  ],
);
