import { describe, expect, it, vi } from 'vitest'
import { findingsIn } from '../../src/core/fit/check.ts'
import { causesOf } from '../../src/core/fit/causes.ts'
import { Standing } from '../../src/core/fit/standing.ts'
import { Answers } from '../../src/workers/answers.ts'
import { FitPasses } from '../../src/workers/fit-passes.ts'
import type { FromWorker } from '../../src/workers/protocol.ts'
import type { Question } from '../../src/workers/questions.ts'
import { WearReports } from '../../src/workers/wear-reports.ts'
import { siteOf } from '../core/model.ts'

const page = (body: string) =>
  `<!doctype html><html lang="en"><head><title>x</title><link rel="stylesheet" href="site.css"></head><body>${body}</body></html>`
const texts = Object.fromEntries(
  Array.from({ length: 40 }, (_, at) => [`p${at}.html`, page(`<main><img src="gone.png"><p id="a">${at}</main>`)]),
)
const site = siteOf({ ...texts, 'site.css': 'p { color: blue } .none { top: 0 }' })

/** Waits for it, however busy the machine is. */
const soon = (so: () => void) => vi.waitFor(so, { timeout: 60_000 })

/** A site as the parts of the worker see it, and what they say of it. */
function told(isPartial = () => false) {
  const said: FromWorker[] = []
  const of = <T extends FromWorker['type']>(type: T) =>
    said.filter((each): each is Extract<FromWorker, { type: T }> => each.type === type)
  const rested = vi.fn()
  return { said, of, rested, site: { now: () => site, isPartial, say: (each: FromWorker) => said.push(each), rested } }
}

describe('what the site worker does by itself', () => {
  it('reports on each page once, those that come first before the others, and rests', async () => {
    const { of, rested, site: its } = told()
    const wear = new WearReports(its)
    wear.renew([...site.pagePaths], (report) => {
      wear.reorder(['p7.html', ...site.pagePaths.filter((path) => path !== 'p7.html')])
      report()
    })
    await soon(() => expect(wear.isRunning).toBe(false))
    const pages = of('wear').flatMap(({ reports }) => reports.map((report) => report.page))
    expect(pages[0]).toBe('p7.html')
    expect(pages.toSorted()).toEqual([...site.pagePaths].toSorted())
    expect(of('wear').map(({ done }) => done)).toEqual([
      ...of('wear')
        .slice(1)
        .map(() => false),
      true,
    ])
    expect(rested).toHaveBeenCalledOnce()
  })

  it('reports nothing of a site that is there by half', () => {
    const { said, site: its } = told(() => true)
    new WearReports(its).renew([...site.pagePaths], (report) => report())
    new FitPasses(its, () => undefined).begin(site.pagePaths)
    expect(said).toEqual([])
  })

  it('tells of a pass what the check finds, and what was told of this revision ahead of it', async () => {
    const causes = causesOf(findingsIn(site))
    const overtaken = vi.fn()
    const first = told()
    const passes = new FitPasses(first.site, overtaken)
    passes.begin(site.pagePaths)
    await soon(() => expect(passes.isRunning).toBe(false))
    const last = first.of('fit').at(-1)!.news
    expect(Object.values(last.counts).reduce((sum, count) => sum + count)).toBe(causes.length)
    expect([last.done, last.total]).toEqual([40, 40])
    expect(overtaken).toHaveBeenCalled()

    const ahead = passes.toTellAhead(5)!
    const again = told()
    const later = new FitPasses(again.site, overtaken)
    later.tellAhead(ahead, 4)
    expect(later.isToldAhead).toBe(false)
    later.tellAhead(ahead, 5)
    expect(later.isToldAhead).toBe(true)
    expect(again.of('fit').map(({ news }) => news.counts)).toEqual([last.counts])
    later.begin(site.pagePaths)
    await soon(() => expect(later.isRunning).toBe(false))
    expect(later.isToldAhead).toBe(false)
    expect(again.of('fit').at(-1)!.news.counts).toEqual(last.counts)
  })

  it('answers, stops when it is called off, and says what failed', async () => {
    const { said, of, site: its } = told()
    const answers = new Answers(its.say, new Standing())
    answers.answer(1, site, 'names', {})
    answers.cancel(2)
    answers.answer(2, site, 'contrast', {})
    answers.answer(3, site, 'no question' as Question, {})
    await soon(() => expect(said).toHaveLength(3))
    expect(of('answer').map(({ id, answer }) => [id, answer === null])).toEqual([
      [1, false],
      [2, true],
    ])
    expect(of('failed').map(({ id }) => id)).toEqual([3])
  })
})
