import { defineConfig } from 'vitest/config';
import { buildCore, builtCore } from './tools/lib/build-core.mjs';

await buildCore();

const tools = { testTimeout: 400_000, hookTimeout: 400_000, alias: builtCore };

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
      { test: { ...tools, name: 'tools', include: ['tools/test/*.test.mjs'] } },
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
