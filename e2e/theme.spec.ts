import { expect, test } from './test.ts'
import { oneSite } from './one-site.ts'
import {
  bringIn,
  computedInFrames,
  DEMO_PAGES,
  demoFiles,
  facet,
  frameOf,
  inFrame,
  kept,
  openSite,
  pageFrames,
  stored,
  wakeAll,
  valueIn,
} from './helpers.ts'

const WORN = DEMO_PAGES.filter((file) => file !== 'notices.html' && file !== 'isles/skerrow.html')

const pick = (values: Record<string, string>, names: readonly string[]) =>
  Object.fromEntries(names.map((name) => [name, values[name]]))
const SHEET = new TextDecoder().decode(demoFiles()['css/site.css'])

test('recolouring a swatch shows in every frame, without a reload, and is one step', async ({ page, request }) => {
  const site = await bringIn(request, 'Theme', demoFiles())
  await openSite(page, site)
  await wakeAll(page, DEMO_PAGES.length)
  for (const frame of pageFrames(page))
    await frame.evaluate(() => void (document.documentElement.dataset['mark'] = 'same document'))
  await page.getByRole('button', { name: /^Swatch --tide/ }).click()
  const text = page.getByRole('textbox', { name: 'Swatch --tide, any CSS colour' })
  await text.fill('rgb(1 2 3)')
  await text.press('Enter')
  await expect
    .poll(async () => pick(await computedInFrames(page, '.site-header', 'background-color'), WORN))
    .toEqual(Object.fromEntries(WORN.map((file) => [file, 'rgb(1, 2, 3)'])))
  for (const frame of pageFrames(page))
    expect(await frame.evaluate(() => document.documentElement.dataset['mark'])).toBe('same document')
  await kept(page)
  const state = await stored(request, site)
  expect(state.steps.map(({ label }) => label)).toEqual(['--tide: rgb(1 2 3)'])
  expect(state.looks[0]!.text).toBe(SHEET.replace('--tide: #14596b', '--tide: rgb(1 2 3)'))
})

test.describe.serial('one site', () => {
  const shared = oneSite(demoFiles(['index.html', 'fares.html']))

  test('dragging a colour is followed while dragging and is one step afterwards', async ({ request }) => {
    const { page, site } = shared
    await page.getByRole('button', { name: /^Swatch --tide/ }).click()
    const area = (await page.getByRole('slider', { name: 'Swatch --tide: lightness and chroma' }).boundingBox())!
    const seen = new Set<string>()
    await page.mouse.move(area.x + 20, area.y + 20)
    await page.mouse.down()
    for (let step = 1; step <= 6; step++) {
      await page.mouse.move(area.x + 20 + step * 30, area.y + 20 + step * 12)
      // Each move shows before the next one is made.
      await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).not.toBe([...seen].at(-1))
      seen.add(await valueIn(page, 'index.html', 'h1', 'color'))
    }
    expect(seen.size).toBe(6)
    expect((await stored(request, site)).cursor).toBe(0)
    await page.mouse.up()
    await kept(page)
    expect((await stored(request, site)).steps).toHaveLength(1)
    await page.keyboard.press('Control+z')
    await expect
      .poll(() => inFrame(page, 'index.html', () => getComputedStyle(document.querySelector('h1')!).color))
      .toBe('rgb(20, 89, 107)')
  })

  test('swatches are added and renamed, and all uses follow', async ({ request }) => {
    const { page, site } = shared
    await page.getByRole('textbox', { name: 'Name of a new swatch' }).fill('moss')
    await page.getByRole('textbox', { name: 'Colour of the new swatch' }).fill('oklch(60% 0.1 140)')
    await page.getByRole('button', { name: 'Add' }).click()
    const name = page.getByRole('textbox', { name: 'Name of the swatch --tide' })
    await name.fill('--deep')
    await name.press('Enter')
    await expect(page.getByRole('textbox', { name: 'Name of the swatch --deep' })).toBeVisible()
    expect(
      await frameOf(page, 'index.html').evaluate(() => getComputedStyle(document.querySelector('h1')!).color),
    ).toBe('rgb(20, 89, 107)')
    await kept(page)
    const { text } = (await stored(request, site)).looks[0]!
    expect(text).toContain('  --moss: oklch(60% 0.1 140);')
    expect(text).not.toContain('--tide')
    expect(text.match(/var\(--deep\)/g)).toHaveLength(6)
  })

  test('a family that ships with Attire comes into site and sheet, and the pages are set in it', async ({
    request,
  }) => {
    const { page, site } = shared
    await facet(page, 'Type')
    await page.getByRole('button', { name: /^Family/ }).click()
    await page.getByRole('option', { name: /Lora/ }).click()
    await expect
      .poll(() => inFrame(page, 'index.html', () => getComputedStyle(document.body).fontFamily))
      .toContain('Lora')
    await expect
      .poll(() =>
        inFrame(page, 'index.html', async () => {
          await document.fonts.ready
          return [...document.fonts].filter((face) => face.family.includes('Lora')).map((face) => face.status)
        }),
      )
      .toContain('loaded')
    await kept(page)
    const state = await stored(request, site)
    expect(state.files.map((file) => file.path)).toContain('fonts/lora-latin-wght-normal.woff2')
    expect(state.looks[0]!.text).toContain('url("../fonts/lora-latin-wght-normal.woff2")')
    await page.getByRole('button', { name: /^Undo/ }).click()
    await kept(page)
    expect((await stored(request, site)).files.map((file) => file.path)).not.toContain(
      'fonts/lora-latin-wght-normal.woff2',
    )
  })

  test('a heading’s group is offered whole or one alone', async ({ request }) => {
    const { page, site } = shared
    await facet(page, 'Type')
    await page.getByText('Heading 2').click()
    const rule = page.getByRole('radiogroup', { name: 'Change' }).last()
    await rule.getByText('only h2').click()
    const color = page.getByRole('textbox', { name: 'Colour, any CSS colour' })
    await color.fill('teal')
    await color.press('Enter')
    await expect
      .poll(() =>
        inFrame(page, 'index.html', () =>
          ['h1', 'h2'].map((each) => getComputedStyle(document.querySelector(each)!).color),
        ),
      )
      .toEqual(['rgb(20, 89, 107)', 'rgb(0, 128, 128)'])
    await kept(page)
    expect((await stored(request, site)).looks[0]!.text).toContain(
      'h2 {\n  font-size: 1.75rem;\n  font-weight: 600;\n  margin: 2rem 0 0.5rem;\n  color: teal;\n}',
    )
  })

  test('one side of a box’s padding changes inside its shorthand', async ({ request }) => {
    const { page, site } = shared
    await facet(page, 'Boxes')
    const left = page.getByRole('textbox', { name: 'left padding, with unit' })
    await expect(left).toHaveValue('2.5rem')
    await left.fill('70px')
    await left.press('Enter')
    await expect
      .poll(() => inFrame(page, 'index.html', () => getComputedStyle(document.querySelector('main')!).padding))
      .toBe('48px 40px 48px 70px')
    await kept(page)
    expect((await stored(request, site)).looks[0]!.text).toContain('padding: 3rem 2.5rem 3rem 70px;')
    await left.fill('wide')
    await left.press('Enter')
    await expect(page.getByText('padding-left does not take “wide”. Try 16px or 1rem.')).toBeVisible()
  })

  test('a hover colour is written in working order and shows under the real pointer', async ({ request }) => {
    const { page, site } = shared
    await facet(page, 'Links')
    await page.getByRole('button', { name: /^Kind of link/ }).click()
    await page
      .getByRole('option', { name: /^Navigation/ })
      .first()
      .click()
    await page.getByText(':focus-visible').first().click()
    const color = page.getByRole('textbox', { name: 'Colour, any CSS colour' })
    await color.fill('#ff00aa')
    await color.press('Enter')
    await page.getByText(':hover').first().click()
    await expect(color).not.toHaveValue('#ff00aa')
    await color.fill('#00ffaa')
    await color.press('Enter')
    await kept(page)
    const { text } = (await stored(request, site)).looks[0]!
    expect(text.indexOf('nav a:hover')).toBeLessThan(text.indexOf('nav a:focus-visible'))
    // At life size: the test driver does not reckon with scaled frames when it moves the pointer.
    await page.getByRole('button', { name: '768' }).click()
    await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
    const link = page.frameLocator('iframe[title^="Close-up"]').getByRole('link', { name: 'Fares', exact: true })
    await link.hover()
    await expect(link).toHaveCSS('color', 'rgb(0, 255, 170)')
  })

  test('the sheet’s text and the bench are two views of one text', async ({ request }) => {
    const { page, site } = shared
    await page.keyboard.press('Alt+s')
    const editor = page.getByRole('textbox', { name: 'Text of the sheet' })
    await editor.getByText('#14596b', { exact: true }).dblclick()
    await page.keyboard.type('14596b'.replace(/./g, '0'))
    await expect(page.locator('[data-swatch="--tide"]')).toContainText('#000000')
    await expect
      .poll(() => inFrame(page, 'index.html', () => getComputedStyle(document.querySelector('h1')!).color))
      .toBe('rgb(0, 0, 0)')
    await page.getByRole('button', { name: /^Swatch --sand/ }).click()
    const text = page.getByRole('textbox', { name: 'Swatch --sand, any CSS colour' })
    await text.fill('tan')
    await text.press('Enter')
    await expect(editor).toContainText('--sand: tan;')
    await kept(page)
    expect((await stored(request, site)).looks[0]!.text).toBe(
      SHEET.replace('#14596b', '#000000').replace('--sand: #efe3cc', '--sand: tan'),
    )
    await page.getByRole('button', { name: /^Undo/ }).click()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await kept(page)
    expect((await stored(request, site)).looks[0]!.text).toBe(SHEET)
    await page.getByRole('button', { name: /^Redo/ }).click()
    await expect(page.locator('[data-swatch="--tide"]')).toContainText('#000000')
  })

  test('broken text in the sheet breaks nothing else, and says where', async () => {
    const { page } = shared
    await page.keyboard.press('Alt+s')
    await page.getByRole('textbox', { name: 'Text of the sheet' }).focus()
    await page.keyboard.press('Control+End')
    await page.keyboard.type('h1 color: red;')
    await expect(page.getByText('1 mistake, marked in the text')).toBeVisible()
    expect(
      await frameOf(page, 'index.html').evaluate(() => getComputedStyle(document.querySelector('h1')!).color),
    ).toBe('rgb(20, 89, 107)')
  })
})
