import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { DrawingTurns, type TakesTurns } from '../../src/ui/state/drawing-turns.ts'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

/** A frame that wants to say something until it may, and is drawn as long after that as it takes. */
class Page implements TakesTurns {
  readonly went: number[] = []
  wants = false
  inView = true
  underWay = false

  constructor(
    private readonly turns: DrawingTurns,
    readonly drawsIn: number,
    private readonly answers = true,
  ) {}

  want(): void {
    this.wants = true
    this.turns.moved()
    this.go()
  }

  go(): void {
    if (!this.wants || this.underWay || !this.turns.mayGo(this)) return
    this.wants = false
    this.went.push(Date.now())
    this.underWay = true
    setTimeout(() => {
      this.underWay = false
      if (this.answers) this.turns.drawn(this)
      this.go()
    }, this.drawsIn)
  }
}

const since = ({ went }: Page, start: number) => went.map((at) => at - start)

describe('the turns of frames', () => {
  it('light ones go whenever they want to, and what nobody sees does', () => {
    const turns = new DrawingTurns(Date.now)
    const pages = [new Page(turns, 5), new Page(turns, 30), new Page(turns, 400), new Page(turns, 900)]
    pages[3]!.inView = false
    for (const page of pages) page.want()
    expect(pages.map(({ went }) => went.length)).toEqual([1, 1, 1, 1])
  })

  it('heavy ones go one after the other', () => {
    const turns = new DrawingTurns(Date.now)
    const start = Date.now()
    const pages = [100, 200, 300].map((ms) => new Page(turns, ms))
    for (const page of pages) page.want()
    vi.advanceTimersByTime(2000)
    expect(pages.map((page) => since(page, start))).toEqual([[0], [100], [300]])
  })

  it('while others move, the heavier one goes the more seldom; at rest it catches up at once', () => {
    const turns = new DrawingTurns(Date.now)
    const [light, some, most] = [10, 50, 200].map((ms) => new Page(turns, ms)) as [Page, Page, Page]
    const start = Date.now()
    for (let ms = 0; ms < 3000; ms += 20) {
      for (const page of [light, some, most]) page.want()
      vi.advanceTimersByTime(20)
    }
    expect(light.went.length).toBeGreaterThan(some.went.length * 3)
    expect(some.went.length).toBeGreaterThan(most.went.length)
    expect(most.went.length).toBeGreaterThan(2)
    vi.advanceTimersByTime(600)
    const last = Math.max(...since(most, start))
    expect(last).toBeGreaterThanOrEqual(2900)
    expect(last).toBeLessThan(3500)
  })

  it('one that never says that it is drawn, or is gone, holds nobody up for long', () => {
    const turns = new DrawingTurns(Date.now)
    const start = Date.now()
    const [silent, next, gone, after] = [
      new Page(turns, 100, false),
      ...[100, 5000, 100].map((ms) => new Page(turns, ms)),
    ] as [Page, Page, Page, Page]
    for (const page of [silent, next]) page.want()
    vi.advanceTimersByTime(1500)
    expect(since(next, start)[0]).toBeLessThan(1100)
    for (const page of [gone, after]) page.want()
    turns.leave(gone)
    vi.advanceTimersByTime(200)
    expect(after.went).toHaveLength(1)
  })

  it('whatever comes, every one has its last say, and never two heavy ones at once', () => {
    const wants = fc.array(fc.record({ page: fc.nat(3), pause: fc.nat(150) }), { minLength: 1, maxLength: 40 })
    fc.assert(
      fc.property(wants, fc.array(fc.integer({ min: 1, max: 600 }), { minLength: 4, maxLength: 4 }), (all, costs) => {
        const turns = new DrawingTurns(Date.now)
        const pages = costs.map((ms) => new Page(turns, ms))
        const heavy = pages.filter(({ drawsIn }) => drawsIn > 32)
        for (const { page, pause } of all) {
          pages[page]!.want()
          expect(heavy.filter(({ underWay }) => underWay).length).toBeLessThanOrEqual(1)
          vi.advanceTimersByTime(pause)
        }
        vi.advanceTimersByTime(10_000)
        expect(pages.map(({ wants: left }) => left)).toEqual([false, false, false, false])
      }),
    )
  })
})
