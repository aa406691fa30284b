import type { SitePath } from '../core/paths/paths.ts'
import type { ToWorker } from './protocol.ts'

type Texts = [SitePath, string | null][]

/** Characters that go out in one task: copying them for the worker must not hold the window up. */
const CHARACTERS = 3_000_000

/** Hands messages to a worker in the order they came; of texts so many in one task, and what came after them waits for them. */
export class Outbox {
  private waiting: ToWorker[] = []
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly post: (message: ToWorker) => void) {}

  send(message: ToWorker): void {
    this.waiting.push(...(message.type === 'texts' ? inParts(message.texts) : [message]))
    if (this.timer === undefined) this.next()
  }

  private next(): void {
    let size = 0
    while (this.waiting.length > 0 && size < CHARACTERS) {
      const message = this.waiting.shift()!
      if (message.type === 'texts') size += sizeOf(message.texts)
      this.post(message)
    }
    this.timer = this.waiting.length > 0 ? setTimeout(() => this.next()) : undefined
  }

  /** Nothing that waits goes out any more. */
  clear(): void {
    clearTimeout(this.timer)
    this.timer = undefined
    this.waiting = []
  }
}

const sizeOf = (texts: Texts) => texts.reduce((sum, [, text]) => sum + (text?.length ?? 0), 0)

/** Texts in several messages; all but the last say that more are coming. */
function inParts(texts: Texts): ToWorker[] {
  const parts: Texts[] = [[]]
  let size = 0
  for (const each of texts) {
    if (size > CHARACTERS) {
      parts.push([])
      size = 0
    }
    parts.at(-1)!.push(each)
    size += each[1]?.length ?? 0
  }
  return parts.map((part, at) => ({ type: 'texts', texts: part, ...(at < parts.length - 1 && { more: true }) }))
}
