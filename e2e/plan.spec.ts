import fc from 'fast-check'
import { bringIn, bytes, clickInCloseUp, facet, inFrame, kept, openSite, stored, toLineup } from './helpers.ts'
import { expect, test, type Page } from './test.ts'
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

const OLD = {
  'index.html': bytes(
    '<!doctype html><html lang="en"><head><title>x</title><link rel="stylesheet" href="old.css"></head>\n<body>\n<div id="wrapper">\n\t<div id="side">Side</div>\n</div>\n</body></html>\n',
  ),
  'more.html': bytes(
    '<!doctype html><html lang="en"><head><title>y</title><link rel="stylesheet" href="old.css"></head>\n<body>\n<div id="wrapper">\n\t<div id="side">More</div>\n</div>\n</body></html>\n',
  ),
  'old.css': bytes('body { margin: 0 }\n#wrapper { width: 925px; margin: 0 auto }\n'),
}

/** Sets a field of the chosen box. */
async function field(page: Page, name: string, value: string): Promise<void> {
  const input = page.getByRole('textbox', { name: `${name} of the box` })
  await input.fill(value)
  await input.press('Enter')
}

async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${label}`) }).click()
  await page.getByRole('option', { name: option }).click()
}

test('a plan is drawn and typed, made on two pages in one step, measures what it said, and is edited again', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Planned', OLD)
  await openSite(page, site)
  await facet(page, 'Boxes')
  await page.getByRole('tab', { name: 'Plan', exact: true }).click()
  await page.getByRole('radio', { name: 'On a page', exact: true }).click()

  // The place is picked on the page itself.
  await page.getByRole('button', { name: 'click it on the page' }).click()
  await clickInCloseUp(page, 'index.html', '#side')
  await choose(page, 'Place of the plan', 'after')
  await page.getByText('On this page alone').click()
  await page.getByRole('checkbox', { name: 'more.html' }).check()
  await page.getByRole('button', { name: 'Lineup' }).click()

  await page.getByRole('button', { name: 'Add a box' }).click()
  const name = page.getByRole('combobox', { name: 'Name of the box' })
  await name.fill('my row')
  await name.press('Enter')
  await expect(page.getByText('“my row” has a space in it')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Make it/ })).toBeDisabled()
  await name.fill('row')
  await name.press('Enter')
  await choose(page, 'How the boxes in it stand', /floats/)
  await page.getByRole('button', { name: 'Add inside' }).click()
  await field(page, 'Width', '200px')
  await field(page, 'Height', '15vh')
  await page.getByRole('button', { name: 'Add a box' }).click()
  await field(page, 'Width', '750px')
  await expect(page.getByText('At this width div.box-2 drops under div.box-1.')).toBeVisible()
  await expect(page.getByText('200 and 750 make 950 of 925 px: 25 px too many')).toBeVisible()
  await field(page, 'Width', '700px')
  await expect(page.getByText('200 and 700 make 900 of 925 px: 25 px are left.')).toBeVisible()

  // A box is drawn into the second one, and its edge moved by keys.
  const second = (await page.locator('[title^=".box-2"]').boundingBox())!
  await page.mouse.move(second.x + 30, second.y + 24)
  await page.mouse.down()
  await page.mouse.move(second.x + 130, second.y + 44, { steps: 6 })
  await page.mouse.up()
  const drawn = page.getByRole('textbox', { name: 'Width of the box' })
  await expect(name).toHaveValue('box-3')
  await expect(drawn).toHaveValue(/^\d+px$/)
  const width = parseInt(await drawn.inputValue(), 10)
  await page.getByRole('slider', { name: 'width of the box' }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(drawn).toHaveValue(`${width + 10}px`)

  await page.getByRole('button', { name: 'Make it on 2 pages' }).click()
  await kept(page)
  for (const file of ['index.html', 'more.html']) {
    const text = (await stored(request, site)).texts[file]!
    expect(text).toContain(
      '\n\t<div class="row">' +
        '\n\t\t<div class="box-1"></div>\n\t\t<div class="box-2">\n\t\t\t<div class="box-3"></div>\n\t\t</div>\n\t</div>\n</div>',
    )
  }
  await toLineup(page)
  const sizes = () =>
    ['.box-1', '.box-2', '.box-3'].map((each) =>
      Math.round(document.querySelector(each)!.getBoundingClientRect().width),
    )
  await expect.poll(() => inFrame(page, 'index.html', sizes)).toEqual([200, 700, width + 10])

  // It reads back from markup and sheet, and changes there.
  await page.getByRole('radio', { name: 'What is there' }).click()
  await page.getByRole('button', { name: /^\.box-1/ }).click()
  await expect(page.getByRole('textbox', { name: 'Height of the box' })).toHaveValue('15vh')
  await field(page, 'Width', '225px')
  await page.getByRole('button', { name: 'Make it', exact: true }).click()
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).toContain('.box-1 {\n  width: 225px;\n  height: 15vh;')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await kept(page)
  expect((await stored(request, site)).texts['index.html']).toBe(new TextDecoder().decode(OLD['index.html']))
})

test('a plan on a new page, and one that waits while the window is loaded anew', async ({ page, request }) => {
  const site = await bringIn(request, 'New page', OLD)
  await openSite(page, site)
  await facet(page, 'Boxes')
  await page.getByRole('tab', { name: 'Plan', exact: true }).click()
  await page.getByRole('radio', { name: 'On a new page' }).click()
  await page.getByRole('button', { name: 'Add a box' }).click()
  await field(page, 'Height', '70vh')
  await expect(page.getByText('Give the new page a name.')).toBeVisible()
  await page.getByRole('textbox', { name: 'Title of the new page' }).fill('Gallery')
  await page.reload()
  await facet(page, 'Boxes')
  await page.getByRole('tab', { name: 'Plan', exact: true }).click()
  await expect(page.getByRole('textbox', { name: 'File of the new page' })).toHaveValue('gallery.html')
  await page.getByRole('button', { name: 'Make it', exact: true }).click()
  await kept(page)
  await toLineup(page)
  await expect
    .poll(() =>
      inFrame(page, 'gallery.html', () => document.querySelector('.box-1')!.clientHeight / window.innerHeight),
    )
    .toBeCloseTo(0.7, 2)
})
