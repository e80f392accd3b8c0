import { defineConfig } from '@playwright/test';
import { launch } from './scripts/setup/browser.mjs';

export default defineConfig({
  testDir: 'tests/interface',
  // Flights take their time, and longer on a machine that others use as well.
  timeout: 300_000,
  workers: 1,
  retries: 0,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'] ?? 'test-results/interface.json' }]
  ],
  expect: { timeout: 40_000 },
  use: {
    baseURL: process.env['HANZA_ADDRESS'],
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: launch
  }
});
