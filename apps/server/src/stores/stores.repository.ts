/** Reels and settings of the shop. */
import { Injectable } from '@nestjs/common';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { ReelEntry, ReelRecord, SettingsRecord } from '@norther/records';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { reels, shopSettings } from '../database/schema.ts';

const reelOf = (r: typeof reels.$inferSelect): ReelRecord => ({
  id: r.id,
  name: r.name,
  bareDiameterMm: r.bareDiameterMm,
  grade: r.grade as ReelRecord['grade'],
  overEnamelMm: r.overEnamelMm,
  massKg: r.massKg,
  version: r.version,
});

@Injectable()
export class StoresRepository {
  constructor(private readonly database: Database) {}

  async reels(shopId: string, db: Db | Transaction = this.database.db): Promise<ReelRecord[]> {
    const rows = await db
      .select()
      .from(reels)
      .where(eq(reels.shopId, shopId))
      .orderBy(asc(reels.bareDiameterMm), asc(reels.name));
    return rows.map(reelOf);
  }

  async settings(shopId: string, db: Db | Transaction = this.database.db): Promise<SettingsRecord> {
    const [row] = await db.select().from(shopSettings).where(eq(shopSettings.shopId, shopId));
    return row ? { typed: row.typed, version: row.version } : { typed: {}, version: 0 };
  }

  /** @returns null when the stored version is another */
  async saveSettings(tx: Transaction, shopId: string, next: SettingsRecord): Promise<SettingsRecord | null> {
    const [row] =
      next.version === 0
        ? await tx
            .insert(shopSettings)
            .values({ shopId, typed: next.typed, version: 1 })
            .onConflictDoNothing()
            .returning()
        : await tx
            .update(shopSettings)
            .set({ typed: next.typed, version: next.version + 1 })
            .where(and(eq(shopSettings.shopId, shopId), eq(shopSettings.version, next.version)))
            .returning();
    return row ? { typed: row.typed, version: row.version } : null;
  }

  async reel(tx: Transaction, shopId: string, id: string): Promise<ReelRecord | null> {
    const [row] = await tx
      .select()
      .from(reels)
      .where(and(eq(reels.shopId, shopId), eq(reels.id, id)));
    return row ? reelOf(row) : null;
  }

  /** @returns null when a reel of that name is there already */
  async add(tx: Transaction, shopId: string, id: string, entry: ReelEntry): Promise<ReelRecord | null> {
    const [row] = await tx
      .insert(reels)
      .values({ id, shopId, ...entry, version: 1 })
      .onConflictDoNothing()
      .returning();
    return row ? reelOf(row) : null;
  }

  /** @returns null when the stored version is another */
  async change(
    tx: Transaction,
    shopId: string,
    id: string,
    version: number,
    entry: ReelEntry,
  ): Promise<ReelRecord | null> {
    const [row] = await tx
      .update(reels)
      .set({ ...entry, version: sql`${reels.version} + 1` })
      .where(and(eq(reels.shopId, shopId), eq(reels.id, id), eq(reels.version, version)))
      .returning();
    return row ? reelOf(row) : null;
  }

  async remove(tx: Transaction, shopId: string, id: string) {
    await tx.delete(reels).where(and(eq(reels.shopId, shopId), eq(reels.id, id)));
  }
}
