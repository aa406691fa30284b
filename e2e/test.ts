import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { test as base } from '@playwright/test'

export { expect, type APIRequestContext, type Browser, type Frame, type Page } from '@playwright/test'

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => resolve(port))
    })
  })
}

/** Starts Attire with a data folder and a port of its own; gives its address and what ends it. */
async function startServer(): Promise<{ address: string; end: () => void }> {
  const port = await freePort()
  const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', `${port}`], {
    env: {
      ...process.env,
      ATTIRE_DATA: mkdtempSync(path.join(tmpdir(), 'attire-test-')),
      NEXT_TELEMETRY_DISABLED: '1',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((resolve, reject) => {
    server.stdout.on('data', (said: Buffer) => said.includes('Ready') && resolve())
    server.once('exit', (code) => reject(new Error(`The server ended with ${code} before it was ready.`)))
  })
  return { address: `http://127.0.0.1:${port}`, end: () => void server.kill('SIGKILL') }
}

/** Tests share the server of their worker, and nothing else: each brings in the sites it works on. */
export const test = base.extend<object, { server: string }>({
  server: [
    // Playwright asks for the first argument to be taken apart, also where nothing of it is used.
    async ({}, use) => {
      const { address, end } = await startServer()
      await use(address)
      end()
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(server),
})
