import { expect, test, type Page } from './test.ts'
import { bringIn, bytes, facet, kept, openSite, stored, valueIn } from './helpers.ts'

const PAGE =
  '<!doctype html>\n<html lang="en">\n<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>T</title><link rel="stylesheet" href="css/site.css"></head>\n<body><main><h1 class="top">T</h1><p>Words</p></main></body>\n</html>\n'
const SHEET = ':root { --ink: #1b3a4b }\nh1 {\n  color: teal\n  margin: 0;\n}\np { margin: 12; colour: red }\n'
const files = (sheet = SHEET) => ({ 'index.html': bytes(PAGE), 'css/site.css': bytes(sheet) })

/** Opens the sheet's text. */
async function openSheet(page: Page) {
  await page.keyboard.press('Alt+s')
  const text = page.getByRole('textbox', { name: 'Text of the sheet' })
  await expect(text).toBeVisible()
  return text
}

const marks = (page: Page) => page.getByTestId('sheet-editor').locator('.cm-lintRange-error')

test('mistakes are marked in the text, told in words, and mended as one step', async ({ page, request }) => {
  const id = await bringIn(request, 'Mistakes', files())
  await openSite(page, id)
  const text = await openSheet(page)
  await expect(page.getByText('3 mistakes, marked in the text')).toBeVisible()
  await expect(marks(page)).toHaveCount(3)
  await marks(page).first().hover()
  await expect(
    page.getByText('A semicolon is missing behind “color: teal”. Browsers read on and drop color and margin.'),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Write the semicolon' }).click()
  await expect(marks(page)).toHaveCount(2)
  // The page follows, and undo takes the step back.
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).toBe('rgb(0, 128, 128)')
  await kept(page)
  expect((await stored(request, id)).looks[0]!.text).toContain('color: teal;')
  await page.getByRole('button', { name: /^Undo: Write the semicolon/ }).click()
  await expect(text).toContainText('color: teal')
  await expect(marks(page)).toHaveCount(3)
})

test('the same stand among the findings, by kind, with a fix that is looked at first', async ({ page, request }) => {
  const id = await bringIn(request, 'Findings', files())
  await openSite(page, id)
  await page
    .getByRole('banner')
    .getByRole('button', { name: /findings/ })
    .click()
  await expect(page.getByText('A value the property does not take')).toBeVisible()
  await expect(
    page.getByText('12 has no unit: write 12px, or em, rem, %. Browsers skip the declaration.'),
  ).toBeVisible()
  await expect(
    page.getByText('There is no property “colour”, so browsers skip the declaration. The nearest is color.'),
  ).toBeVisible()
})

test('what could stand next is offered: properties, what they take, swatches, names of the site', async ({
  page,
  request,
}) => {
  const id = await bringIn(request, 'Offers', files(':root { --ink: #1b3a4b }\n'))
  await openSite(page, id)
  const text = await openSheet(page)
  const option = (name: RegExp) => page.getByRole('option', { name })
  await text.click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('.to')
  await expect(option(/^\.top/)).toBeVisible()
  await option(/^\.top/).click()
  await page.keyboard.type(' { backg')
  await expect(option(/^background-color/)).toBeVisible()
  await option(/^background-color/).click()
  // Behind a property the list of its values opens by itself.
  await expect(option(/^var\(--ink\)/)).toBeVisible()
  await expect(option(/^transparent/)).toHaveCount(1)
  await option(/^var\(--ink\)/).click()
  await expect(text).toContainText('.top { background-color: var(--ink)')
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'background-color')).toBe('rgb(27, 58, 75)')
})

test('a word is said about what the pointer rests on, and Alt with the arrows steps numbers', async ({
  page,
  request,
}) => {
  const id = await bringIn(request, 'Words', files('h1 { margin-top: 2em }\n'))
  await openSite(page, id)
  const text = await openSheet(page)
  const line = text.locator('.cm-line').first()
  await line.getByText('margin-top').hover()
  await expect(page.getByText('Leaves room above a box.')).toBeVisible()
  await expect(page.getByText('On the pages now: 64px (1×).')).toBeVisible()
  await page.mouse.move(5, 5)
  await line.click()
  await page.keyboard.press('Home')
  for (let step = 0; step < 'h1 { margin-top: 2'.length; step++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Alt+ArrowUp')
  await expect(text).toContainText('margin-top: 3em')
  await page.keyboard.press('Alt+ArrowDown')
  await page.keyboard.press('Alt+ArrowDown')
  await expect(text).toContainText('margin-top: 1em')
})

test('the site says for which browsers it is made, and the check goes by it', async ({ page, request }) => {
  const id = await bringIn(request, 'Browsers', files('h1 { scrollbar-width: thin }\n'))
  await openSite(page, id)
  await facet(page, 'Colour')
  await page
    .getByRole('banner')
    .getByRole('button', { name: /finding/ })
    .click()
  await page.getByRole('combobox', { name: 'Made for' }).selectOption('widely')
  await expect(page.getByRole('banner').getByRole('button', { name: /^1 finding/ })).toBeVisible()
  await page.getByRole('button', { name: /worth knowing/ }).click()
  await page.getByRole('button', { name: /Not taken by every browser/ }).click()
  await expect(
    page.getByText(/scrollbar-width is not taken by all browsers this site is made for/).first(),
  ).toBeVisible()
  await kept(page)
  expect(JSON.parse((await stored(request, id)).texts['attire.json']!)).toEqual({ browsers: 'widely' })
})
