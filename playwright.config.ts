import { defineConfig } from '@playwright/test'
import { launchOptions } from './scripts/chromium.mjs'

export default defineConfig({
  testDir: 'e2e',
  // Each worker has a server with data of its own (e2e/test.ts), so tests run beside each other in any order.
  fullyParallel: true,
  workers: 2,
  retries: 0,
  // Generous: what is tested is what happens, not how fast a busy machine does it.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions,
  },
})
