import { Injectable } from '@nestjs/common';
import type { PersonRecord } from '@norther/records';
import { and, asc, eq, gt, isNull, lt, sql } from 'drizzle-orm';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { events, people, sessions, shops } from '../database/schema.ts';
import { v7 as uuidV7 } from 'uuid';
import type { Person, Role } from './person.ts';

const PERSON = {
  id: people.id,
  shopId: people.shopId,
  shop: shops.name,
  name: people.name,
  role: people.role,
  demo: sql<boolean>`exists (select 1 from people d where d.shop_id = ${people.shopId} and d.published_pin and d.retired_at is null)`,
};

const sessionQuery = (db: Db) =>
  db
    .select(PERSON)
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .innerJoin(shops, eq(shops.id, people.shopId))
    .where(
      and(
        eq(sessions.tokenHash, sql.placeholder('tokenHash')),
        gt(sessions.expiresAt, sql`now()`),
        isNull(people.retiredAt),
      ),
    );

const recordOf = (r: typeof people.$inferSelect): PersonRecord => ({
  id: r.id,
  name: r.name,
  role: r.role as Role,
  retiredAt: r.retiredAt?.toISOString() ?? null,
  publishedPin: r.publishedPin,
  shift: r.shift,
  version: r.version,
});

@Injectable()
export class PeopleRepository {
  /** Asked with every request, so built once. */
  private readonly session;

  constructor(private readonly database: Database) {
    this.session = sessionQuery(database.db).prepare('session');
  }

  async byName(name: string): Promise<(Person & { readonly pinHash: string }) | null> {
    const [row] = await this.database.db
      .select({ ...PERSON, pinHash: people.pinHash })
      .from(people)
      .innerJoin(shops, eq(shops.id, people.shopId))
      .where(and(eq(sql`lower(${people.name})`, name.trim().toLowerCase()), isNull(people.retiredAt)));
    return row ? { ...row, role: row.role as Role } : null;
  }

  /** In the shop's own history; a shop of one is meant where the name is nobody's. */
  async recordFailedSignIn(name: string, shopId: string | null) {
    const shop = shopId ?? (await this.database.db.select({ id: shops.id }).from(shops).limit(1))[0]?.id;
    if (!shop) return;
    await this.database.db.insert(events).values({
      id: uuidV7(),
      shopId: shop,
      motorId: null,
      at: new Date(),
      who: name.trim().slice(0, 80),
      what: 'failed to sign in',
      why: '',
      writeId: '',
    });
  }

  async addSession(tokenHash: string, personId: string, expiresAt: Date) {
    await this.database.db.delete(sessions).where(lt(sessions.expiresAt, sql`now()`));
    await this.database.db.insert(sessions).values({ tokenHash, personId, expiresAt });
  }

  async bySession(tokenHash: string): Promise<Person | null> {
    const [row] = await this.session.execute({ tokenHash });
    return row ? { ...row, role: row.role as Role } : null;
  }

  async dropSession(tokenHash: string) {
    await this.database.db.delete(sessions).where(eq(sessions.tokenHash, tokenHash));
  }

  async dropSessionsOf(tx: Transaction, personId: string) {
    await tx.delete(sessions).where(eq(sessions.personId, personId));
  }

  /** The shop that has nobody yet; null where there is somebody. */
  async emptyShop(): Promise<{ readonly id: string; readonly setupHash: string | null } | null> {
    const [row] = await this.database.db
      .select({ id: shops.id, setupHash: shops.setupHash })
      .from(shops)
      .where(sql`not exists (select 1 from people p where p.shop_id = ${shops.id})`)
      .limit(1);
    return row ?? null;
  }

  /** @returns null when somebody was entered meanwhile */
  addFirst(shopId: string, shopName: string, name: string, pinHash: string): Promise<Person | null> {
    return this.database.transaction(async (tx) => {
      await tx.select().from(shops).where(eq(shops.id, shopId)).for('update');
      const there = await tx.select({ id: people.id }).from(people).where(eq(people.shopId, shopId)).limit(1);
      if (there.length > 0) return null;
      await tx.update(shops).set({ name: shopName, setupHash: null }).where(eq(shops.id, shopId));
      const id = uuidV7();
      await tx.insert(people).values({ id, shopId, name, role: 'lead', pinHash });
      await tx.insert(events).values({
        id: uuidV7(),
        shopId,
        motorId: null,
        at: new Date(),
        who: name,
        what: 'shop set up',
        after: { shop: shopName, lead: name },
        why: '',
        writeId: '',
      });
      return { id, shopId, shop: shopName, name, role: 'lead', demo: false };
    });
  }

  async list(shopId: string): Promise<PersonRecord[]> {
    const rows = await this.database.db
      .select()
      .from(people)
      .where(eq(people.shopId, shopId))
      .orderBy(asc(people.name));
    return rows.map(recordOf);
  }

  /** Everybody of the shop, held until the transaction ends: who is the last lead depends on all of them. */
  async lockAll(tx: Transaction, shopId: string): Promise<PersonRecord[]> {
    await tx.select({ id: shops.id }).from(shops).where(eq(shops.id, shopId)).for('update');
    const rows = await tx.select().from(people).where(eq(people.shopId, shopId));
    return rows.map(recordOf);
  }

  /** @returns null when the name is taken */
  async add(
    tx: Transaction,
    shopId: string,
    { name, role, pinHash }: { readonly name: string; readonly role: Role; readonly pinHash: string },
  ): Promise<PersonRecord | null> {
    const [row] = await tx
      .insert(people)
      .values({ id: uuidV7(), shopId, name, role, pinHash })
      .onConflictDoNothing()
      .returning();
    return row ? recordOf(row) : null;
  }

  /** @returns null when the name is taken */
  async change(
    tx: Transaction,
    id: string,
    change: Partial<typeof people.$inferInsert>,
  ): Promise<PersonRecord | null> {
    if (change.name !== undefined) {
      const [same] = await tx
        .select({ id: people.id })
        .from(people)
        .where(
          and(
            eq(sql`lower(${people.name})`, change.name.toLowerCase()),
            sql`${people.id} <> ${id}`,
            sql`${people.shopId} = (select shop_id from people where id = ${id})`,
          ),
        );
      if (same) return null;
    }
    const [row] = await tx
      .update(people)
      .set({ ...change, version: sql`${people.version} + 1` })
      .where(eq(people.id, id))
      .returning();
    return recordOf(row!);
  }
}
