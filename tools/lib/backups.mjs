/**
 * Back-ups: PostgreSQL's own dump of one moment, with the sums of every table taken in the same moment, and every file
 * that its records name; believed only after it was restored into a database beside the shop and found equal.
 */
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  createReadStream,
  existsSync,
  linkSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Stop } from './say.mjs';

export const BACKUP_FORMAT = 'norther.backup';
const NAME = /^norther-(\d{8})-(\d{6})$/;
const MINUTES_AFTER_START = 10;

const stamp = (date) => {
  const two = (n) => String(n).padStart(2, '0');
  return `${date.getFullYear()}${two(date.getMonth() + 1)}${two(date.getDate())}-${two(date.getHours())}${two(date.getMinutes())}${two(date.getSeconds())}`;
};

/** Rows and a sum of the contents of every table, whatever order the rows lie in. */
async function sumsOf(client) {
  const { rows: tables } = await client.query(
    `select format('%I.%I', schemaname, tablename) as name from pg_tables
     where schemaname in ('public', 'drizzle') order by 1`,
  );
  const sums = {};
  for (const { name } of tables) {
    // Sums of rows are added up, so that no table has to stand in memory.
    const { rows } = await client.query(
      `select count(*)::text as rows, coalesce(sum(('x' || substr(h, 1, 15))::bit(60)::bigint::numeric), 0)::text as a,
              coalesce(sum(('x' || substr(h, 16, 15))::bit(60)::bigint::numeric), 0)::text as b
       from (select md5(t::text) as h from ${name} t) hashed`,
    );
    sums[name] = rows[0];
  }
  const { rows } = await client.query(`select last_value::text as at from happened`);
  return { ...sums, 'sequence happened': rows[0] };
}

const ENDING = { 'image/jpeg': 'jpg', 'application/pdf': 'pdf' };

/** Files that the shop has, as they lie in its folder of files; none in a shop from before there were any. */
async function filesOf(client) {
  const { rows: known } = await client.query(`select to_regclass('public.files') is not null as there`);
  if (!known[0].there) return [];
  const { rows } = await client.query('select distinct hash, media from files order by hash');
  return rows.map(({ hash, media }) => ({ hash, path: join(hash.slice(0, 2), `${hash}.${ENDING[media]}`) }));
}

/** A file is never changed, so on one disk it is only named twice. */
function takeFile(from, to) {
  if (existsSync(to)) return;
  mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
  try {
    linkSync(from, to);
  } catch (error) {
    if (!['EXDEV', 'EPERM', 'EMLINK', 'ENOTSUP'].includes(error.code)) throw error;
    copyFileSync(from, to);
  }
}

function takeFiles(files, from, to) {
  for (const { hash, path } of files) {
    try {
      takeFile(join(from, path), join(to, path));
    } catch (error) {
      if (error.code !== 'ENOENT') throw error;
      throw new Stop(
        `The file ${hash.slice(0, 12)} of a photo or a paper is not in ${from}: look for it there.`,
      );
    }
  }
}

async function sumOf(path) {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

async function connect(url) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  // A database that ends between two statements is told by the next one, not by the end of this process.
  client.on('error', () => undefined);
  await client.connect();
  return client;
}

/**
 * @param folder where back-ups are kept
 * @param keep how many stay; more are removed, oldest first, once the new one has been verified
 * @returns the new back-up's folder
 */
export async function makeBackup(postgres, folder, say, keep = settingsOf(postgres).keep) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const name = `norther-${stamp(new Date())}`;
  const making = join(folder, `.making-${process.pid}`);
  for (const left of readdirSync(folder).filter((d) => d.startsWith('.making-') && !othersLive(d)))
    rmSync(join(folder, left), { recursive: true, force: true });
  mkdirSync(making, { mode: 0o700 });
  const dump = join(making, 'database.dump');
  const client = await connect(postgres.adminUrl('norther'));
  let sums;
  let files;
  try {
    await client.query('begin isolation level repeatable read read only');
    const { rows } = await client.query('select pg_export_snapshot() as snapshot');
    const done = postgres.asAdmin('pg_dump', [
      ...['--format=custom', `--snapshot=${rows[0].snapshot}`, `--file=${dump}`, 'norther'],
    ]);
    if (done.status !== 0) throw new Stop(`The dump failed: ${done.stderr.trim().split('\n')[0]}`);
    sums = await sumsOf(client);
    files = await filesOf(client);
    await client.query('commit');
  } finally {
    await client.end();
  }
  const manifest = join(making, 'manifest.json');
  writeFileSync(
    manifest,
    `${JSON.stringify({ format: BACKUP_FORMAT, version: 2, made: new Date().toISOString(), dump: hashOf(dump), files: files.length, sums }, null, 2)}\n`,
    { mode: 0o600 },
  );
  try {
    takeFiles(files, join(postgres.home, 'files'), join(making, 'files'));
    await verify(postgres, making);
  } catch (error) {
    rmSync(making, { recursive: true, force: true });
    throw error;
  }
  const made = join(folder, name);
  renameSync(making, made);
  const all = readdirSync(folder)
    .filter((d) => NAME.test(d))
    .sort();
  for (const old of all.slice(0, Math.max(0, all.length - keep)))
    rmSync(join(folder, old), { recursive: true, force: true });
  const taken =
    files.length === 0 ? '' : files.length === 1 ? ', with one file' : `, with ${files.length} files`;
  say(`Back-up ${made}${taken}, restored beside the shop and found equal.`);
  return made;
}

/** Whether what a back-up left half done, named by its process, is still being worked on by another. */
const othersLive = (name) => {
  const pid = Number(/\d+$/.exec(name)?.[0]);
  return pid !== process.pid && existsSync(`/proc/${pid}`);
};

const hashOf = (file) => createHash('sha256').update(readFileSync(file)).digest('hex');

function readManifest(backup) {
  let manifest;
  try {
    manifest = JSON.parse(readFileSync(join(backup, 'manifest.json'), 'utf8'));
  } catch {
    throw new Stop(`${backup} is not a back-up of Norther: it has no manifest that can be read.`);
  }
  if (manifest.format !== BACKUP_FORMAT) throw new Stop(`${backup} is not a back-up of Norther.`);
  if (manifest.version > 2) throw new Stop(`${backup} was made by a newer Norther; update this one first.`);
  if (!existsSync(join(backup, 'database.dump')) || hashOf(join(backup, 'database.dump')) !== manifest.dump)
    throw new Stop(`${backup} is damaged: its dump is not the one that was written.`, 'Take an older one.');
  return manifest;
}

/**
 * Restores a back-up into a database of its own, compares every table and every file; the database is left when `into`
 * names it.
 * @returns its files
 */
async function verify(postgres, backup, into) {
  const manifest = readManifest(backup);
  const database = into ?? `scratch_${process.pid}`;
  for (const left of postgres.databases().filter((d) => d.startsWith('scratch_') && !othersLive(d)))
    postgres.dropDatabase(left);
  postgres.dropDatabase(database);
  postgres.ensureDatabase(database);
  try {
    const done = postgres.asAdmin('pg_restore', [
      ...['--exit-on-error', `--dbname=${database}`, join(backup, 'database.dump')],
    ]);
    if (done.status !== 0)
      throw new Stop(`The back-up cannot be restored: ${done.stderr.trim().split('\n')[0]}`);
    const client = await connect(postgres.adminUrl(database));
    let found;
    let files;
    try {
      found = await sumsOf(client);
      files = await filesOf(client);
    } finally {
      await client.end();
    }
    for (const [table, wanted] of Object.entries(manifest.sums))
      if (JSON.stringify(found[table]) !== JSON.stringify(wanted))
        throw new Stop(`The back-up is not equal to the shop in ${table}; it is not kept.`);
    for (const { hash, path } of files) {
      const file = join(backup, 'files', path);
      if (!existsSync(file) || (await sumOf(file)) !== hash)
        throw new Stop(
          `The file ${hash.slice(0, 12)} in ${backup} is missing or damaged.`,
          'Take an older one.',
        );
    }
    if (!into) postgres.dropDatabase(database);
    return files;
  } catch (error) {
    postgres.dropDatabase(database);
    throw error;
  }
}

/**
 * Puts a back-up in the shop's place. A shop that is there already stays beside it, renamed.
 * @returns the name the old database was given, or null where there was none
 */
export async function restoreBackup(postgres, backup, replace) {
  const there = postgres.hasDatabase('norther');
  if (there && !replace)
    throw new Stop(
      'There is a shop in this data folder already. Nothing was changed.',
      'Say --replace to put the back-up in its place; the shop as it is stays beside it. Or restore into another folder: --data FOLDER',
    );
  const files = await verify(postgres, backup, 'restored');
  // Those of the shop that is put aside stay beside them.
  takeFiles(files, join(backup, 'files'), join(postgres.home, 'files'));
  const aside = there ? `norther_before_${stamp(new Date()).replace('-', '_')}` : null;
  if (aside) postgres.renameDatabase('norther', aside);
  postgres.renameDatabase('restored', 'norther');
  return aside;
}

/** When and how many, as the shop has set it. */
function settingsOf(postgres) {
  const standard = { nightly: true, hour: 2, keep: 14 };
  const done = postgres.asAdmin('psql', [
    ...['-X', '-q', '-At', '-d', 'norther', '-c', 'select typed from shop_settings limit 1'],
  ]);
  // What cannot be asked now is asked again in a minute.
  if (done.status !== 0) return { ...standard, nightly: false };
  if (!done.stdout.trim()) return standard;
  const { backup, backupHour, backupKeep } = JSON.parse(done.stdout);
  return {
    nightly: backup !== 'by-hand',
    hour: backupHour ? Number(backupHour) : standard.hour,
    keep: backupKeep ? Number(backupKeep) : standard.keep,
  };
}

/** Past the hour that was set, and none of today yet. */
export function backupsDue(postgres, now = new Date(), upSeconds = process.uptime()) {
  if (upSeconds < MINUTES_AFTER_START * 60) return false;
  const { nightly, hour } = settingsOf(postgres);
  if (!nightly || now.getHours() < hour) return false;
  const folder = join(postgres.home, 'backups');
  const today = stamp(now).slice(0, 8);
  return !existsSync(folder) || !readdirSync(folder).some((d) => NAME.exec(d)?.[1] === today);
}
