import { expect, test, type APIRequestContext, type Page } from './test.ts'
import {
  bringIn,
  DEMO_PAGES,
  demoFiles,
  facet,
  frameOf,
  kept,
  openSite,
  pageFrames,
  stored,
  valueIn,
  wakeAll,
} from './helpers.ts'

test('the first screen shows the demo’s pages, live, each at a true viewport, and looks are switched without a reload', async ({
  page,
}) => {
  await page.goto('/sites')
  await page
    .getByRole('link', { name: /Vennor Isles Ferry/ })
    .last()
    .click()
  await expect(page.getByRole('heading', { name: '8 pages' })).toBeVisible()
  await wakeAll(page, DEMO_PAGES.length)
  expect(await frameOf(page, 'index.html').evaluate(() => [innerWidth, innerHeight])).toEqual([1280, 800])
  for (const file of DEMO_PAGES)
    await expect(page.getByRole('button', { name: `Open ${file} in a close-up` })).toBeAttached()
  await page.getByRole('button', { name: '360' }).click()
  await expect.poll(() => frameOf(page, 'index.html').evaluate(() => [innerWidth, innerHeight])).toEqual([360, 720])
  const own = page.getByRole('textbox', { name: /Own viewport width/ })
  await own.fill('900')
  await own.press('Enter')
  await expect.poll(() => frameOf(page, 'index.html').evaluate(() => innerWidth)).toBe(900)
  await page.getByLabel('Zoom').selectOption('0.5')
  await expect
    .poll(async () => (await page.locator('iframe[data-page="index.html"]').boundingBox())!.width)
    .toBeCloseTo(450, 0)
  await page.getByRole('button', { name: '360' }).click()
  await page.getByLabel('Zoom').selectOption('whole')
  const heights = () => frameOf(page, 'index.html').evaluate(() => [innerHeight, document.documentElement.scrollHeight])
  await expect.poll(async () => (await heights())[0]).toBeGreaterThan(720)
  await expect.poll(async () => (await heights()).join()).toMatch(/^(\d+),\1$/)
  // The lineup is as it was once the viewport is.
  await page.getByRole('button', { name: '1280' }).click()
  const background = () => frameOf(page, 'index.html').evaluate(() => getComputedStyle(document.body).backgroundColor)
  await expect.poll(background).toBe('rgb(255, 250, 240)')
  await frameOf(page, 'index.html').evaluate(() => void (document.documentElement.dataset['mark'] = 'same'))
  await page.getByRole('button', { name: /^Look/ }).click()
  await page.getByRole('option', { name: 'Night crossing' }).click()
  await expect.poll(background).toBe('rgb(13, 20, 32)')
  expect(await frameOf(page, 'index.html').evaluate(() => document.documentElement.dataset['mark'])).toBe('same')
  await page.getByRole('button', { name: /^Look/ }).click()
  await page.getByRole('option', { name: 'Harbour' }).click()
  await expect.poll(background).toBe('rgb(255, 250, 240)')
})

test.describe('with a site of its own', () => {
  let site: string
  const open = async (page: Page, request: APIRequestContext, pages?: readonly string[]) => {
    site = await bringIn(request, 'Pages', demoFiles(pages))
    await openSite(page, site)
  }

  test('a close-up opens, follows the site’s links, keeps its scroll through edits, and returns', async ({
    page,
    request,
  }) => {
    await open(page, request, ['index.html', 'timetable.html'])
    await page.getByRole('button', { name: '768' }).click()
    await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
    const close = page.frameLocator('iframe[title^="Close-up"]')
    await close.getByRole('link', { name: 'Timetable' }).click({ modifiers: ['ControlOrMeta'] })
    await expect(close.getByRole('heading', { name: 'Timetable' })).toBeVisible()
    const frame = () => pageFrames(page).at(-1)!
    await frame().evaluate(() => scrollTo(0, 120))
    await expect.poll(() => frame().evaluate(() => scrollY)).toBeGreaterThan(50)
    const scrolled = await frame().evaluate(() => scrollY)
    await page.getByRole('button', { name: /^Swatch --tide/ }).click()
    const text = page.getByRole('textbox', { name: 'Swatch --tide, any CSS colour' })
    await text.fill('navy')
    await text.press('Enter')
    await expect(close.getByRole('heading', { name: 'Timetable' })).toHaveCSS('color', 'rgb(0, 0, 128)')
    expect(await frame().evaluate(() => scrollY)).toBe(scrolled)
    await page.getByRole('button', { name: 'Lineup', exact: true }).click()
    await expect(page.getByRole('heading', { name: '2 pages' })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Open index.html in a close-up' })).toBeFocused()
    expect(
      await frameOf(page, 'index.html').evaluate(() => getComputedStyle(document.querySelector('h1')!).color),
    ).toBe('rgb(0, 0, 128)')
  })

  test('pages without the sheet say why, and all are attached with one command', async ({ page, request }) => {
    await open(page, request)
    await facet(page, 'Pages')
    await expect(
      page
        .getByText(
          'This page is in isles/, so “css/site.css” leads to isles/css/site.css, which is not there. From this page the sheet is ../css/site.css.',
        )
        .first(),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Attach the sheet to all 2 pages' }).click()
    await expect(page.getByText('all wear the sheet')).toBeVisible()
    await wakeAll(page, DEMO_PAGES.length)
    for (const file of ['notices.html', 'isles/skerrow.html'])
      await expect.poll(() => valueIn(page, file, 'body', 'background-color')).toBe('rgb(255, 250, 240)')
    await kept(page)
    const { texts } = await stored(request, site)
    const files = demoFiles()
    const original = (file: string) => new TextDecoder().decode(files[file])
    expect(texts['isles/skerrow.html']).toBe(
      original('isles/skerrow.html').replace('href="css/site.css"', 'href="../css/site.css"'),
    )
    expect(texts['notices.html']).toBe(
      original('notices.html').replace('</title>', '</title>\n  <link rel="stylesheet" href="css/site.css">'),
    )
    for (const file of DEMO_PAGES.filter((each) => each !== 'notices.html' && each !== 'isles/skerrow.html'))
      expect(texts[file]).toBe(original(file))
    await page.keyboard.press('Control+z')
    await expect(page.getByText('2 do not wear the sheet')).toBeVisible()
  })

  test('a caption offers the cure right there', async ({ page, request }) => {
    await open(page, request, ['index.html', 'notices.html'])
    const ground = (file: string) =>
      page
        .locator(`li:has([data-close-up="${file}"]) > div`)
        .first()
        .evaluate((tag) => getComputedStyle(tag).backgroundColor)
    // Only the page that has something the matter with it looks like that.
    await expect.poll(async () => (await ground('index.html')) !== (await ground('notices.html'))).toBe(true)
    const item = page.getByRole('listitem').filter({ has: page.locator('[data-close-up="notices.html"]') })
    await item.scrollIntoViewIfNeeded()
    await item.getByRole('button', { name: 'Attach' }).click()
    await expect(item.getByText('wears css/site.css')).toBeVisible()
  })

  test('what beats the sheet is told before an edit', async ({ page, request }) => {
    await open(page, request, ['index.html', 'fares.html'])
    await facet(page, 'Type')
    await page.getByText('Heading 1').click()
    await expect(
      page.getByText('The embedded rule h1 sets color for 1 element on fares.html; an edit here does not show there.'),
    ).toBeVisible()
  })
})
