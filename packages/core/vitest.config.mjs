import { defineConfig } from 'vitest/config';

// Pure functions: files share what is loaded.
export default defineConfig({
  test: { name: 'core', include: ['src/**/*.test.ts'], testTimeout: 60_000, isolate: false },
});
