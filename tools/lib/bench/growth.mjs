/** How the price of a question grows with the shop, beside the same question asked of the database by hand. */
import pg from 'pg';
import { oneByOne } from './load.mjs';
import { at, line } from './pace.mjs';
import { withShop } from './shop.mjs';

const SIZES = [1_000, 10_000, 100_000];
const TIMES = 300;

/** Name, address, the statement by hand and its values. */
const QUESTIONS = (shop, motor) => [
  [
    'floor',
    '/api/floor',
    `select m.*, (select json_agg(s) from steps s where s.motor_id = m.id) as steps
       from motors m where m.shop_id = $1 and m.shipped_at is null and m.withdrawn_at is null
       order by m.rush desc, m.promised_at nulls last limit 400`,
    [shop],
  ],
  [
    'one motor',
    '/api/motors/B711',
    `select to_json(m) as motor,
       (select json_agg(x) from windings x where x.motor_id = m.id) as windings,
       (select json_agg(x) from steps x where x.motor_id = m.id) as steps,
       (select json_agg(x) from readings x where x.motor_id = m.id) as readings
       from motors m where m.shop_id = $1 and m.number = $2`,
    [shop, 'B711'],
  ],
  [
    'search',
    '/api/motors?words=customer%20311',
    `select * from motors where shop_id = $1 and words like '%customer%' and words like '%311%' order by number limit 50`,
    [shop],
  ],
  [
    'history',
    '/api/motors/B711/history',
    'select * from events where motor_id = $1 order by "order" desc limit 100',
    [motor],
  ],
  [
    'likeness',
    '/api/library?kind=three-phase&slots=48&poles=4&bore=183&coreLength=191',
    `select m.*, w.* from motors m join windings w on w.motor_id = m.id where m.shop_id = $1 and m.number = any($2)`,
    [shop, Array.from({ length: 24 }, (_, i) => `B${100 + 37 * i}`)],
  ],
];

async function byHand(client, name, text, values) {
  const times = [];
  for (let i = 0; i < TIMES; i++) {
    const from = performance.now();
    await client.query({ name: `bench ${name}`, text, values });
    times.push(performance.now() - from);
  }
  return at(
    times.sort((a, b) => a - b),
    0.95,
  );
}

export async function benchGrowth() {
  for (const size of SIZES)
    await withShop(size, async ({ base, cookie, databaseUrl }) => {
      const client = new pg.Client({ connectionString: databaseUrl });
      await client.connect();
      const { rows } = await client.query("select id, shop_id from motors where number = 'B711'");
      for (const [name, path, text, values] of QUESTIONS(rows[0].shop_id, rows[0].id)) {
        // Both have been asked often before they are measured.
        await oneByOne(base + path, cookie, TIMES);
        const times = await oneByOne(base + path, cookie, TIMES);
        const sql = await byHand(client, name, text, values);
        const own = at(times, 0.95);
        line(
          `${size.toLocaleString('en-GB')} motors, ${name}: by hand ${sql.toFixed(1)} ms`,
          `${at(times, 0.5).toFixed(1)} ms, p95 ${own.toFixed(1)} ms`,
          `1.5 × it + 2 = ${(1.5 * sql + 2).toFixed(1)}`,
        );
      }
      await client.end();
    });
}
