import fc from 'fast-check'
import { expect, test } from './test.ts'
import type { Drawn } from '../src/core/plan/drawing.ts'
import { elementPath } from '../src/core/markup/describe.ts'
import { planView } from '../src/core/plan/plan-view.ts'
import { siteOf } from '../tests/core/model.ts'
import { plan } from '../tests/plans.ts'
import { ORIGIN, serve } from './cascade/compare.ts'

const PAGE = `<!doctype html>
<html lang="en">
<head>
  <title>Page</title>
  <link rel="stylesheet" href="css/site.css">
</head>
<body>
  <main>
  </main>
</body>
</html>
`

test('what a plan says of its boxes is what Chromium makes of them', async ({ page }) => {
  const sites = fc.sample(plan, { numRuns: 60, seed: 20261126 }).map((items) => {
    const site = siteOf({ 'index.html': PAGE, 'css/site.css': 'body { margin: 0 }' })
    const main = site.page('index.html').elements.find(({ tag }) => tag === 'main')!
    const place = { kind: 'put' as const, page: 'index.html', at: elementPath(main), where: 'last' as const, also: [] }
    const view = planView(site, { items, place, siteName: '', width: 1280 })
    const after = site.after(view.change)
    return { view, html: after.text('index.html'), css: after.text('css/site.css') }
  })
  let looked = 0
  const wrong: string[] = []
  for (const [at, { view, html, css }] of sites.entries()) {
    await serve(page, { [`${at}.html`]: html.replace('site.css', `${at}.css`), [`css/${at}.css`]: css })
    await page.goto(`${ORIGIN}${at}.html`)
    const real = await page.evaluate(
      (names) =>
        names.map((name) => {
          const around = document.querySelector('main')!.getBoundingClientRect()
          const { left, top, width, height } = document.querySelector(name)!.getBoundingClientRect()
          return { left, top: top - around.top, width, height }
        }),
      view.drawn.map(({ name }) => name),
    )
    // Below what has no height yet nothing stands where it will.
    const whole = view.drawn.every(({ heightKnown, widthKnown }) => heightKnown && widthKnown)
    view.drawn.forEach((drawn, each) => {
      for (const side of sidesOf(drawn, whole)) {
        looked++
        if (Math.abs(drawn[side] - real[each]![side]) > 0.5)
          wrong.push(`${at} ${drawn.name} ${side}: ${real[each]![side]}, not ${drawn[side]}`)
      }
    })
  }
  console.log(`${looked} sizes and places of planned boxes looked at`)
  expect(wrong).toEqual([])
  expect(looked).toBeGreaterThan(200)
})

function sidesOf({ widthKnown, heightKnown, placed }: Drawn, whole: boolean): ('left' | 'top' | 'width' | 'height')[] {
  return [
    ...(widthKnown ? (['width'] as const) : []),
    ...(placed ? (['left'] as const) : []),
    ...(heightKnown ? (['height'] as const) : []),
    ...(whole ? (['top'] as const) : []),
  ]
}
