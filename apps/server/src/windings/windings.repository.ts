import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import type { JointMarkRecord, WindingRecord } from '@norther/records';
import type { Transaction } from '../database/database.ts';
import { jointMarks, windings } from '../database/schema.ts';
import { windingRecordOf } from '../motors/motors.repository.ts';

const NEXT = sql`nextval('happened')`;

@Injectable()
export class WindingsRepository {
  /** Inserts version 1, or moves `version` on by one. @returns null when the stored version is another */
  async save(
    tx: Transaction,
    { anotherPlan, ...row }: typeof windings.$inferInsert & { readonly anotherPlan: boolean },
  ): Promise<WindingRecord | null> {
    const [saved] =
      row.version === 0
        ? await tx
            .insert(windings)
            .values({ ...row, version: 1, planOrder: anotherPlan ? NEXT : 0 })
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
              releasedAt: row.releasedAt ?? null,
              releasedBy: row.releasedBy ?? null,
              ...(anotherPlan ? { planOrder: NEXT } : {}),
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

  /** @returns null when the stored version is another */
  async release(
    tx: Transaction,
    id: string,
    version: number,
    { at, by, anotherPlan }: { readonly at: Date; readonly by: string; readonly anotherPlan: boolean },
  ): Promise<WindingRecord | null> {
    const [row] = await tx
      .update(windings)
      .set({
        releasedAt: at,
        releasedBy: by,
        version: version + 1,
        ...(anotherPlan ? { planOrder: NEXT } : {}),
      })
      .where(and(eq(windings.id, id), eq(windings.version, version)))
      .returning();
    return row ? windingRecordOf(row) : null;
  }

  async mark(tx: Transaction, row: typeof jointMarks.$inferInsert): Promise<JointMarkRecord> {
    const [saved] = await tx.insert(jointMarks).values(row).returning();
    const { id, plan, joint, note, by, order, at } = saved!;
    return {
      id,
      plan,
      joint,
      mark: saved!.mark as JointMarkRecord['mark'],
      note,
      by,
      order,
      at: at.toISOString(),
    };
  }
}
