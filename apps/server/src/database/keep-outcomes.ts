/** After an update: readings with logs are judged by the new core once, so that nobody reads their logs to open a motor. */
import { CORE_VERSION, judgeTest, type TestKindId } from '@norther/core';
import { and, eq, gt, or, sql } from 'drizzle-orm';
import { Database, makePool } from './database.ts';
import { curves, readings } from './schema.ts';

/** @param ownerUrl the application's own role may not change a reading */
export async function keepOutcomes(ownerUrl: string): Promise<void> {
  const pool = makePool(ownerUrl, 1);
  try {
    const { db } = new Database(pool);
    for (;;) {
      const old = await db
        .select({ id: readings.id, kind: readings.kind, typed: readings.typed, points: curves.points })
        .from(readings)
        .innerJoin(curves, eq(curves.readingId, readings.id))
        .where(
          and(
            gt(readings.logPoints, 0),
            or(sql`${readings.kept} is null`, sql`${readings.kept}->>'core' <> ${CORE_VERSION}`),
          ),
        )
        .limit(50);
      if (old.length === 0) return;
      for (const r of old) {
        const outcome = judgeTest(r.kind as TestKindId, r.typed, { plate: {}, log: r.points });
        await db
          .update(readings)
          .set({ kept: { core: CORE_VERSION, outcome } })
          .where(eq(readings.id, r.id));
      }
    }
  } finally {
    await pool.end();
  }
}
