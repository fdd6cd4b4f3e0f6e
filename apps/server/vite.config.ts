import { defineConfig } from 'vitest/config';
import { builtCore } from '../../tools/lib/build-core.mjs';

export default defineConfig({
  // Nest injects by constructor types, so the decorators' metadata must be emitted.
  oxc: { decorator: { legacy: true, emitDecoratorMetadata: true } },
  ssr: { noExternal: [/^@norther\//] },
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    sourcemap: true,
    minify: false,
    rolldownOptions: {
      input: {
        main: 'src/main.ts',
        cli: 'src/cli.ts',
        worker: 'src/heavy/worker.ts',
        picture: 'src/attachments/picture.ts',
      },
    },
  },
  test: {
    name: 'server',
    isolate: false,
    alias: builtCore,
    include: ['test/**/*.test.ts'],
    testTimeout: 180_000,
    hookTimeout: 240_000,
  },
});
