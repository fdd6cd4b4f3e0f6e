/** The connection to PostgreSQL and the one way a change is made. */
import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema.ts';

export const POOL = Symbol('pool');
export type Db = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Db['transaction']>[0]>[0];

export const makePool = (url: string) =>
  new pg.Pool({ connectionString: url, max: 12, idleTimeoutMillis: 30_000 });

@Injectable()
export class Database implements OnModuleDestroy {
  readonly db: Db;
  constructor(@Inject(POOL) readonly pool: pg.Pool) {
    this.db = drizzle(pool, { schema });
  }
  async onModuleDestroy() {
    await this.pool.end();
  }
}
