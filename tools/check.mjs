/**
 * npm run check: in seconds, what a change is most likely to have broken: types and lint of everything, formatting of what
 * changed, and the tests beside it. The whole is npm test.
 */
import { execFileSync, spawn } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { checkNode, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run } from './lib/say.mjs';

const HELP = `npm run check -- [REVISION]
  types, lint and formatting, and the tests beside what changed since REVISION (what is not committed)
`;
const bin = (name) => join(ROOT, 'node_modules/.bin', name);
const git = (...args) =>
  execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);

function start(name, args) {
  const from = performance.now();
  return new Promise((done) => {
    const child = spawn(bin(name), args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    child.stdout.on('data', (d) => (output += d));
    child.stderr.on('data', (d) => (output += d));
    child.once('exit', (code) =>
      done({ ok: code === 0, output, seconds: (performance.now() - from) / 1000 }),
    );
  });
}

/** Test files in the folder of a file, or in the nearest folder above it that has some, within its package. */
function testsBeside(file) {
  if (/\.test\.tsx?$/.test(file)) return [file];
  for (let folder = dirname(file); folder.split('/').length >= 3; folder = dirname(folder)) {
    const found = readdirSync(join(ROOT, folder)).filter((f) => /\.test\.tsx?$/.test(f));
    if (found.length > 0) return found.map((f) => `${folder}/${f}`);
  }
  // Packages whose tests stand in a folder of their own, without a database.
  const own = /^(packages\/(?:records|drawings)|apps\/instruments)\//.exec(file)?.[1];
  return own
    ? readdirSync(join(ROOT, own, 'test'), { encoding: 'utf8' }).flatMap((f) =>
        f.endsWith('.test.ts') ? [`${own}/test/${f}`] : [],
      )
    : [];
}

await run(async () => {
  const [since] = process.argv.slice(2);
  if (since === '--help') return console.log(HELP);
  checkNode();
  ensurePackages();
  const changed = [
    ...git('diff', '--name-only', since ?? 'HEAD'),
    ...git('ls-files', '--others', '--exclude-standard'),
  ].filter((f) => existsSync(join(ROOT, f)));
  const tests = [...new Set(changed.filter((f) => /\.tsx?$/.test(f)).flatMap(testsBeside))];
  const formatted = changed.filter((f) => /\.(tsx?|mjs|cjs|json|md|css)$/.test(f));
  const jobs = {
    'types, lint': ['oxlint', ['--type-aware', '--type-check', '--deny-warnings', '.']],
    ...(formatted.length > 0
      ? { formatting: ['prettier', ['--check', '--log-level', 'warn', '--ignore-unknown', ...formatted]] }
      : {}),
    ...(tests.length > 0 ? { [`tests of ${tests.length} files`]: ['vitest', ['run', ...tests]] } : {}),
  };
  const done = await Promise.all(
    Object.entries(jobs).map(async ([name, [program, args]]) => ({ name, ...(await start(program, args)) })),
  );
  for (const { name, ok, output, seconds } of done) {
    if (!ok) console.log(output);
    console.log(`${ok ? 'ok    ' : 'FAILED'}  ${name}  (${seconds.toFixed(0)} s)`);
  }
  if (done.some((d) => !d.ok)) process.exitCode = 1;
});
