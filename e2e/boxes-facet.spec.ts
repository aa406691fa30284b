import { expect, test } from './test.ts'
import { bringIn, bytes, clickInCloseUp, facet, inFrame, kept, openSite, stored, toLineup } from './helpers.ts'

/** A site of old: fixed widths and floats whose sum forgets the paddings, on two pages. */
const body = (more = '') =>
  `<!doctype html><html lang="en"><title>x</title><meta name="viewport" content="width=device-width"><link rel="stylesheet" href="old.css"><body><div id="wrapper"><div id="side">Side</div><div id="main"><p class="note">Main</p></div></div>${more}`
const OLD = {
  'index.html': bytes(body()),
  'more.html': bytes(body('<div id="foot">foot</div>')),
  'old.css': bytes(
    '#wrapper { width: 925px; margin: 0 auto }\n#side { float: left; width: 200px; padding: 15px }\n#main { float: left; width: 750px; padding: 20px }\n#foot { clear: both; width: 400px }\n',
  ),
}

test('a row that does not hold is measured, said and cured in one step on every page', async ({ page, request }) => {
  const site = await bringIn(request, 'Old', OLD)
  await openSite(page, site)
  await facet(page, 'Boxes')
  await page.getByRole('combobox', { name: 'Box', exact: true }).click()
  await page.getByRole('option', { name: /^#main/ }).click()
  await expect(
    page.getByText(
      '200 + 2 × 15 and 750 + 2 × 20 make 1,020 of 925 px: 95 px too many, so div#main drops under div#side.',
    ),
  ).toBeVisible()
  await expect(page.getByText('The row holds at no width.')).toBeVisible()
  const cure = page.getByRole('button', { name: /^Take 95 px from div#main/ })
  await expect(cure).toContainText('1 other page has these boxes: it mends one on more.html.')
  await cure.hover()
  await expect(page.getByText('make 925 of 925 px: nothing is left. On index.html.')).toBeVisible()
  await expect(cure).toBeVisible()
  await cure.click()
  await expect(page.getByText('make 925 of 925 px: nothing is left. On index.html.')).toBeVisible()
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).toContain('width: 655px; padding: 20px')
  for (const file of ['index.html', 'more.html'])
    await expect
      .poll(() =>
        inFrame(page, file, () =>
          ['side', 'main'].map((id) => Math.round(document.getElementById(id)!.getBoundingClientRect().top)),
        ),
      )
      .toEqual([8, 8])
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByText('95 px too many')).toBeVisible()
})

test('ticks move by pointer and keys, a press on the strip shows the pages there, and a click in a close-up chooses', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Ticks', OLD)
  await openSite(page, site)
  await facet(page, 'Boxes')
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await clickInCloseUp(page, 'index.html', '#side')
  await expect(page.getByRole('combobox', { name: 'Box', exact: true })).toHaveValue('#side')
  const width = page.getByRole('slider', { name: 'width', exact: true })
  await expect(width).toHaveAttribute('aria-valuenow', '200')
  await width.focus()
  for (let press = 0; press < 3; press++) await page.keyboard.press('Shift+ArrowLeft')
  await expect(width).toHaveAttribute('aria-valuenow', '170')
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).toContain('width: 170px')

  const drawn = (await width.boundingBox())!
  await page.mouse.move(drawn.x + drawn.width / 2, drawn.y + drawn.height / 2)
  await page.mouse.down()
  await page.mouse.move(drawn.x + drawn.width / 2 - 20, drawn.y + drawn.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect(width).not.toHaveAttribute('aria-valuenow', '170')
  await kept(page)
  await expect(page.getByRole('slider', { name: 'width', exact: true })).toBeVisible()
  const now = /#side \{ float: left; width: (\d+)px/.exec((await stored(request, site)).looks[0]!.text)![1]
  expect(Number(now)).toBeLessThan(150)
  await toLineup(page)
  await expect
    .poll(() => inFrame(page, 'more.html', () => document.getElementById('side')!.clientWidth))
    .toBe(Number(now) + 30)
  await page
    .getByRole('button', { name: /show the pages at such a width$/ })
    .first()
    .press('Enter')
  await expect(page.getByText(/^pages at 1,420 px$/)).toBeVisible()
})

test('while a size is dragged, the pages where a row would break are named before it happens', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Before', {
    ...OLD,
    'old.css': bytes(
      '#wrapper { width: 925px }\n#side { float: left; width: 200px }\n#main { float: left; width: 725px }\n#foot { clear: both }\n',
    ),
  })
  await openSite(page, site)
  await facet(page, 'Boxes')
  await page.getByRole('combobox', { name: 'Box', exact: true }).click()
  await page.getByRole('option', { name: /^#main/ }).click()
  const width = page.getByRole('slider', { name: 'width', exact: true })
  const drawn = (await width.boundingBox())!
  await page.mouse.move(drawn.x + drawn.width / 2, drawn.y + drawn.height / 2)
  await page.mouse.down()
  await page.mouse.move(drawn.x + 30, drawn.y + drawn.height / 2, { steps: 5 })
  await expect(page.getByText('This would break 2 rows:')).toBeVisible()
  await expect(page.getByText('more.html: div#main drops under div#side.')).toBeVisible()
  // So wide that the window can be scrolled, as the frames show.
  await page.mouse.move(drawn.x + drawn.width + 900, drawn.y + drawn.height / 2, { steps: 5 })
  await expect(page.getByText('This would break 2 rows and make 2 pages scroll sideways:')).toBeVisible()
  await expect(page.getByText(/^more\.html: scrolls sideways, for div#main sticks out by [\d,.]+ px\./)).toBeVisible()
  expect(await inFrame(page, 'more.html', () => document.scrollingElement!.scrollWidth > innerWidth)).toBe(true)
  await page.mouse.up()
})

test('boxes without content have an outline and their name while Boxes is open, and the page stays as it is', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Empty', {
    ...OLD,
    'index.html': bytes(body('<div id="foot"></div><div class="sign"></div><div class="full">x</div>')),
    'old.css': bytes('#foot { height: 40px; clear: both } .sign { height: 20px } .sign::before { content: "own" }'),
  })
  await openSite(page, site)
  const seen = () =>
    inFrame(page, 'index.html', () =>
      ['#foot', '.sign', '.full'].map((selector) => {
        const element = document.querySelector(selector)!
        const { width, height, top } = element.getBoundingClientRect()
        return [
          getComputedStyle(element).outlineStyle,
          getComputedStyle(element, '::before').content,
          [width, height, top].map(Math.round).join(' '),
        ]
      }),
    )
  const before = (await seen())!
  expect(before.map(([outline, content]) => [outline, content])).toEqual([
    ['none', 'none'],
    ['none', '"own"'],
    ['none', 'none'],
  ])
  await facet(page, 'Boxes')
  await expect
    .poll(async () => (await seen())!.map(([outline, content]) => [outline, content]))
    .toEqual([
      ['dashed', '"#foot"'],
      ['dashed', '"own"'],
      ['none', 'none'],
    ])
  expect((await seen())!.map(([, , place]) => place)).toEqual(before.map(([, , place]) => place))
  await facet(page, 'Colour')
  await expect.poll(seen).toEqual(before)
})

test('a row whose widths only the browser knows is measured on the page, and the line is drawn there', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Words', {
    'index.html': bytes(
      '<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="a.css"><body><ul id="menu"><li class="item">One</li> <li class="item">Two</li></ul></body></html>',
    ),
    'a.css': bytes('.item { display: inline-block; padding: 0 10px }\n#menu { padding: 0 }\n'),
  })
  await openSite(page, site)
  await facet(page, 'Boxes')
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await clickInCloseUp(page, 'index.html', '.item')
  const says = page.getByText(/2 × 10.* of white space between them make [\d.,]+ of [\d.,]+ px: [\d.,]+ px are left\./)
  await expect(says).toContainText('As laid out on index.html.')
  await page.getByRole('checkbox', { name: 'Draw it on the pages' }).check()
  await toLineup(page)
  const drawn = () =>
    inFrame(page, 'index.html', () => getComputedStyle(document.documentElement, '::after').backgroundImage)
  await expect.poll(drawn).toContain('data:image/svg+xml')
  const markup = await inFrame(page, 'index.html', () => document.documentElement.outerHTML)
  expect(markup).not.toContain('svg')
  await page.getByRole('checkbox', { name: 'Draw it on the pages' }).uncheck()
  await expect.poll(drawn).toBe('none')
})

test('shares of the window are dragged by keys, and always sum to the whole', async ({ page, request }) => {
  const site = await bringIn(request, 'Shares', {
    'index.html': bytes(
      '<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="a.css"><body><div id="head"></div><div id="main"></div><div id="foot"></div></body></html>',
    ),
    'a.css': bytes('body { margin: 0 }\n#head { height: 15vh }\n#main { height: 70vh }\n#foot { height: 15vh }\n'),
  })
  await openSite(page, site)
  await facet(page, 'Boxes')
  const box = page.getByRole('combobox', { name: 'Box', exact: true })
  await box.fill('#main')
  await page.getByRole('option', { name: /^#main/ }).click()
  await expect(page.getByText('120, 560 and 120 make 800 of 800 px: nothing is left.')).toBeVisible()
  const border = page.getByRole('slider', { name: 'Border between div#head and div#main' })
  await border.focus()
  for (let press = 0; press < 5; press++) await page.keyboard.press('ArrowRight')
  await expect(page.getByText('160, 520 and 120 make 800 of 800 px: nothing is left.')).toBeVisible()
  await kept(page)
  const { text } = (await stored(request, site)).looks[0]!
  expect(text).toBe('body { margin: 0 }\n#head { height: 20vh }\n#main { height: 65vh }\n#foot { height: 15vh }\n')
})
