/** Reads and writes motors with all that hangs on them. */
import { Injectable } from '@nestjs/common';
import { CORE_VERSION, type RouteName, type SisterMotor, type ChosenCriteria } from '@norther/core';
import { and, asc, desc, eq, gt, inArray, isNull, lt, ne, sql, type SQL } from 'drizzle-orm';
import type {
  EarlierVisit,
  EventRecord,
  FloorChange,
  MotorEntry,
  MotorRecord,
  WindingRecord,
} from '@norther/records';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { machineCorrected, machineOf, type Identity } from './machines.ts';
import { RoutesRepository } from '../routes/routes.repository.ts';
import {
  curves,
  events,
  machines,
  motors,
  people,
  readings,
  recordedWaves,
  type windings,
} from '../database/schema.ts';
import {
  attachmentOfJson,
  attemptOfJson,
  holdOfJson,
  jointMarkOfJson,
  type JsonRow,
  motorOfJson,
  partOfJson,
  passOfJson,
  readingOfJson,
  stepOfJson,
  windingOfJson,
  writeUpOfJson,
} from './rows-from-json.ts';
import type { MotorRows, StoredReading } from './motor-file.ts';

type Row<T extends { $inferSelect: unknown }> = T['$inferSelect'];
const iso = (d: Date | null) => (d ? d.toISOString() : null);

export const motorOf = (r: Row<typeof motors>): MotorRecord => ({
  id: r.id,
  number: r.number,
  kind: r.kind,
  route: r.route,
  routeVersion: r.routeVersion,
  customer: r.customer,
  machine: r.machine,
  maker: r.maker,
  serial: r.serial,
  plate: r.plate,
  promisedAt: iso(r.promisedAt),
  rush: r.rush,
  givenTo: r.givenTo,
  place: r.place,
  arrivedAt: r.arrivedAt.toISOString(),
  shippedAt: iso(r.shippedAt),
  withdrawnAt: iso(r.withdrawnAt),
  version: r.version,
});
export const windingRecordOf = (r: Row<typeof windings>): WindingRecord => ({
  id: r.id,
  role: r.role as WindingRecord['role'],
  typed: r.typed,
  values: r.values,
  version: r.version,
  changedAt: r.changedAt.toISOString(),
  changedBy: r.changedBy,
  planOrder: r.planOrder,
  releasedAt: iso(r.releasedAt),
  releasedBy: r.releasedBy,
});
export const eventOf = (r: Row<typeof events>): EventRecord => ({
  id: r.id,
  at: r.at.toISOString(),
  who: r.who,
  what: r.what,
  before: r.before ?? null,
  after: r.after ?? null,
  why: r.why,
  order: r.order,
});

export const wordsOf = (m: Pick<MotorEntry, 'number' | 'customer' | 'machine' | 'maker' | 'serial'>) =>
  [m.number, m.customer, m.machine, m.maker, m.serial].join(' ').toLowerCase();

/** The rows of a table that belong to the motor, as one JSON list. */
const rowsUnder = (table: string, order: string) =>
  sql<readonly JsonRow[]>`${sql.raw(
    `(select coalesce(json_agg(x order by ${order}), '[]') from ${table} x where x.motor_id = motors.id)`,
  )}`.as(table);

const motorQuery = (db: Db | Transaction) =>
  db
    .select({
      motor: sql<JsonRow>`to_json(${motors})`.as('motor'),
      windings: rowsUnder('windings', 'x.role'),
      steps: rowsUnder('steps', 'x.id'),
      attempts: rowsUnder('attempts', 'x."order"'),
      parts: rowsUnder('parts', 'x.id'),
      holds: rowsUnder('holds', 'x."order"'),
      gatePasses: rowsUnder('gate_passes', 'x."order"'),
      readings: sql<readonly JsonRow[]>`${sql.raw(
        `(select coalesce(json_agg(x order by x."order"), '[]') from (
          select r.*, case when w.reading_id is null then null
            else json_build_object('reason', w.reason, 'at', w.at, 'by', w.by) end as withdrawn
          from readings r left join withdrawals w on w.reading_id = r.id where r.motor_id = motors.id) x)`,
      )}`.as('readings'),
      jointMarks: rowsUnder('joint_marks', 'x."order"'),
      writeUps: rowsUnder('write_ups', 'x.kind'),
      attachments: sql<readonly JsonRow[]>`${sql.raw(
        `(select coalesce(json_agg(x order by x."order"), '[]') from (
          select a.*, exists (select from files f where f.shop_id = a.shop_id and f.hash = a.hash) as here
          from attachments a where a.motor_id = motors.id) x)`,
      )}`.as('attachments'),
      // Few have any: only motors on the floor whose plate says the same.
      sisters: sql<readonly SisterMotor[]>`${sql.raw(
        `(select coalesce(json_agg(json_build_object('number', s.number, 'tags',
          (select coalesce(json_agg(p.tag), '[]') from parts p
            where p.motor_id = s.id and p.kind in ('stator', 'rotor') and p.withdrawn is null))), '[]')
          from (select s.id, s.number from motors s
            where s.shop_id = motors.shop_id and s.shipped_at is null and s.withdrawn_at is null
              and s.id <> motors.id and s.maker <> '' and lower(s.maker) = lower(motors.maker) and s.kind = motors.kind
              and (s.plate ->> 'power', s.plate ->> 'voltage', s.plate ->> 'speed')
                = (motors.plate ->> 'power', motors.plate ->> 'voltage', motors.plate ->> 'speed')
            order by s.number limit 20) s)`,
      )}`.as('sisters'),
      // Of this motor as agreed, else of the shop: a published one by its name, or a copy with its values.
      criteria: sql<ChosenCriteria>`${sql.raw(
        `(select json_build_object('published', c.chosen, 'own',
            (select cs.typed from criteria_sets cs where cs.shop_id = motors.shop_id and cs.id::text = c.chosen))
          from (select coalesce(
            nullif((select w.body ->> 'criteria' from write_ups w where w.motor_id = motors.id and w.kind = 'agreement'), ''),
            nullif((select s.typed ->> 'criteria' from shop_settings s where s.shop_id = motors.shop_id), '')) as chosen) c)`,
      )}`.as('criteria'),
      settings: sql<Record<
        string,
        string
      > | null>`(select typed from shop_settings where shop_id = motors.shop_id)`.as('settings'),
    })
    .from(motors)
    .where(and(eq(motors.shopId, sql.placeholder('shopId')), eq(motors.number, sql.placeholder('number'))));

export interface HistoryPage {
  readonly before?: number | undefined;
  readonly limit: number;
}

@Injectable()
export class MotorsRepository {
  private readonly motorRows;

  constructor(
    private readonly database: Database,
    private readonly routes: RoutesRepository,
  ) {
    // Built once; named, so that PostgreSQL plans them once a connection.
    this.motorRows = motorQuery(database.db).prepare('motor_rows');
  }

  async idOf(shopId: string, number: string, db: Db | Transaction = this.database.db) {
    const [row] = await db
      .select({ id: motors.id })
      .from(motors)
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number)));
    return row?.id ?? null;
  }

  /**
   * Takes the motor for this transaction, in a statement of its own: what is read after it is what others left, not
   * what stood there while this one waited.
   * @returns null when there is no such motor
   */
  async lock(tx: Transaction, shopId: string, number: string): Promise<string | null> {
    const [row] = await tx
      .select({ id: motors.id })
      .from(motors)
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number)))
      .for('update');
    return row?.id ?? null;
  }

  /**
   * The motor and everything about it in one round trip.
   * The rows under it come as JSON, which costs far less than a query and a mapping each.
   */
  async rows(
    shopId: string,
    number: string,
    db: Db | Transaction = this.database.db,
  ): Promise<MotorRows | null> {
    const query = db === this.database.db ? this.motorRows : motorQuery(db).prepare('motor_rows');
    const [found] = await query.execute({ shopId, number });
    if (!found) return null;
    const motor = motorOfJson(found.motor);
    return {
      motor,
      ownRoute: await this.routes.ownRouteOf(shopId, motor, db),
      imported: (found.motor['imported'] ?? null) as MotorRows['imported'],
      windings: found.windings.map(windingOfJson),
      steps: found.steps.map(stepOfJson),
      attempts: found.attempts.map(attemptOfJson),
      parts: found.parts.map(partOfJson),
      holds: found.holds.map(holdOfJson),
      gatePasses: found.gatePasses.map(passOfJson),
      readings: await this.withOldLogs(found.readings.map(readingOfJson), db),
      jointMarks: found.jointMarks.map(jointMarkOfJson),
      attachments: found.attachments.map(attachmentOfJson),
      writeUps: found.writeUps.map(writeUpOfJson),
      sisters: found.sisters,
      criteria: found.criteria,
      settings: found.settings ?? {},
    };
  }

  /** Logs of readings that another core judged: this one has to look at them itself. */
  private async withOldLogs(readings: readonly StoredReading[], db: Db | Transaction) {
    const old = readings.filter((r) => r.logPoints > 0 && r.kept?.core !== CORE_VERSION).map((r) => r.id);
    if (old.length === 0) return readings;
    const rows = await db.select().from(curves).where(inArray(curves.readingId, old));
    const points = new Map(rows.map((r) => [r.readingId, r.points]));
    return readings.map((r) => (points.has(r.id) ? { ...r, log: [...points.get(r.id)!] } : r));
  }

  /** The points of one log as JSON, as the database writes them. */
  log(shopId: string, number: string, readingId: string): Promise<string | null> {
    return this.beside(curves, sql`${curves.points}`, shopId, number, readingId);
  }

  /** The waves of one reading, likewise. */
  waves(shopId: string, number: string, readingId: string): Promise<string | null> {
    return this.beside(recordedWaves, sql`${recordedWaves.waves}`, shopId, number, readingId);
  }

  /** What lies beside a reading of this motor, in a table of its own. */
  private async beside(
    table: typeof curves | typeof recordedWaves,
    column: SQL,
    shopId: string,
    number: string,
    readingId: string,
  ): Promise<string | null> {
    const [row] = await this.database.db
      .select({ json: sql<string>`${column}::text` })
      .from(table)
      .innerJoin(readings, eq(readings.id, table.readingId))
      .innerJoin(motors, eq(motors.id, readings.motorId))
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number), eq(readings.id, readingId)));
    return row?.json ?? null;
  }

  /** Newest last; a page of at most `limit`, of what happened before `before` where it is given. */
  async history(motorId: string, { before, limit }: HistoryPage): Promise<EventRecord[]> {
    const rows = await this.database.db
      .select()
      .from(events)
      .where(and(eq(events.motorId, motorId), before === undefined ? undefined : lt(events.order, before)))
      .orderBy(desc(events.order))
      .limit(limit);
    return rows.reverse().map(eventOf);
  }

  /** Every place in the order that the motor's history has. */
  async historyOrders(motorId: string): Promise<number[]> {
    const rows = await this.database.db
      .select({ order: events.order })
      .from(events)
      .where(eq(events.motorId, motorId));
    return rows.map((r) => r.order);
  }

  /** Oldest first, of what happened after a place in the order. */
  async historyAfter(motorId: string, after: number, limit: number): Promise<EventRecord[]> {
    const rows = await this.database.db
      .select()
      .from(events)
      .where(and(eq(events.motorId, motorId), gt(events.order, after)))
      .orderBy(asc(events.order))
      .limit(limit);
    return rows.map(eventOf);
  }

  /** Motors by number, or by part of a word of their identity; by number, from after `after`. */
  async find(
    shopId: string,
    words: string,
    after: string | null,
    limit: number,
    order: 'number' | 'hand',
  ): Promise<MotorRecord[]> {
    const rows = await this.database.db
      .select()
      .from(motors)
      .where(
        and(
          eq(motors.shopId, shopId),
          ...words
            .toLowerCase()
            .split(/\s+/)
            .filter(Boolean)
            .map((w) => sql`${motors.words} like ${`%${w.replaceAll(/[\\%_]/g, '\\$&')}%`}`),
          after ? gt(motors.number, after) : undefined,
        ),
      )
      .orderBy(
        ...(order === 'hand'
          ? [
              sql`lower(${motors.number}) = ${words.trim().toLowerCase()} desc`,
              sql`${motors.shippedAt} is null and ${motors.withdrawnAt} is null desc`,
            ]
          : []),
        asc(motors.number),
      )
      .limit(limit);
    return rows.map(motorOf);
  }

  /** Visits of the machines with this serial number, newest first; of each the card as wound, else as found. */
  visitsOf(shopId: string, serial: string): Promise<EarlierVisit[]> {
    return this.visits(
      and(eq(motors.shopId, shopId), eq(sql`lower(${machines.serial})`, serial.trim().toLowerCase())),
    );
  }

  /** The other times that the machine of this motor was here. */
  otherVisits(shopId: string, number: string): Promise<EarlierVisit[]> {
    const machine = this.database.db
      .select({ id: motors.machineId })
      .from(motors)
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number)));
    return this.visits(
      and(eq(motors.shopId, shopId), inArray(motors.machineId, machine), ne(motors.number, number)),
    );
  }

  private async visits(which: SQL | undefined): Promise<EarlierVisit[]> {
    const rows = await this.database.db
      .select({
        motor: motors,
        winding: sql<Record<string, string> | null>`(select w.typed from windings w
          where w.motor_id = motors.id and w.role in ('as-wound', 'as-found')
          order by w.role desc limit 1)`,
      })
      .from(motors)
      .innerJoin(machines, eq(machines.id, motors.machineId))
      .where(and(which, isNull(motors.withdrawnAt)))
      .orderBy(desc(motors.arrivedAt))
      .limit(10);
    return rows.map(({ motor, winding }) => {
      const { number, kind, customer, machine, maker, plate, arrivedAt, shippedAt } = motorOf(motor);
      return { number, kind, customer, machine, maker, plate, arrivedAt, shippedAt, winding };
    });
  }

  async insert(
    tx: Transaction,
    shopId: string,
    id: string,
    entry: MotorEntry,
    route: RouteName,
    arrivedAt: Date,
  ): Promise<MotorRecord> {
    const [row] = await tx
      .insert(motors)
      .values({
        id,
        shopId,
        machineId: await machineOf(tx, shopId, entry),
        ...entry,
        ...route,
        promisedAt: entry.promisedAt ? new Date(entry.promisedAt) : null,
        arrivedAt,
        words: wordsOf(entry),
        version: 1,
      })
      .returning();
    return motorOf(row!);
  }

  /**
   * @param route the route it goes from now on; null where it keeps its own
   * @returns null when the version is not the stored one any more
   */
  async update(
    tx: Transaction,
    id: string,
    version: number,
    {
      kind,
      route: _wanted,
      ...entry
    }: Omit<MotorEntry, 'number' | 'kind'> & { readonly kind?: string | undefined },
    number: string,
    route: RouteName | null,
  ): Promise<MotorRecord | null> {
    const machineId = await this.machineAfter(tx, id, entry);
    const [row] = await tx
      .update(motors)
      .set({
        ...entry,
        ...(kind === undefined ? {} : { kind }),
        machineId,
        ...route,
        promisedAt: entry.promisedAt ? new Date(entry.promisedAt) : null,
        words: wordsOf({ ...entry, number }),
        version: version + 1,
      })
      .where(and(eq(motors.id, id), eq(motors.version, version)))
      .returning();
    return row ? motorOf(row) : null;
  }

  /** The machine of a visit when its plate says this. */
  private async machineAfter(tx: Transaction, id: string, said: Identity): Promise<string> {
    const [before] = await tx.select().from(motors).where(eq(motors.id, id));
    const { machineId, shopId, maker, serial } = before!;
    if (maker === said.maker && serial === said.serial) return machineId;
    return machineCorrected(tx, shopId, id, machineId, said);
  }

  /** Whether somebody of this name works here. */
  async worksHere(tx: Transaction, shopId: string, name: string): Promise<boolean> {
    const rows = await tx
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.shopId, shopId), eq(people.name, name), isNull(people.retiredAt)));
    return rows.length > 0;
  }

  /** The plate is left alone, so its version stays. @returns the motor as it is then */
  async setOnFloor(tx: Transaction, id: string, change: FloorChange): Promise<MotorRecord> {
    const { givenTo, place } = change;
    const [row] = await tx
      .update(motors)
      .set({
        ...(givenTo === undefined ? {} : { givenTo }),
        ...(place === undefined ? {} : { place }),
      })
      .where(eq(motors.id, id))
      .returning();
    return motorOf(row!);
  }

  async withdraw(tx: Transaction, id: string, at: Date | null) {
    await tx
      .update(motors)
      .set({ withdrawnAt: at, version: sql`${motors.version} + 1` })
      .where(eq(motors.id, id));
  }

  async ship(tx: Transaction, id: string, at: Date | null) {
    await tx
      .update(motors)
      .set({ shippedAt: at, version: sql`${motors.version} + 1` })
      .where(eq(motors.id, id));
  }
}
