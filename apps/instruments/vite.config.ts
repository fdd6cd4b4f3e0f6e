import { defineConfig } from 'vitest/config';
import { builtCore } from '../../tools/lib/build-core.mjs';

export default defineConfig({
  ssr: { noExternal: [/^@norther\//] },
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    sourcemap: true,
    minify: false,
    rolldownOptions: { input: { ovens: 'src/main.ts' } },
  },
  test: { name: 'instruments', include: ['test/**/*.test.ts'], alias: builtCore },
});
