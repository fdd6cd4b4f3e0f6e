/** npm run backup: one back-up now, of a shop that runs or of one that stands still. See --help. */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { makeBackup } from './lib/backups.mjs';
import { isRunning, startPostgres } from './lib/postgres.mjs';
import { checkNode, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';

const HELP = `npm run backup -- [options]
  --data DIR    the shop's data folder (.data)
  --to DIR      where the back-up goes (backups, in the data folder)
  --if-running  only of a shop that runs: nothing is started
`;

await run(async () => {
  const { values } = parseArgs({
    options: {
      data: { type: 'string', default: join(ROOT, '.data') },
      to: { type: 'string' },
      'if-running': { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  });
  if (values.help) return console.log(HELP);
  checkNode();
  ensurePackages();
  const data = resolve(values.data);
  if (!existsSync(join(data, 'postgres.made')))
    throw new Stop(`There is no shop in ${data}.`, 'Name its folder: npm run backup -- --data FOLDER');
  if (values['if-running'] && !isRunning(data)) throw new Stop(`The database in ${data} does not run.`);
  const postgres = await startPostgres(data);
  const ours = postgres.startedHere;
  try {
    await makeBackup(postgres, values.to ? resolve(values.to) : join(postgres.home, 'backups'), console.log);
  } finally {
    if (ours && !values['if-running']) postgres.stop();
  }
});
