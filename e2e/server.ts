import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'

/** A running Attire with data and a port of its own. */
export interface Running {
  readonly address: string
  /** Ends it at once, as a power button would end it. */
  readonly kill: () => Promise<void>
}

export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => resolve(port))
    })
  })
}

export const newData = (): string => mkdtempSync(path.join(tmpdir(), 'attire-test-'))

/** Starts Attire on a data folder; a new one when none is named. */
export async function startServer(data = newData(), port?: number): Promise<Running> {
  const taken = port ?? (await freePort())
  const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', `${taken}`], {
    env: { ...process.env, ATTIRE_DATA: data, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await ready(server)
  return {
    address: `http://127.0.0.1:${taken}`,
    kill: () =>
      new Promise((resolve) => {
        server.once('exit', () => resolve())
        server.kill('SIGKILL')
      }),
  }
}

function ready(server: ChildProcess): Promise<void> {
  return new Promise((resolve, reject) => {
    server.stdout!.on('data', (said: Buffer) => said.includes('Ready') && resolve())
    server.once('exit', (code) => reject(new Error(`The server ended with ${code} before it was ready.`)))
  })
}
