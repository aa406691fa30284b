import { FitCheck, type FitProgress } from '../core/fit/check.ts'
import { countByFile, countsOf, Standing } from '../core/fit/standing.ts'
import type { SitePath } from '../core/paths/paths.ts'
import { NEWS_MS, SLICE_MS, wordsOf } from './answers.ts'
import type { Told } from './kept.ts'
import type { ToldSite } from './told-site.ts'

/** So many times as long as they take to put together is worked between two news. */
const NEWS_SHARE = 8

/** Passes of the fit check over the site, one at a time and in slices, and what is told of them. */
export class FitPasses {
  readonly standing = new Standing()
  readonly check = new FitCheck()
  private pass: Generator<FitProgress, void, void> | null = null
  /** Pages that the present pass has looked at: it may begin anew in another order. */
  private lookedAt = new Set<SitePath>()
  /** How many causes each file was told to have. */
  private counted: ReadonlyMap<SitePath, number> = new Map()
  private toldAt = 0
  /** How long the last news took to put together: on a large site they come less often. */
  private newsTook = 0
  private hasBegun = false
  private toldAhead = false

  /** `overtaken` is called once what was told ahead holds no more, and at the end of each pass. */
  constructor(
    private readonly site: ToldSite,
    private readonly overtaken: () => void,
  ) {}

  get isRunning(): boolean {
    return this.pass !== null
  }

  /** Whether a pass has begun: nothing is waited for before the first. */
  get isUnderWay(): boolean {
    return this.hasBegun
  }

  /** Whether what was told is an earlier session's, and the findings themselves are still to come. */
  get isToldAhead(): boolean {
    return this.toldAhead
  }

  /** Looks at all pages, in this order. */
  begin(pages: readonly SitePath[]): void {
    if (this.pass || this.site.isPartial()) return
    const site = this.site.now()
    this.pass = this.check.run(site, pages)
    this.lookedAt = new Set()
    this.hasBegun = true
    // What is all known from an earlier session is soon told, and at once.
    if (this.check.due(site, pages).length === 0) this.toldAt = performance.now()
    else if (this.toldAhead) this.overtake()
    this.report()
  }

  /** Gives up the pass, if there is one: what it found is remembered page by page. */
  stop(): void {
    this.pass = null
  }

  /** Other pages come first. */
  reorder(pages: readonly SitePath[], first: readonly SitePath[]): void {
    const site = this.site.now()
    if (this.pass && this.check.due(site, first).length > 0) this.pass = this.check.run(site, pages)
  }

  /**
   * What an earlier session told of this very revision is told again, before its findings are there to be asked about. The pass
   * that follows goes by what the texts say, and has the last word.
   */
  tellAhead(told: Told | null, revision: number | null): void {
    if (this.hasBegun || this.toldAhead || !told || told.revision !== revision) return
    this.toldAhead = true
    this.counted = new Map(told.files)
    const { counts, files, total } = told
    this.site.say({ type: 'fit', news: { counts, files, done: total, total } })
  }

  /** What is to be told ahead the next time: only what all pages and files stand behind. */
  toTellAhead(revision: number | null): Told | null {
    const site = this.site.now()
    if (revision === null || !this.check.isKnown(site)) return null
    const counts = countsOf(this.standing.sortedOut(site).causes)
    return { revision, counts, files: [...this.counted], total: site.pagePaths.length }
  }

  private report(): void {
    try {
      this.reportSlice()
    } catch (error) {
      this.pass = null
      this.site.say({ type: 'trouble', about: 'fit', page: null, message: wordsOf(error) })
      this.overtake()
    }
  }

  private reportSlice(): void {
    if (!this.pass) return
    this.lookOn(this.pass)
    if (!this.pass) {
      this.standing.keepOnly(this.site.now().pagePaths)
      this.site.rested()
    }
    const newsAfter = Math.max(NEWS_MS, this.newsTook * NEWS_SHARE)
    if (!this.pass || (!this.toldAhead && performance.now() - this.toldAt > newsAfter)) this.tell()
    if (this.pass) setTimeout(() => this.report())
    else this.overtake()
  }

  private lookOn(pass: Generator<FitProgress, void, void>): void {
    const until = performance.now() + SLICE_MS
    do {
      const next = pass.next()
      if (next.done) {
        this.pass = null
        return
      }
      const { page, findings, fault } = next.value
      if (page !== null) this.lookedAt.add(page)
      if (findings) this.standing.take(page, findings)
      if (fault !== null) this.site.say({ type: 'trouble', about: 'fit', page, message: fault })
    } while (performance.now() < until)
  }

  private tell(): void {
    const began = performance.now()
    const site = this.site.now()
    const total = site.pagePaths.length
    const { causes } = this.standing.sortedOut(site)
    const counts = countByFile(causes)
    const files = [...counts].filter(([file, count]) => this.counted.get(file) !== count)
    const none = [...this.counted.keys()].filter((file) => !counts.has(file)).map((file) => [file, 0] as const)
    this.counted = counts
    const done = this.pass ? this.lookedAt.size : total
    this.site.say({ type: 'fit', news: { counts: countsOf(causes), files: [...files, ...none], done, total } })
    this.toldAt = performance.now()
    this.newsTook = this.toldAt - began
  }

  /** What was told ahead is overtaken by what has been found. */
  private overtake(): void {
    this.toldAhead = false
    this.overtaken()
  }
}
