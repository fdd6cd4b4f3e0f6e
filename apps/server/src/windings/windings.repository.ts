import { Injectable } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import type { WindingRecord } from '@norther/records';
import type { Transaction } from '../database/database.ts';
import { jointMarks, windings } from '../database/schema.ts';
import { windingRecordOf } from '../motors/motors.repository.ts';

@Injectable()
export class WindingsRepository {
  async find(tx: Transaction, motorId: string, role: string): Promise<WindingRecord | null> {
    const [row] = await tx
      .select()
      .from(windings)
      .where(and(eq(windings.motorId, motorId), eq(windings.role, role)));
    return row ? windingRecordOf(row) : null;
  }

  /** Inserts version 1, or moves `version` on by one. @returns null when the stored version is another */
  async save(tx: Transaction, row: typeof windings.$inferInsert): Promise<WindingRecord | null> {
    const [saved] =
      row.version === 0
        ? await tx
            .insert(windings)
            .values({ ...row, version: 1 })
            .onConflictDoNothing()
            .returning()
        : await tx
            .update(windings)
            .set({
              typed: row.typed,
              values: row.values,
              version: row.version + 1,
              changedAt: row.changedAt,
              changedBy: row.changedBy,
            })
            .where(
              and(
                eq(windings.motorId, row.motorId),
                eq(windings.role, row.role),
                eq(windings.version, row.version),
              ),
            )
            .returning();
    return saved ? windingRecordOf(saved) : null;
  }

  async mark(tx: Transaction, row: typeof jointMarks.$inferInsert) {
    await tx.insert(jointMarks).values(row);
  }
}
