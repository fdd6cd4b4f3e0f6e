/** Reels and settings of the shop. */
import { Injectable } from '@nestjs/common';
import { and, asc, desc, eq, isNull, lt, sql } from 'drizzle-orm';
import type { EventRecord, ReelEntry, ReelRecord, SettingsRecord } from '@norther/records';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { events, reels, shopSettings } from '../database/schema.ts';
import { eventOf } from '../motors/motors.repository.ts';

const reelOf = (r: typeof reels.$inferSelect): ReelRecord => ({
  id: r.id,
  name: r.name,
  bareDiameterMm: r.bareDiameterMm,
  grade: r.grade as ReelRecord['grade'],
  overEnamelMm: r.overEnamelMm,
  strap: r.strap,
  massKg: r.massKg,
  retiredAt: r.retiredAt?.toISOString() ?? null,
  version: r.version,
});

@Injectable()
export class StoresRepository {
  constructor(private readonly database: Database) {}

  /** Those in stock; with `retired` also those that are gone. */
  async reels(
    shopId: string,
    db: Db | Transaction = this.database.db,
    retired = false,
  ): Promise<ReelRecord[]> {
    const rows = await db
      .select()
      .from(reels)
      .where(and(eq(reels.shopId, shopId), retired ? undefined : isNull(reels.retiredAt)))
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

  /** @returns null when the stored version is another */
  async retire(
    tx: Transaction,
    shopId: string,
    id: string,
    version: number,
    at: Date | null,
  ): Promise<ReelRecord | null> {
    const [row] = await tx
      .update(reels)
      .set({ retiredAt: at, version: sql`${reels.version} + 1` })
      .where(and(eq(reels.shopId, shopId), eq(reels.id, id), eq(reels.version, version)))
      .returning();
    return row ? reelOf(row) : null;
  }

  /** Takes wound copper off a reel; never below nothing. @returns null where there is no such reel in stock */
  async draw(tx: Transaction, shopId: string, name: string, kg: number): Promise<ReelRecord | null> {
    const [row] = await tx
      .update(reels)
      .set({ massKg: sql`greatest(0, ${reels.massKg} - ${kg})`, version: sql`${reels.version} + 1` })
      .where(
        and(
          eq(reels.shopId, shopId),
          eq(sql`lower(${reels.name})`, name.toLowerCase()),
          isNull(reels.retiredAt),
        ),
      )
      .returning();
    return row ? reelOf(row) : null;
  }

  /** Events of the shop that are no motor's, newest first. */
  async history(shopId: string, before: number | undefined, limit: number): Promise<EventRecord[]> {
    const rows = await this.database.db
      .select()
      .from(events)
      .where(
        and(
          eq(events.shopId, shopId),
          isNull(events.motorId),
          before === undefined ? undefined : lt(events.order, before),
        ),
      )
      .orderBy(desc(events.order))
      .limit(limit);
    return rows.map(eventOf);
  }
}
