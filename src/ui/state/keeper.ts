import type { Step } from '../../core/site/step.ts'
import { OPERATIONS_AT_ONCE, type Changes, type Operation, type SiteState } from '../../protocol/site-state.ts'
import { ApiError, type Api } from './api.ts'

/** How things stand with keeping: said in the top strip. */
export type Keeping =
  | { readonly state: 'kept'; readonly at: number | null; readonly revision: number }
  | { readonly state: 'keeping' }
  /** Not kept yet, and why; it is tried again by itself. */
  | { readonly state: 'waiting'; readonly message: string; readonly code?: string }
  /** Another window changed the same place first: somebody has to choose. */
  | { readonly state: 'conflict' }
  /** The server refused a change for good; the window still holds it, and offers ways on. */
  | { readonly state: 'refused'; readonly message: string }

/** Pauses before a save is tried again; the last one from then on. */
const RETRY_MS = [500, 1000, 2000, 4000, 8000]
/** A save that has had no answer for so long is told of. */
const SLOW_MS = 5000
const SLOW = 'Attire’s server has not answered yet. Your work stays in this window until it does.'

const OTHER_SHEET =
  'Another window has made another stylesheet the sheet of this site. Save this window’s texts, then reload the page.'

/** Characters of JSON that one save is filled up to: far below what the server takes, and soon answered. */
const CHARACTERS_AT_ONCE = 4_000_000

/** An operation that is not acknowledged yet, and what it does to the site. */
export interface Pending {
  readonly operation: Operation
  readonly step: Step
  /** The step that an undo took back. */
  readonly undone?: Step
}

/** Takes as many operations from the front of a queue as one save carries; at least one. */
export function nextPortion<T extends Pick<Pending, 'operation'>>(queue: T[]): T[] {
  let count = 0
  let size = 0
  for (const { operation } of queue) {
    size += JSON.stringify(operation).length
    if (count > 0 && (count === OPERATIONS_AT_ONCE || size > CHARACTERS_AT_ONCE)) break
    count++
  }
  return queue.splice(0, count)
}

/** Answers that say nothing of the save itself. */
const RETRIED: ReadonlySet<string> = new Set(['offline', 'failed', 'busy', 'storage', 'data-gone'])

/** What keeping asks of the server. */
export type KeeperServer = Pick<Api, 'save' | 'changes' | 'site'>

/** What is still to be sent; or that the whole site is needed, somebody has to choose, or the window must begin anew. */
export type TakenIn = readonly Pending[] | 'whole' | 'conflict' | 'other-sheet'

/** What the one who keeps tells of, and asks for. */
export interface KeeperHost {
  report(keeping: Keeping): void
  /** These are on the server’s disk. */
  acknowledged(pending: readonly Pending[]): void
  /** Makes a step of what is being typed. Says whether texts may change by themselves now: nothing is dragged, no dialog is open. */
  rest(): boolean
  /** Settles once that may be so. */
  quiet(): Promise<void>
  /**
   * Takes in what other windows saved. Gives what is still to be sent, carried over it; 'whole' when that takes the whole site as the
   * server holds it, 'conflict' when somebody has to choose, 'other-sheet' when another window has made another stylesheet the sheet.
   */
  takeIn(saves: NonNullable<Changes['saves']>, pending: readonly Pending[]): TakenIn
  /** The same with the whole site. */
  takeInWhole(theirs: SiteState, pending: readonly Pending[]): TakenIn
}

/**
 * Sends operations to the server in order, one save at a time, until each is acknowledged; and has what other windows saved taken in
 * before the next one is sent.
 */
export class Keeper {
  private queue: Pending[] = []
  private flight: { saveId: string; pending: Pending[] } | null = null
  private failures = 0
  private stopped = false
  private running = false
  /** The newest revision that was heard of. */
  private newest: number
  private keptAt: number | null = null
  /** Ends the pause before the next try. */
  private wake: () => void = () => undefined

  constructor(
    private readonly siteId: string,
    private revision: number,
    private readonly host: KeeperHost,
    private readonly server: KeeperServer,
  ) {
    this.newest = revision
  }

  /** Whether something is not acknowledged yet. */
  get busy(): boolean {
    return this.flight !== null || this.queue.length > 0
  }

  /** What is not acknowledged yet, in order. */
  get pending(): readonly Pending[] {
    return [...(this.flight?.pending ?? []), ...this.queue]
  }

  keep(pending: Pending): void {
    this.queue.push(pending)
    void this.run()
  }

  /** The server holds another revision than this window was built on. */
  hear(revision: number): void {
    this.newest = Math.max(this.newest, revision)
    void this.run()
  }

  /** Asks what other windows saved: after a while in which nothing could be heard. */
  ask(): void {
    this.wake()
    this.newest = Math.max(this.newest, this.revision + 1)
    void this.run()
  }

  /** Takes up again after a conflict was settled on a newer revision; what was queued is dropped. */
  restart(revision: number): void {
    this.revision = revision
    this.newest = revision
    this.queue = []
    this.flight = null
    this.stopped = false
  }

  stop(): void {
    this.stopped = true
  }

  private get isBehind(): boolean {
    return this.newest > this.revision
  }

  private async run(): Promise<void> {
    if (this.running || this.stopped || !(this.isBehind || this.busy)) return
    this.running = true
    while (!this.stopped && (this.isBehind || this.busy)) {
      // What is under way was built on the revision of before: its answer comes first, and may say that it is too old.
      const work = this.flight || !this.isBehind ? () => this.send() : () => this.catchUp()
      await this.trying(work)
    }
    this.running = false
    if (!this.stopped) this.host.report({ state: 'kept', at: this.keptAt, revision: this.revision })
  }

  /** Sends the next save, or the one again that had no answer. */
  private async send(): Promise<void> {
    if (!this.flight) {
      this.flight = { saveId: crypto.randomUUID(), pending: nextPortion(this.queue) }
      this.host.report({ state: 'keeping' })
    }
    const { saveId, pending } = this.flight
    const slow = setTimeout(() => this.host.report({ state: 'waiting', message: SLOW }), SLOW_MS)
    try {
      const operations = pending.map(({ operation }) => operation)
      await this.server.save(this.siteId, { saveId, operations, revision: this.revision })
    } finally {
      clearTimeout(slow)
    }
    this.acknowledge()
  }

  private acknowledge(): void {
    const { pending } = this.flight!
    this.flight = null
    this.revision++
    this.newest = Math.max(this.newest, this.revision)
    this.keptAt = Date.now()
    this.host.acknowledged(pending)
  }

  /** Takes in what other windows saved, and carries over it what this one has not saved yet. */
  private async catchUp(): Promise<void> {
    const changes = await this.server.changes(this.siteId, this.revision)
    // A save that was done, and whose answer was lost, is the first that came after the revision it was built on.
    const isDone = this.flight !== null && changes.saves?.[0]?.saveId === this.flight.saveId
    if (isDone) this.acknowledge()
    const saves = isDone ? changes.saves!.slice(1) : changes.saves
    if (saves === null) return this.takeInWhole()
    if (saves.length > 0) {
      await this.untilRest()
      const outcome = this.host.takeIn(saves, this.pending)
      if (outcome === 'whole') return this.takeInWhole()
      if (!this.goOn(outcome)) return
    }
    this.revision = this.newest = changes.revision
  }

  private async takeInWhole(): Promise<void> {
    const theirs = await this.server.site(this.siteId)
    await this.untilRest()
    if (this.goOn(this.host.takeInWhole(theirs, this.pending))) this.revision = this.newest = theirs.revision
  }

  /** What follows must do so in the same task. */
  private async untilRest(): Promise<void> {
    while (!this.host.rest()) await this.host.quiet()
  }

  /** Queues what is left to be sent; false where somebody has to choose first. */
  private goOn(outcome: TakenIn): boolean {
    if (typeof outcome !== 'string') {
      this.flight = null
      this.queue = [...outcome]
      return true
    }
    this.stopped = true
    this.host.report(outcome === 'conflict' ? { state: 'conflict' } : { state: 'refused', message: OTHER_SHEET })
    return false
  }

  /**
   * Does something over the network, and says what comes of its failing. Whatever the answer was, it is tried again, for a save has an id
   * and is done once; only what the server refuses for good ends it. A save that is too old is carried over what came before it.
   */
  private async trying(work: () => Promise<void>): Promise<void> {
    try {
      await work()
      this.failures = 0
    } catch (error) {
      const { code, message } =
        error instanceof ApiError ? error : new ApiError('failed', 'Something failed in this window while keeping.')
      if (code === 'revision-old') return this.trying(() => this.catchUp())
      if (!RETRIED.has(code)) {
        this.stopped = true
        return this.host.report({ state: 'refused', message })
      }
      const pause = RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)]!
      if (this.busy) this.host.report({ state: 'waiting', message: `${message} It is tried again by itself.`, code })
      await this.pause(pause)
    }
  }

  private pause(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, ms)
      this.wake = () => {
        clearTimeout(timer)
        resolve()
      }
    })
  }
}
