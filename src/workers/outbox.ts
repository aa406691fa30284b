import { inParts } from './in-parts.ts'
import type { ToWorker } from './protocol.ts'

/** Characters that go out in one task: copying them for the worker must not hold the window up. */
const CHARACTERS = 3_000_000

/** Hands messages to a worker in the order they came; of texts so many in one task, and what came after them waits for them. */
export class Outbox {
  private waiting: ToWorker[] = []
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly post: (message: ToWorker) => void) {}

  send(message: ToWorker): void {
    this.waiting.push(...parted(message))
    if (this.timer === undefined) this.next()
  }

  private next(): void {
    this.timer = undefined
    for (let message = this.waiting.shift(); message; message = this.waiting.shift()) {
      this.post(message)
      if (message.type !== 'texts' || !message.more) continue
      this.timer = setTimeout(() => this.next())
      return
    }
  }

  /** Nothing that waits goes out any more. */
  clear(): void {
    clearTimeout(this.timer)
    this.timer = undefined
    this.waiting = []
  }
}

/** Long texts in several messages; all but the last say that more are coming. */
function parted(message: ToWorker): ToWorker[] {
  if (message.type !== 'texts') return [message]
  const parts = [...inParts(message.texts, CHARACTERS)]
  return parts.map((texts, at) => ({ type: 'texts', texts, ...(at < parts.length - 1 && { more: true }) }))
}
