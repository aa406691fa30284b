import fc from 'fast-check'
import { expect, test, type Page } from './test.ts'
import { decideAmong } from '../src/core/edit/decide-among.ts'
import { sheetWithImports } from '../src/core/edit/sheets.ts'
import { inlineImports } from '../src/core/site/inline-imports.ts'
import { parseSheet } from '../src/core/sheet/parse.ts'
import { bringIn, bytes, facet, kept, openSite, stored, valueIn } from './helpers.ts'
import { staticServer } from './published.ts'

/** Stylesheets that import each other, whose rules for one element all say something else. */
const site = fc
  .array(
    fc.record({
      value: fc.integer({ min: 1, max: 999 }),
      rule: fc.constantFrom(
        'p { --n: #; order: # }',
        'p { order: # !important }',
        'h2, p { order: # }',
        'h2 { order: # }',
        'p { background: url(a.png); order: #',
        'p { order: # } /* open',
      ),
      imports: fc.uniqueArray(fc.integer({ min: 1, max: 4 }), { maxLength: 3 }),
      how: fc.constantFrom(
        '',
        '',
        '',
        ' screen',
        ' all',
        ' print',
        ' layer',
        ' layer(base)',
        ' layer(top)',
        ' (min-width: 1px) and print',
      ),
    }),
    { minLength: 5, maxLength: 5 },
  )
  .map((sheets) =>
    Object.fromEntries(
      sheets.map(({ value, rule, imports, how }, at) => [
        `${at}.css`,
        // Named beforehand, layers stand in this order.
        (value % 3 === 0 ? '@layer top, base;\n' : '') +
          // Only later ones, so that none imports itself: browsers and Attire then agree on nothing being read twice.
          `${imports
            .filter((other) => other > at)
            .map((other) => `@import "${other}.css"${how};\n`)
            .join('')}${rule.replaceAll('#', `${value}`)}\n`,
      ]),
    ),
  )

/** Whether a stylesheet comes in more than one layer: it then counts in each, and Attire shows it where it counts most. */
function isManifold(sheets: Record<string, string>): boolean {
  const ways = new Set<string>()
  const visit = (name: string, layer: string) => {
    ways.add(`${name} ${layer}`)
    for (const { index, 1: next, 2: how } of sheets[name]!.matchAll(/@import "(\d\.css)"([^;]*);/g))
      visit(next!, !how!.includes('layer') ? layer : `${layer}.${/\((\w+)\)/.exec(how!)?.[1] ?? `${name} ${index}`}`)
  }
  visit('0.css', '')
  return new Set([...ways].map((way) => way.split(' ')[0])).size < ways.size
}

const inlined = (sheets: Record<string, string>) =>
  inlineImports(
    { path: '0.css', sheet: parseSheet(sheets['0.css']!) },
    { read: (path) => parseSheet(sheets[path]!), isWanted: () => true },
  )

test('which of several stylesheets decides is what Chromium shows: 150 that import each other, in layers and for media', async ({
  page,
}) => {
  const sites = fc.sample(
    site.filter((sheets) => !isManifold(sheets)),
    { numRuns: 150, seed: 20261128 },
  )
  const files = Object.fromEntries(
    sites.flatMap((sheets, at) => [
      [`${at}/index.html`, bytes('<!doctype html><link rel="stylesheet" href="0.css"><p>Words')],
      ...Object.entries(sheets).map(([name, text]) => [`${at}/${name}`, bytes(text)] as const),
      [`${at}/inlined.html`, bytes('<!doctype html><link rel="stylesheet" href="inlined.css"><p>Words')],
      [`${at}/inlined.css`, bytes(inlined(sheets))],
    ]),
  )
  const { server, address } = await staticServer(files, [])
  const shownBy = async (name: string) => {
    files['all.html'] = bytes(sites.map((_, at) => `<iframe src="${at}/${name}"></iframe>`).join(''))
    await page.goto(`${address}/all.html`)
    return page.evaluate(() =>
      [...document.querySelectorAll('iframe')].map(
        ({ contentWindow }) => contentWindow!.getComputedStyle(contentWindow!.document.querySelector('p')!).order,
      ),
    )
  }
  const shown = await shownBy('index.html')
  // Frames wear them so while one of them is dragged.
  expect(await shownBy('inlined.html')).toEqual(shown)
  let decided = 0
  for (const [at, sheets] of sites.entries()) {
    const all = sheetWithImports({ path: '0.css', sheet: parseSheet(sheets['0.css']!) }, (path) =>
      parseSheet(sheets[path]!),
    )
    const says = decideAmong(all, 'p', 'order')?.decision.value ?? '0'
    expect(says.replace(/ !important$/, ''), JSON.stringify(sheets, null, 1)).toBe(shown[at])
    if (says !== '0') decided++
  }
  server.close()
  expect(decided).toBeGreaterThan(100)
})

const PAGE = (title: string) =>
  bytes(
    `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${title}</title><link rel="stylesheet" href="css/style.css"></head>\n<body><main><h1>${title}</h1><p class="lead">Words and <a href="b.html">more</a>.</p></main></body></html>\n`,
  )
const SHEETS = {
  'css/style.css': '@import "base.css";\n@import "layout.css";\n@import url("theme/colours.css") screen;\n',
  'css/base.css': 'body {\n  font-size: 16px;\n}\nh1 {\n  color: #123456;\n}\na {\n  color: var(--sea);\n}\n',
  'css/layout.css': 'main {\n  width: 600px;\n}\n',
  'css/theme/colours.css': ':root {\n  --sea: #1b3a4b;\n}\n.lead {\n  color: #654321;\n}\n',
}

async function openImporting(page: Page, request: Parameters<typeof bringIn>[0]) {
  const texts = Object.entries(SHEETS).map(([path, text]) => [path, bytes(text)] as const)
  const id = await bringIn(request, 'Imports', {
    'index.html': PAGE('One'),
    'b.html': PAGE('Two'),
    ...Object.fromEntries(texts),
  })
  await openSite(page, id)
  return id
}

test('a sheet made of imports is read, shown and edited where its rules stand, and pages follow a drag', async ({
  page,
  request,
}) => {
  const id = await openImporting(page, request)
  const text = async (path: string) => (await stored(request, id)).texts[path]
  await expect(page.getByRole('button', { name: /^Sheet css\/style\.css/ })).toBeVisible()
  await expect(page.getByText('6 more rules in 3 stylesheets it imports')).toBeVisible()
  await facet(page, 'Colour')
  await expect(page.getByText('1 swatch', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^Swatch --sea: #1b3a4b/ }).click()
  const area = (await page.getByRole('slider', { name: 'Swatch --sea: lightness and chroma' }).boundingBox())!
  await page.mouse.move(area.x + 20, area.y + 20)
  await page.mouse.down()
  for (const step of [1, 2, 3]) {
    const before = await valueIn(page, 'index.html', 'a', 'color')
    await page.mouse.move(area.x + 20 + step * 30, area.y + 20 + step * 12)
    await expect.poll(() => valueIn(page, 'index.html', 'a', 'color')).not.toBe(before)
  }
  expect(await text('css/theme/colours.css')).toBe(SHEETS['css/theme/colours.css'])
  await page.mouse.up()
  const field = page.getByRole('textbox', { name: 'Swatch --sea, any CSS colour' })
  await field.fill('rgb(1, 2, 3)')
  await field.press('Enter')
  await expect.poll(() => valueIn(page, 'index.html', 'a', 'color')).toBe('rgb(1, 2, 3)')
  await kept(page)
  expect(await text('css/theme/colours.css')).toContain('--sea: rgb(1, 2, 3);')
  await facet(page, 'Boxes')
  await expect(page.getByRole('button', { name: 'css/layout.css, line 2, main' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Width, with unit', exact: true }).fill('480px')
  await page.getByRole('textbox', { name: 'Width, with unit', exact: true }).press('Enter')
  await expect.poll(() => valueIn(page, 'b.html', 'main', 'width')).toBe('480px')
  await kept(page)
  expect(await text('css/layout.css')).toBe('main {\n  width: 480px;\n}\n')
  expect((await stored(request, id)).looks[0]!.text).toBe(SHEETS['css/style.css'])
  // One step each, taken back in the file it was made in.
  await page.getByRole('button', { name: /^Undo: width of main/ }).click()
  await expect.poll(() => valueIn(page, 'index.html', 'main', 'width')).toBe('600px')
  await page.getByRole('button', { name: 'css/layout.css, line 2, main' }).click()
  await expect(page.getByRole('textbox', { name: 'Text of css/layout.css' })).toBeVisible()
})

test('colours of all imported stylesheets are gathered, each where it is written', async ({ page, request }) => {
  const id = await openImporting(page, request)
  await facet(page, 'Colour')
  await page.getByRole('tab', { name: 'Gather' }).click()
  await page.getByRole('button', { name: 'Make swatches of all …' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Gather', exact: true }).click()
  await kept(page)
  const { texts } = await stored(request, id)
  expect(texts['css/base.css']).toMatch(/h1 \{\n {2}color: var\(--[\w-]+\);/)
  expect(texts['css/theme/colours.css']).toMatch(
    /:root \{\n {2}--sea: #1b3a4b;\n(?: {2}--[\w-]+: #(?:123456|654321);\n){2}\}/,
  )
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).toBe('rgb(18, 52, 86)')
})
