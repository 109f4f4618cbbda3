import { defineConfig } from '@playwright/test'
import { chromiumPath } from './scripts/chromium.mjs'

const PORT = 3217

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  // Long enough for processors of which others take two thirds: what hangs is told a little later, and nothing else.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  // What fails once and then passes is listed as flaky at the end of the run, to be mended; it does not fail the run.
  retries: process.env.CI ? 1 : 0,
  fullyParallel: true,
  workers: 2,
  reporter: process.env.CI ? 'line' : 'list',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    acceptDownloads: true,
    // Each test has a browser of its own: keeping all of Vernice anew in each would only cost time. offline.spec.ts allows it.
    serviceWorkers: 'block',
    launchOptions: { executablePath: chromiumPath(), chromiumSandbox: false },
  },
  webServer: {
    command: `node node_modules/next/dist/bin/next start -p ${PORT}`,
    url: `http://localhost:${PORT}`,
    env: { VERNICE_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' },
    timeout: 60_000,
  },
})
