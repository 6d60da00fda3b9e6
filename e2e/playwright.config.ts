import { defineConfig } from '@playwright/test';
import { chromiumArguments } from './support/chromium';

export default defineConfig({
  testDir: 'tests',
  outputDir: 'test-results',
  workers: 2,
  fullyParallel: true,
  forbidOnly: Boolean(process.env.CI),
  // Long, as what runs these tests may be throttled to a tenth of its speed. Nothing that passes waits for them.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  reporter: [['list'], ['./support/counts-reporter.ts']],
  use: {
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    locale: 'en-GB',
    timezoneId: 'UTC',
    reducedMotion: 'reduce',
    acceptDownloads: true,
    actionTimeout: 120_000,
    screenshot: 'only-on-failure',
    // Traces double the time of every test: they are kept where somebody asks, `TRACES=1`.
    trace: process.env.TRACES ? 'retain-on-failure' : 'off',
    launchOptions: { executablePath: '/usr/bin/chromium', args: chromiumArguments },
  },
});
