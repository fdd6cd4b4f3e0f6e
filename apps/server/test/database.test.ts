/** Connections come back to the pool whatever happens to them. */
import { EventEmitter } from 'node:events';
import type pg from 'pg';
import { expect, it } from 'vitest';
import { Database } from '../src/database/database.ts';
import { Problem } from '../src/http/problem.ts';

/** A pool of one connection whose statements fail as told; it tells how the connection came back. */
function poolOf(fails: RegExp | null) {
  const released: unknown[] = [];
  const client = Object.assign(new EventEmitter(), {
    query: (asked: string | { text: string }) => {
      const text = typeof asked === 'string' ? asked : asked.text;
      return fails?.test(text)
        ? Promise.reject(new Error('connection is gone'))
        : Promise.resolve({ rows: [] });
    },
    release: (broken: unknown) => released.push(broken),
  });
  const pool = { connect: () => Promise.resolve(client) } as unknown as pg.Pool;
  return { database: new Database(pool), released };
}

it.each([
  ['begin', /^begin/],
  ['commit', /^commit/],
  ['a statement of its own', /select/],
  ['rollback after that', /select|rollback/],
])('where %s fails, the connection is given back to be closed', async (_what, fails) => {
  const { database, released } = poolOf(fails);
  await expect(database.transaction((tx) => tx.execute('select 1'))).rejects.toThrow();
  expect(released).toEqual([true]);
});

it('a refusal gives it back to be used again, and so does what went well', async () => {
  const { database, released } = poolOf(null);
  await expect(database.transaction(() => Promise.reject(new Problem(409, 'not now')))).rejects.toThrow(
    'not now',
  );
  await database.transaction(() => Promise.resolve(1));
  expect(released).toEqual([false, false]);
});
