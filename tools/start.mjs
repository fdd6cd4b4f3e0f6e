/** npm start: makes everything ready, then serves the shop and keeps it running until Ctrl-C. See --help. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { hostname } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { backupsDue } from './lib/backups.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { checkNode, ensureBuild, ensureFolder, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';
import { keepRunning } from './lib/supervise.mjs';
import { ensureCertificate, outsideAddresses } from './lib/tls.mjs';

const HELP = `npm start -- [options]
  --port N         serve on this port (4173)
  --host H         listen on this address (127.0.0.1; 0.0.0.0 for tablets in the workshop, with TLS)
  --name NAME      a further name it is called by, such as norther.workshop; may be given several times
  --behind-proxy   a proxy on this machine does TLS and passes requests on
  --data DIR       keep the shop's data here (.data)
  --fresh          begin with a new data folder; the old one is kept, renamed
  --empty          begin without the demo: the first lead is asked for in the browser
  --demo-anyway    let other machines in although PINs of the demo are in use
`;
/** Where the ovens of the demo are, as its records say. */
const OVENS_PORT = 4471;
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '::1']);

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string', default: '4173' },
        host: { type: 'string', default: '127.0.0.1' },
        name: { type: 'string', multiple: true, default: [] },
        'behind-proxy': { type: 'boolean', default: false },
        data: { type: 'string', default: join(ROOT, '.data') },
        fresh: { type: 'boolean', default: false },
        empty: { type: 'boolean', default: false },
        'demo-anyway': { type: 'boolean', default: false },
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
    return command.includes('start.mjs') && other.pid !== process.pid ? other : null;
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

await run(async () => {
  const options = readOptions();
  if (options.help) return console.log(HELP);
  checkNode();
  const mark = join(options.data, 'running.json');
  const other = runningStart(mark);
  if (other)
    throw new Stop(
      `Norther is already running on this data folder: ${other.address} (process ${other.pid}).`,
      `Open it there, or stop it first: kill ${other.pid}`,
    );
  // A server whose script was killed takes a moment to end.
  for (let tries = 0; tries < 20 && !(await portIsFree(options.port, options.host)); tries++)
    await new Promise((r) => setTimeout(r, 200));
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
  const outside = !LOOPBACK.has(options.host);
  const scheme = outside && !options['behind-proxy'] ? 'https' : 'http';
  const addresses = [options.host === '0.0.0.0' ? '127.0.0.1' : options.host]
    .concat(options.host === '0.0.0.0' ? outsideAddresses() : [])
    .map((host) => `${scheme}://${host}:${options.port}`);
  try {
    writeFileSync(mark, JSON.stringify({ pid: process.pid, port: options.port, address: addresses[0] }));
  } catch (error) {
    throw new Stop(
      `The data folder ${options.data} cannot be written: ${error.code}.`,
      'Choose another: npm start -- --data FOLDER',
    );
  }
  let postgres = null;
  let server = null;
  let backup = null;
  let standIn = null;
  const instruments = join(options.data, 'instruments.json');
  let stopping = false;
  const stopAll = (code) => {
    if (stopping) return;
    stopping = true;
    backup?.kill('SIGTERM');
    standIn?.kill('SIGTERM');
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
  const say = (text) => console.error(`${new Date().toISOString().slice(0, 19)}  ${text}`);
  try {
    ensurePackages();
    ensureBuild();
    postgres = await startPostgres(options.data);
    postgres.ensureDatabase('norther');
    const cli = (...args) => {
      const done = spawnSync('node', [join(ROOT, 'apps/server/dist/cli.js'), ...args], {
        env: {
          ...process.env,
          OWNER_URL: postgres.ownerUrl('norther'),
          FILES_FOLDER: join(postgres.home, 'files'),
          INSTRUMENTS_FILE: instruments,
          MIGRATIONS: join(ROOT, 'apps/server/drizzle'),
        },
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
    const demo = options.empty ? 'kept' : cli('demo');
    const word = cli('setup');
    const published = cli('published-pins').split('\n').filter(Boolean);
    if ((outside || options['behind-proxy']) && published.length > 0 && !options['demo-anyway'])
      throw new Stop(
        `Other machines are not let in while PINs of the demo are in use (${published.join(', ')}): they stand in the documentation.`,
        'Start for this machine alone and give new PINs on the People sheet, begin a shop of your own with --empty, or say --demo-anyway.',
      );
    const tls = scheme === 'https' ? await ensureCertificate(postgres.home, options.name) : null;
    const startServer = () => {
      server = spawn('node', ['--enable-source-maps', join(ROOT, 'apps/server/dist/main.js')], {
        env: {
          ...process.env,
          DATABASE_URL: postgres.appUrl('norther'),
          FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
          FILES_FOLDER: join(postgres.home, 'files'),
          WEB_FOLDER: join(ROOT, 'apps/web/dist'),
          PORT: String(options.port),
          STOP_WITH_PARENT: 'yes',
          HOST: options.host,
          NAMES: [...options.name, ...(outside ? [hostname(), ...outsideAddresses()] : [])].join(','),
          ...(tls ? { TLS_KEY: tls.key, TLS_CERT: tls.cert } : {}),
          ...(options['behind-proxy'] ? { BEHIND_PROXY: 'yes' } : {}),
          NODE_ENV: 'production',
        },
        stdio: ['pipe', 'pipe', 'inherit'],
        // Ctrl-C reaches this script, which then stops its children in order.
        detached: true,
      });
      return server;
    };
    // Only a demo has instruments that are not there. Another demo on this machine may have them already: they do for both.
    if (existsSync(instruments) && (await portIsFree(OVENS_PORT, '127.0.0.1')))
      standIn = spawn(
        'node',
        [join(ROOT, 'apps/instruments/dist/ovens.js'), '--port', String(OVENS_PORT), '--state', instruments],
        {
          env: { ...process.env, STOP_WITH_PARENT: 'yes' },
          stdio: ['pipe', 'ignore', 'inherit'],
          detached: true,
        },
      );
    const serving = new Promise((ready) => {
      void keepRunning({
        name: 'server',
        say,
        stopping: () => stopping,
        run: () =>
          new Promise((ended) => {
            const child = startServer();
            child.stdout.once('data', ready);
            child.once('exit', (code, signal) => ended(signal ? `signal ${signal}` : `exit code ${code}`));
          }),
      }).then((reason) => {
        if (reason === null) return;
        console.error(`${reason}\nIts messages stand above. The data is untouched.`);
        stopAll(1);
      });
    });
    void keepRunning({
      name: 'database',
      say,
      stopping: () => stopping,
      run: async () => {
        if (!postgres.alive())
          try {
            // On another port than before the server has to be told, by starting it anew.
            if (await postgres.again()) server?.kill('SIGTERM');
          } catch (error) {
            return error.message.split('\n')[0];
          }
        while (postgres.alive() && !stopping) await new Promise((r) => setTimeout(r, 500));
        return 'it was gone';
      },
    }).then((reason) => {
      if (reason === null) return;
      console.error(`${reason}\nIts log is postgres/server.log in the data folder. The data is untouched.`);
      stopAll(1);
    });
    await serving;
    console.log(`Norther serves the shop at ${addresses.join(' and ')}`);
    if (tls)
      console.log(
        `Its certificate is ${tls.cert}\n  SHA-256 ${tls.fingerprint}\n  docs/running.md says how a tablet learns to trust it.`,
      );
    if (demo === 'loaded') console.log('The demo shop has been loaded.');
    if (word)
      console.log(`Nobody works here yet. Open it in the browser; the word for the first lead is  ${word}`);
    if (published.length > 0) {
      console.log('This is a demo, with PINs that everybody knows. Sign in as one of:');
      for (const line of cli('people').split('\n')) {
        const [name, role, pin] = line.split('\t');
        if (published.includes(name)) console.log(`  ${name.padEnd(14)} ${role.padEnd(7)} PIN ${pin}`);
      }
    }
    console.log('Ctrl-C stops it; the data stays.');
    setInterval(() => {
      if (stopping || !postgres.alive() || !backupsDue(postgres)) return;
      // A process of its own: a dump takes minutes, in which what ends must be started again all the same.
      backup ??= spawn('node', [join(ROOT, 'tools/backup.mjs'), '--if-running', '--data', options.data], {
        stdio: ['ignore', 'pipe', 'pipe'],
      })
        .once('exit', () => (backup = null))
        .once('error', (error) => {
          backup = null;
          say(`The nightly back-up cannot begin: ${error.message}`);
        });
      for (const told of [backup.stdout, backup.stderr])
        if (told.listenerCount('data') === 0) told.on('data', (d) => say(`Back-up: ${String(d).trim()}`));
    }, 60_000).unref();
  } catch (error) {
    if (!(error instanceof Stop)) console.error(error);
    else console.error(error.message);
    stopAll(1);
  }
});
