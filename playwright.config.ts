import { defineConfig } from '@playwright/test'
import { chromium } from './scripts/chromium.mjs'

/** A file at a time: `scripts/journeys.mjs` starts servers and databases, and two of these beside each other. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: process.env.PAVREL_TRACES ?? 'test-results/journeys',
  workers: 1,
  fullyParallel: false,
  // A machine may be many times slower than the one these were written on.
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [
    ['list'],
    ['json', { outputFile: process.env.PAVREL_RESULTS ?? 'test-results/journeys.json' }],
  ],
  use: {
    locale: 'en-GB',
    timezoneId: 'Europe/Dublin',
    // On one machine packing and unpacking only costs time: a twelfth of a page.
    extraHTTPHeaders: { 'accept-encoding': 'identity' },
    // A trace costs a fifth of the time: `npx playwright test --trace on` where one is wanted.
    trace: 'off',
    screenshot: 'only-on-failure',
    // What can't be pressed for a minute never will be.
    actionTimeout: 60_000,
    launchOptions: {
      executablePath: chromium(),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
