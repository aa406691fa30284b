import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './test.ts'
import { stateProof } from '../src/core/links/state-proof.ts'
import { siteOf } from '../tests/core/model.ts'
import { ORIGIN, serve } from './cascade/compare.ts'
import { DEMO_PAGES } from './helpers.ts'

/** A sheet in which hover cannot win, a heavier one does, and focus is shown by a ring. */
const ODD = `a:hover { color: #ff0000; text-decoration: none } a:link { color: #0000ff }
main a:link { font-weight: bold } a:focus-visible { outline: 3px solid #00aa00 } a:active { background-color: #ffff00 }
nav a:hover { border-bottom: 2px dotted #123456; color: #654321 }`
const PAGE = `<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="css/site.css"><body><nav><a href="#n">Go</a></nav><main><p>Words <a href="#m">to read</a> here</p></main></body></html>`

/** Computed values of a link as it is now, by property; positions of transitions have come to their end. */
function valuesOf(page: Page, index: number, names: readonly string[]): Promise<Record<string, string>> {
  return page.evaluate(
    ([at, list]) => {
      const style = getComputedStyle(document.querySelectorAll('*')[at]!)
      return Object.fromEntries(list.map((name) => [name, style.getPropertyValue(name)]))
    },
    [index, names] as const,
  )
}

test('the samples of a link’s states are what Chromium shows under a real pointer, key and press', async ({ page }) => {
  const demo = Object.fromEntries(
    [...DEMO_PAGES, 'css/site.css'].map((path) => [path, readFileSync(`demo/vennor-isles/${path}`, 'utf8')]),
  )
  await page.emulateMedia({ reducedMotion: 'reduce' })
  for (const files of [demo, { 'index.html': PAGE, 'css/site.css': ODD }]) {
    const site = siteOf(files)
    await serve(page, files)
    for (const base of ['a', 'nav a']) {
      const proof = stateProof(site, base, null)!
      await page.goto(ORIGIN + proof.page)
      // Through a stylesheet of its own: another element would move the places of all others.
      await page.evaluate(() => {
        const still = new CSSStyleSheet()
        still.replaceSync('* { transition: none !important }')
        document.adoptedStyleSheets.push(still)
      })
      const link = page.locator('*').nth(proof.index)
      const names = Object.keys(proof.states[0]!.values)
      for (const { state, values } of proof.states) {
        if (state === 'visited') continue
        await page.mouse.move(0, 799)
        if (state === 'hover' || state === 'active') await link.hover()
        if (state === 'active') await page.mouse.down()
        if (state === 'focus-visible') {
          await page.keyboard.press('Tab')
          await link.evaluate((element) => (element as HTMLElement).focus())
        }
        expect(await valuesOf(page, proof.index, names), `${base} ${state}`).toEqual(values)
        // Let go elsewhere, it is no click.
        await page.mouse.move(0, 799)
        await page.mouse.up()
        await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
      }
    }
  }
})
