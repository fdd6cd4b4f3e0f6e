/** The shop's own routes. A version never changes, so one that was read once is kept. */
import { Injectable } from '@nestjs/common';
import { isPublished, type Route, type RouteName } from '@norther/core';
import type { OwnRoute } from '@norther/records';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { routes, routeVersions } from '../database/schema.ts';

type Head = typeof routes.$inferSelect;

@Injectable()
export class RoutesRepository {
  /** A shop has few, and each some kilobytes. */
  private readonly read = new Map<string, Route>();

  constructor(private readonly database: Database) {}

  /** The own route that a motor goes; null where it goes a published one. */
  async ownRouteOf(
    shopId: string,
    { route, routeVersion }: RouteName,
    db: Db | Transaction = this.database.db,
  ): Promise<Route | null> {
    if (isPublished(route)) return null;
    const key = `${shopId} ${route} ${routeVersion}`;
    const known = this.read.get(key);
    if (known) return known;
    const found = await versionOf(db, shopId, route, routeVersion);
    if (found) this.read.set(key, found);
    return found;
  }

  /** Every route of the shop with its versions, newest first. */
  async all(shopId: string, db: Db | Transaction = this.database.db): Promise<OwnRoute[]> {
    const heads = await db.select().from(routes).where(eq(routes.shopId, shopId)).orderBy(asc(routes.id));
    const versions = await db
      .select()
      .from(routeVersions)
      .where(eq(routeVersions.shopId, shopId))
      .orderBy(desc(routeVersions.version));
    return heads.map((head) => ({
      id: head.id,
      versions: versions
        .filter((v) => v.route === head.id)
        .map((v) => ({
          route: v.document,
          publishedAt: v.publishedAt.toISOString(),
          publishedBy: v.publishedBy,
          why: v.why,
        })),
      usual: head.usual,
      retiredAt: head.retiredAt?.toISOString() ?? null,
      imported: head.imported,
      version: head.version,
    }));
  }

  async head(tx: Transaction, shopId: string, id: string): Promise<Head | null> {
    const [row] = await tx
      .select()
      .from(routes)
      .where(and(eq(routes.shopId, shopId), eq(routes.id, id)))
      .for('update');
    return row ?? null;
  }

  /** The one that motors of a kind begin with here; null where the published one is. */
  async usual(tx: Transaction, shopId: string, kind: string): Promise<Head | null> {
    const [row] = await tx
      .select()
      .from(routes)
      .where(
        and(
          eq(routes.shopId, shopId),
          eq(routes.kind, kind),
          eq(routes.usual, true),
          isNull(routes.retiredAt),
        ),
      );
    return row ?? null;
  }

  async newestVersion(tx: Transaction, shopId: string, id: string): Promise<number> {
    const [row] = await tx
      .select({ version: routeVersions.version })
      .from(routeVersions)
      .where(and(eq(routeVersions.shopId, shopId), eq(routeVersions.route, id)))
      .orderBy(desc(routeVersions.version))
      .limit(1);
    return row?.version ?? 0;
  }

  async addHead(tx: Transaction, head: Pick<Head, 'shopId' | 'id' | 'kind' | 'imported'>) {
    await tx.insert(routes).values(head);
  }

  async addVersion(tx: Transaction, version: typeof routeVersions.$inferInsert) {
    await tx.insert(routeVersions).values(version);
  }

  /** @returns null when the stored version is another */
  async change(
    tx: Transaction,
    shopId: string,
    id: string,
    version: number,
    next: Partial<Pick<Head, 'usual' | 'retiredAt'>>,
  ): Promise<Head | null> {
    const [row] = await tx
      .update(routes)
      .set({ ...next, version: version + 1 })
      .where(and(eq(routes.shopId, shopId), eq(routes.id, id), eq(routes.version, version)))
      .returning();
    return row ?? null;
  }

  /** No other route of the kind stays the usual one. */
  async clearUsual(tx: Transaction, shopId: string, kind: string) {
    await tx
      .update(routes)
      .set({ usual: false })
      .where(and(eq(routes.shopId, shopId), eq(routes.kind, kind), eq(routes.usual, true)));
  }
}

/** @returns null when the shop has no such version */
export async function versionOf(
  db: Db | Transaction,
  shopId: string,
  route: string,
  version: number,
): Promise<Route | null> {
  const [row] = await db
    .select({ document: routeVersions.document })
    .from(routeVersions)
    .where(
      and(
        eq(routeVersions.shopId, shopId),
        eq(routeVersions.route, route),
        eq(routeVersions.version, version),
      ),
    );
  return row?.document ?? null;
}
