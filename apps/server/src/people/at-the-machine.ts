/** What who stands at the machine may do about people, with the owner's rights: set up, unlock. */
import { randomInt } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Database, makePool } from '../database/database.ts';
import { people, shops } from '../database/schema.ts';
import { v7 as uuidV7 } from 'uuid';
import { hashPin } from './pins.ts';
import { SignInLimits } from './sign-in-limits.ts';

/** No letters or figures that are taken for one another. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';

async function withDatabase<T>(url: string, work: (database: Database) => Promise<T>): Promise<T> {
  const pool = makePool(url, 1);
  try {
    return await work(new Database(pool));
  } finally {
    await pool.end();
  }
}

/**
 * A new one-time word for the first lead; makes the shop itself when there is none.
 * @returns null when the shop has its people already
 */
export function newSetupWord(ownerUrl: string): Promise<string | null> {
  return withDatabase(ownerUrl, async ({ db }) => {
    const [shop] = await db.select().from(shops).limit(1);
    const shopId = shop?.id ?? uuidV7();
    if (!shop) await db.insert(shops).values({ id: shopId, name: 'A new shop' });
    const [somebody] = await db
      .select({ id: people.id })
      .from(people)
      .where(eq(people.shopId, shopId))
      .limit(1);
    if (somebody) return null;
    const word = [0, 1, 2]
      .map(() => Array.from({ length: 4 }, () => SIGNS[randomInt(SIGNS.length)]).join(''))
      .join('-');
    await db
      .update(shops)
      .set({ setupHash: await hashPin(word) })
      .where(eq(shops.id, shopId));
    return word;
  });
}

/** Whose PIN still stands in the documentation. */
export function publishedPins(ownerUrl: string): Promise<string[]> {
  return withDatabase(ownerUrl, async ({ db }) => {
    const rows = await db
      .select({ name: people.name })
      .from(people)
      .where(and(eq(people.publishedPin, true), isNull(people.retiredAt)))
      .orderBy(sql`${people.name}`);
    return rows.map((r) => r.name);
  });
}

export function unlockPerson(ownerUrl: string, name: string): Promise<string> {
  return withDatabase(ownerUrl, async (database) => {
    const undone = await new SignInLimits(database).unlock(name);
    return undone > 0 ? `${name} may try again.` : `Nothing keeps “${name}” from trying.`;
  });
}
