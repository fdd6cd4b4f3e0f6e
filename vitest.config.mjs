import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // One on each core; the default leaves one idle.
    maxWorkers: 2,
    projects: ['packages/core', 'packages/records', 'packages/drawings', 'apps/server', 'apps/web', 'tools'],
  },
});
