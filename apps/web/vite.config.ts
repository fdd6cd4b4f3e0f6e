import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';
import { builtCore } from '../../tools/lib/build-core.mjs';
import { compressFiles } from './compress-files.ts';

export default defineConfig({
  plugins: [react(), tailwindcss(), compressFiles()],
  worker: { format: 'es' },
  build: { target: 'es2023', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
  test: {
    name: 'web',
    include: ['src/**/*.test.{ts,tsx}'],
    testTimeout: 60_000,
    isolate: false,
    alias: builtCore,
  },
});
