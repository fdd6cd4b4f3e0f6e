import { defineConfig } from 'vitest/config';

const tools = { testTimeout: 400_000, hookTimeout: 400_000 };

export default defineConfig({
  test: {
    // One on each core; the default leaves one idle.
    maxWorkers: 2,
    projects: [
      ...[
        'packages/core',
        'packages/records',
        'packages/drawings',
        'apps/server',
        'apps/instruments',
        'apps/web',
      ],
      {
        test: { ...tools, name: 'tools', include: ['tools/test/*.test.mjs'], sequence: { groupOrder: 1 } },
      },
      // After everything else: nothing takes the processor from what is measured.
      {
        test: {
          ...tools,
          name: 'measured',
          include: ['tools/test-alone/*.test.mjs'],
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
