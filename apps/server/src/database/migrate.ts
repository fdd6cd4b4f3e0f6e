/** Brings the schema up, as the owner, one process at a time. */
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export async function migrateDatabase(ownerUrl: string, migrationsFolder: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    // Several servers may start at once; the second waits and finds nothing left to do.
    await client.query('select pg_advisory_lock(7301)');
    await migrate(drizzle(client), { migrationsFolder });
  } finally {
    await client.end();
  }
}
