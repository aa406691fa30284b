import { expect, test, type Page } from './test.ts'
import { bringIn, bytes, clickInCloseUp, demoFiles, inFrame, kept, openSite, stored, toLineup } from './helpers.ts'

/** Opens a page in a close-up with its text beside the sheet. */
async function openText(page: Page, file: string) {
  await page.getByRole('button', { name: `Open ${file} in a close-up` }).click()
  await page.getByRole('button', { name: 'Text', exact: true }).click()
  const text = page.getByRole('textbox', { name: `Text of ${file}` })
  await expect(text).toBeVisible()
  return text
}

/** Does something from the command field. */
async function command(page: Page, name: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(name)
  await page
    .getByRole('option', { name: new RegExp(`^${name}`) })
    .filter({ hasNotText: /touches|…$/ })
    .first()
    .click()
}

const PAGE = `<!doctype html>
<html lang="en">
<head><title>Text</title><link rel="stylesheet" href="site.css"></head>
<body>
  <h1>Boats &amp; ports</h1>
  <p id="one">Caf&eacute; by the
    quay</p>
</body>
</html>
`
const site = {
  'index.html': bytes(PAGE),
  'site.css': bytes('h1 { color: #003355 }\n'),
  'boat.svg': bytes('<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"/>'),
}

test('a text is written over where it stands on the page: only its own bytes change', async ({ page, request }) => {
  const id = await bringIn(request, 'Words', site)
  await openSite(page, id)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const close = page.frameLocator('iframe[title^="Close-up"]')
  await clickInCloseUp(page, 'index.html', '#one', 2)
  const field = page.getByRole('textbox', { name: 'Words of this text' })
  await expect(field).toHaveValue('Café by the quay')
  await field.fill('nothing')
  await field.press('Escape')
  await expect(field).toBeHidden()
  await expect(close.locator('#one')).toContainText('Café')
  await clickInCloseUp(page, 'index.html', '#one', 2)
  await field.fill('Café < the quay')
  await field.press('Enter')
  await expect(close.locator('#one')).toContainText('Café < the')
  await kept(page)
  const { texts } = await stored(request, id)
  expect(texts['index.html']).toBe(PAGE.replace('by the', '&lt; the'))
  await page.keyboard.press('Control+z')
  await expect(close.locator('#one')).toContainText('Café by the')
})

test('sheet and page stand side by side, or one before the other; what is asked for goes to its text', async ({
  page,
  request,
}) => {
  await openSite(page, await bringIn(request, 'Both', demoFiles(['index.html'])))
  await page.keyboard.press('Alt+s')
  const scroller = page.getByTestId('sheet-editor').locator('.cm-scroller')
  await scroller.evaluate((element) => element.scrollTo(0, 400))
  const text = await openText(page, 'index.html')
  // The sheet stays where it is read.
  expect(await scroller.evaluate((element) => element.scrollTop)).toBe(400)
  const sheet = page.getByRole('textbox', { name: 'Text of the sheet' })
  await expect(sheet).toBeVisible()
  const border = page.getByRole('separator', { name: 'Between the two texts' })
  const before = (await text.boundingBox())!.width
  await border.focus()
  for (let times = 0; times < 3; times++) await page.keyboard.press('ArrowLeft')
  await expect.poll(async () => (await text.boundingBox())!.width).toBeGreaterThan(before + 10)
  await page.getByRole('button', { name: 'Put the sheet beside the pages' }).click()
  const tabs = page.getByRole('tablist', { name: 'Texts' })
  await expect(tabs.getByRole('tab', { name: 'index.html' })).toHaveAttribute('aria-selected', 'true')
  await tabs.getByRole('tab', { name: 'css/site.css' }).click()
  await expect(sheet).toBeVisible()
  await expect(text).toBeHidden()
  await page.getByRole('button', { name: 'Back to the sheet' }).click()
  await expect(tabs).toBeHidden()
})

test('the text of a page helps along: blocks, wraps, pairs of tags, paragraphs, faults', async ({ page, request }) => {
  const id = await bringIn(request, 'Helps', site)
  await openSite(page, id)
  const text = await openText(page, 'index.html')
  await text.locator('.cm-line', { hasText: 'quay</p>' }).click()
  await command(page, 'Insert a heading')
  await expect(text).toContainText('<h2>Heading</h2>')
  // The words are selected: typing writes over them.
  await page.keyboard.type('Times')
  await expect(text).toContainText('<h2>Times</h2>')
  // The name of a tag is one in both of its places.
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Delete')
  await page.keyboard.type('3')
  await expect(text).toContainText('<h3>Times</h3>')
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await text.evaluate((element) => {
    element.dispatchEvent(
      new KeyboardEvent('keydown', { code: 'KeyV', key: 'V', ctrlKey: true, shiftKey: true, bubbles: true }),
    )
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', 'One\n\nTwo & three')
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  await expect(text).toContainText('<p>One</p>')
  await expect(text).toContainText('<p>Two &amp; three</p>')
  // What is wrong is marked as soon as it is written: here a paragraph within an em.
  const marks = text.locator('.cm-lintRange')
  await expect(marks).toHaveCount(0)
  await command(page, 'Wrap in <em>')
  await expect(text).toContainText('</em>')
  await expect(marks.first()).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(marks).toHaveCount(0)
  // A figure asks what its picture tells.
  await command(page, 'Insert a figure with a picture')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Insert it' })).toBeDisabled()
  await dialog.getByRole('textbox', { name: 'What it tells' }).fill('A boat')
  await dialog.getByRole('button', { name: 'Insert it' }).click()
  await expect(text).toContainText('<img src="boat.svg" alt="A boat" width="40" height="30">')
  await expect.poll(() => inFrame(page, 'index.html', () => document.querySelectorAll('figure img').length)).toBe(1)
  await toLineup(page)
})
