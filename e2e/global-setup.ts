/** Three shops on three databases: the demo, one without motors, one without anybody; the built server serves them. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:net';
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const need = (name: string) => {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: run these tests through npm test.`);
  return value;
};
const freePort = () =>
  new Promise<number>((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });
/** psql stands beside the server's other programs; it is found by the cluster that runs. */
const sql = (text: string) => {
  const done = spawnSync('psql', ['-X', '-q', '-d', need('TEST_ADMIN_URL'), '-c', text], {
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(done.stderr);
};

/** The template each is copied from, and what is run on it before the server starts; what it printed is handed on. */
const PREPARE = {
  demo: { template: 'demo', run: null },
  empty: { template: 'people', run: null },
  nobody: { template: 'tables', run: 'setup' },
} as const;

async function shop(kind: keyof typeof PREPARE) {
  const database = `e2e_${kind}_${randomUUID().slice(0, 8)}`;
  const { template, run } = PREPARE[kind];
  sql(
    `create database ${database} template ${need('TEST_TEMPLATE').replace('{kind}', template)} owner norther_owner`,
  );
  const files = mkdtempSync(join(tmpdir(), 'norther-files-'));
  if (kind === 'demo') cpSync(need('TEST_DEMO_FILES'), files, { recursive: true });
  const env = {
    ...process.env,
    FILES_FOLDER: files,
    OWNER_URL: need('TEST_OWNER_URL').replace('{db}', database),
    MIGRATIONS: join(ROOT, 'apps/server/drizzle'),
  };
  let printed = '';
  if (run) {
    const done = spawnSync('node', [join(ROOT, 'apps/server/dist/cli.js'), run], {
      env,
      encoding: 'utf8',
    });
    if (done.status !== 0) throw new Error(done.stderr);
    printed = done.stdout.trim();
  }
  const port = await freePort();
  const child: ChildProcess = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
    env: {
      ...process.env,
      DATABASE_URL: need('TEST_APP_URL').replace('{db}', database),
      FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
      FILES_FOLDER: files,
      WEB_FOLDER: join(ROOT, 'apps/web/dist'),
      PORT: String(port),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((ready) => child.stdout!.once('data', ready));
  return {
    printed,
    base: `http://127.0.0.1:${port}`,
    stop: async () => {
      child.kill('SIGTERM');
      await new Promise((gone) => child.once('exit', gone));
      sql(`drop database ${database} with (force)`);
    },
  };
}

export default async function setup() {
  const shops = [await shop('demo'), await shop('empty'), await shop('nobody')] as const;
  const [demo, empty, nobody] = shops;
  process.env['DEMO_SHOP'] = demo.base;
  process.env['EMPTY_SHOP'] = empty.base;
  process.env['NEW_SHOP'] = nobody.base;
  process.env['NEW_SHOP_WORD'] = nobody.printed;
  return async () => {
    for (const each of shops) await each.stop();
  };
}
