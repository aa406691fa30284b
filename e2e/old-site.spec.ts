import { readFileSync } from 'node:fs'
import type { Locator } from '@playwright/test'
import { expect, test, type APIRequestContext, type Page } from './test.ts'
import { unzipSync } from 'fflate'
import { bringIn, facet, frameOf, kept, openSite, stored, valueIn, wakeAll } from './helpers.ts'

/** A site as they were written long ago: capitals, CR LF, Latin-1, no closing tags, spaces in names, a path of one disk. */
const latin1 = (text: string) => new Uint8Array(Buffer.from(text.replaceAll('\n', '\r\n'), 'latin1'))
const page = (title: string, head: string, body: string) =>
  latin1(
    `<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 4.01 Transitional//EN">\n<HTML>\n<HEAD>\n<META HTTP-EQUIV="Content-Type" CONTENT="text/html; charset=iso-8859-1">\n<TITLE>${title}</TITLE>\n${head}</HEAD>\n<BODY BGCOLOR=white>\n<DIV ID="wrap"><H1>Gärtnerei ${title}</H1><UL ID=menu><LI><A HREF="index.htm">Start</A></UL><DIV ID=inhalt>${body}</DIV></DIV>\n</BODY></HTML>`,
  )
const SHEET =
  '@charset "iso-8859-1";\n/* Gärten */\nBODY{color:#333;font:14px/1.4 Verdana,sans-serif}\n#wrap{width:760px;margin:0 auto}\n#inhalt{margin-left:190px;padding:10px}\nH1,H2,H3{color:navy}\nA:hover{color:red}\nA:link{color:green}\nA:visited{color:olive}\nP{margin-bottom:1em'
const files = {
  'Haupt Stil.css': latin1(SHEET),
  'print.css': latin1('p { color: black }'),
  'index.htm': page(
    'Start',
    '<LINK REL="StyleSheet" TYPE="text/css" HREF="Haupt%20Stil.css">\n<link rel="stylesheet" media="print" href="print.css">\n',
    '<P STYLE="color:blue">Grüße',
  ),
  'Unsere Seiten/blumen.htm': page('Blumen', '<LINK REL="StyleSheet" HREF="haupt stil.css">\n', '<P>Rosen'),
  'kontakt.html': page(
    'Kontakt',
    '<LINK REL="StyleSheet" HREF="file:///C:/web/Haupt Stil.css">\n<STYLE><!--\nH1{color:maroon}\n--></STYLE>',
    '<P><FONT COLOR=red>rot</FONT>',
  ),
}

test('an old site is understood, edited and handed back byte for byte but for the edits', async ({
  page: window,
  request,
}) => {
  const site = await bringIn(request, 'Old', files)
  await openSite(window, site)
  await wakeAll(window, 3)
  expect(
    await frameOf(window, 'index.htm').evaluate(() => [
      document.querySelector('p')!.textContent,
      getComputedStyle(document.querySelector('h1')!).color,
    ]),
  ).toEqual(['Grüße', 'rgb(0, 0, 128)'])

  await facet(window, 'Pages')
  const sheets = window.getByRole('region', { name: 'Stylesheets' })
  await expect(sheets).toContainText('The sheet is Haupt Stil.css: 1 page wears it, more than any other.')
  await expect(sheets).toContainText('no page wears it')
  await expect(
    window
      .getByText(
        'The link points at “file:///C:/web/Haupt Stil.css”, a path on one computer only. From this page the sheet is Haupt%20Stil.css.',
      )
      .first(),
  ).toBeVisible()
  await expect(
    window
      .getByText(
        /This page is in Unsere Seiten\/, so “haupt stil.css” leads to Unsere Seiten\/haupt stil.css, which is not there/,
      )
      .first(),
  ).toBeVisible()
  await window.getByRole('button', { name: 'Attach the sheet to all 2 pages' }).click()
  await expect.poll(() => valueIn(window, 'Unsere Seiten/blumen.htm', 'h1', 'color')).toBe('rgb(0, 0, 128)')
  await window.getByRole('tab', { name: 'Lift' }).click()
  await expect(window.getByText(/an embedded rule sets color of h1 and beats the sheet’s H1\./)).toBeVisible()

  await facet(window, 'Links')
  await expect(
    window.getByText('“A:hover” stands before “A:link” (line 8), so it loses where both hold.'),
  ).toBeVisible()
  await window.getByRole('button', { name: 'Put them in order' }).click()
  // What hovering looks like then is shown before it is done.
  await expect(window.getByText(/A:hover.*color from/).first()).toBeVisible()
  await window.getByRole('button', { name: 'Change it all the same' }).click()
  await facet(window, 'Boxes')
  await window.getByRole('combobox', { name: 'Box', exact: true }).click()
  await window.getByRole('option', { name: /#inhalt/ }).click()
  const left = window.getByRole('textbox', { name: 'left padding, with unit' })
  await left.fill('33px')
  await left.press('Enter')
  await expect.poll(() => valueIn(window, 'index.htm', '#inhalt', 'padding-left')).toBe('33px')

  await window.keyboard.press('Alt+s')
  const editor = window.getByRole('textbox', { name: 'Text of the sheet' })
  // Exact, so that the word is meant: until the editor has coloured it, the whole line is what has this text.
  await editor.getByText('navy', { exact: true }).dblclick()
  await window.keyboard.type('teal')
  await expect.poll(() => valueIn(window, 'index.htm', 'h1', 'color')).toBe('rgb(0, 128, 128)')
  await kept(window)

  const [download] = await Promise.all([
    window.waitForEvent('download'),
    window.getByRole('button', { name: 'Hand off' }).click(),
  ])
  const out = unzipSync(new Uint8Array(readFileSync(await download.path())))
  const text = (name: string) => Buffer.from(out[name]!).toString('latin1').replaceAll('\r\n', '\n')
  const was = (name: keyof typeof files) => Buffer.from(files[name]).toString('latin1').replaceAll('\r\n', '\n')
  expect(Object.keys(out).sort()).toEqual(Object.keys(files).sort())
  expect(text('Haupt Stil.css')).toBe(
    SHEET.replace('padding:10px}', 'padding:10px 10px 10px 33px}')
      .replace('navy', 'teal')
      .replace(
        'A:hover{color:red}\nA:link{color:green}\nA:visited{color:olive}',
        'A:link{color:green}\nA:visited{color:olive}\nA:hover{color:red}',
      ),
  )
  expect(text('kontakt.html')).toBe(was('kontakt.html').replace('file:///C:/web/Haupt Stil.css', 'Haupt%20Stil.css'))
  expect(text('Unsere Seiten/blumen.htm')).toBe(
    was('Unsere Seiten/blumen.htm').replace('haupt stil.css', '../Haupt%20Stil.css'),
  )
  for (const name of ['index.htm', 'print.css'] as const)
    expect(Buffer.from(out[name]!)).toEqual(Buffer.from(files[name]))
  expect(
    Buffer.from(out['Haupt Stil.css']!)
      .toString('latin1')
      .match(/[^\r]\n/),
  ).toBeNull()
})

test('letters that a file’s encoding cannot hold are refused with a sentence, and nothing is lost', async ({
  page: window,
  request,
}) => {
  const site = await bringIn(request, 'Letters', files)
  await openSite(window, site)
  await window.keyboard.press('Alt+s')
  await window.getByRole('textbox', { name: 'Text of the sheet' }).focus()
  await window.keyboard.type('/* → */')
  await expect(
    window.getByText(
      '“→” cannot be written into Haupt Stil.css, which is stored as windows-1252. Write \\2192 instead. Nothing was changed.',
    ),
  ).toBeVisible()
  await kept(window)
  expect((await stored(request, site)).looks[0]!.text).toBe(`/*  */${SHEET.replaceAll('\n', '\r\n')}`)
})

declare global {
  interface Window {
    /** While true, what frames say of having applied the sheet does not arrive. */
    holding?: boolean
    /** Lets it arrive. */
    letGo?: () => void
  }
}

/** To be put into the workroom: the words of frames can be held up, as on a busy machine. */
function holdUp(): void {
  const held: MessageEvent[] = []
  const hold = (event: MessageEvent<{ message?: { type?: string } } | null>) => {
    if (!window.holding || event.data?.message?.type !== 'applied') return
    event.stopImmediatePropagation()
    held.push(event)
  }
  window.addEventListener('message', hold, true)
  window.letGo = () => {
    window.holding = false
    for (const { data, origin, source } of held)
      window.dispatchEvent(new MessageEvent('message', { data: data as unknown, origin, source }))
  }
}

/** A site with a page that wears the sheet through an import in another one; gives the field of its swatch. */
async function importing(window: Page, request: APIRequestContext): Promise<Locator> {
  const text = (content: string) => new TextEncoder().encode(content)
  await openSite(
    window,
    await bringIn(request, 'Import', {
      'index.html': text('<!doctype html><link rel="stylesheet" href="all.css"><h1>x'),
      'direct.html': text('<!doctype html><link rel="stylesheet" href="site.css"><h1>y'),
      'z.html': text('<!doctype html><link rel="stylesheet" href="site.css"><h1>z'),
      'all.css': text('@import "site.css";'),
      'site.css': text(':root { --ink: #010203 }\nh1 { color: var(--ink) }'),
    }),
  )
  await wakeAll(window, 3)
  await expect(window.getByText('all wear the sheet')).toBeVisible()
  await window.getByRole('button', { name: /^Swatch --ink/ }).click()
  return window.getByRole('textbox', { name: 'Swatch --ink, any CSS colour' })
}

test('a page that wears the sheet through an import in another one follows once an edit is kept', async ({
  page: window,
  request,
}) => {
  const field = await importing(window, request)
  await field.fill('rgb(9, 9, 9)')
  await field.press('Enter')
  await window.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await field.fill('rgb(8, 8, 8)')
  await field.press('Enter')
  await expect(window.frameLocator('iframe[title^="Close-up"]').last().getByRole('heading')).toHaveCSS(
    'color',
    'rgb(8, 8, 8)',
  )
  await window.keyboard.press('Control+z')
  for (const file of ['direct.html', 'index.html'])
    await expect.poll(() => valueIn(window, file, 'h1', 'color'), { message: file }).toBe('rgb(9, 9, 9)')
})

test('a page that has loaded and not yet spoken while an edit was kept follows all the same', async ({
  page: room,
  request,
}) => {
  await room.addInitScript(holdUp)
  const field = await importing(room, request)
  await room.evaluate(() => (window.holding = true))
  await room.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const heading = room.frameLocator('iframe[title^="Close-up"]').last().getByRole('heading')
  await expect(heading).toHaveCSS('color', 'rgb(1, 2, 3)')
  await field.fill('rgb(7, 7, 7)')
  await field.press('Enter')
  await kept(room)
  await room.evaluate(() => window.letGo!())
  await expect(heading).toHaveCSS('color', 'rgb(7, 7, 7)')
})

test('dragging a size is followed by all frames while dragging, and is one step', async ({ page: window, request }) => {
  const site = await bringIn(request, 'Drag', files)
  await openSite(window, site)
  await facet(window, 'Type')
  const slider = (await window.getByRole('slider', { name: 'Size, drag' }).boundingBox())!
  const size = () => valueIn(window, 'index.htm', 'p', 'font-size')
  await window.mouse.move(slider.x + 12, slider.y + slider.height / 2)
  await window.mouse.down()
  const seen = new Set<string>()
  for (let at = 1; at <= 5; at++) {
    await window.mouse.move(slider.x + 12 + at * 12, slider.y + slider.height / 2)
    // Each move shows before the next one is made.
    await expect.poll(size).not.toBe([...seen].at(-1))
    seen.add(await size())
  }
  expect(seen.size).toBe(5)
  expect((await stored(request, site)).steps).toEqual([])
  await window.mouse.up()
  await kept(window)
  expect((await stored(request, site)).steps).toHaveLength(1)
})

test('a page with a Content-Security-Policy of its own wears the sheet as it does when published', async ({
  page: window,
  request,
}) => {
  const text = (content: string) => new TextEncoder().encode(content)
  await openSite(
    window,
    await bringIn(request, 'Policy', {
      'index.html': text(
        `<!doctype html><meta http-equiv="Content-Security-Policy" content="default-src 'self'"><link rel="stylesheet" href="site.css"><h1 style="top: 9px">x`,
      ),
      'site.css': text(':root { --ink: #010203 }\nh1 { color: var(--ink); position: relative; top: 1px }'),
    }),
  )
  await wakeAll(window, 1)
  expect(await valueIn(window, 'index.html', 'h1', 'color')).toBe('rgb(1, 2, 3)')
  expect(await valueIn(window, 'index.html', 'h1', 'top')).toBe('1px')
  await window.getByRole('button', { name: /^Swatch --ink/ }).click()
  await window.getByRole('textbox', { name: 'Swatch --ink, any CSS colour' }).fill('rgb(9, 9, 9)')
  await expect.poll(() => valueIn(window, 'index.html', 'h1', 'color')).toBe('rgb(9, 9, 9)')
})
