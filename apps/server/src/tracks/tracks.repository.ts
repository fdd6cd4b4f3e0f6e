import { Injectable } from '@nestjs/common';
import { eq, sql } from 'drizzle-orm';
import type { Transaction } from '../database/database.ts';
import { gatePasses, holds, steps } from '../database/schema.ts';

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
      .values({ ...key, typed: {}, takenAt: at, takenBy: by, version: 1 })
      .onConflictDoUpdate({
        target: [steps.motorId, steps.station],
        set: { takenAt: at, takenBy: by, version: sql`${steps.version} + 1` },
      });
  }

  async sign(tx: Transaction, { at, by, typed, ...key }: StepChange & { typed: Record<string, string> }) {
    await tx
      .insert(steps)
      .values({ ...key, typed, takenAt: at, takenBy: by, signedAt: at, signedBy: by, version: 1 })
      .onConflictDoUpdate({
        target: [steps.motorId, steps.station],
        set: {
          typed,
          signedAt: at,
          signedBy: by,
          takenAt: sql`coalesce(${steps.takenAt}, ${at})`,
          takenBy: sql`coalesce(${steps.takenBy}, ${by})`,
          version: sql`${steps.version} + 1`,
        },
      });
  }

  async hold(tx: Transaction, row: typeof holds.$inferInsert) {
    await tx.insert(holds).values(row);
    return { id: row.id, body: row.body, reason: row.reason, raisedBy: row.raisedBy };
  }

  async clear(tx: Transaction, id: string, at: Date, by: string, reason: string) {
    await tx.update(holds).set({ clearedAt: at, clearedBy: by, clearReason: reason }).where(eq(holds.id, id));
  }

  async pass(tx: Transaction, row: typeof gatePasses.$inferInsert) {
    await tx.insert(gatePasses).values(row);
  }
}
