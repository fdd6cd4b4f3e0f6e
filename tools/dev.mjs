/** npm run dev: database, server and page, each reloaded when its code changes. Ctrl-C stops all of it; the data stays in .data/dev. */
import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { startPostgres } from './lib/postgres.mjs';
import { checkNode, ensureBuild, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';

const SERVER = join(ROOT, 'apps/server');
/** Beside the built server, which tests and npm start go on using. */
const BUILT = 'dist-dev';
const vite = join(ROOT, 'node_modules/.bin/vite');
/** Where the page's own server looks for the API. */
const API_PORT = '4173';

await run(async () => {
  checkNode();
  ensurePackages();
  ensureBuild();
  const postgres = await startPostgres(join(ROOT, '.data', 'dev'));
  postgres.ensureDatabase('norther');
  const env = {
    ...process.env,
    OWNER_URL: postgres.ownerUrl('norther'),
    DATABASE_URL: postgres.appUrl('norther'),
    MIGRATIONS: join(SERVER, 'drizzle'),
    FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
    FILES_FOLDER: join(postgres.home, 'files'),
    WEB_FOLDER: join(ROOT, 'apps/web/dist'),
    PORT: API_PORT,
  };
  for (const command of ['migrate', 'demo']) {
    const done = spawnSync('node', [join(SERVER, 'dist/cli.js'), command], { env, encoding: 'utf8' });
    if (done.status !== 0) throw new Stop(`The data could not be made ready: ${done.stderr.trim()}`);
  }
  const build = ['build', '--outDir', BUILT, '--emptyOutDir', 'false', '--logLevel', 'warn'];
  const built = spawnSync(vite, build, { cwd: SERVER, stdio: 'inherit' });
  if (built.status !== 0) throw new Stop('The server could not be built; its messages stand above.');
  const children = [
    // Built again at every change; the server starts again when its files are new.
    spawn(vite, [...build, '--watch'], { cwd: SERVER, env, stdio: 'inherit' }),
    spawn('node', ['--watch', '--watch-preserve-output', '--enable-source-maps', `${BUILT}/main.js`], {
      cwd: SERVER,
      env,
      stdio: 'inherit',
    }),
    spawn(vite, [], { cwd: join(ROOT, 'apps/web'), stdio: 'inherit' }),
  ];
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    for (const child of children) child.kill('SIGTERM');
    postgres.stop();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
  console.log('Sign in as Ida Haft, PIN 2718, at the address below.');
});
