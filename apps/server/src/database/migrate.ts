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
    // The application tells from it whether the database is as new as itself.
    await client.query('grant usage on schema drizzle to norther_app');
    await client.query('grant select on drizzle.__drizzle_migrations to norther_app');
  } finally {
    await client.end();
  }
}
