import { defineConfig } from 'vitest/config';

const test = { testTimeout: 400_000, hookTimeout: 400_000 };

// After everything else, and what is measured after that: nothing else takes the processor from it.
export default defineConfig({
  test: {
    projects: [
      { test: { ...test, name: 'tools', include: ['test/**/*.test.mjs'], sequence: { groupOrder: 1 } } },
      {
        test: {
          ...test,
          name: 'measured',
          include: ['test-alone/**/*.test.mjs'],
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
