import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: ['packages/core', 'packages/records', 'packages/drawings', 'apps/server', 'apps/web', 'tools'],
  },
});
