import type { LogPoint, SurgeWaves } from '@norther/core';
import { Injectable } from '@nestjs/common';
import type { Transaction } from '../database/database.ts';
import { curves, readings, recordedWaves, withdrawals } from '../database/schema.ts';

@Injectable()
export class TestPanelRepository {
  /** @returns its place in the order of all that happened */
  async insert(
    tx: Transaction,
    row: typeof readings.$inferInsert,
    log: readonly LogPoint[] | undefined,
    waves: SurgeWaves | undefined,
  ): Promise<number> {
    const [saved] = await tx.insert(readings).values(row).returning({ order: readings.order });
    if (waves) await tx.insert(recordedWaves).values({ readingId: row.id, shopId: row.shopId, waves });
    if (log) await tx.insert(curves).values({ readingId: row.id, shopId: row.shopId, points: log });
    return saved!.order;
  }

  async withdraw(tx: Transaction, row: typeof withdrawals.$inferInsert) {
    await tx.insert(withdrawals).values(row);
  }
}
