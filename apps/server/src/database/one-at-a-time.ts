/** Waiting for others who are about to decide the same thing of a shop, where no row stands yet to be locked. */
import { sql } from 'drizzle-orm';
import type { Transaction } from './database.ts';

/**
 * Held until the transaction ends; what is read after it has what they left.
 * @param what the thing that there may be only one of, such as `route names`
 */
export const oneAtATime = (tx: Transaction, shopId: string, what: string) =>
  tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`${shopId} ${what}`}, 0))`);
