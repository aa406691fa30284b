import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { defineConfig } from '@playwright/test'

/** Chosen by scripts/test.mjs; a fixed one when the tests are started by hand. */
const port = Number(process.env['ATTIRE_TEST_PORT'] ?? 4790)
process.env['ATTIRE_TEST_DATA'] ??= mkdtempSync(path.join(tmpdir(), 'attire-test-'))

export default defineConfig({
  testDir: 'e2e',
  workers: 1,
  // Generous, and a second try: what is tested is what happens, not how fast a busy machine does it.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  retries: 1,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: {
      executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
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
  webServer: {
    command: `npx next start -H 127.0.0.1 -p ${port}`,
    url: `http://127.0.0.1:${port}/sites`,
    env: { ATTIRE_DATA: process.env['ATTIRE_TEST_DATA'], NEXT_TELEMETRY_DISABLED: '1' },
    reuseExistingServer: false,
  },
})
