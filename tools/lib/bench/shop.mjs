/** A shop of many motors for the length of a measurement, and the server that serves it. */
import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { freePort, startPostgres } from '../postgres.mjs';
import { ROOT } from '../prepare.mjs';

/** Sixty of the motors on the floor, however many there are; each with steps, a card, readings and history. */
const fill = (shop, motors) => `
  insert into machines (id, shop_id, maker, serial)
  select gen_random_uuid(), '${shop}', 'Maker', 's' || i from generate_series(1, ${motors}) i;
  insert into motors (id, machine_id, shop_id, number, customer, machine, maker, serial, plate, promised_at, rush, arrived_at, shipped_at, words, version)
  select gen_random_uuid(), m.id, '${shop}', 'B' || i, 'Customer ' || i % 400, 'Machine ' || i % 90, 'Maker', 's' || i,
    '{"power":"11","voltage":"400","frequency":"50","speed":"1455","current":"22"}', now() + i * interval '1 hour', false,
    now() - i * interval '1 hour', case when i > 60 then now() else null end, 'b' || i || ' customer ' || i % 400 || ' machine ' || i % 90, 1
  from generate_series(1, ${motors}) i join machines m on m.serial = 's' || i;
  insert into steps (id, shop_id, motor_id, station, typed, taken_at, taken_by, signed_at, signed_by, version)
  select gen_random_uuid(), shop_id, m.id, s, '{}', now(), 'A', now(), 'A', 1
  from motors m, unnest(array['intake','data','saw','strip','pull','core','insulate','wind','connect']) s where number like 'B%';
  insert into windings (id, shop_id, motor_id, role, typed, "values", version, changed_at, changed_by)
  select gen_random_uuid(), shop_id, id, 'as-found', '{"slots":"36","poles":"4","layers":"2","span":"1-8","turns":"18","wires":"2x1.06","circuits":"2","connection":"star","endsPerLead":"2","bore":"165","coreLength":"150","backIron":"26","toothWidth":"7.9","slotArea":"180"}',
    jsonb_build_object('slots', (array[24, 36, 48, 54, 60, 72])[1 + n % 6], 'poles', (array[2, 4, 6, 8])[1 + n / 7 % 4],
      'bore', 80 + n * 37 % 3200 / 10.0, 'coreLength', 70 + n * 53 % 2900 / 10.0), 1, now(), 'A'
  from motors, lateral (select substr(number, 2)::int as n) k where number like 'B%';
  insert into readings (id, shop_id, motor_id, kind, stage, typed, "values", taken_at, taken_by)
  select gen_random_uuid(), shop_id, m.id, 'insulation', s, '{"testVoltage":"500","oneMinute":"640","temperature":"22"}', '{}', now(), 'A'
  from motors m, unnest(array['incoming','before-varnish','final']) s where number like 'B%';
  insert into events (id, shop_id, motor_id, at, who, what, why, write_id)
  select gen_random_uuid(), shop_id, m.id, now(), 'A', 'data card saved', '', '' from motors m, generate_series(1, 10) where number like 'B%';`;

/** @param work is given the address, a session's cookie, the server's pid, and a way to ask the database */
export async function withShop(motors, work) {
  const postgres = await startPostgres(join(ROOT, '.data', 'bench'));
  let server = null;
  const end = () => {
    server?.kill('SIGTERM');
    postgres.stop();
  };
  // Broken off by hand, it leaves nothing running either.
  const brokenOff = () => {
    end();
    process.exit(130);
  };
  process.once('SIGINT', brokenOff).once('SIGTERM', brokenOff);
  try {
    postgres.dropDatabase('bench');
    postgres.ensureDatabase('bench');
    const env = {
      ...process.env,
      OWNER_URL: postgres.ownerUrl('bench'),
      MIGRATIONS: join(ROOT, 'apps/server/drizzle'),
    };
    for (const args of [['migrate'], ['demo']])
      spawnSync('node', [join(ROOT, 'apps/server/dist/cli.js'), ...args], { env, stdio: 'inherit' });
    const psql = (sql) =>
      spawnSync('psql', ['-XqAt', '-d', postgres.ownerUrl('bench'), '-c', sql], {
        encoding: 'utf8',
      }).stdout.trim();
    psql(fill(psql('select id from shops'), motors));
    // Else the database tidies up by itself while it is measured.
    psql('vacuum analyze');
    psql('checkpoint');
    console.log(`${psql('select count(*) from motors')} motors loaded`);
    const port = await freePort();
    server = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
      env: {
        ...process.env,
        DATABASE_URL: postgres.appUrl('bench'),
        FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
        FILES_FOLDER: join(postgres.home, 'files'),
        WEB_FOLDER: join(ROOT, 'apps/web/dist'),
        PORT: String(port),
        NODE_ENV: 'production',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((ready) => server.stdout.once('data', ready));
    const base = `http://127.0.0.1:${port}`;
    const signed = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Ida Haft', pin: '2718' }),
    });
    const cookie = signed.headers.get('set-cookie').split(';')[0];
    await work({ base, cookie, pid: server.pid, databaseUrl: postgres.appUrl('bench') });
  } finally {
    process.off('SIGINT', brokenOff).off('SIGTERM', brokenOff);
    end();
  }
}
