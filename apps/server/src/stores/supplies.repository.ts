/** Reads and writes lots and what came and went of them. */
import { Injectable } from '@nestjs/common';
import { byRushAndPlace, type WindingRole } from '@norther/core';
import type { DrawnForMotor, LotMove, LotRecord } from '@norther/records';
import { and, desc, eq, sql } from 'drizzle-orm';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { lotMoves, lots, motors, supplies } from '../database/schema.ts';
import { MOST_ON_FLOOR, onTheFloor } from '../motors/listed.ts';

/** Moves that are shown of a lot. */
const MOVES_SHOWN = 12;

interface LotRow extends LotRecord {
  readonly supplyId: string;
}

export interface MotorToWind {
  readonly number: string;
  readonly kind: string;
  readonly plate: Readonly<Record<string, string>>;
  readonly windings: readonly {
    readonly role: WindingRole;
    readonly typed: Readonly<Record<string, string>>;
    readonly releasedAt: string | null;
    readonly planOrder: number;
  }[];
  /** What its signed stations recorded. */
  readonly records: readonly Readonly<Record<string, string>>[];
}

@Injectable()
export class SuppliesRepository {
  constructor(private readonly database: Database) {}

  /** Every lot that is not empty for long: what is left is the sum of its moves. */
  async lots(shopId: string, db: Db | Transaction = this.database.db): Promise<LotRow[]> {
    const rows = await db
      .select({
        lot: lots,
        left: sql<number>`coalesce((select sum(m.amount) from lot_moves m where m.lot_id = lots.id), 0)`,
        moves: sql<readonly LotMove[]>`(select coalesce(json_agg(x), '[]') from (
          select m.what, m.amount, m.value, m.note, m.at, m.by, v.number as motor
          from lot_moves m left join motors v on v.id = m.motor_id
          where m.lot_id = lots.id order by m."order" desc limit ${MOVES_SHOWN}) x)`,
      })
      .from(lots)
      .where(eq(lots.shopId, shopId))
      .orderBy(sql`${lots.expiresAt} asc nulls last`, desc(lots.receivedAt));
    return rows.map(({ lot, left, moves }) => ({
      id: lot.id,
      supplyId: lot.supplyId,
      lot: lot.lot,
      expiresAt: lot.expiresAt?.toISOString() ?? null,
      receivedAt: lot.receivedAt.toISOString(),
      receivedBy: lot.receivedBy,
      // Sums of thousands of small amounts: no more decimals than are weighed.
      left: Math.round(Number(left) * 1e6) / 1e6,
      moves: moves.map((m) => ({ ...m, at: new Date(m.at).toISOString() })),
    }));
  }

  /** Takes the lot for this transaction, so that two who draw at once see one another. */
  async lock(tx: Transaction, shopId: string, id: string): Promise<boolean> {
    const rows = await tx
      .select({ id: lots.id })
      .from(lots)
      .where(and(eq(lots.shopId, shopId), eq(lots.id, id)))
      .for('update');
    return rows.length > 0;
  }

  /** @returns false where the supply has a lot of that name */
  async add(tx: Transaction, row: typeof lots.$inferInsert): Promise<boolean> {
    return (await tx.insert(lots).values(row).onConflictDoNothing().returning()).length > 0;
  }

  async move(tx: Transaction, row: typeof lotMoves.$inferInsert): Promise<void> {
    await tx.insert(lotMoves).values(row);
  }

  /** Motors on the floor with their windings and records, in the order of the floor, as far as their wire asks. */
  async toWind(shopId: string): Promise<MotorToWind[]> {
    const rows = await this.database.db
      .select({
        number: motors.number,
        kind: motors.kind,
        plate: motors.plate,
        rush: motors.rush,
        promisedAt: motors.promisedAt,
        place: motors.place,
        windings: sql<MotorToWind['windings']>`(select json_agg(json_build_object(
            'role', w.role, 'typed', w.typed, 'releasedAt', w.released_at, 'planOrder', w.plan_order))
          from windings w where w.motor_id = motors.id)`,
        records: sql<MotorToWind['records']>`(select coalesce(json_agg(x.typed), '[]')
          from steps x where x.motor_id = motors.id and x.signed_at is not null)`,
      })
      .from(motors)
      .where(and(...onTheFloor(shopId), sql`exists (select from windings w where w.motor_id = motors.id)`))
      .limit(MOST_ON_FLOOR);
    return rows
      .map(({ promisedAt, ...r }) => ({ ...r, promisedAt: promisedAt?.toISOString() ?? null }))
      .sort(byRushAndPlace);
  }

  async drawnFor(shopId: string, number: string): Promise<DrawnForMotor[]> {
    const rows = await this.database.db
      .select({ move: lotMoves, lot: lots.lot, supply: supplies.name, typed: supplies.typed })
      .from(lotMoves)
      .innerJoin(motors, eq(motors.id, lotMoves.motorId))
      .innerJoin(lots, eq(lots.id, lotMoves.lotId))
      .innerJoin(supplies, eq(supplies.id, lots.supplyId))
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number)))
      .orderBy(desc(lotMoves.order));
    return rows.map(({ move, lot, supply, typed }) => ({
      what: move.what,
      amount: move.amount,
      value: move.value,
      motor: number,
      note: move.note,
      at: move.at.toISOString(),
      by: move.by,
      supply,
      unit: typed['unit'] ?? '',
      lot,
    }));
  }
}
