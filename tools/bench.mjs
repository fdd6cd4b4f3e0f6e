/** npm run bench [core|server|series|growth]: prints how fast it is. Never part of the tests. */
import { benchCore } from './lib/bench/core.mjs';
import { benchGrowth } from './lib/bench/growth.mjs';
import { benchSeries } from './lib/bench/series.mjs';
import { benchServer } from './lib/bench/server.mjs';
import { checkNode, ensureBuild, ensureChromium, ensurePackages } from './lib/prepare.mjs';
import { run } from './lib/say.mjs';

const PARTS = { core: benchCore, server: benchServer, series: benchSeries };

await run(async () => {
  checkNode();
  ensurePackages();
  ensureChromium();
  ensureBuild();
  const only = process.argv[2];
  // It loads a hundred thousand motors: only when it is asked for.
  if (only === 'growth' || only === '--large') return benchGrowth();
  for (const [part, bench] of Object.entries(PARTS)) if (!only || only === part) await bench();
});
