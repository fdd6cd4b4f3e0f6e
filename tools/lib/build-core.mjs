/** The core in one file, for tests of everything that stands on it: loaded once, and not put through Vite by each project. */
import { renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';
import { ROOT } from './prepare.mjs';

const FOLDER = join(ROOT, 'node_modules/.cache/norther');

/** For `test.alias`: the core's own tests run on its sources instead. */
export const builtCore = { '@norther/core': join(FOLDER, 'core.js') };

/**
 * A second or two; always done, so that no test ever sees a core of yesterday. Put in its place whole: another run may be
 * loading it just then.
 */
export async function buildCore() {
  const half = join(FOLDER, `core-${process.pid}`);
  await build({
    configFile: false,
    root: join(ROOT, 'packages/core'),
    logLevel: 'warn',
    build: {
      ssr: 'src/index.ts',
      outDir: half,
      emptyOutDir: true,
      target: 'node20',
      minify: false,
      sourcemap: true,
      rolldownOptions: { output: { entryFileNames: 'core.js' } },
    },
  });
  for (const file of ['core.js.map', 'core.js']) renameSync(join(half, file), join(FOLDER, file));
  rmSync(half, { recursive: true });
}
