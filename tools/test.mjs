/** npm test: the same set-up as npm start, then every check, then the totals. */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { startTestDatabase } from './lib/test-shop.mjs';
import { checkNode, ensureBuild, ensureChromium, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run } from './lib/say.mjs';

const RESULTS = join(ROOT, 'test-results');
const bin = (name) => join(ROOT, 'node_modules/.bin', name);

/** Runs a program; its output is shown when it fails, or as it comes when `live`. */
function check(command, args, { env = {}, live = false } = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', live ? 'inherit' : 'pipe', live ? 'inherit' : 'pipe'],
    });
    let output = '';
    child.stdout?.on('data', (d) => (output += d));
    child.stderr?.on('data', (d) => (output += d));
    child.once('exit', (code) => done({ ok: code === 0, output }));
  });
}

await run(async () => {
  checkNode();
  ensurePackages();
  ensureChromium();
  ensureBuild();
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS, { recursive: true });
  const totals = [];
  const say = (name, passed, failed, skipped, seconds) => {
    totals.push({ passed, failed, skipped });
    console.log(
      `${failed ? 'FAILED' : 'ok    '}  ${name.padEnd(12)} ${passed} passed, ${failed} failed${skipped ? `, ${skipped} skipped` : ''}  (${seconds.toFixed(0)} s)`,
    );
  };
  const timed = async (work) => {
    const from = performance.now();
    const result = await work();
    return { ...result, seconds: (performance.now() - from) / 1000 };
  };

  const one = async (name, command, args) => {
    const r = await timed(() => check(command, args));
    if (!r.ok) console.log(r.output);
    say(name, r.ok ? 1 : 0, r.ok ? 0 : 1, 0, r.seconds);
  };
  const { postgres, env } = await startTestDatabase();
  const vitest = async (name, projects) => {
    const file = join(RESULTS, `${name}.json`);
    const done = await timed(() =>
      check(
        bin('vitest'),
        [
          ...['run', '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
          ...projects.flatMap((p) => ['--project', p]),
        ],
        { env, live: true },
      ),
    );
    const told = JSON.parse(readFileSync(file, 'utf8'));
    // A file that fails to load has no tests to count.
    const broken = told.testResults.filter(
      (f) => f.status === 'failed' && f.assertionResults.length === 0,
    ).length;
    const failed = told.numFailedTests + broken;
    say(name, told.numPassedTests, failed || (done.ok ? 0 : 1), told.numPendingTests, done.seconds);
  };
  try {
    // Starting, restoring and refusing is mostly waiting, so it has company.
    await Promise.all([
      (async () => {
        await one('types, lint', bin('oxlint'), ['--type-aware', '--type-check', '--deny-warnings', '.']);
        await one('formatting', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
        await one('arrows', bin('depcruise'), [
          ...['packages', 'apps', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
        ]);
        await vitest('core', ['core', 'records', 'drawings', 'instruments', 'web']);
      })(),
      vitest('tools', ['tools']),
    ]);
    // What is measured comes last in it: nothing else takes the processor from it.
    await vitest('API', ['server', 'measured']);

    const browserFile = join(RESULTS, 'browser.json');
    const browser = await timed(() =>
      check(bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
        env: { ...env, PLAYWRIGHT_JSON_OUTPUT_FILE: browserFile },
        live: true,
      }),
    );
    const b = JSON.parse(readFileSync(browserFile, 'utf8')).stats;
    const browserFailed = b.unexpected + (!browser.ok && b.unexpected === 0 ? 1 : 0);
    say('browser', b.expected + b.flaky, browserFailed, b.skipped, browser.seconds);
  } finally {
    postgres.stop();
  }
  const sum = (key) => totals.reduce((n, t) => n + t[key], 0);
  const skipped = sum('skipped');
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed${skipped ? `, ${skipped} skipped` : ''}`);
  process.exitCode = sum('failed') > 0 ? 1 : 0;
});
