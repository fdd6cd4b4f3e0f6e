/** Commands the start and test scripts use: migrate, demo data, an empty shop. */
import { migrateDatabase } from './database/migrate.ts';
import { DEMO_PEOPLE, loadDemo } from './demo/load-demo.ts';

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
    break;
  case 'demo': {
    const loaded = await loadDemo(url, { empty: rest.includes('--empty') });
    console.log(loaded ? 'loaded' : 'kept');
    break;
  }
  case 'people':
    for (const p of DEMO_PEOPLE) console.log(`${p.name}\t${p.role}\t${p.pin}`);
    break;
  default:
    console.error(`Unknown command ${command ?? '(none)'}: migrate, demo or people.`);
    process.exit(2);
}
