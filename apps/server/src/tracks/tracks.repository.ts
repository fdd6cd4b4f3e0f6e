import { Injectable } from '@nestjs/common';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Transaction } from '../database/database.ts';
import { attempts, gatePasses, holds, steps } from '../database/schema.ts';

const NEXT = sql`nextval('happened')`;

interface StepChange {
  readonly id: string;
  readonly shopId: string;
  readonly motorId: string;
  readonly station: string;
  readonly at: Date;
  readonly by: string;
}

@Injectable()
export class TracksRepository {
  async take(tx: Transaction, { at, by, ...key }: StepChange) {
    await tx
      .insert(steps)
      .values({ ...key, typed: {}, takenAt: at, takenBy: by, takenOrder: NEXT, version: 1 })
      .onConflictDoUpdate({
        target: [steps.motorId, steps.station],
        set: { takenAt: at, takenBy: by, takenOrder: NEXT, version: sql`${steps.version} + 1` },
        setWhere: isNull(steps.signedAt),
      });
  }

  /** @returns false when it was signed already: a signature is never written over */
  async sign(
    tx: Transaction,
    { at, by, typed, ...key }: StepChange & { typed: Record<string, string> },
  ): Promise<boolean> {
    const taken = { takenAt: at, takenBy: by, takenOrder: NEXT };
    const signed = { typed, signedAt: at, signedBy: by, signedOrder: NEXT };
    const rows = await tx
      .insert(steps)
      .values({ ...key, ...taken, ...signed, version: 1 })
      .onConflictDoUpdate({
        target: [steps.motorId, steps.station],
        set: {
          ...signed,
          takenAt: sql`coalesce(${steps.takenAt}, ${at})`,
          takenBy: sql`coalesce(${steps.takenBy}, ${by})`,
          takenOrder: sql`coalesce(${steps.takenOrder}, ${NEXT})`,
          version: sql`${steps.version} + 1`,
        },
        setWhere: isNull(steps.signedAt),
      })
      .returning({ id: steps.id });
    return rows.length > 0;
  }

  async amend(tx: Transaction, id: string, typed: Record<string, string>) {
    await tx
      .update(steps)
      .set({ typed, version: sql`${steps.version} + 1` })
      .where(eq(steps.id, id));
  }

  /** Keeps the attempt as it was, so that the station can be done anew. */
  async keepAttempt(tx: Transaction, attempt: Omit<typeof attempts.$inferInsert, 'attempt'>) {
    const earlier = tx
      .select({ n: sql<number>`count(*)::int + 1` })
      .from(attempts)
      .where(and(eq(attempts.motorId, attempt.motorId), eq(attempts.station, attempt.station)));
    await tx.insert(attempts).values({ ...attempt, attempt: sql`(${earlier})` });
  }

  async reopen(tx: Transaction, id: string) {
    const open = { takenAt: null, takenBy: null, takenOrder: null, signedAt: null, signedBy: null };
    await tx
      .update(steps)
      .set({ ...open, signedOrder: null, reopenedOrder: NEXT, version: sql`${steps.version} + 1` })
      .where(eq(steps.id, id));
  }

  async hold(tx: Transaction, row: typeof holds.$inferInsert) {
    await tx.insert(holds).values(row);
    return { id: row.id, body: row.body, reason: row.reason, raisedBy: row.raisedBy };
  }

  /** @returns false when it was cleared already */
  async clear(tx: Transaction, id: string, at: Date, by: string, reason: string): Promise<boolean> {
    const rows = await tx
      .update(holds)
      .set({ clearedAt: at, clearedBy: by, clearReason: reason })
      .where(and(eq(holds.id, id), isNull(holds.clearedAt)))
      .returning({ id: holds.id });
    return rows.length > 0;
  }

  async pass(tx: Transaction, row: typeof gatePasses.$inferInsert) {
    await tx.insert(gatePasses).values(row);
  }
}
