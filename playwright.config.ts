import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: '.test/browser',
  timeout: 150_000,
  expect: { timeout: 10_000 },
  workers: 2,
  reporter: [['list']],
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/London',
    locale: 'en-GB',
    // Only where it is what is tried (tabs.test.ts): it fetches the whole app for every new browser.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
});
