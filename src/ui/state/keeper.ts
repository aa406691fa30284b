import type { Operation } from '../../protocol/site-state.ts'
import { api, ApiError } from './api.ts'

/** How things stand with keeping: said in the top strip. */
export type Keeping =
  | { readonly state: 'kept'; readonly at: number | null }
  | { readonly state: 'keeping' }
  /** Not kept yet, and why; it is tried again by itself. */
  | { readonly state: 'waiting'; readonly message: string }
  | { readonly state: 'conflict' }
  /** The server refused a change for good. */
  | { readonly state: 'refused'; readonly message: string }

const RETRY_MS = [500, 1000, 2000, 4000, 8000]

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
    this.flight = { saveId: crypto.randomUUID(), operations: this.queue.splice(0) }
    this.report({ state: 'keeping' })
    while (this.flight && !this.stopped) {
      const { saveId, operations } = this.flight
      try {
        const { revision } = await api.save(this.siteId, { saveId, revision: this.revision, operations })
        this.revision = revision
        this.flight = null
        this.failures = 0
      } catch (error) {
        if (!(error instanceof ApiError)) throw error
        if (error.code === 'offline' || error.code === 'failed') {
          this.report({ state: 'waiting', message: error.message })
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)]))
          continue
        }
        this.stopped = true
        this.report(
          error.code === 'revision-old' ? { state: 'conflict' } : { state: 'refused', message: error.message },
        )
        return
      }
    }
    if (this.stopped) return
    if (this.queue.length > 0) void this.send()
    else this.report({ state: 'kept', at: Date.now() })
  }
}
