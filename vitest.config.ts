import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['tests/**/*.test.ts'],
    environment: 'node',
    testTimeout: 180_000 * Number(process.env['ATTIRE_RUNS'] ?? 1),
    setupFiles: ['tests/runs.ts'],
    globalSetup: ['tests/aside.ts'],
    // The core keeps nothing between calls but what it remembers of immutable things, so files can share it: loading it anew
    // for each of them takes longer than the tests.
    isolate: false,
    maxWorkers: '100%',
  },
})
