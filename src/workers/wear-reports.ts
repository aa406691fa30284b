import { PageMemory, pageKey, sameKey } from '../core/model/page-memory.ts'
import { wearSummary, type WearSummary } from '../core/model/wear-summary.ts'
import type { SitePath } from '../core/paths/paths.ts'
import { NEWS_MS, SLICE_MS, wordsOf } from './answers.ts'
import type { ToldSite } from './told-site.ts'

/** How pages wear the sheet, reported in slices. */
export class WearReports {
  /** What is known of each page. */
  readonly memory = new PageMemory<WearSummary>()
  private pending: SitePath[] = []
  private reports: WearSummary[] = []
  private toldAt = 0
  private running = false

  constructor(private readonly site: ToldSite) {}

  get isRunning(): boolean {
    return this.running
  }

  /** Reports on these pages, in their order. Where nothing is under way, `begin` is given what starts it. */
  renew(pages: SitePath[], begin: (report: () => void) => void): void {
    this.pending = pages
    if (this.running) return
    this.running = true
    begin(() => this.report())
  }

  /** What waits comes in another order. */
  reorder(pages: readonly SitePath[]): void {
    const still = new Set(this.pending)
    this.pending = pages.filter((page) => still.has(page))
  }

  private report(): void {
    if (this.site.isPartial()) {
      this.running = false
      return
    }
    const until = performance.now() + SLICE_MS
    while (this.pending.length > 0 && performance.now() < until) this.reportOne(this.pending.shift()!)
    this.running = this.pending.length > 0
    if (!this.running) this.site.rested()
    if (!this.running || performance.now() - this.toldAt > NEWS_MS) this.tell()
    if (this.running) setTimeout(() => this.report())
  }

  private reportOne(page: SitePath): void {
    const site = this.site.now()
    try {
      const key = pageKey(site, page)
      const known = this.memory.find(page)
      const isKnown = known && sameKey(known.key, key)
      this.reports.push(isKnown ? known.value : this.memory.remember(page, key, wearSummary(site, page)))
    } catch (error) {
      this.site.say({ type: 'trouble', about: 'wear', page, message: wordsOf(error) })
    }
  }

  private tell(): void {
    this.site.say({ type: 'wear', reports: this.reports, done: !this.running })
    this.reports = []
    this.toldAt = performance.now()
  }
}
