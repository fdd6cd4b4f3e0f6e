/** Commands the start, test and back-up scripts use. */
import { migrateDatabase } from './database/migrate.ts';
import { keepOutcomes } from './database/keep-outcomes.ts';
import { DEMO_PEOPLE, loadDemo } from './demo/load-demo.ts';
import { newSetupWord, publishedPins, unlockPerson } from './people/at-the-machine.ts';

const [command, ...rest] = process.argv.slice(2);
const url = process.env['OWNER_URL'];
const migrations = process.env['MIGRATIONS'];
if (!url || !migrations) {
  console.error('OWNER_URL and MIGRATIONS must be set; use npm start.');
  process.exit(2);
}

switch (command) {
  case 'migrate':
    await migrateDatabase(url, migrations);
    await keepOutcomes(url);
    break;
  case 'demo': {
    const loaded = await loadDemo(url, {
      empty: rest.includes('--empty'),
      filesFolder: process.env['FILES_FOLDER'],
      instrumentsFile: process.env['INSTRUMENTS_FILE'],
    });
    console.log(loaded ? 'loaded' : 'kept');
    break;
  }
  case 'setup':
    // Printed where the server is started, and nowhere else; nothing when the shop has its people.
    console.log((await newSetupWord(url)) ?? '');
    break;
  case 'people':
    for (const p of DEMO_PEOPLE) console.log(`${p.name}\t${p.role}\t${p.pin}`);
    break;
  case 'published-pins':
    // Whose PIN stands in the documentation, so that the start script may say it.
    for (const name of await publishedPins(url)) console.log(name);
    break;
  case 'unlock':
    console.log(await unlockPerson(url, rest.join(' ')));
    break;
  default:
    console.error(
      `Unknown command ${command ?? '(none)'}: migrate, demo, setup, people, published-pins or unlock.`,
    );
    process.exit(2);
}
