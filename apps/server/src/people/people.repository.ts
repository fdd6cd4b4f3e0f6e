import { Injectable } from '@nestjs/common';
import { and, eq, gt, lt, sql } from 'drizzle-orm';
import { Database, type Db } from '../database/database.ts';
import { people, sessions, shops } from '../database/schema.ts';
import type { Person, Role } from './person.ts';

const PERSON = {
  id: people.id,
  shopId: people.shopId,
  shop: shops.name,
  name: people.name,
  role: people.role,
};

const sessionQuery = (db: Db) =>
  db
    .select(PERSON)
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .innerJoin(shops, eq(shops.id, people.shopId))
    .where(and(eq(sessions.tokenHash, sql.placeholder('tokenHash')), gt(sessions.expiresAt, sql`now()`)));

@Injectable()
export class PeopleRepository {
  /** Asked with every request, so built once. */
  private readonly session;

  constructor(private readonly database: Database) {
    this.session = sessionQuery(database.db).prepare('session');
  }

  async byName(name: string) {
    const [row] = await this.database.db
      .select({
        ...PERSON,
        pinHash: people.pinHash,
        lockedUntil: people.lockedUntil,
      })
      .from(people)
      .innerJoin(shops, eq(shops.id, people.shopId))
      .where(eq(sql`lower(${people.name})`, name.trim().toLowerCase()));
    return row ? { ...row, role: row.role as Role } : null;
  }

  /** Counts a try and locks the name at the limit; an old lock that has run out starts the count anew. */
  async countTry(id: string, limit: number, lockMinutes: number): Promise<number> {
    const [row] = await this.database.db
      .update(people)
      .set({
        failedTries: sql`case when ${people.lockedUntil} <= now() then 1 else ${people.failedTries} + 1 end`,
        lockedUntil: sql`case when ${people.lockedUntil} <= now() then null
          when ${people.failedTries} + 1 >= ${limit} then now() + make_interval(mins => ${lockMinutes})
          else ${people.lockedUntil} end`,
      })
      .where(eq(people.id, id))
      .returning({ tries: people.failedTries });
    return row!.tries;
  }

  async clearTries(id: string) {
    await this.database.db.update(people).set({ failedTries: 0, lockedUntil: null }).where(eq(people.id, id));
  }

  async addSession(tokenHash: string, personId: string, expiresAt: Date) {
    await this.database.db.delete(sessions).where(lt(sessions.expiresAt, new Date()));
    await this.database.db.insert(sessions).values({ tokenHash, personId, expiresAt });
  }

  async bySession(tokenHash: string): Promise<Person | null> {
    const [row] = await this.session.execute({ tokenHash });
    return row ? { ...row, role: row.role as Role } : null;
  }

  async dropSession(tokenHash: string) {
    await this.database.db.delete(sessions).where(eq(sessions.tokenHash, tokenHash));
  }

  async names(): Promise<string[]> {
    const rows = await this.database.db.select({ name: people.name }).from(people).orderBy(people.name);
    return rows.map((r) => r.name);
  }
}
