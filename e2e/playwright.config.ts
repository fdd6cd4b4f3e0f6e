import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './global-setup.ts',
  outputDir: '../test-results/browser',
  fullyParallel: true,
  workers: 2,
  timeout: 120_000,
  expect: { timeout: 8000 },
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
