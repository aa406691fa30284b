import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './test.ts'
import { fitRange, rowKey, type FitStretch } from '../src/core/boxes/fit-range.ts'
import { sticksOutAt } from '../src/core/boxes/sideways.ts'
import { usedHeights } from '../src/core/boxes/used-heights.ts'
import { usedWidths } from '../src/core/boxes/used-widths.ts'
import { findingsIn } from '../src/core/fit/check.ts'
import { NARROWEST, WIDEST, WidthsOfPage } from '../src/core/boxes/widths-of-page.ts'
import { siteOf } from '../tests/core/model.ts'
import { layoutPage, rowPage } from './boxes/layouts.ts'
import { generatedSite } from './cascade/generated.ts'
import { ORIGIN, serve, type Files } from './cascade/compare.ts'
import { PACKAGES } from './cascade/packages.ts'
import { richPage } from './cascade/rich-page.ts'
import { DEMO_PAGES } from './helpers.ts'

/** What the core says of widths and rows, beside what Chromium lays out. */
const WIDTHS = [360, 640, 768, 1024, 1280]
/** Px by which two widths may differ. */
const CLOSE = 0.5

interface Measured {
  readonly name: string
  readonly width: number
  readonly height: number
  /** Whether it goes on in another column. */
  readonly isSplit: boolean
  /** Whether it is there and no inline text; what is turned or scaled is measured otherwise. */
  readonly isBox: boolean
  readonly isTurned: boolean
}

function measure(page: Page): Promise<Measured[]> {
  return page.evaluate(() =>
    [...document.querySelectorAll('*')].map((element) => {
      // Of a box that goes on in another column, its first piece.
      const [{ width, height } = { width: 0, height: 0 }, ...more] = element.getClientRects()
      const around = []
      for (let at: Element | null = element; at; at = at.parentElement) around.push(getComputedStyle(at))
      const { display } = around[0]!
      return {
        name: `${element.localName}.${element.getAttribute('class') ?? ''}#${element.id}`,
        width,
        height,
        isSplit: more.length > 0,
        isBox: element.getClientRects().length > 0 && display !== 'inline' && display !== 'contents',
        isTurned: around.some(
          ({ transform, rotate, scale, zoom }) =>
            [transform, rotate, scale].some((each) => each !== 'none') || zoom !== '1',
        ),
      }
    }),
  )
}

/** How far the page can be scrolled sideways, px; bars on the right take nothing from it here. */
const scrollsBy = (page: Page) =>
  page.evaluate(() => document.scrollingElement!.scrollWidth - document.scrollingElement!.clientWidth)

interface Tally {
  known: number
  high: number
  all: number
  /** Pages said to scroll sideways at a width. */
  sideways: number
  readonly wrong: string[]
}

/** Every width and height that the core claims to know, beside the browser's, at five viewport widths. */
async function compareWidths(page: Page, files: Files, paths: readonly string[]): Promise<Tally> {
  const tally: Tally = { known: 0, high: 0, all: 0, sideways: 0, wrong: [] }
  const site = siteOf(files)
  await serve(page, files)
  for (const path of paths) {
    await page.goto(ORIGIN + path)
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 800 })
      const styles = site.stylesOf(path, { width, height: 800 })
      const boxes = usedWidths(styles)
      const heights = usedHeights(styles, boxes)
      const out = sticksOutAt(styles, boxes, width)
      if (out) {
        tally.sideways++
        const by = await scrollsBy(page)
        // Chromium counts whole px.
        if (by + 1 < out.by) tally.wrong.push(`${path} at ${width} scrolls by ${by} px, not ${out.by}`)
      }
      const real = await measure(page)
      expect(real).toHaveLength(boxes.length)
      for (const [at, { isBox, isTurned, isSplit, name, width: seen, height: upright }] of real.entries()) {
        if (isBox) tally.all++
        const box = boxes[at]
        if (!isBox || !box?.known) continue
        tally.known++
        if (!isTurned && Math.abs(box.width - seen) > CLOSE)
          tally.wrong.push(`${path} at ${width}: ${name} is ${seen} px wide, not ${box.width}`)
        const high = heights[at]
        if (!high?.known) continue
        tally.high++
        if (!isTurned && !isSplit && Math.abs(high.height - upright) > CLOSE)
          tally.wrong.push(`${path} at ${width}: ${name} is ${upright} px high, not ${high.height}`)
      }
    }
  }
  return tally
}

function report(what: string, { known, high, all, sideways, wrong }: Tally): void {
  const scrolls = `${sideways} times wider than the window`
  console.log(`${what}: ${known} of ${all} widths known, ${high} heights, ${scrolls}, ${wrong.length} wrong`)
}

const layouts = fc.sample(layoutPage, { numRuns: 60, seed: 20261126 })

test('every width the core claims to know is the browser’s: generated rows of every kind', async ({ page }) => {
  test.setTimeout(240_000)
  const files = Object.fromEntries(layouts.map((text, at) => [`${at}.html`, text]))
  const tally = await compareWidths(page, files, Object.keys(files))
  report('generated layouts', tally)
  expect(tally.wrong).toEqual([])
  expect(tally.known / tally.all).toBeGreaterThan(0.5)
  expect(tally.sideways).toBeGreaterThan(10)
})

test('and so are those of the demo, of open stylesheets and of generated pages', async ({ page }) => {
  test.setTimeout(400_000)
  const demo = Object.fromEntries(
    [...DEMO_PAGES, 'css/site.css'].map((path) => [path, readFileSync(`demo/vennor-isles/${path}`, 'utf8')]),
  )
  const sheets = Object.fromEntries(PACKAGES.map((path) => [path, readFileSync(`node_modules/${path}`, 'utf8')]))
  const rich = Object.fromEntries(PACKAGES.map((path, at) => [`${at}.html`, richPage([path])]))
  const generated = generatedSite()
  const pages = (files: Files) => Object.keys(files).filter((path) => path.endsWith('.html'))
  for (const [what, files, paths] of [
    ['demo', demo, DEMO_PAGES],
    ['stylesheets', { ...sheets, ...rich }, pages(rich)],
    ['generated pages', generated, pages(generated).slice(0, 12)],
  ] as const) {
    const tally = await compareWidths(page, files, paths)
    report(what, tally)
    expect(tally.wrong).toEqual([])
  }
})

/** How much room the members of a row leave in their container, in the browser. Px. */
function leftIn(page: Page, container: number, members: readonly number[]): Promise<number> {
  return page.evaluate(
    ([around, list]) => {
      const all = [...document.querySelectorAll('*')]
      const style = getComputedStyle(all[around]!)
      const inner = all[around]!.getBoundingClientRect()
      const room =
        inner.width -
        parseFloat(style.paddingLeft) -
        parseFloat(style.paddingRight) -
        parseFloat(style.borderLeftWidth) -
        parseFloat(style.borderRightWidth)
      const outer = list.reduce((sum, index) => {
        const own = getComputedStyle(all[index]!)
        return (
          sum + all[index]!.getBoundingClientRect().width + parseFloat(own.marginLeft) + parseFloat(own.marginRight)
        )
      }, 0)
      const gaps = style.display.includes('flex') ? (parseFloat(style.columnGap) || 0) * (list.length - 1) : 0
      return room - outer - gaps
    },
    [container, members] as const,
  )
}

test('a fit range ends where the browser says so, at the last px and one beyond', async ({ page }) => {
  test.setTimeout(240_000)
  const pages = fc.sample(rowPage, { numRuns: 40, seed: 20261126 })
  const files = Object.fromEntries(pages.map((text, at) => [`${at}.html`, text]))
  const site = siteOf(files)
  await serve(page, files)
  let edges = 0
  for (const path of Object.keys(files)) {
    const widths = new WidthsOfPage(site, path)
    const rows = widths.at(1280).rows.filter(({ kind }) => kind !== 'inline-blocks')
    if (rows.length > 0) await page.goto(ORIGIN + path)
    for (const row of rows) {
      for (const stretch of fitRange(widths, rowKey(row)))
        for (const width of endsOf(stretch)) {
          await page.setViewportSize({ width, height: 800 })
          const members = row.members.map(({ index }) => index)
          const left = await leftIn(page, row.container, members)
          // Every width is a whole number of 64ths of a px there, so what is nearly nothing may be either.
          if (Math.abs(left) > 0.1)
            expect(left > 0, `${path} ${rowKey(row)} at ${width}`).toBe(stretch.state === 'holds')
          edges++
        }
    }
  }
  console.log(`${edges} ends of fit ranges looked at`)
  expect(edges).toBeGreaterThan(60)
})

function endsOf({ from, to, state }: FitStretch): number[] {
  if (state !== 'holds' && state !== 'breaks') return []
  return [...new Set([from, to])].filter((width) => width > NARROWEST && width < WIDEST)
}

/** What the fit check says of a layout, beside what Chromium makes of it: on a page that is fine it says nothing. */
test('every finding about a layout is one that Chromium shows', async ({ page }) => {
  test.setTimeout(240_000)
  const pages = [...layouts, ...fc.sample(rowPage, { numRuns: 40, seed: 7 })]
  const files = Object.fromEntries(
    pages.map((text, at) => [
      `${at}.html`,
      text.replace(/<!doctype html>/i, '$&<meta name="viewport" content="width=device-width">'),
    ]),
  )
  const found = findingsIn(siteOf(files)).filter(({ rule }) => LAYOUT_RULES.includes(rule))
  await serve(page, files)
  const counts: Record<string, number> = {}
  for (const { rule, file, from, message } of found) {
    const width = Number(/window of ([\d,]+) px/.exec(message)?.[1]?.replace(',', '') ?? 1280)
    await page.setViewportSize({ width, height: 800 })
    await page.goto(ORIGIN + file)
    const index = siteOf(files)
      .page(file)
      .elements.findIndex(({ place }) => place?.from === from)
    const seen = await page.evaluate(layoutAt, index)
    const isThere = rule === 'page-overflow' ? seen.scrolls : rule === 'float-uncleared' ? seen.flat : seen.breaks
    expect(isThere, `${file}: ${message}`).toBe(true)
    counts[rule] = (counts[rule] ?? 0) + 1
  }
  console.log('findings about layouts that Chromium shows', counts)
  expect(counts['page-overflow']).toBeGreaterThan(5)
  expect(counts['row-overflow']).toBeGreaterThan(5)
})

const LAYOUT_RULES = ['row-overflow', 'page-overflow', 'float-uncleared']

/** Whether the page scrolls sideways, an element is flat inside, and what stands in it does not stand on one line within it. */
function layoutAt(index: number) {
  const element = document.querySelectorAll('*')[index]!
  const inner = element.getBoundingClientRect()
  const boxes = [...element.children].map((child) => child.getBoundingClientRect()).filter(({ width }) => width > 0)
  return {
    scrolls: document.documentElement.scrollWidth > document.documentElement.clientWidth,
    flat: element.clientHeight === 0,
    breaks: boxes.some(({ right, top }) => right > inner.right + 0.5 || top > boxes[0]!.bottom - 0.5),
  }
}
