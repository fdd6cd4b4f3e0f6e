/** npm run restore: a back-up into a data folder, on this machine or a new one. See --help. */
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { restoreBackup } from './lib/backups.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { checkNode, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run, Stop } from './lib/say.mjs';

const HELP = `npm run restore -- BACKUP [options]
  BACKUP        a folder that npm run backup has made
  --data DIR    the data folder it goes into (.data)
  --replace     a shop that is there already is put aside, not deleted
`;

await run(async () => {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      data: { type: 'string', default: join(ROOT, '.data') },
      replace: { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  });
  if (values.help) return console.log(HELP);
  if (positionals.length !== 1) throw new Stop('Say which back-up to restore.', HELP);
  checkNode();
  ensurePackages();
  const data = resolve(values.data);
  const mark = join(data, 'running.json');
  if (existsSync(mark)) {
    const { pid } = JSON.parse(readFileSync(mark, 'utf8'));
    if (existsSync(`/proc/${pid}`))
      throw new Stop(`Norther runs on ${data}. Nothing was changed.`, `Stop it first: kill ${pid}`);
  }
  const postgres = await startPostgres(data);
  try {
    const aside = await restoreBackup(postgres, resolve(positionals[0]), values.replace);
    console.log(`Restored, and found equal to what was backed up. Start it: npm start -- --data ${data}`);
    if (aside) console.log(`The shop that was there stands beside it as database ${aside}.`);
  } finally {
    if (postgres.startedHere) postgres.stop();
  }
});
