/**
 * Waits that grow with failed tries: by where they come from and for whom, and by where they come from alone. Never by the
 * name alone, or anybody on the network could keep a person out for ever.
 */
import { Injectable } from '@nestjs/common';
import { eq, inArray, lt, sql, type SQL } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { Database } from '../database/database.ts';
import { signInTries } from '../database/schema.ts';

interface Limit {
  readonly free: number;
  readonly firstS: number;
  readonly mostS: number;
}
const PAIR: Limit = { free: 5, firstS: 30, mostS: 900 };
const PLACE: Limit = { free: 30, firstS: 30, mostS: 900 };
/** Forgotten after that long without a try. */
const FORGET_HOURS = 24;

const hashed = (text: string) => createHash('sha256').update(text).digest('base64url');
const keys = (name: string, place: string) =>
  [
    {
      key: `pair ${hashed(`${name.trim().toLowerCase()} ${place}`)} ${hashed(name.trim().toLowerCase())}`,
      limit: PAIR,
    },
    { key: `place ${hashed(place)}`, limit: PLACE },
  ] as const;

@Injectable()
export class SignInLimits {
  constructor(private readonly database: Database) {}

  /**
   * Counts a try before it is checked: many at once get no more tries than one after another. The last free one begins the
   * wait for the next.
   * @returns seconds to wait; 0 when it may be checked now
   */
  async begin(name: string, place: string): Promise<number> {
    let wait = 0;
    for (const { key, limit } of keys(name, place)) wait = Math.max(wait, await this.count(key, limit));
    return wait;
  }

  private async count(key: string, { free, firstS, mostS }: Limit): Promise<number> {
    const next = (tries: SQL) => sql`case when ${tries} >= ${free}
      then now() + make_interval(secs => least(${mostS}, ${firstS} * power(2, ${tries} - ${free}))) end`;
    const granted = await this.database.db
      .insert(signInTries)
      .values({ key, tries: 1, lastAt: sql`now()`, waitUntil: next(sql`1`) })
      .onConflictDoUpdate({
        target: signInTries.key,
        set: {
          tries: sql`${signInTries.tries} + 1`,
          lastAt: sql`now()`,
          waitUntil: next(sql`(${signInTries.tries} + 1)`),
        },
        // While it waits, further tries neither count nor lengthen the wait.
        setWhere: sql`${signInTries.waitUntil} is null or ${signInTries.waitUntil} <= now()`,
      })
      .returning({ key: signInTries.key });
    if (granted.length > 0) return 0;
    const [row] = await this.database.db
      .select({ wait: sql<number>`ceil(extract(epoch from ${signInTries.waitUntil} - now()))::int` })
      .from(signInTries)
      .where(eq(signInTries.key, key));
    return Math.max(1, row?.wait ?? 1);
  }

  async succeeded(name: string, place: string) {
    await this.database.db.delete(signInTries).where(
      inArray(
        signInTries.key,
        keys(name, place).map((k) => k.key),
      ),
    );
    await this.database.db
      .delete(signInTries)
      .where(lt(signInTries.lastAt, sql`now() - make_interval(hours => ${FORGET_HOURS})`));
  }

  /** A lead, or who stands at the machine, lets a person try again from everywhere. */
  async unlock(name: string): Promise<number> {
    const mine = ` ${hashed(name.trim().toLowerCase())}`;
    const rows = await this.database.db
      .delete(signInTries)
      .where(eq(sql`right(${signInTries.key}, ${mine.length})`, mine))
      .returning({ key: signInTries.key });
    return rows.length;
  }
}
