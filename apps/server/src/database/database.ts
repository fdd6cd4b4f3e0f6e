/** The connection to PostgreSQL and the one way a change is made. */
import { HttpException, Inject, Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema.ts';

export const POOL = Symbol('pool');
export const DATABASE_URL = Symbol('database url');
export type Db = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Db['transaction']>[0]>[0];

/** A database that restarts breaks its connections; the pool opens new ones, the server must not fall over it. */
export function makePool(url: string, max = 12): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    idleTimeoutMillis: 30_000,
    // Who waits longer is told to come back; nobody waits for ever.
    connectionTimeoutMillis: 5000,
    // A backend that hangs answers nothing, not even that its time is over.
    query_timeout: 40_000,
    statement_timeout: 30_000,
    lock_timeout: 10_000,
    idle_in_transaction_session_timeout: 30_000,
  });
  const log = new Logger('database');
  const lost = (error: Error) => log.warn(`connection lost (${error.message})`);
  pool.on('error', lost);
  // Also those at work: their query fails by itself, the connection's own error would end the process.
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

@Injectable()
export class Database implements OnModuleDestroy {
  readonly db: Db;
  constructor(@Inject(POOL) readonly pool: pg.Pool) {
    this.db = drizzle(pool, { schema });
  }

  /**
   * Runs `change` in a transaction of its own connection, which goes back whatever happens: one whose `begin` fails would
   * stay out for ever otherwise, and the pool run dry. After anything but a refusal nobody knows what state it is in.
   */
  async transaction<T>(change: (tx: Transaction) => Promise<T>): Promise<T> {
    const client = await this.pool.connect();
    let broken = true;
    try {
      const result = await drizzle(client, { schema }).transaction(change);
      broken = false;
      return result;
    } catch (error) {
      broken = !(error instanceof HttpException);
      throw error;
    } finally {
      client.release(broken);
    }
  }

  async onModuleDestroy() {
    await this.pool.end();
  }
}
