import type { News } from '../protocol/site-state.ts'
import { repository } from './open-repository.ts'

/** Another server may work on the same data, so the database is asked, and not only this process. */
const ASKED_EVERY_MS = 300
/** A line that says nothing, so that both sides notice when the other is gone. */
const ALIVE_EVERY_MS = 15_000

type Say = (line: string) => void

/** Tells listeners of every revision of every site, as lines of server-sent events. The database is asked only while somebody listens. */
class NewsOfSites {
  private readonly listeners = new Set<Say>()
  private known = new Map<string, number>()
  private timer: ReturnType<typeof setInterval> | undefined
  private saidAt = 0
  private asking = false

  /** Gives what ends it. */
  listen(say: Say): () => void {
    this.listeners.add(say)
    // Whoever comes later hears of all sites as well.
    for (const [siteId, revision] of this.known) say(lineOf({ siteId, revision }))
    this.timer ??= setInterval(() => void this.ask(), ASKED_EVERY_MS)
    this.timer.unref()
    void this.ask()
    return () => {
      this.listeners.delete(say)
      if (this.listeners.size > 0) return
      clearInterval(this.timer)
      this.timer = undefined
      this.known = new Map()
    }
  }

  /** Asks at once: a site has been saved here. */
  async ask(): Promise<void> {
    if (this.asking || this.listeners.size === 0) return
    this.asking = true
    try {
      const now = await (await repository()).revisions()
      const fresh = now.filter(({ siteId, revision }) => this.known.get(siteId) !== revision)
      this.known = new Map(now.map(({ siteId, revision }) => [siteId, revision]))
      if (fresh.length > 0) this.say(fresh.map(lineOf).join(''))
      else if (Date.now() - this.saidAt > ALIVE_EVERY_MS) this.say(':\n\n')
    } catch {
      // A database that cannot be asked just now is asked again.
    } finally {
      this.asking = false
    }
  }

  private say(lines: string): void {
    this.saidAt = Date.now()
    for (const listener of this.listeners) {
      try {
        listener(lines)
      } catch {
        this.listeners.delete(listener)
      }
    }
  }
}

const lineOf = (news: News): string => `data: ${JSON.stringify(news)}\n\n`

/** One for the process, however often this module is bundled into it. */
const shared = globalThis as typeof globalThis & { attireNews?: NewsOfSites }
export const news = (shared.attireNews ??= new NewsOfSites())
