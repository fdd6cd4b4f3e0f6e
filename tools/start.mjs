/** npm start: makes everything ready, then serves the shop until Ctrl-C. See --help. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { startPostgres } from './lib/postgres.mjs';
import { checkNode, ensureBuild, ensureFolder, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';

const HELP = `npm start -- [options]
  --port N      serve on this port (4173)
  --host H      listen on this address (127.0.0.1; 0.0.0.0 for tablets in the workshop)
  --data DIR    keep the shop's data here (.data)
  --fresh       begin with a new data folder; the old one is kept, renamed
  --empty       begin without the demo's motors (first start of a data folder only)
`;

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string', default: '4173' },
        host: { type: 'string', default: '127.0.0.1' },
        data: { type: 'string', default: join(ROOT, '.data') },
        fresh: { type: 'boolean', default: false },
        empty: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new Stop(`--port takes a number from 1 to 65535, not “${values.port}”.`);
    return { ...values, port, data: resolve(values.data) };
  } catch (error) {
    if (error instanceof Stop) throw error;
    throw new Stop(error.message, 'npm start -- --help lists the options.');
  }
}

/** Another start on the same data folder, if it still lives. */
function runningStart(file) {
  if (!existsSync(file)) return null;
  try {
    const other = JSON.parse(readFileSync(file, 'utf8'));
    const command = readFileSync(`/proc/${other.pid}/cmdline`, 'utf8');
    return command.includes('start.mjs') ? other : null;
  } catch {
    return null;
  }
}

const portIsFree = (port, host) =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });

/** Where the shop is reached from: this machine, or the tablets in the workshop. */
function addresses(host, port) {
  if (host !== '0.0.0.0') return [`http://${host}:${port}`];
  const outside = Object.values(networkInterfaces())
    .flat()
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => `http://${a.address}:${port}`);
  return [`http://127.0.0.1:${port}`, ...outside];
}

await run(async () => {
  const options = readOptions();
  if (options.help) return console.log(HELP);
  checkNode();
  const mark = join(options.data, 'running.json');
  const other = runningStart(mark);
  if (other)
    throw new Stop(
      `Norther is already running on this data folder: http://127.0.0.1:${other.port} (process ${other.pid}).`,
      `Open it there, or stop it first: kill ${other.pid}`,
    );
  if (!(await portIsFree(options.port, options.host)))
    throw new Stop(
      `Port ${options.port} is used by another program.`,
      `Start on another one: npm start -- --port ${options.port + 1}`,
    );
  if (options.fresh && existsSync(options.data)) {
    const kept = `${options.data}-${new Date()
      .toISOString()
      .replaceAll(/[^0-9]/g, '')
      .slice(0, 14)}`;
    renameSync(options.data, kept);
    console.log(`The old data folder is kept as ${kept}`);
  }
  ensureFolder(options.data);
  try {
    writeFileSync(mark, JSON.stringify({ pid: process.pid, port: options.port }));
  } catch (error) {
    throw new Stop(
      `The data folder ${options.data} cannot be written: ${error.code}.`,
      'Choose another: npm start -- --data FOLDER',
    );
  }
  let postgres = null;
  let server = null;
  let stopping = false;
  const stopAll = (code) => {
    if (stopping) return;
    stopping = true;
    const finish = () => {
      postgres?.stop();
      rmSync(mark, { force: true });
      process.exit(code);
    };
    if (!server || server.exitCode !== null || server.signalCode !== null) return finish();
    server.once('exit', finish);
    server.kill('SIGTERM');
    setTimeout(() => server.kill('SIGKILL'), 5000).unref();
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stopAll(0));
  try {
    ensurePackages();
    ensureBuild();
    postgres = await startPostgres(options.data);
    postgres.ensureDatabase('norther');
    const env = {
      ...process.env,
      OWNER_URL: postgres.ownerUrl('norther'),
      MIGRATIONS: join(ROOT, 'apps/server/drizzle'),
    };
    const cli = (...args) => {
      const done = spawnSync('node', [join(ROOT, 'apps/server/dist/cli.js'), ...args], {
        env,
        encoding: 'utf8',
      });
      if (done.status !== 0)
        throw new Stop(
          `The data could not be brought up to date (${args[0]}): ${done.stderr.trim().split('\n')[0]}`,
          'Nothing was changed. Start with a copy of an older folder, or anew: npm start -- --fresh',
        );
      return done.stdout.trim();
    };
    cli('migrate');
    const demo = cli('demo', ...(options.empty ? ['--empty'] : []));
    server = spawn('node', ['--enable-source-maps', join(ROOT, 'apps/server/dist/main.js')], {
      env: {
        ...process.env,
        DATABASE_URL: postgres.appUrl('norther'),
        FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
        WEB_FOLDER: join(ROOT, 'apps/web/dist'),
        PORT: String(options.port),
        STOP_WITH_PARENT: 'yes',
        HOST: options.host,
        NODE_ENV: 'production',
      },
      stdio: ['pipe', 'pipe', 'inherit'],
      // Ctrl-C reaches this script, which then stops its children in order.
      detached: true,
    });
    server.once('exit', (code) => {
      if (stopping) return;
      console.error(`The server ended by itself (${code}).`);
      stopAll(1);
    });
    await new Promise((ready) => server.stdout.once('data', ready));
    console.log(`Norther serves the shop at ${addresses(options.host, options.port).join(' and ')}`);
    if (demo === 'loaded') console.log('The demo shop has been loaded.');
    console.log('Sign in as one of:');
    for (const line of cli('people').split('\n')) {
      const [name, role, pin] = line.split('\t');
      console.log(`  ${name.padEnd(14)} ${role.padEnd(7)} PIN ${pin}`);
    }
    console.log('Ctrl-C stops it; the data stays.');
  } catch (error) {
    if (!(error instanceof Stop)) console.error(error);
    else console.error(error.message);
    stopAll(1);
  }
});
