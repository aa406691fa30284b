import type { Locator } from '@playwright/test'
import { expect, test, type Page } from './test.ts'
import { bringIn, bytes, clickInCloseUp, facet, kept, openSite, stored, valueIn } from './helpers.ts'

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

/** Puts the pointer on a word of a line, which has no element of its own. */
async function hoverWord(page: Page, line: Locator, word: string) {
  const { x, y, width, height } = await line.evaluate((element, wanted) => {
    const texts = document.createTreeWalker(element, NodeFilter.SHOW_TEXT)
    while (!texts.nextNode()?.nodeValue?.includes(wanted));
    const from = texts.currentNode.nodeValue!.indexOf(wanted)
    const range = document.createRange()
    range.setStart(texts.currentNode, from)
    range.setEnd(texts.currentNode, from + wanted.length)
    return range.getBoundingClientRect()
  }, word)
  await page.mouse.move(x + width / 2, y + height / 2)
}

test('a word is said about what the pointer rests on, and Alt with the arrows steps numbers', async ({
  page,
  request,
}) => {
  const id = await bringIn(request, 'Words', files('h1 { margin-top: 2em }\n'))
  await openSite(page, id)
  const text = await openSheet(page)
  const line = text.locator('.cm-line').first()
  await hoverWord(page, line, 'margin-top')
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

const command = async (page: Page, typed: string, name: RegExp) => {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(typed)
  await page.getByRole('option', { name }).last().click()
}
const LONG =
  ':root {\n  --ink: #1b3a4b;\n}\n\n/* Heads */\n\nh1 {\n  color: var(--ink);\n}\n\n/* Words */\n\np {\n  color: red;\n}\n'
const text = async (request: Parameters<typeof stored>[0], id: string) => (await stored(request, id)).looks[0]!.text

test('a colour in the text is picked anew, the pages follow, and it is one step', async ({ page, request }) => {
  const id = await bringIn(request, 'Chips', files(LONG))
  await openSite(page, id)
  await openSheet(page)
  await expect(page.locator('.cm-chip')).toHaveCount(3)
  await page.locator('.cm-chip').nth(2).click()
  const picker = page.getByRole('dialog', { name: 'Colour red' })
  await picker.getByRole('button', { name: 'Use the swatch --ink' }).click()
  await expect.poll(() => valueIn(page, 'index.html', 'p', 'color')).toBe('rgb(27, 58, 75)')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  await kept(page)
  expect(await text(request, id)).toBe(LONG.replace('red', 'var(--ink)'))
  await page.getByRole('button', { name: /^Undo: red became var\(--ink\)/ }).click()
  await kept(page)
  expect(await text(request, id)).toBe(LONG)
})

test('sections: gone to, made, named and moved, and listed in the head of the sheet', async ({ page, request }) => {
  const id = await bringIn(request, 'Sections', files(LONG))
  await openSite(page, id)
  await openSheet(page)
  await command(page, 'Head of', /^Head of the sheet/)
  await page.getByLabel('Purpose').fill('The look of a test')
  await page.getByRole('button', { name: 'Write it' }).click()
  await kept(page)
  expect(await text(request, id)).toMatch(
    /^\/\*\n {2}Purpose: {2}The look of a test\n[\s\S]* {4}1 {2}Heads\n {4}2 {2}Words\n\*\/\n\n:root/,
  )
  const outline = () => page.getByRole('button', { name: 'Outline of the sheet' }).click()
  await outline()
  await page.getByRole('button', { name: 'Move the section Words up' }).click()
  await expect(page.getByRole('dialog').getByText(/^Proved/)).toBeVisible()
  await page.getByRole('button', { name: 'Change it' }).click()
  await outline()
  await page.getByRole('button', { name: 'Rename the section Heads' }).click()
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Titles')
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect
    .poll(() => text(request, id))
    .toMatch(/ 1 {2}Words\n {4}2 {2}Titles\n[\s\S]*\/\* Words \*\/\n\np \{[\s\S]*\/\* Titles \*\/\n\nh1 \{/)
  // A section that is typed is listed as well, in the same step.
  await page.getByRole('textbox', { name: 'Text of the sheet' }).click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('\n/* Feet */\n')
  await kept(page)
  await expect.poll(() => text(request, id)).toMatch(/ 3 {2}Feet\n/)
  await page.getByRole('button', { name: /^Undo: Typed in the sheet/ }).click()
  await kept(page)
  expect(await text(request, id)).not.toContain('Feet')
})

test('a custom property is renamed from the text, words are replaced, rules are gone to', async ({ page, request }) => {
  const id = await bringIn(request, 'Names', files(LONG))
  await openSite(page, id)
  const editor = await openSheet(page)
  await page.locator('.cm-line', { hasText: '--ink: #' }).click()
  await page.keyboard.press('Home')
  await page.keyboard.press('Alt+n')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('New name').fill('--deep')
  await expect(dialog.getByText(/^Proved/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Rename', exact: true }).click()
  await kept(page)
  expect(await text(request, id)).toBe(LONG.replaceAll('--ink', '--deep'))
  await command(page, 'Replace in', /^Replace in the sheet/)
  await dialog.getByLabel('Look for').fill('red')
  await dialog.getByLabel('Put in its place').fill('teal')
  await expect(dialog.getByText('Found in 1 place.')).toBeVisible()
  await expect(dialog.getByLabel('The difference, line by line')).toContainText('+   color: teal;')
  await dialog.getByRole('button', { name: 'Replace 1 place' }).click()
  await kept(page)
  expect(await text(request, id)).toContain('color: teal;')
  await command(page, 'Go to h1', /^Go to h1/)
  await expect(editor).toBeFocused()
  await expect(page.locator('.cm-activeLine')).toHaveText('h1 {')
  // The word about it, by the keyboard.
  await page.keyboard.press('Alt+w')
  await expect(page.getByText('Touches 1 element on 1 page.').first()).toBeVisible()
})

test('the rules of an element that is picked are marked in the text', async ({ page, request }) => {
  const id = await bringIn(request, 'Marked', files(LONG))
  await openSite(page, id)
  await openSheet(page)
  await command(page, 'Close-up of index', /^Close-up of index/)
  await clickInCloseUp(page, 'index.html', 'h1')
  await expect(page.locator('.cm-picked-rule')).toHaveText(['h1'])
  await page.keyboard.press('Escape')
  await expect(page.locator('.cm-picked-rule')).toHaveCount(0)
})
