import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { name: 'tools', include: ['test/**/*.test.mjs'], testTimeout: 400_000, hookTimeout: 400_000 },
});
