/** The database of the tests: fast instead of durable, with shops made ready once and copied wherever one is needed. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { startPostgres } from './postgres.mjs';
import { ROOT } from './prepare.mjs';
import { Stop } from './say.mjs';

const SERVER = join(ROOT, 'apps/server');
const FOLDER = join(ROOT, '.data', 'test');

/** What the server's own command line makes of an empty database. */
const SHOPS = {
  tables: [['migrate']],
  people: [['migrate'], ['demo', '--empty']],
  demo: [['migrate'], ['demo']],
};

/** Everything a template is made from, and the day, since the demo's times are relative to it. */
function madeFrom() {
  const hash = createHash('sha256').update(new Date().toISOString().slice(0, 10));
  const built = join(SERVER, 'dist');
  for (const file of readdirSync(built, { recursive: true, encoding: 'utf8' }).sort())
    if (file.endsWith('.js')) hash.update(readFileSync(join(built, file)));
  for (const file of readdirSync(join(SERVER, 'drizzle')).sort())
    if (file.endsWith('.sql')) hash.update(readFileSync(join(SERVER, 'drizzle', file)));
  return hash.digest('hex').slice(0, 12);
}

const template = (hash, kind) => `template_${hash}_${kind}`;
/** Photos of the demo, kept beside its database. */
export const templateFiles = (hash) => join(FOLDER, 'files', template(hash, 'demo'));

function makeTemplate(postgres, hash, kind) {
  const name = template(hash, kind);
  if (postgres.hasDatabase(name)) return;
  // Finished under another name first: a script that was killed leaves no half-made template.
  const half = `${name}_half`;
  postgres.dropDatabase(half);
  postgres.ensureDatabase(half);
  const files = kind === 'demo' ? templateFiles(hash) : join(FOLDER, 'files', half);
  rmSync(files, { recursive: true, force: true });
  mkdirSync(files, { recursive: true });
  const env = {
    ...process.env,
    OWNER_URL: postgres.ownerUrl(half),
    MIGRATIONS: join(SERVER, 'drizzle'),
    FILES_FOLDER: files,
  };
  for (const args of SHOPS[kind]) {
    const done = spawnSync('node', [join(SERVER, 'dist/cli.js'), ...args], { env, encoding: 'utf8' });
    if (done.status !== 0) throw new Stop(`A shop for the tests could not be made: ${done.stderr}`);
  }
  postgres.renameDatabase(half, name);
}

/** Starts the tests' cluster, with a template of each kind of shop. The server must be built. */
export async function startTestDatabase() {
  const postgres = await startPostgres(FOLDER, { durable: false });
  const hash = madeFrom();
  for (const left of postgres.databases())
    if (/^(test|e2e|faults)_/.test(left) || (left.startsWith('template_') && !left.includes(hash)))
      postgres.dropDatabase(left);
  for (const kind of Object.keys(SHOPS)) makeTemplate(postgres, hash, kind);
  return {
    postgres,
    env: {
      TEST_ADMIN_URL: postgres.adminUrl(),
      TEST_OWNER_URL: postgres.ownerUrl('{db}'),
      TEST_APP_URL: postgres.appUrl('{db}'),
      TEST_TEMPLATE: template(hash, '{kind}'),
      TEST_DEMO_FILES: templateFiles(hash),
    },
  };
}

/** A database with a shop in it, copied. @param kind one of the kinds above */
export function copyShop(postgres, database, kind) {
  postgres.copyDatabase(template(madeFrom(), kind), database);
}

/** The demo's photos, for a server that shows them. */
export function copyDemoFiles(from, to) {
  if (existsSync(from)) cpSync(from, to, { recursive: true });
}
