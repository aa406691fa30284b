import { expect, test, type Page } from './test.ts'
import {
  bringIn,
  bytes,
  clickInCloseUp,
  DEMO_PAGES,
  demoFiles,
  drawn,
  facet,
  kept,
  openSite,
  stored,
  valueIn,
} from './helpers.ts'
import { differences, handedOff, visit } from './published.ts'

/** The demo with the sheet attached everywhere: what it looks like can be compared before and after. */
function worn(pages: readonly string[] = DEMO_PAGES): Record<string, Uint8Array> {
  const files = demoFiles(pages)
  for (const name of pages.filter((each) => each === 'notices.html' || each === 'isles/skerrow.html')) {
    const text = new TextDecoder().decode(files[name]).replace(/ *<link rel="stylesheet"[^>]*>\n/, '')
    files[name] = bytes(
      text.replace(
        '</title>',
        `</title>\n  <link rel="stylesheet" href="${name.startsWith('isles') ? '../' : ''}css/site.css">`,
      ),
    )
  }
  return files
}

/** Links to those pages of the demo that a test did not bring in are broken before and after. */
const notLeftOut = (missing: string) => !DEMO_PAGES.some((file) => missing.endsWith(` → ${file}`))

const view = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()
async function menu(page: Page, file: string, action: string): Promise<void> {
  await page.getByRole('button', { name: `What can be done to ${file}`, exact: true }).click()
  await page.getByRole('menuitem', { name: action }).click()
}
const text = async (request: Parameters<typeof stored>[0], site: string, file: string) =>
  (await stored(request, site)).texts[file] ?? ''

test('pages, images and the sheet move; every reference follows, nothing is lost, and all of it can be undone', async ({
  page,
  request,
  browser,
}) => {
  const site = await bringIn(request, 'moving', worn(['index.html', 'boats.html', 'fares.html', 'isles/hallin.html']))
  const lookId = (await stored(request, site)).looks[0]!.id
  const before = await stored(request, site)
  const then = await visit(browser, await handedOff(request, site, lookId))
  expect(then.missing.filter(notLeftOut)).toEqual([])
  await openSite(page, site)
  await facet(page, 'Pages')

  await menu(page, 'fares.html', 'Rename or move …')
  await page.getByLabel('New path').fill('prices/Fare List.html')
  await page.getByRole('button', { name: 'prices/fare-list.html' }).click()
  await expect(page.getByText('17 references in 4 files follow')).toBeVisible()
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(page.getByRole('button', { name: 'Open prices/fare-list.html in a close-up' })).toBeVisible()
  await kept(page)
  await expect.poll(() => valueIn(page, 'prices/fare-list.html', 'h1', 'color')).toBe('rgb(122, 31, 18)')

  await view(page, 'Files')
  await menu(page, 'images/mark.svg', 'Rename or move …')
  await page.getByLabel('New path').fill('pictures/deep/mark of honour.svg')
  await page.getByRole('button', { name: 'Move it' }).click()
  await menu(page, 'css/site.css', 'Rename or move …')
  await page.getByLabel('New path').fill('look/new/site.css')
  await page.getByRole('button', { name: 'Move it' }).click()
  await kept(page)
  const after = await stored(request, site)
  expect(after.sheetPath).toBe('look/new/site.css')
  expect(after.files.map(({ path }) => path)).toContain('pictures/deep/mark of honour.svg')

  const now = await visit(browser, await handedOff(request, site, lookId))
  expect(now.missing.filter(notLeftOut)).toEqual([])
  for (const [name, styles] of Object.entries(then.styles)) {
    const moved = name === 'fares.html' ? 'prices/fare-list.html' : name
    // Addresses differ, of course; looks do not.
    expect(
      differences(styles, now.styles[moved]!).filter((each) => !each.includes('url(')),
      name,
    ).toEqual([])
  }
  // The frames wear the sheet from its new place, live.
  await facet(page, 'Colour')
  await page.getByRole('button', { name: /^Swatch --ink/ }).click()
  const field = page.getByRole('textbox', { name: 'Swatch --ink, any CSS colour' })
  await field.fill('#102030')
  await field.press('Enter')
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'color')).toBe('rgb(16, 32, 48)')

  for (let undo = 0; undo < 4; undo++) await page.keyboard.press('Control+z')
  await kept(page)
  const back = await stored(request, site)
  expect([back.sheetPath, back.texts, back.files.map(({ path }) => path).sort(), back.looks[0]!.text]).toEqual([
    before.sheetPath,
    before.texts,
    before.files.map(({ path }) => path).sort(),
    before.looks[0]!.text,
  ])
  await page.keyboard.press('Control+Shift+z')
  await kept(page)
  expect((await stored(request, site)).files.map(({ path }) => path)).toContain('prices/fare-list.html')
})

test('a new page comes in the frame of the others, and a deleted one says first what would break', async ({
  page,
  request,
  browser,
}) => {
  const site = await bringIn(
    request,
    'new pages',
    worn(['index.html', 'boats.html', 'contact.html', 'isles/hallin.html']),
  )
  await openSite(page, site)
  await facet(page, 'Pages')
  await page.getByRole('button', { name: 'New page in isles/' }).click()
  await page.getByLabel('Title').fill('Öland & more')
  await expect(page.getByLabel('File')).toHaveValue('isles/oland-and-more.html')
  await page.getByRole('button', { name: 'Make the page' }).click()
  await kept(page)
  await expect.poll(() => valueIn(page, 'isles/oland-and-more.html', 'h1', 'color')).toBe('rgb(20, 89, 107)')
  const lookId = (await stored(request, site)).looks[0]!.id
  expect((await visit(browser, await handedOff(request, site, lookId))).missing.filter(notLeftOut)).toEqual([])

  await menu(page, 'contact.html', 'Delete …')
  await expect(page.getByText('9 references would break:')).toBeVisible()
  await page.getByRole('button', { name: 'Delete it all the same' }).click()
  await expect(page.getByRole('heading', { name: '4 pages' })).toBeVisible()
  await kept(page)
  expect((await stored(request, site)).texts['contact.html']).toBeUndefined()
  await page.reload()
  await expect(page.getByRole('heading', { name: '4 pages' })).toBeVisible()
  // Also after a reload undo brings every letter back: the step holds them.
  await page.getByRole('button', { name: 'Undo: Deleted contact.html' }).click()
  await kept(page)
  expect(await text(request, site, 'contact.html')).toBe(
    new TextDecoder().decode(worn(['contact.html'])['contact.html']),
  )
  await expect.poll(() => valueIn(page, 'contact.html', 'h1', 'color')).toBe('rgb(20, 89, 107)')
})

test('awkward names get better ones, and a name that cannot be is refused with a sentence', async ({
  page,
  request,
}) => {
  const files = {
    'index.html': bytes(
      '<!doctype html><title>x</title><a href="My%20Page.html">x</a><img src="images/Big%20Boat%20(1).PNG">',
    ),
    'My Page.html': bytes('<!doctype html><title>y</title><a href="index.html">x</a>'),
    'images/Big Boat (1).PNG': demoFiles()['images/night-crossing.png']!,
  }
  const site = await bringIn(request, 'awkward', files)
  await openSite(page, site)
  await facet(page, 'Pages')
  await page.getByRole('button', { name: 'Give better names …' }).click()
  await expect(page.getByRole('textbox', { name: 'New name of images/Big Boat (1).PNG' })).toHaveValue(
    'images/big-boat-1.png',
  )
  await page.getByRole('button', { name: 'Rename 2 files' }).click()
  await kept(page)
  expect(await text(request, site, 'index.html')).toBe(
    '<!doctype html><title>x</title><a href="my-page.html">x</a><img src="images/big-boat-1.png">',
  )
  await menu(page, 'my-page.html', 'Rename or move …')
  for (const [name, words] of [
    ['../x.html', 'leaves the site’s folder'],
    ['index.html', 'There is a file index.html already'],
    ['my-page.txt', 'Keep the ending'],
  ] as const) {
    await page.getByLabel('New path').fill(name)
    await expect(page.getByText(words)).toBeVisible()
    await expect(page.getByRole('button', { name: 'Move it' })).toBeDisabled()
  }
})

test('images are added, replaced and scaled, with weight and dimensions', async ({ page, request }) => {
  const site = await bringIn(request, 'images', worn(['index.html', 'boats.html']))
  await openSite(page, site)
  await facet(page, 'Pages')
  await view(page, 'Files')
  await expect(page.getByText('2400 × 1350 px, 1.0 MB')).toBeVisible()
  await page.getByRole('button', { name: 'Show a 1120 px copy instead' }).click()
  await expect(page.getByText(/night-crossing-1120.png weighs \d+ kB instead of 1.0 MB: \d\d % saved/)).toBeVisible()
  await kept(page)
  expect(await text(request, site, 'boats.html')).toContain('src="images/night-crossing-1120.png"')
  const natural = async () =>
    page
      .frames()
      .find((frame) => frame.url().endsWith('/boats.html'))!
      .evaluate(() => [...document.images].map(({ naturalWidth }) => naturalWidth))
  await expect.poll(() => natural().catch(() => [])).toContain(1120)
  const { files } = (await stored(request, site)) as unknown as {
    files: { path: string; size: number; pixels: { width: number } | null }[]
  }
  expect(files.find(({ path }) => path === 'images/night-crossing.png')?.pixels?.width).toBe(2400)
  expect(files.find(({ path }) => path === 'images/night-crossing-1120.png')?.pixels?.width).toBe(1120)

  const picture = Buffer.from(demoFiles()['images/night-crossing.png']!)
  await page
    .getByLabel('Images to add')
    .setInputFiles({ name: 'Neues Böötchen.PNG', mimeType: 'image/png', buffer: picture })
  await expect(page.getByText('Added images/neues-bootchen.png.')).toBeVisible()
  await page
    .getByLabel('Replacement for images/petrel.svg')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByText('is another kind of picture')).toBeVisible()
  await page.getByLabel('Replacement for images/petrel.svg').setInputFiles({
    name: 'x.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="10" height="20"/>'),
  })
  await expect(page.getByText(/Replaced images\/petrel.svg: \d+ bytes, 10 × 20 px./)).toBeVisible()
  await kept(page)
  await page.getByRole('button', { name: /^Undo: Replaced/ }).click()
  await expect(page.getByText('560 × 315 px, 374 bytes')).toBeVisible()
})

test('a navigation is put in order by dragging and by keys, led to pages, and changes wherever it is shared', async ({
  page,
  request,
}) => {
  const site = await bringIn(
    request,
    'navigation',
    worn(['index.html', 'boats.html', 'contact.html', 'isles/skerrow.html']),
  )
  await openSite(page, site)
  await facet(page, 'Pages')
  await view(page, 'Navigation')
  await page.getByRole('button', { name: 'Share it with the other pages …' }).click()
  await expect(page.getByText('4 pages already the same; only marked.')).toBeVisible()
  await page.getByRole('button', { name: 'Share it on 4 pages' }).click()
  await view(page, 'Navigation')
  await expect(page.getByText('It is in the shared part “navigation”')).toBeVisible()

  const order = async (file: string) =>
    [...(await text(request, site, file)).matchAll(/<li><a [^>]*>([^<]*)</g)].map(([, words]) => words)
  const handle = page.getByRole('button', { name: 'Move “Contact”' })
  await handle.focus()
  const said = page.locator('[id^="DndLiveRegion"]')
  await page.keyboard.press('Space')
  await expect(said).toHaveText('“Contact” is at place 8 of 8.')
  // The arrow keys are listened to from the next task on, as long as it takes to see that the link was picked up.
  await drawn(page.mainFrame())
  await page.keyboard.press('ArrowUp')
  await expect(said).toHaveText('“Contact” is at place 7 of 8.')
  await page.keyboard.press('ArrowUp')
  await expect(said).toHaveText('“Contact” is at place 6 of 8.')
  await page.keyboard.press('Space')
  await kept(page)
  expect((await order('isles/skerrow.html')).slice(-3)).toEqual(['Contact', 'Skerrow', 'Notices'])
  expect(await text(request, site, 'contact.html')).toContain('<a href="contact.html" aria-current="page">Contact</a>')

  const from = (await page.getByRole('button', { name: 'Move “Home”' }).boundingBox())!
  const to = (await page.getByRole('button', { name: 'Move “Fares”' }).boundingBox())!
  await page.mouse.move(from.x + 8, from.y + 10)
  await page.mouse.down()
  await page.mouse.move(from.x + 8, from.y + 30, { steps: 4 })
  await page.mouse.move(to.x + 8, to.y + 16, { steps: 8 })
  await page.mouse.up()
  await kept(page)
  expect((await order('boats.html')).slice(0, 3)).toEqual(['Timetable', 'Fares', 'Home'])

  await page.getByRole('button', { name: 'Target of “Fares”' }).click()
  await page.getByRole('option', { name: 'boats.html' }).click()
  await kept(page)
  expect(await text(request, site, 'isles/skerrow.html')).toContain('<a href="../boats.html">Fares</a>')
  const step = (await stored(request, site)).steps.at(-1)!
  expect(step.label).toBe('Led “Fares” to boats.html in the Main of 4 pages')
  await page.keyboard.press('Control+z')
  await kept(page)
  expect(await text(request, site, 'isles/skerrow.html')).toContain('<a href="../fares.html">Fares</a>')
})

test('a shared part is edited once for all pages; drift is found and put back; marks can go again', async ({
  page,
  request,
  browser,
}) => {
  const files = worn(['index.html', 'boats.html', 'fares.html', 'isles/skerrow.html'])
  files['fares.html'] = bytes(
    new TextDecoder().decode(files['fares.html']).replace('Ask the pier office', 'Ask us').replaceAll('\n', '\r\n'),
  )
  const site = await bringIn(request, 'parts', files)
  await openSite(page, site)
  await facet(page, 'Pages')
  await view(page, 'Parts')
  await page.getByRole('button', { name: 'Share a block …' }).click()
  await page.getByRole('button', { name: /^Block/ }).click()
  await page.getByRole('option', { name: /^footer/ }).click()
  await expect(page.getByText('1 page changes, 3 pages already the same; only marked.')).toBeVisible()
  await page.getByRole('button', { name: 'How it differs' }).click()
  await expect(page.getByLabel('The difference, line by line')).toContainText(
    '+     <p><a href="contact.html">Ask the pier office</a></p>',
  )
  await page.getByRole('button', { name: 'Share it on 4 pages' }).click()
  await kept(page)
  const fares = await text(request, site, 'fares.html')
  expect(fares).toContain('Ask the pier office</a></p>\r\n  </footer>\r\n  <!-- end of shared part: footer -->\r\n')
  expect(fares).not.toMatch(/[^\r]\n/)

  await page.getByRole('button', { name: 'Edit …' }).click()
  await page.getByRole('textbox', { name: 'Markup of footer' }).click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await page.keyboard.type('<p><a href="isles/hallin.html">To Hallin</a></p>')
  await expect(page.getByText('4 pages change.')).toBeVisible()
  await page.getByRole('button', { name: 'Change 4 pages' }).click()
  await kept(page)
  expect(await text(request, site, 'isles/skerrow.html')).toContain('<p><a href="hallin.html">To Hallin</a></p>\n')
  expect((await stored(request, site)).steps.at(-1)!.label).toBe('Changed “footer” on 4 pages')
  const lookId = (await stored(request, site)).looks[0]!.id
  expect((await visit(browser, await handedOff(request, site, lookId))).missing.filter(notLeftOut)).toEqual([])

  // Somebody edits one page by hand, outside: the handed-off site comes back with it.
  const out = await handedOff(request, site, lookId)
  out['boats.html'] = bytes(new TextDecoder().decode(out['boats.html']).replace('To Hallin', 'To HALLIN'))
  const again = await bringIn(request, 'parts again', out)
  await openSite(page, again)
  await facet(page, 'Pages')
  await view(page, 'Parts')
  await expect(page.getByText('It was changed by hand on boats.html.')).toBeVisible()
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.getByText('On all 4 pages, the same everywhere.')).toBeVisible()
  await menu(page, 'footer', 'Stop sharing it')
  await expect(page.getByText('Nothing is shared yet.')).toBeVisible()
  await kept(page)
  expect(await text(request, again, 'boats.html')).not.toContain('shared part')
})

test('an element is wrapped on all pages that are built alike', async ({ page, request }) => {
  const site = await bringIn(request, 'wrap', worn(['index.html', 'isles/hallin.html', 'isles/skerrow.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open isles/hallin.html in a close-up' }).click()
  await clickInCloseUp(page, 'isles/hallin.html', 'img.wide')
  await page.getByRole('button', { name: 'Wrap it …' }).click()
  await page.getByRole('button', { name: /^Element/ }).click()
  await page.getByRole('option', { name: /^figure/ }).click()
  await page.getByLabel('Caption').fill('Seen from the boat')
  await page.getByRole('radio', { name: /On all 3 pages/ }).check()
  await page.getByRole('button', { name: 'Wrap it', exact: true }).click()
  await kept(page)
  for (const file of ['index.html', 'isles/hallin.html', 'isles/skerrow.html']) {
    expect(await text(request, site, file)).toMatch(
      / {4}<figure>\n {6}<img class="wide"[^>]*>\n {6}<figcaption>Seen from the boat<\/figcaption>\n {4}<\/figure>\n/,
    )
  }
})

test('a site begins from nothing: valid pages that wear the sheet, and no finding', async ({
  page,
  request,
  browser,
}) => {
  await page.goto('/sites')
  await page.getByRole('button', { name: 'New site …' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Harbour Bakery')
  await expect(page.getByLabel('Folder')).toHaveValue('harbour-bakery')
  await page.getByLabel('First pages').fill('index.html, About Us.html, shops/north.html, shops/index')
  await page.getByRole('button', { name: 'index.html, about-us.html, shops/north.html, shops/index.html' }).click()
  await page.getByLabel('The sheet').fill('look/bakery.css')
  await page.getByRole('button', { name: 'Begin the site' }).click()
  await expect(page.getByRole('heading', { name: '4 pages' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'No findings' })).toBeVisible()
  await expect.poll(() => valueIn(page, 'shops/north.html', 'body', 'max-width')).toBe('960px')
  const site = page.url().split('/').at(-1)!
  const { looks, files } = await stored(request, site)
  expect(files.map(({ path }) => path)).not.toContain('look/bakery.css')
  const out = await handedOff(request, site, looks[0]!.id)
  expect(Object.keys(out).sort()).toEqual(
    ['about-us.html', 'index.html', 'look/bakery.css', 'shops/index.html', 'shops/north.html'].map(
      (file) => `harbour-bakery/${file}`,
    ),
  )
  expect(
    (
      await visit(
        browser,
        Object.fromEntries(
          Object.entries(out).map(([file, content]) => [file.replace('harbour-bakery/', ''), content]),
        ),
      )
    ).missing,
  ).toEqual([])
})

test('another stylesheet becomes the sheet after edits; nothing is lost, and the history goes on', async ({
  page,
  request,
}) => {
  const files = demoFiles(['index.html', 'fares.html'])
  const code = '.code { color: navy }\n'
  files['css/code.css'] = Buffer.from(code)
  files['index.html'] = Buffer.from(
    Buffer.from(files['index.html']!)
      .toString()
      .replace('</head>', '<link rel="stylesheet" href="css/code.css"></head>'),
  )
  const site = await bringIn(request, 'two sheets', files)
  const before = (await stored(request, site)).looks[0]!.text
  await openSite(page, site)
  await facet(page, 'Pages')
  const sheets = page.getByRole('region', { name: 'Stylesheets' })
  await expect(sheets).toContainText('The sheet is css/site.css: 2 pages wear it, more than any other.')
  await expect(sheets).toContainText('1 page wears it, 1 rule')
  // A further stylesheet is edited as text, and the frames follow.
  await sheets.getByRole('button', { name: 'Edit css/code.css' }).click()
  await page.getByRole('textbox', { name: 'Text of css/code.css' }).click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('h1 { color: rgb(1, 2, 3) } ')
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).toBe('rgb(1, 2, 3)')
  await kept(page)
  const edited = (await stored(request, site)).texts['css/code.css']!
  await sheets.getByRole('button', { name: 'Make css/code.css the sheet' }).click()
  await expect.poll(async () => (await stored(request, site)).sheetPath).toBe('css/code.css')
  const changed = await stored(request, site)
  expect([changed.looks[0]!.text, changed.texts['css/site.css']]).toEqual([edited, before])
  await expect(page.getByRole('button', { name: /^Sheet css\/code\.css/ })).toBeVisible()
  await facet(page, 'Pages')
  await expect(sheets).toContainText('The sheet is css/code.css, chosen by hand: 1 page wears it.')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).not.toBe('rgb(1, 2, 3)')
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).not.toContain('rgb(1, 2, 3)')
})
