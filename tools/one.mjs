/** npm run one -- NAME: one test, by part of its file's name or by a browser test's file, with the database it needs. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensureChromium, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';
import { startTestDatabase } from './lib/test-shop.mjs';

await run(async () => {
  const [name, ...options] = process.argv.slice(2);
  if (!name)
    throw new Stop(
      'Which test? npm run one -- NAME',
      'Part of the name of its file, such as shorthand, series or e2e/floor-filter; more options are passed on: -t "part of its title".',
    );
  checkNode();
  ensurePackages();
  ensureBuild();
  const browser = name.startsWith('e2e/');
  if (browser) ensureChromium();
  if (browser && name !== 'e2e/' && !existsSync(join(ROOT, `${name.replace(/(\.spec\.ts)?$/, '.spec.ts')}`)))
    throw new Stop(`There is no browser test ${name}.`, 'They stand in e2e and end in .spec.ts.');
  const { postgres, env } = await startTestDatabase();
  try {
    const [command, args] = browser
      ? ['playwright', ['test', '-c', 'e2e/playwright.config.ts', name.slice(4), ...options]]
      : ['vitest', ['run', name, ...options]];
    const done = spawnSync(join(ROOT, 'node_modules/.bin', command), args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: 'inherit',
    });
    process.exitCode = done.status ?? 1;
  } finally {
    postgres.stop();
  }
});
