import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './scripts/chromium'

const PORT = Number(process.env.YARD_BEACON_TEST_PORT ?? 4397)
/** Each run has a data directory of its own. Workers read it from the variable that the first process set. */
process.env.YARD_BEACON_TEST_DATA ??= mkdtempSync(join(tmpdir(), 'yard-beacon-e2e-'))

export default defineConfig({
  testDir: 'tests/e2e',
  fullyParallel: true,
  workers: 2,
  // Nothing here measures speed: a machine that is busy is waited for.
  timeout: 240_000,
  expect: { timeout: 45_000 },
  forbidOnly: !!process.env.CI,
  // A shared machine may stall a browser once; a test that needs its second try is listed as flaky.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: CHROMIUM,
  },
  webServer: {
    command: `node scripts/serve.mjs --port ${PORT} --data ${process.env.YARD_BEACON_TEST_DATA}`,
    url: `http://127.0.0.1:${PORT}/`,
    // The laptop's programs are stood in for: no test sends anything into a network.
    env: { PATH: `${join(import.meta.dirname, 'tests', 'e2e', 'standIn')}:${process.env.PATH ?? ''}` },
    reuseExistingServer: false,
    stdout: 'ignore',
  },
})
