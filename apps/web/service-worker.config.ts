/** Builds the service worker after the application, with the list of files that the application is made of. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defineConfig } from 'vite';

const DIST = join(import.meta.dirname, 'dist');
/** What a name tells the content of needs no other mark of its version. */
const NAMED = /^assets[\\/]/;
const KEPT = /\.(js|css|html|woff2|svg|png|ico|webmanifest)$/;

const files = readdirSync(DIST, { recursive: true, encoding: 'utf8' })
  .filter((f) => KEPT.test(f) && f !== 'service-worker.js')
  .map((f) => ({
    url: `/${f.replaceAll('\\', '/')}`,
    revision: NAMED.test(f)
      ? null
      : createHash('sha256')
          .update(readFileSync(join(DIST, f)))
          .digest('hex')
          .slice(0, 16),
  }));

export default defineConfig({
  define: { __FILES__: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
  publicDir: false,
  build: {
    target: 'es2023',
    outDir: 'dist',
    emptyOutDir: false,
    sourcemap: false,
    lib: { entry: 'src/offline/service-worker.ts', formats: ['es'], fileName: () => 'service-worker.js' },
  },
});
