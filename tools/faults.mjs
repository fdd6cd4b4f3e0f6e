/** npm run faults: treats a shop of its own badly and prints what it found. Loopback only, bounded in time. See --help. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { strangers } from './lib/faults/closed.mjs';
import { fuzz } from './lib/faults/fuzz.mjs';
import { KILL_KINDS, kills } from './lib/faults/kills.mjs';
import { HELD_MS, largeInputs } from './lib/faults/large.mjs';
import { raceAll } from './lib/faults/races.mjs';
import { asTable, roleMatrix } from './lib/faults/roles.mjs';
import { openShop, takeIn } from './lib/faults/shop.mjs';
import { startTestDatabase } from './lib/test-shop.mjs';
import { checkNode, ensureBuild, ensurePackages, ROOT } from './lib/prepare.mjs';
import { run } from './lib/say.mjs';

const HELP = `npm run faults -- [options]
  --only PARTS    some of closed,roles,races,large,fuzz,kills (all)
  --rounds N      rounds of races, 50 writers each (10)
  --requests N    mutated requests (5000)
  --seed N        of the mutations (the day)
  --kills N       kills of each kind (3)
  --kinds KINDS   some of ${KILL_KINDS.join(',')} (all)
  --write         writes the table of roles into docs/security.md
`;

/** Puts the table between its marks in docs/security.md. */
function writeRoles(rows) {
  const file = join(ROOT, 'docs/security.md');
  const [head, , tail] = readFileSync(file, 'utf8').split(/<!-- roles(?: end)? -->/);
  writeFileSync(file, `${head}<!-- roles -->\n\n${asTable(rows)}\n\n<!-- roles end -->${tail}`);
}

await run(async () => {
  const { values } = parseArgs({
    options: {
      only: { type: 'string', default: 'closed,roles,races,large,fuzz,kills' },
      rounds: { type: 'string', default: '10' },
      requests: { type: 'string', default: '5000' },
      seed: { type: 'string', default: String(Math.floor(Date.now() / 86_400_000)) },
      kills: { type: 'string', default: '3' },
      kinds: { type: 'string' },
      write: { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  });
  if (values.help) return console.log(HELP);
  checkNode();
  ensurePackages();
  ensureBuild();
  const parts = values.only.split(',');
  let wrong = 0;
  const tell = (name, words, found = []) => {
    wrong += found.length;
    console.log(`${found.length ? 'FOUND ' : 'ok    '} ${name.padEnd(8)} ${words}`);
    for (const f of found.slice(0, 20)) console.log(`         ${f}`);
  };
  const { postgres } = await startTestDatabase();
  try {
    if (parts.some((p) => p !== 'kills')) {
      const shop = await openShop(postgres);
      try {
        if (parts.includes('closed')) {
          const { requests, found } = await strangers(shop);
          tell('closed', `${requests} requests of nobody, in every spelling`, found);
        }
        if (parts.includes('roles')) {
          const rows = await roleMatrix(shop);
          tell(
            'roles',
            `${rows.length} addresses × 4`,
            rows.filter((r) => r.join().includes('FAULT')).map((r) => r.join(' ')),
          );
          if (values.write) writeRoles(rows);
        }
        if (parts.includes('races')) {
          const { races, writers, found } = await raceAll(shop, Number(values.rounds));
          tell('races', `${races} races of ${writers} writers`, found);
        }
        if (parts.includes('large')) {
          const results = await largeInputs(shop);
          for (const r of results)
            console.log(
              `         ${r.name.padEnd(42)} ${r.status} ${r.ms.toFixed(0).padStart(6)} ms  held ${r.held.toFixed(0)} ms`,
            );
          const found = results.filter((r) => r.held >= HELD_MS || r.status === 0 || r.status >= 500);
          tell(
            'large',
            'the largest input of each address',
            found.map((r) => `${r.name}: ${r.status}, held ${r.held} ms`),
          );
        }
        if (parts.includes('fuzz')) {
          for (const number of ['F1', 'F2']) await takeIn(shop, number);
          const { requests, seed, statuses, slowest, found } = await fuzz(shop, {
            requests: Number(values.requests),
            seed: Number(values.seed),
          });
          const told = Object.entries(statuses).map(([s, n]) => `${n} × ${s}`);
          tell(
            'fuzz',
            `${requests} requests, seed ${seed}: ${told.join(', ')}; slowest ${slowest.ms.toFixed(0)} ms`,
            found,
          );
        }
      } finally {
        await shop.close();
      }
    }
    if (parts.includes('kills'))
      await kills(
        Number(values.kills),
        values.kinds?.split(','),
        ({ kind, times, acknowledged, lost, doubled, recovered, slowestS, found }) =>
          tell(
            'kills',
            `${kind}: ${times} times, ${acknowledged} writes acknowledged, ${lost} lost, ${doubled} doubled, ${recovered} of ${times} came back, slowest in ${slowestS.toFixed(1)} s`,
            found,
          ),
      );
  } finally {
    if (postgres.startedHere) postgres.stop();
  }
  process.exitCode = wrong > 0 ? 1 : 0;
  process.exit();
});
