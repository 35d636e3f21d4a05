import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'tests/e2e',
  // A machine that does other things as well takes a minute or two to load the demo.
  timeout: 480_000,
  expect: { timeout: 20_000 },
  workers: 2,
  fullyParallel: false,
  // A shared machine stands still for seconds now and then. What passes only when it is run again is told, and few may.
  retries: 1,
  reporter: [['list'], ['json']],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000,
    trace: 'off',
    // It would keep the whole application for each test anew.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.ZONARIS_CHROMIUM ?? '/usr/bin/chromium',
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
