/** Makes the checkout ready: packages, build, programs from Debian; each only when something changed. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Stop } from './say.mjs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

const stampFile = (name) => join(ROOT, 'node_modules', `.norther-${name}`);
const fresh = (name, hash) => existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === hash;
const stamp = (name, hash) => writeFileSync(stampFile(name), hash);
const hashOf = (text) => createHash('sha256').update(text).digest('hex');

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Stop(
      `Norther needs Node.js 20.19 or newer; this is ${process.versions.node}.`,
      'Install a newer Node.js, then run this again.',
    );
}

/** Two scripts at once in one checkout: the second waits for the first, and then finds the work done. */
function alone(name, work) {
  const lock = join(ROOT, `.${name}.lock`);
  for (;;)
    try {
      writeFileSync(lock, String(process.pid), { flag: 'wx' });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const holder = readFileSync(lock, 'utf8');
      // Left behind by a script that was killed.
      if (holder && !existsSync(`/proc/${holder}`)) rmSync(lock, { force: true });
      else Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 200);
    }
  try {
    return work();
  } finally {
    rmSync(lock, { force: true });
  }
}

/** Installs exactly what the lock file says, when it has not been done yet. */
export const ensurePackages = () => alone('packages', installPackages);
function installPackages() {
  const hash = hashOf(readFileSync(join(ROOT, 'package-lock.json')));
  if (fresh('packages', hash)) return;
  console.log('Installing packages (about a minute and a half the first time) …');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0)
    throw new Stop(
      'The packages could not be installed.',
      'Check that the npm registry can be reached, then run this again.',
    );
  stamp('packages', hash);
}

function* sourceFiles(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'node_modules' || entry.name.startsWith('dist') || entry.name === 'test') continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sourceFiles(path);
    else yield path;
  }
}

/** Builds web, server and stand-in instruments when a source file changed since the last build. */
export const ensureBuild = () => alone('build', buildAll);
function buildAll() {
  const parts = [];
  for (const top of ['packages', 'apps'])
    for (const file of sourceFiles(join(ROOT, top))) {
      const { size, mtimeMs } = statSync(file);
      parts.push(`${file} ${size} ${mtimeMs}`);
    }
  const hash = hashOf(parts.join('\n'));
  const built = [
    'apps/web/dist/index.html',
    'apps/server/dist/main.js',
    'apps/instruments/dist/ovens.js',
  ].every((f) => existsSync(join(ROOT, f)));
  if (built && fresh('build', hash)) return;
  console.log('Building …');
  const done = spawnSync('npm', ['run', 'build', '--loglevel=error'], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  if (done.status !== 0) {
    console.error(done.stdout, done.stderr);
    throw new Stop('The build failed; its messages stand above.');
  }
  stamp('build', hash);
}

/** Installs a Debian package when `present` says it is missing. */
export function ensureDebian(present, packageName, what) {
  if (present()) return;
  const byHand = `Run: ${process.getuid?.() === 0 ? '' : 'sudo '}apt-get install -y ${packageName}`;
  if (process.getuid?.() !== 0)
    throw new Stop(`${what} is not installed, and only root may install it.`, byHand);
  console.log(`Installing ${what} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) => spawnSync('apt-get', args, { env, encoding: 'utf8' });
  apt('update');
  const done = apt('install', '-y', '--no-install-recommends', packageName);
  if (done.status !== 0 || !present())
    throw new Stop(`${what} could not be installed: ${(done.stderr ?? '').trim().split('\n').pop()}`, byHand);
}

export const CHROMIUM = '/usr/bin/chromium';
export const ensureChromium = () =>
  ensureDebian(() => existsSync(CHROMIUM), 'chromium', 'Chromium, for the tests in a browser,');

/** Makes a folder that only its owner enters, step by step: a place where nothing can be made is told, not tried for ever. */
export function ensureFolder(folder) {
  const refuse = (code) => {
    throw new Stop(
      `The data folder ${folder} cannot be made: ${code}.`,
      'Choose another: npm start -- --data FOLDER',
    );
  };
  const missing = [];
  let at = folder;
  while (!existsSync(at)) {
    missing.unshift(at);
    const above = dirname(at);
    if (above === at) refuse('ENOENT');
    at = above;
  }
  if (!statSync(at).isDirectory()) refuse('ENOTDIR');
  for (const step of missing)
    try {
      mkdirSync(step, { mode: 0o700 });
    } catch (error) {
      if (error.code !== 'EEXIST') refuse(error.code);
    }
}
