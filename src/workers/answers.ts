import type { Standing } from '../core/fit/standing.ts'
import type { SiteSnapshot } from '../core/model/snapshot.ts'
import type { FromWorker } from './protocol.ts'
import { QUESTIONS, type LongQuestion, type Progress, type Question } from './questions.ts'

/** How long something long is gone on with before the worker listens again, ms. */
export const SLICE_MS = 20
/** News of something long are told so many ms apart: each makes the screen draw. */
export const NEWS_MS = 250

type Say = (message: FromWorker) => void
type Slices = Generator<Progress<LongQuestion>, unknown, void>

/** A fault in words. */
export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** Answers questions about a site, those that take long in slices, so that the worker hears when one is called off. */
export class Answers {
  private readonly cancelled = new Set<number>()

  constructor(
    private readonly say: Say,
    private readonly standing: Standing,
  ) {}

  /** Answers what is asked of a site. What throws reaches whoever asked, and the worker goes on. */
  answer(id: number, site: SiteSnapshot, question: Question, ask: unknown): void {
    this.guarded(id, () => {
      const ofSite = QUESTIONS[question] as (site: SiteSnapshot, ask: unknown, standing: Standing) => unknown
      const result = ofSite(site, ask, this.standing)
      if (isSlices(result)) this.go(id, result)
      else this.say({ type: 'answer', id, answer: result })
    })
  }

  /** Nobody waits for an answer any more. */
  cancel(id: number): void {
    this.cancelled.add(id)
  }

  /** Whether a question was called off; then it is answered with nothing. */
  isCalledOff(id: number): boolean {
    if (!this.cancelled.delete(id)) return false
    this.say({ type: 'answer', id, answer: null })
    return true
  }

  private go(id: number, slices: Slices, toldAt = 0): void {
    if (this.isCalledOff(id)) return
    const until = performance.now() + SLICE_MS
    do {
      const next = slices.next()
      if (next.done) return this.say({ type: 'answer', id, answer: next.value })
      if (performance.now() - toldAt > NEWS_MS) {
        toldAt = performance.now()
        this.say({ type: 'progress', id, progress: next.value })
      }
    } while (performance.now() <= until)
    setTimeout(() => this.guarded(id, () => this.go(id, slices, toldAt)))
  }

  private guarded(id: number, work: () => void): void {
    try {
      work()
    } catch (error) {
      this.say({ type: 'failed', id, message: wordsOf(error) })
    }
  }
}

function isSlices(result: unknown): result is Slices {
  return typeof result === 'object' && result !== null && Symbol.iterator in result && 'next' in result
}
