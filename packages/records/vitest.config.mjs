import { defineConfig } from 'vitest/config';
import { builtCore } from '../../tools/lib/build-core.mjs';

export default defineConfig({
  test: {
    name: 'records',
    include: ['test/**/*.test.ts'],
    testTimeout: 60_000,
    isolate: false,
    alias: builtCore,
  },
});
