import { defineConfig } from '@playwright/test';
import { chromiumArguments } from './support/chromium';

export default defineConfig({
  testDir: 'tests',
  outputDir: 'test-results',
  workers: 2,
  fullyParallel: true,
  forbidOnly: Boolean(process.env.CI),
  timeout: 240_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['./support/counts-reporter.ts']],
  use: {
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    locale: 'en-GB',
    timezoneId: 'UTC',
    reducedMotion: 'reduce',
    acceptDownloads: true,
    screenshot: 'only-on-failure',
    trace: 'retain-on-failure',
    launchOptions: { executablePath: '/usr/bin/chromium', args: chromiumArguments },
  },
});
