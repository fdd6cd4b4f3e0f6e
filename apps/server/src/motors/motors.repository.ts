/** Reads and writes motors with all that hangs on them. */
import { Injectable } from '@nestjs/common';
import { and, asc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type {
  EventRecord,
  GatePassRecord,
  HoldRecord,
  MotorEntry,
  MotorRecord,
  ReadingRecord,
  StepRecord,
  WindingRecord,
} from '@norther/records';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { events, gatePasses, holds, motors, readings, steps, windings } from '../database/schema.ts';
import type { MotorRows } from './motor-file.ts';

type Row<T extends { $inferSelect: unknown }> = T['$inferSelect'];
const iso = (d: Date | null) => (d ? d.toISOString() : null);

export const motorOf = (r: Row<typeof motors>): MotorRecord => ({
  id: r.id,
  number: r.number,
  customer: r.customer,
  machine: r.machine,
  maker: r.maker,
  serial: r.serial,
  plate: r.plate,
  promisedAt: iso(r.promisedAt),
  rush: r.rush,
  arrivedAt: r.arrivedAt.toISOString(),
  shippedAt: iso(r.shippedAt),
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
});
const stepOf = (r: Row<typeof steps>): StepRecord => ({
  id: r.id,
  station: r.station,
  typed: r.typed,
  takenAt: iso(r.takenAt),
  takenBy: r.takenBy,
  signedAt: iso(r.signedAt),
  signedBy: r.signedBy,
  version: r.version,
});
const holdOf = (r: Row<typeof holds>): HoldRecord => ({
  id: r.id,
  body: r.body as HoldRecord['body'],
  reason: r.reason,
  raisedAt: r.raisedAt.toISOString(),
  raisedBy: r.raisedBy,
  clearedAt: iso(r.clearedAt),
  clearedBy: r.clearedBy,
  clearReason: r.clearReason,
});
const passOf = (r: Row<typeof gatePasses>): GatePassRecord => ({
  id: r.id,
  gate: r.gate,
  reason: r.reason,
  at: r.at.toISOString(),
  by: r.by,
});
const readingOf = (r: Row<typeof readings>): ReadingRecord => ({
  id: r.id,
  kind: r.kind as ReadingRecord['kind'],
  stage: r.stage,
  typed: r.typed,
  values: r.values,
  ...(r.log ? { log: r.log } : {}),
  takenAt: r.takenAt.toISOString(),
  takenBy: r.takenBy,
});
const eventOf = (r: Row<typeof events>): EventRecord => ({
  id: r.id,
  at: r.at.toISOString(),
  who: r.who,
  what: r.what,
  before: r.before ?? null,
  after: r.after ?? null,
  why: r.why,
  writeId: r.writeId,
});

export const wordsOf = (m: Pick<MotorEntry, 'number' | 'customer' | 'machine' | 'maker' | 'serial'>) =>
  [m.number, m.customer, m.machine, m.maker, m.serial].join(' ').toLowerCase();

export interface FloorRow {
  readonly motor: MotorRecord;
  readonly steps: readonly StepRecord[];
  readonly holds: readonly HoldRecord[];
}

@Injectable()
export class MotorsRepository {
  constructor(private readonly database: Database) {}

  async idOf(shopId: string, number: string, db: Db | Transaction = this.database.db) {
    const [row] = await db
      .select({ id: motors.id })
      .from(motors)
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number)));
    return row?.id ?? null;
  }

  /** The motor and everything about it; locked against other writers when `lock` is set. */
  async rows(
    shopId: string,
    number: string,
    db: Db | Transaction = this.database.db,
    lock = false,
  ): Promise<MotorRows | null> {
    const query = db
      .select()
      .from(motors)
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number)));
    const [motor] = await (lock ? query.for('update') : query);
    if (!motor) return null;
    const id = motor.id;
    const windingRows = await db
      .select()
      .from(windings)
      .where(eq(windings.motorId, id))
      .orderBy(asc(windings.role));
    const stepRows = await db.select().from(steps).where(eq(steps.motorId, id)).orderBy(asc(steps.id));
    const holdRows = await db.select().from(holds).where(eq(holds.motorId, id)).orderBy(asc(holds.id));
    const passRows = await db
      .select()
      .from(gatePasses)
      .where(eq(gatePasses.motorId, id))
      .orderBy(asc(gatePasses.id));
    const readingRows = await db
      .select()
      .from(readings)
      .where(eq(readings.motorId, id))
      .orderBy(asc(readings.takenAt), asc(readings.id));
    return {
      motor: motorOf(motor),
      windings: windingRows.map(windingRecordOf),
      steps: stepRows.map(stepOf),
      holds: holdRows.map(holdOf),
      gatePasses: passRows.map(passOf),
      readings: readingRows.map(readingOf),
    };
  }

  async history(motorId: string): Promise<EventRecord[]> {
    const rows = await this.database.db
      .select()
      .from(events)
      .where(eq(events.motorId, motorId))
      .orderBy(asc(events.id));
    return rows.map(eventOf);
  }

  /** Motors not shipped yet, soonest promise first: three queries however many there are. */
  async floor(shopId: string): Promise<FloorRow[]> {
    const rows = await this.database.db
      .select()
      .from(motors)
      .where(and(eq(motors.shopId, shopId), isNull(motors.shippedAt)))
      .orderBy(sql`${motors.promisedAt} asc nulls last`, asc(motors.number))
      .limit(400);
    const ids = rows.map((r) => r.id);
    if (ids.length === 0) return [];
    const [stepRows, holdRows] = await Promise.all([
      this.database.db.select().from(steps).where(inArray(steps.motorId, ids)),
      this.database.db
        .select()
        .from(holds)
        .where(and(inArray(holds.motorId, ids), isNull(holds.clearedAt))),
    ]);
    const by = <T extends { motorId: string }>(list: T[]) => {
      const lists = new Map<string, T[]>();
      for (const r of list) lists.set(r.motorId, [...(lists.get(r.motorId) ?? []), r]);
      return lists;
    };
    const stepsOf = by(stepRows);
    const holdsOf = by(holdRows);
    return rows.map((r) => ({
      motor: motorOf(r),
      steps: (stepsOf.get(r.id) ?? []).map(stepOf),
      holds: (holdsOf.get(r.id) ?? []).map(holdOf),
    }));
  }

  /** Motors by number, or by part of a word of their identity; by number, from after `after`. */
  async find(shopId: string, words: string, after: string | null, limit: number): Promise<MotorRecord[]> {
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
      .orderBy(asc(motors.number))
      .limit(limit);
    return rows.map(motorOf);
  }

  async insert(
    tx: Transaction,
    shopId: string,
    id: string,
    entry: MotorEntry,
    arrivedAt: Date,
  ): Promise<MotorRecord> {
    const [row] = await tx
      .insert(motors)
      .values({
        id,
        shopId,
        ...entry,
        promisedAt: entry.promisedAt ? new Date(entry.promisedAt) : null,
        arrivedAt,
        words: wordsOf(entry),
        version: 1,
      })
      .returning();
    return motorOf(row!);
  }

  /** @returns null when the version is not the stored one any more */
  async update(
    tx: Transaction,
    id: string,
    version: number,
    entry: Omit<MotorEntry, 'number'>,
    number: string,
  ): Promise<MotorRecord | null> {
    const [row] = await tx
      .update(motors)
      .set({
        ...entry,
        promisedAt: entry.promisedAt ? new Date(entry.promisedAt) : null,
        words: wordsOf({ ...entry, number }),
        version: version + 1,
      })
      .where(and(eq(motors.id, id), eq(motors.version, version)))
      .returning();
    return row ? motorOf(row) : null;
  }

  async ship(tx: Transaction, id: string, at: Date) {
    await tx
      .update(motors)
      .set({ shippedAt: at, version: sql`${motors.version} + 1` })
      .where(eq(motors.id, id));
  }
}
