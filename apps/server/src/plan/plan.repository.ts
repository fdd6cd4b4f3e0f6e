/** What a plan is made from, in a few queries: the floor, what earlier motors took, who works, what is wished. */
import { Injectable } from '@nestjs/common';
import type { PlanAnswer, WishRecord } from '@norther/records';
import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { motors, people, wishes } from '../database/schema.ts';
import { LISTED, MOST_ON_FLOOR, onTheFloor, stepOfList, STEPS } from '../motors/listed.ts';
import { isoOf } from '../motors/rows-from-json.ts';

/** Enough past ones to know a shop by. */
const LEARNED_FROM = 80;

const wishOf = ({ wish, motor }: { wish: typeof wishes.$inferSelect; motor: string }): WishRecord => ({
  id: wish.id,
  motor,
  station: wish.station,
  worker: wish.worker,
  notBefore: wish.notBefore?.toISOString() ?? null,
  why: wish.why,
  insisted: wish.insisted,
  at: wish.at.toISOString(),
  by: wish.by,
});

@Injectable()
export class PlanRepository {
  constructor(private readonly database: Database) {}

  async motors(shopId: string): Promise<PlanAnswer['motors']> {
    const rows = await this.database.db
      .select({
        motor: LISTED,
        power: sql<string>`coalesce(${motors.plate} ->> 'power', '')`,
        mass: sql<string>`coalesce(${motors.plate} ->> 'mass', '')`,
        steps: STEPS,
        held: sql<string | null>`(select h.body || ': ' || h.reason from holds h
          where h.motor_id = motors.id and h.cleared_at is null order by h."order" limit 1)`,
      })
      .from(motors)
      .where(and(...onTheFloor(shopId)))
      .orderBy(motors.number)
      .limit(MOST_ON_FLOOR);
    return rows.map(({ motor, steps, ...rest }) => ({
      ...rest,
      motor: { ...motor, promisedAt: motor.promisedAt?.toISOString() ?? null },
      steps: steps.map((list) => {
        const step = stepOfList(list);
        return { ...step, takenAt: isoOf(step.takenAt), signedAt: isoOf(step.signedAt) };
      }),
    }));
  }

  async past(shopId: string): Promise<PlanAnswer['past']> {
    const rows = await this.database.db
      .select({
        kind: motors.kind,
        power: sql<string>`coalesce(${motors.plate} ->> 'power', '')`,
        steps: STEPS,
      })
      .from(motors)
      .where(and(eq(motors.shopId, shopId), isNotNull(motors.shippedAt), isNull(motors.withdrawnAt)))
      .orderBy(desc(motors.shippedAt))
      .limit(LEARNED_FROM);
    return rows.map(({ steps, ...rest }) => ({
      ...rest,
      steps: steps.flatMap(([station, takenAt, , signedAt]) =>
        takenAt && signedAt ? [[station, isoOf(takenAt)!, isoOf(signedAt)!] as const] : [],
      ),
    }));
  }

  async people(shopId: string): Promise<PlanAnswer['people']> {
    const rows = await this.database.db
      .select({ name: people.name, role: people.role, shift: people.shift })
      .from(people)
      .where(and(eq(people.shopId, shopId), isNull(people.retiredAt)))
      .orderBy(people.name);
    return rows as PlanAnswer['people'];
  }

  async wishes(shopId: string, db: Db | Transaction = this.database.db): Promise<WishRecord[]> {
    const rows = await db
      .select({ wish: wishes, motor: motors.number })
      .from(wishes)
      .innerJoin(motors, eq(motors.id, wishes.motorId))
      .where(and(eq(wishes.shopId, shopId), isNull(wishes.takenBackAt), isNull(motors.shippedAt)))
      .orderBy(wishes.order);
    return rows.map(wishOf);
  }

  async add(tx: Transaction, row: typeof wishes.$inferInsert) {
    await tx.insert(wishes).values(row);
  }

  /** @returns the motor's id; null where there is no such open wish */
  async takeBack(
    tx: Transaction,
    shopId: string,
    which: { id: string } | { motorId: string; station: string },
    at: Date,
    by: string,
  ) {
    const [row] = await tx
      .update(wishes)
      .set({ takenBackAt: at, takenBackBy: by })
      .where(
        and(
          eq(wishes.shopId, shopId),
          isNull(wishes.takenBackAt),
          'id' in which
            ? eq(wishes.id, which.id)
            : and(eq(wishes.motorId, which.motorId), eq(wishes.station, which.station)),
        ),
      )
      .returning({ motorId: wishes.motorId, station: wishes.station });
    return row ?? null;
  }
}
