/** npm run unlock -- NAME: at the machine itself, lets a person try to sign in again. */
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { startPostgres } from './lib/postgres.mjs';
import { ensureBuild, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';

await run(async () => {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { data: { type: 'string', default: join(ROOT, '.data') } },
  });
  if (positionals.length === 0) throw new Stop('Say whom: npm run unlock -- "Name" [--data FOLDER]');
  ensureBuild();
  const postgres = await startPostgres(resolve(values.data));
  try {
    const done = spawnSync('node', [join(ROOT, 'apps/server/dist/cli.js'), 'unlock', ...positionals], {
      encoding: 'utf8',
      env: { ...process.env, OWNER_URL: postgres.ownerUrl('norther'), MIGRATIONS: 'none' },
    });
    console.log(done.status === 0 ? done.stdout.trim() : done.stderr.trim());
  } finally {
    if (postgres.startedHere) postgres.stop();
  }
});
