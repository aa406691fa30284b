import { readFileSync } from 'node:fs'
import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, test } from './test.ts'
import { unzipSync, zipSync } from 'fflate'
import { bringIn, bytes, demoFiles, facet, frameOf, kept, openSite, valueIn, wakeAll } from './helpers.ts'
import { allComputed, differences, staticServer } from './published.ts'

/** Two of them do not wear the sheet, one has a style block of its own. */
const PAGES = ['index.html', 'contact.html', 'fares.html', 'notices.html', 'isles/skerrow.html']

test('import, change, hand off: served by a plain server the pages look as in the lineup', async ({
  page,
  context,
}) => {
  const files = { ...demoFiles(PAGES), 'notes/Lies mich.txt': bytes('ö\r\n'), 'Thumbs.db': bytes('x') }
  await page.goto('/sites')
  await page.getByRole('button', { name: 'Bring in a site …' }).click()
  await page
    .getByLabel('A ZIP archive')
    .setInputFiles({ name: 'ferry.zip', mimeType: 'application/zip', buffer: Buffer.from(zipSync(files)) })
  const dialog = page.getByRole('dialog', { name: 'ferry is here' })
  await expect(dialog).toContainText(
    `${Object.keys(files).length - 1} files came in, ${PAGES.length} pages among them. The sheet is css/site.css.`,
  )
  await expect(dialog).toContainText('Thumbs.db Made by the operating system; no part of the site.')
  await dialog.getByRole('link', { name: 'Open the site' }).click()

  await facet(page, 'Pages')
  await page.getByRole('button', { name: 'Attach the sheet to all 2 pages' }).click()
  await facet(page, 'Colour')
  await page.getByRole('button', { name: /^Swatch --tide/ }).click()
  const text = page.getByRole('textbox', { name: 'Swatch --tide, any CSS colour' })
  await text.fill('rebeccapurple')
  await text.press('Enter')
  await facet(page, 'Type')
  await page.getByRole('button', { name: /^Family/ }).click()
  await page.getByRole('option', { name: /Work Sans/ }).click()
  await kept(page)
  await wakeAll(page, PAGES.length)

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Hand off' }).click(),
  ])
  const out = unzipSync(new Uint8Array(readFileSync(await download.path())))
  // Nothing is set in the old family any more: its face and its file stay behind.
  const added = ['fonts/work-sans-latin-wght-normal.woff2', 'fonts/work-sans-latin-wght-italic.woff2']
  const behind = ['Thumbs.db', 'fonts/public-sans-latin-wght-normal.woff2']
  expect(Object.keys(out).sort()).toEqual(
    [...Object.keys(files).filter((name) => !behind.includes(name)), ...added].sort(),
  )
  const changed = ['css/site.css', 'notices.html', 'isles/skerrow.html']
  for (const [name, content] of Object.entries(files))
    if (!changed.includes(name) && !behind.includes(name))
      expect(Buffer.from(out[name]!).equals(Buffer.from(content)), name).toBe(true)

  const missing: string[] = []
  const { server, address } = await staticServer(out, missing)
  const visitor = await context.newPage()
  await visitor.setViewportSize({ width: 1280, height: 800 })
  for (const file of PAGES) {
    await visitor.goto(`${address}/${file}`, { waitUntil: 'networkidle' })
    const published = await allComputed(visitor)
    await expect
      .poll(async () => differences(await allComputed(frameOf(page, file)), published), { message: file })
      .toEqual([])
  }
  server.close()
  expect(missing.filter((name) => name !== 'favicon.ico')).toEqual([])
})

test('a folder comes in the same way, wherever it is dropped or chosen', async ({ page }) => {
  const folder = path.join(mkdtempSync(path.join(tmpdir(), 'attire-folder-')), 'my-folder')
  for (const [name, content] of Object.entries({
    'index.html': '<link rel=stylesheet href=look.css><h1>Hi',
    'look.css': 'h1 { color: #123456 }',
    'sub/page.html': '<h1>Sub',
  })) {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true })
    writeFileSync(path.join(folder, name), content)
  }
  await page.goto('/sites')
  await page.getByRole('button', { name: 'Bring in a site …' }).click()
  await page.getByLabel('A folder').setInputFiles(folder)
  await expect(page.getByRole('dialog', { name: 'my-folder is here' })).toContainText(
    '3 files came in, 2 pages among them. The sheet is look.css.',
  )
  await page.getByRole('link', { name: 'Open the site' }).click()
  await wakeAll(page, 2)
  expect(await frameOf(page, 'index.html').evaluate(() => getComputedStyle(document.querySelector('h1')!).color)).toBe(
    'rgb(18, 52, 86)',
  )
  await expect(page.getByText('No link to the sheet: nothing you set there arrives on this page.')).toBeVisible()
})

test('what cannot be brought in is refused with a sentence, and nothing is kept', async ({ page, request }) => {
  const before = (await (await request.get('/api/sites')).json()) as { sites: unknown[] }
  await page.goto('/sites')
  await page.getByRole('button', { name: 'Bring in a site …' }).click()
  for (const [buffer, sentence] of [
    [zipSync({ '../index.html': bytes('x') }), 'a path that leaves its own folder'],
    [bytes('no archive'), 'broken or not a ZIP file'],
    [zipSync({ 'a.txt': bytes('x') }), 'There is no HTML page in it.'],
  ] as const) {
    await page
      .getByLabel('A ZIP archive')
      .setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from(buffer) })
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toBeVisible()
  }
  await page
    .getByLabel('A ZIP archive')
    .setInputFiles({ name: 'x.rar', mimeType: 'application/x-rar', buffer: Buffer.from('x') })
  await expect(page.getByRole('alert').filter({ hasText: '“x.rar” is not a ZIP archive' })).toBeVisible()
  expect(await (await request.get('/api/sites')).json()).toEqual(before)
})

test('a ZIP dropped anywhere on the workroom comes in, and the import can be cancelled', async ({ page, request }) => {
  await openSite(page, await bringIn(request, 'Here already', { 'index.html': bytes('<p>x') }))
  const drop = (name: string, content: Uint8Array) =>
    page.evaluate(
      ([file, base64]) => {
        const data = new DataTransfer()
        data.items.add(
          new File([Uint8Array.from(atob(base64!), (char) => char.charCodeAt(0))], file!, { type: 'application/zip' }),
        )
        for (const type of ['dragover', 'drop'])
          document.body.dispatchEvent(new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true }))
      },
      [name, Buffer.from(content).toString('base64')],
    )
  const sites = async () =>
    ((await (await request.get('/api/sites')).json()) as { sites: { name: string }[] }).sites.map((site) => site.name)

  let letGo: () => void = () => undefined
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/api/import*', async (route) => {
    await held
    await route.continue().catch(() => undefined)
  })
  await drop('slow.zip', zipSync({ 'index.html': bytes('<p>slow') }))
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The import was cancelled. Nothing was kept.' })).toBeVisible()
  letGo()
  expect(await sites()).not.toContain('slow')
  await page.unroute('**/api/import*')
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()

  await drop('dropped.zip', zipSync({ 'index.html': bytes('<p>dropped') }))
  await expect(page.getByRole('dialog', { name: 'dropped is here' })).toContainText(
    'There was no stylesheet, so Attire begins an empty one, css/site.css.',
  )
  await page.getByRole('link', { name: 'Open the site' }).click()
  await wakeAll(page, 1)
  await page.getByRole('button', { name: 'Attach', exact: true }).click()
  await expect(page.getByText('wears css/site.css')).toBeVisible()
  await facet(page, 'Colour')
  await page.getByRole('tab', { name: 'Ground' }).click()
  const background = page.getByRole('textbox', { name: 'Background, any CSS colour' })
  await background.fill('#abcdef')
  await background.press('Enter')
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-color')).toBe('rgb(171, 205, 239)')
})

test('sites are renamed and removed on the shelf, after a question', async ({ page, request }) => {
  await bringIn(request, 'Old name', { 'index.html': bytes('<p>x') })
  await page.goto('/sites')
  await page.getByRole('button', { name: 'Rename Old name' }).click()
  await page.getByRole('textbox', { name: 'New name' }).fill('New name')
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  await page.getByRole('button', { name: 'Remove New name' }).click()
  await page.getByRole('button', { name: 'Keep it as it is' }).click()
  await expect(page.getByRole('link', { name: /New name/ })).toBeVisible()
  await page.getByRole('button', { name: 'Remove New name' }).click()
  await page.getByRole('button', { name: 'Remove for good' }).click()
  await expect(page.getByRole('link', { name: /New name/ })).toHaveCount(0)
  await expect(page.getByRole('dialog')).toHaveCount(0)
})
