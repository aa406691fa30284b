import { expect, test, type Page } from './test.ts'
import { isSpaced, linkListOf } from '../src/core/menu/link-lists.ts'
import { isInLine } from '../src/core/menu/menu-look.ts'
import { readMenu } from '../src/core/menu/menu.ts'
import { planMenu } from '../src/core/menu/plan-menu.ts'
import { siteOf, VIEWPORT } from '../tests/core/model.ts'
import { MENU_SITES, menusIn, pageWith, placeOf, wish, WISHES } from '../tests/menus.ts'
import { ORIGIN, serve } from './cascade/compare.ts'
import { bringIn, bytes, demoFiles, facet, inFrame, openSite } from './helpers.ts'

/** What a menu is told to be, beside how Chromium lays it out. */

interface Laid {
  readonly besides: boolean
  readonly belows: boolean
  /** Between the first two items, along the way they stand, px. */
  readonly between: number
  readonly scrolls: boolean
}

const laidOut = (page: Page, index: number): Promise<Laid> =>
  page.evaluate((at) => {
    const list = document.querySelectorAll('*')[at]!
    const items = [...list.children].map((item) => item.getBoundingClientRect())
    const pairs = items.slice(1).map((item, each) => [items[each]!, item] as const)
    const [first, second] = items
    const besides = pairs.every(([before, item]) => item.left >= before.right - 0.5 && item.top < before.bottom)
    return {
      besides,
      belows: pairs.every(([before, item]) => item.top >= before.bottom - 0.5),
      between: besides ? second!.left - first!.right : second!.top - first!.bottom,
      scrolls: list.scrollWidth > list.clientWidth + 1 && /auto|scroll/.test(getComputedStyle(list).overflowX),
    }
  }, index)

const LENGTH = /^([\d.]+)px$/

test('a menu stands in Chromium as it was wished, whatever it was before', async ({ page }) => {
  test.setTimeout(240_000)
  let compared = 0
  for (const [name, [css, body]] of Object.entries(MENU_SITES)) {
    const site = siteOf({ 'index.html': pageWith(body), 'css/site.css': css })
    for (const look of WISHES) {
      const plan = planMenu(site, wish(site, look))!
      const after = site.after(plan.change)
      const text = after.text('css/site.css')
      const place = placeOf(menusIn(after)[0]!)
      const read = readMenu(after, place, VIEWPORT)!.look
      const says = `${name}: ${JSON.stringify(look)} in ${text}`
      await serve(page, { 'index.html': pageWith(body), 'css/site.css': text })
      await page.setViewportSize(VIEWPORT)
      await page.goto(`${ORIGIN}index.html`)
      const laid = await laidOut(page, place.index)
      expect([laid.besides, laid.belows], says).toEqual(read.direction === 'bar' ? [true, false] : [false, true])
      const tree = after.page('index.html')
      const spaced = isInLine(read.means) && isSpaced(tree, linkListOf(tree, tree.elements[place.index]!)!)
      const gap = Number(LENGTH.exec(read.gap)?.[1] ?? NaN)
      // A space of Chromium's standard font at 16 px is 4 px wide.
      if (!Number.isNaN(gap)) expect(laid.between, says).toBeCloseTo(gap + (spaced ? 4 : 0), 0)
      if (read.stackBelow !== null) {
        const narrow: boolean[] = []
        for (const width of [read.stackBelow, read.stackBelow + 1]) {
          await page.setViewportSize({ width, height: 800 })
          narrow.push((await laidOut(page, place.index)).belows)
        }
        expect(narrow, says).toEqual([true, false])
      }
      if (look.narrow === 'scroll' && read.stackBelow === null) {
        await page.setViewportSize({ width: 60, height: 800 })
        expect(await laidOut(page, place.index), says).toMatchObject({ belows: false, scrolls: true })
      }
      compared++
    }
  }
  console.log(`menus: ${compared} looks beside Chromium`)
  expect(compared).toBe(Object.keys(MENU_SITES).length * WISHES.length)
})

test('the widths at which a bar fits are those at which Chromium keeps it on one line', async ({ page, request }) => {
  const site = await bringIn(request, 'Menu', demoFiles(['index.html', 'contact.html']))
  await openSite(page, site)
  await facet(page, 'Links')
  await page.getByRole('tab', { name: 'Menu' }).click()
  const words = page.getByText(/On one line from [\d,]+ px on/)
  await expect(words).toBeVisible({ timeout: 30_000 })
  const from = Number(/from (\d+) px/.exec((await words.textContent())!)![1])
  const own = page.getByLabel(/^Own viewport width/)
  const lines = async (width: number) => {
    await own.fill(String(width))
    await own.press('Enter')
    await expect.poll(() => inFrame(page, 'contact.html', () => innerWidth)).toBe(width)
    return inFrame(
      page,
      'contact.html',
      () => new Set([...document.querySelectorAll('nav li')].map((item) => item.getBoundingClientRect().top)).size,
    )
  }
  expect(await lines(from)).toBe(1)
  expect(await lines(from - 1)).toBeGreaterThan(1)
})

test('a list becomes a menu on all pages in one step, and goes back in one', async ({ page, request }) => {
  const nav = '<nav><ul><li><a href="index.html">Home</a></li><li><a href="b.html">Boats</a></li></ul></nav>'
  const head = '<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="site.css"><body>'
  const site = await bringIn(request, 'Bare', {
    'index.html': bytes(head + nav),
    'b.html': bytes(head + nav),
    'site.css': bytes('body { margin: 0 }\n'),
  })
  await openSite(page, site)
  await facet(page, 'Links')
  await page.getByRole('tab', { name: 'Menu' }).click()
  await page.getByRole('button', { name: 'Bar', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Bar', exact: true })).toHaveAttribute('aria-pressed', 'true')
  const display = (file: string) =>
    page
      .frames()
      .find((frame) => frame.url().endsWith(`/${file}`))!
      .evaluate(() => getComputedStyle(document.querySelector('ul')!).display)
  for (const file of ['index.html', 'b.html']) await expect.poll(() => display(file)).toBe('flex')
  await page.getByLabel('Bullets', { exact: true }).click()
  await expect(page.getByLabel('Bullets', { exact: true })).not.toBeChecked()
  await page.getByLabel(/only on index.html/).check()
  await page.getByRole('button', { name: 'Column', exact: true }).click()
  await expect(page.getByText('Edits go to')).toContainText('menu-index')
  await expect.poll(() => display('b.html')).toBe('flex')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByText('Edits go to')).not.toContainText('menu-index')
})
