import { OPERATIONS_AT_ONCE, type Operation } from '../../protocol/site-state.ts'
import { api, ApiError } from './api.ts'

/** How things stand with keeping: said in the top strip. */
export type Keeping =
  | { readonly state: 'kept'; readonly at: number | null; readonly revision: number }
  | { readonly state: 'keeping' }
  /** Not kept yet, and why; it is tried again by itself. */
  | { readonly state: 'waiting'; readonly message: string }
  | { readonly state: 'conflict' }
  /** The server refused a change for good; the window still holds it, and offers ways on. */
  | { readonly state: 'refused'; readonly message: string }

/** Pauses before a save is tried again; the last one from then on. */
const RETRY_MS = [500, 1000, 2000, 4000, 8000]
/** A save that has had no answer for so long is told of. */
const SLOW_MS = 5000
const SLOW = 'Attire’s server has not answered yet. Your work stays in this window until it does.'

/** Characters of JSON that one save is filled up to: far below what the server takes, and soon answered. */
const CHARACTERS_AT_ONCE = 4_000_000

/** Takes as many operations from the front of a queue as one save carries; at least one. */
export function nextPortion(queue: Operation[]): Operation[] {
  let count = 0
  let size = 0
  for (const operation of queue) {
    size += JSON.stringify(operation).length
    if (count > 0 && (count === OPERATIONS_AT_ONCE || size > CHARACTERS_AT_ONCE)) break
    count++
  }
  return queue.splice(0, count)
}

/** Answers that say nothing of the save itself. */
const RETRIED: ReadonlySet<string> = new Set(['offline', 'failed', 'busy'])

/** Sends operations to the server in order, one save at a time, until each is acknowledged. */
export class Keeper {
  private queue: Operation[] = []
  private flight: { saveId: string; operations: Operation[] } | null = null
  private failures = 0
  private stopped = false

  constructor(
    private readonly siteId: string,
    private revision: number,
    private readonly report: (keeping: Keeping) => void,
  ) {}

  /** Whether something is not acknowledged yet. */
  get busy(): boolean {
    return this.flight !== null || this.queue.length > 0
  }

  keep(operation: Operation): void {
    this.queue.push(operation)
    void this.send()
  }

  /** Takes up again after a conflict was settled on a newer revision; what was queued is dropped. */
  restart(revision: number): void {
    this.revision = revision
    this.queue = []
    this.flight = null
    this.stopped = false
  }

  stop(): void {
    this.stopped = true
  }

  private async send(): Promise<void> {
    if (this.stopped || this.flight || this.queue.length === 0) return
    this.flight = { saveId: crypto.randomUUID(), operations: nextPortion(this.queue) }
    this.report({ state: 'keeping' })
    while (this.flight && !this.stopped) {
      const slow = setTimeout(() => this.report({ state: 'waiting', message: SLOW }), SLOW_MS)
      try {
        const { revision } = await api.save(this.siteId, { ...this.flight, revision: this.revision })
        this.revision = revision
        this.flight = null
        this.failures = 0
      } catch (error) {
        clearTimeout(slow)
        if (!(await this.triesAgain(error))) return
      } finally {
        clearTimeout(slow)
      }
    }
    if (this.stopped) return
    if (this.queue.length > 0) void this.send()
    else this.report({ state: 'kept', at: Date.now(), revision: this.revision })
  }

  /**
   * What to do about a save that failed. Whatever the answer was, it is tried again, for a save has an id and is done once;
   * only what the server refuses for good, or a newer revision, ends it. Waits for the pause before the next try.
   */
  private async triesAgain(error: unknown): Promise<boolean> {
    const { code, message } =
      error instanceof ApiError ? error : new ApiError('failed', 'Something failed in this window while keeping.')
    if (code === 'revision-old' || !RETRIED.has(code)) {
      this.stopped = true
      this.report(code === 'revision-old' ? { state: 'conflict' } : { state: 'refused', message })
      return false
    }
    const pause = RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)]!
    this.report({ state: 'waiting', message: `${message} It is tried again by itself.` })
    await new Promise((resolve) => setTimeout(resolve, pause))
    return true
  }
}
