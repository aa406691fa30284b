import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './test.ts'
import { fitRange, rowKey, type FitStretch } from '../src/core/boxes/fit-range.ts'
import { intrinsicSizes } from '../src/core/boxes/intrinsic/intrinsic-sizes.ts'
import { measuresOf } from '../src/core/boxes/measures.ts'
import type { RowKind } from '../src/core/boxes/rows.ts'
import { sticksOutAt } from '../src/core/boxes/sideways.ts'
import { usedHeights } from '../src/core/boxes/used-heights.ts'
import { usedWidths } from '../src/core/boxes/used-widths.ts'
import { findingsIn } from '../src/core/fit/check.ts'
import { NARROWEST, WIDEST } from '../src/core/boxes/widths.ts'
import { WidthsOfPage } from '../src/core/boxes/widths-of-page.ts'
import type { SiteSnapshot } from '../src/core/model/snapshot.ts'
import { siteOf } from '../tests/core/model.ts'
import { demoFonts, inDemoFace, picturesIn } from './boxes/demo-face.ts'
import { layoutPage, rowPage } from './boxes/layouts.ts'
import { wordBlocks, wordPage } from './boxes/word-pages.ts'
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
  const { fonts, infos } = await demoFonts()
  const site = siteOf(files, [...infos, ...picturesIn(files)])
  await serve(page, files, fonts)
  for (const path of paths) {
    const measures = measuresOf(site, path)
    await page.goto(ORIGIN + path)
    await page.evaluate(() => document.fonts.ready)
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 800 })
      const styles = site.stylesOf(path, { width, height: 800 })
      const boxes = usedWidths(styles, measures)
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
  // Half of them in a font that words can be measured in; of the others nothing is known that hangs on words.
  const files = Object.fromEntries(layouts.map((text, at) => [`${at}.html`, at % 2 ? inDemoFace(text) : text]))
  const tally = await compareWidths(page, files, Object.keys(files))
  report('generated layouts', tally)
  expect(tally.wrong).toEqual([])
  expect(tally.known / tally.all).toBeGreaterThan(0.7)
  expect(tally.sideways).toBeGreaterThan(10)
})

test('and so are those of boxes that follow their words, in the line, in flex rows and in tables', async ({ page }) => {
  test.setTimeout(240_000)
  const pages = fc.sample(wordPage, { numRuns: 50, seed: 20261127 })
  const files = Object.fromEntries(pages.map((text, at) => [`${at}.html`, inDemoFace(text)]))
  const tally = await compareWidths(page, files, Object.keys(files))
  report('pages of words', tally)
  expect(tally.wrong).toEqual([])
  expect(tally.known / tally.all).toBeGreaterThan(0.4)
})

test('words are as wide, and are broken, as in the browser', async ({ page }) => {
  test.setTimeout(120_000)
  const blocks = fc.sample(wordBlocks, { numRuns: 1500, seed: 20261127 })
  const boxes = blocks.map((block) => `<div>${block}</div><section>${block}</section>`)
  const style = '<style>body > div { width: min-content } body > section { width: max-content }</style>'
  const files = { 'a.html': inDemoFace(`<!doctype html><title>x</title>${style}<body>${boxes.join('\n')}`) }
  const { fonts, infos } = await demoFonts()
  const site = siteOf(files, [...infos, ...picturesIn(files)])
  await serve(page, files, fonts)
  await page.goto(`${ORIGIN}a.html`)
  await page.evaluate(() => document.fonts.ready)
  const real = await page.evaluate(() => [...document.body.children].map((each) => each.getBoundingClientRect().width))
  const styles = site.stylesOf('a.html')
  const sizes = intrinsicSizes(styles, measuresOf(site, 'a.html'))
  const body = styles.page.elements.find(({ tag }) => tag === 'body')!
  const wrong = body.children.flatMap((element, at) => {
    const own = sizes.of(element)
    const ours = element.tag === 'div' ? own?.min : own?.max
    return ours === undefined || ours === null || Math.abs(ours - real[at]!) <= 0.25
      ? []
      : [`${blocks[at >> 1]}: ${real[at]} px, not ${ours}`]
  })
  const known = body.children.filter((element) => typeof sizes.of(element)?.min === 'number')
  console.log(`${known.length} of ${body.children.length} blocks of words known, ${wrong.length} wrong`)
  expect(wrong).toEqual([])
  expect(known.length / body.children.length).toBeGreaterThan(0.9)
})

const demoTexts = (): Files =>
  Object.fromEntries(
    [...DEMO_PAGES, 'css/site.css'].map((path) => [path, readFileSync(`demo/vennor-isles/${path}`, 'utf8')]),
  )

test('at least nine boxes of ten are known on the demo', async ({ page }) => {
  const tally = await compareWidths(page, demoTexts(), DEMO_PAGES)
  report('demo', tally)
  expect(tally.wrong).toEqual([])
  expect(tally.known / tally.all).toBeGreaterThanOrEqual(0.9)
})

test('widths of open stylesheets and of generated pages are the browser’s', async ({ page }) => {
  test.setTimeout(400_000)
  const sheets = Object.fromEntries(PACKAGES.map((path) => [path, readFileSync(`node_modules/${path}`, 'utf8')]))
  const rich = Object.fromEntries(PACKAGES.map((path, at) => [`${at}.html`, inDemoFace(richPage([path]))]))
  const generated = generatedSite()
  const pages = (files: Files) => Object.keys(files).filter((path) => path.endsWith('.html'))
  for (const [what, files, paths] of [
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
      const boxes = list.map((index) => all[index]!)
      // Of a grid those of its first line are counted: on how many columns it has, its width decides.
      const top = boxes[0]!.getBoundingClientRect().top
      const counted = style.display.includes('grid')
        ? boxes.filter((box) => box.getBoundingClientRect().top === top)
        : boxes
      const outer = counted.reduce((sum, box) => {
        const own = getComputedStyle(box)
        return sum + box.getBoundingClientRect().width + parseFloat(own.marginLeft) + parseFloat(own.marginRight)
      }, 0)
      const gaps = /flex|grid/.test(style.display) ? (parseFloat(style.columnGap) || 0) * (counted.length - 1) : 0
      return room - outer - gaps
    },
    [container, members] as const,
  )
}

/** Looks at the ends of the fit ranges of a site’s rows in the browser; gives how many there were. */
async function lookAtEnds(page: Page, site: SiteSnapshot, paths: readonly string[], kinds: readonly RowKind[]) {
  let ends = 0
  for (const path of paths) {
    const widths = new WidthsOfPage(site, path)
    const rows = widths.at(1280).rows.filter(({ kind }) => kinds.includes(kind))
    if (rows.length > 0) await page.goto(ORIGIN + path)
    await page.evaluate(() => document.fonts.ready)
    for (const row of rows) {
      for (const stretch of fitRange(widths, rowKey(row)))
        for (const width of endsOf(stretch)) {
          await page.setViewportSize({ width, height: 800 })
          const members = row.members.map(({ index }) => index)
          const left = await leftIn(page, row.container, members)
          // Every width is a whole number of 64ths of a px there, so what is nearly nothing may be either.
          if (Math.abs(left) > 0.1)
            expect(left > 0, `${path} ${rowKey(row)} at ${width}`).toBe(stretch.state === 'holds')
          ends++
        }
    }
  }
  return ends
}

test('a fit range ends where the browser says so, at the last px and one beyond', async ({ page }) => {
  test.setTimeout(240_000)
  const pages = fc.sample(rowPage, { numRuns: 40, seed: 20261126 })
  const files = Object.fromEntries([...pages, ...layouts].map((text, at) => [`${at}.html`, text]))
  await serve(page, files)
  const ends = await lookAtEnds(page, siteOf(files), Object.keys(files), ['floats', 'flex', 'grid'])
  console.log(`${ends} ends of fit ranges looked at`)
  expect(ends).toBeGreaterThan(60)
})

test('and so do those of every row of the demo, its navigation among them, which is as wide as its words', async ({
  page,
}) => {
  const demo = demoTexts()
  const { fonts, infos } = await demoFonts()
  await serve(page, demo, fonts)
  const site = siteOf(demo, [...infos, ...picturesIn(demo)])
  const ends = await lookAtEnds(page, site, DEMO_PAGES, ['floats', 'flex', 'grid'])
  // Sign and navigation, and the entries of the navigation, on both sides of a turn; two pages do not wear the sheet.
  console.log(`${ends} ends of fit ranges of the demo looked at`)
  expect(ends).toBeGreaterThan((DEMO_PAGES.length - 2) * 4)
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
