import { defineConfig } from '@playwright/test'

const byClock = /(?:hostile|neighbour)\.spec\.ts$/

export default defineConfig({
  testDir: 'tests/e2e',
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  // what is measured by the clock has the machine to itself: it runs after the others, one at a time
  projects: [
    { name: 'people', testIgnore: byClock, outputDir: 'test-results/people' },
    { name: 'clock', testMatch: byClock, workers: 1, outputDir: 'test-results/clock' },
  ],
  retries: 0,
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--site-per-process',
      ],
    },
    screenshot: 'only-on-failure',
    trace: 'off',
  },
})
