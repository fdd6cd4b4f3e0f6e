import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './global-setup.ts',
  outputDir: '../test-results/browser',
  fullyParallel: true,
  workers: 2,
  // A shared machine may be many times slower for a while; nothing here is judged by time.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  retries: 0,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'] ?? '../test-results/browser.json' }],
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    timezoneId: 'UTC',
    locale: 'en-GB',
    launchOptions: { executablePath: '/usr/bin/chromium', args: ['--disable-gpu', '--disable-quic'] },
  },
});
