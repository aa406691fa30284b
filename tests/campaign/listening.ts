import { createServer, type Server } from 'node:net'

/** A place that no page may reach: it counts connections, not requests, for browsers open some before they ask for anything. */
export class Listening {
  connections = 0
  private readonly server: Server = createServer((socket) => {
    this.connections++
    socket.on('error', () => undefined)
    socket.end()
  })

  /** Gives its address. */
  async open(): Promise<string> {
    await new Promise<void>((resolve) => void this.server.listen(0, '127.0.0.2', resolve))
    return `http://127.0.0.2:${(this.server.address() as { port: number }).port}`
  }

  close(): void {
    this.server.close()
  }
}
