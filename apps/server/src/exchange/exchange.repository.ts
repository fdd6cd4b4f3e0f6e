import { Injectable } from '@nestjs/common';
import { and, eq, or } from 'drizzle-orm';
import type { MotorDocument } from '@norther/records';
import type { Transaction } from '../database/database.ts';
import {
  events,
  gatePasses,
  holds,
  jointMarks,
  motors,
  readings,
  steps,
  windings,
} from '../database/schema.ts';
import { wordsOf } from '../motors/motors.repository.ts';

const date = (iso: string | null) => (iso ? new Date(iso) : null);

@Injectable()
export class ExchangeRepository {
  async known(tx: Transaction, id: string, shopId: string, number: string): Promise<boolean> {
    const rows = await tx
      .select({ id: motors.id })
      .from(motors)
      .where(or(eq(motors.id, id), and(eq(motors.shopId, shopId), eq(motors.number, number))));
    return rows.length > 0;
  }

  async insert(tx: Transaction, shopId: string, d: MotorDocument) {
    const of = { shopId, motorId: d.motor.id };
    await tx.insert(motors).values({
      ...d.motor,
      shopId,
      promisedAt: date(d.motor.promisedAt),
      arrivedAt: new Date(d.motor.arrivedAt),
      shippedAt: date(d.motor.shippedAt),
      words: wordsOf(d.motor),
    });
    for (const w of d.windings)
      await tx.insert(windings).values({ ...w, ...of, changedAt: new Date(w.changedAt) });
    for (const s of d.steps)
      await tx.insert(steps).values({ ...s, ...of, takenAt: date(s.takenAt), signedAt: date(s.signedAt) });
    for (const h of d.holds)
      await tx
        .insert(holds)
        .values({ ...h, ...of, raisedAt: new Date(h.raisedAt), clearedAt: date(h.clearedAt) });
    for (const g of d.gatePasses) await tx.insert(gatePasses).values({ ...g, ...of, at: new Date(g.at) });
    for (const r of d.readings)
      await tx.insert(readings).values({
        ...r,
        ...of,
        log: (r.log as (typeof readings.$inferInsert)['log']) ?? null,
        takenAt: new Date(r.takenAt),
      });
    for (const m of d.jointMarks) await tx.insert(jointMarks).values({ ...m, ...of, at: new Date(m.at) });
    for (const e of d.history) await tx.insert(events).values({ ...e, ...of, at: new Date(e.at) });
  }
}
