import { expect, test, type Page } from './test.ts'
import sharp from 'sharp'
import { bringIn, bytes, demoFiles, facet, kept, openSite, stored, valueIn } from './helpers.ts'

const PAGE = (body: string) =>
  bytes(
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>T</title><link rel="stylesheet" href="css/site.css"></head><body><h1>Boats</h1>${body}</body></html>`,
  )
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()
const sheetOf = async (...[request, site]: Parameters<typeof stored>) => (await stored(request, site)).looks[0]!.text

test('the picker turns in OKLCH and HSL by keys and numbers, keeps the notation, and rewrites it when asked', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Picker', {
    'index.html': PAGE('<p>a</p>'),
    'css/site.css': bytes(':root {\n  --sea: hsl(192, 69%, 25%);\n}\nh1 { color: var(--sea); }\n'),
  })
  await openSite(page, site)
  await page.getByRole('button', { name: /^Swatch --sea/ }).click()
  const plane = page.getByRole('slider', { name: 'Swatch --sea: lightness and chroma' })
  await plane.focus()
  for (let times = 0; times < 3; times++) await plane.press('ArrowUp')
  await kept(page)
  const { steps, looks } = await stored(request, site)
  expect(steps.length).toBeLessThanOrEqual(3)
  expect(looks[0]!.text).toMatch(/--sea: hsl\(19\d(?:\.\d)?, [\d.]+%, 2[6-9](?:\.\d)?%\);/)
  await page.getByText('HSL', { exact: true }).click()
  const saturation = page.getByRole('textbox', { name: 'Saturation, typed' })
  await saturation.fill('20')
  await saturation.press('Enter')
  await expect(page.locator('[data-swatch="--sea"]')).toContainText(', 20%, ')
  await page.getByLabel('Notation of Swatch --sea').selectOption('oklch')
  await expect(page.locator('[data-swatch="--sea"]')).toContainText('oklch(')
  await kept(page)
  expect(await sheetOf(request, site)).toMatch(/--sea: oklch\(0\.\d+ 0\.\d+ [\d.]+\);/)
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).toMatch(/^oklch/)
})

test('a colour comes out of a picture: its main ones, and the pixel under the loupe, by keys too', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Picture', demoFiles(['index.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: /^Swatch --tide/ }).click()
  await page.getByTitle('Take a colour from a picture').click()
  const picture = await sharp(Buffer.from([200, 30, 40, 200, 30, 40, 200, 30, 40, 10, 120, 60]), {
    raw: { width: 4, height: 1, channels: 3 },
  })
    .resize(400, 100, { kernel: 'nearest' })
    .png()
    .toBuffer()
  await page
    .locator('input[aria-label="Picture to take colours from"]')
    .setInputFiles({ name: 'two.png', mimeType: 'image/png', buffer: picture })
  const main = page.getByRole('list', { name: 'Main colours' }).getByRole('button')
  await expect(main).toHaveCount(2)
  await expect(main.first()).toHaveAccessibleName('Use #c81e28, 75 % of the picture')
  await page.getByRole('application', { name: 'Loupe over two.png' }).focus()
  for (let times = 0; times < 13; times++) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-swatch="--tide"]')).toContainText('#0a783c')
  await page
    .locator('input[aria-label="Picture to take colours from"]')
    .setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('nothing') })
  await expect(page.getByRole('alert').filter({ hasText: 'no.png cannot be read as a picture' })).toBeVisible()
  await page.getByLabel('A picture of the site').selectOption('images/quay.svg')
  await expect(main.first()).toBeVisible()
})

test('where a swatch is used is shown, and one made of another follows it', async ({ page, request }) => {
  const site = await bringIn(request, 'Derive', demoFiles(['index.html', 'boats.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: /^Where --foam is used/ }).click()
  await expect(page.getByLabel('Uses of --foam')).toContainText(/It touches \d+ elements on \d pages: /)
  await page.getByLabel('How it is made').selectOption('darker')
  await page.getByLabel('Made of').selectOption('--buoy')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.locator('[data-swatch="--buoy-darker"]')).toBeVisible()
  await kept(page)
  expect(await sheetOf(request, site)).toContain('--buoy-darker: color-mix(in oklch, var(--buoy), black 25%);')
})

test('equal colours are gathered with proof that nothing changes; near ones tell what does; one step, and back', async ({
  page,
  request,
}) => {
  const css = 'body { color: #1b3a4b; background: #fffaf0; }\nh1 { color: #1B3A4B; }\np { color: #1b3a4c; }\n'
  const site = await bringIn(request, 'Gather', { 'index.html': PAGE('<p>a</p>'), 'css/site.css': bytes(css) })
  await openSite(page, site)
  await tab(page, 'Gather')
  await page.getByLabel(/Nearly equal up to/).fill('0')
  const row = page
    .getByRole('list', { name: 'Colours written directly' })
    .getByRole('listitem')
    .filter({ hasText: '#1b3a4b' })
  await row.getByRole('button', { name: /To swatch/ }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText(/^Proved: all \d+ elements on 1 page keep every value/)).toBeVisible()
  await dialog.getByRole('combobox', { name: /^Name of the swatch/ }).fill('ink')
  await expect(dialog.getByText('A swatch’s name begins with two dashes')).toBeVisible()
  await dialog.getByRole('combobox', { name: /^Name of the swatch/ }).fill('--ink')
  await dialog.getByRole('button', { name: 'Gather' }).click()
  await kept(page)
  expect(await sheetOf(request, site)).toContain('h1 { color: var(--ink); }\np { color: #1b3a4c; }')
  await page.getByLabel(/Nearly equal up to/).fill('0.03')
  await page.getByRole('button', { name: 'Use --ink …' }).click()
  await expect(dialog.getByText(/would change on 1 page:/)).toBeVisible()
  await expect(dialog.getByRole('list', { name: 'What would change' })).toContainText(
    'rgb(27, 58, 76) to rgb(27, 58, 75) (0.00',
  )
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await page.keyboard.press('Control+z')
  await kept(page)
  expect(await sheetOf(request, site)).toBe(css)
})

test('a pairing that does not pass is found, explained, and mended with the nearest colour', async ({
  page,
  request,
}) => {
  const css =
    ':root {\n  --faint: #9aa;\n}\nbody { background: #fff; color: #222; }\np { color: var(--faint); }\na { color: #333; text-decoration: none; }\n.pic { background: linear-gradient(red, blue); }\n'
  const site = await bringIn(request, 'Contrast', {
    'index.html': PAGE('<p>pale</p><div>words <a href="b.html">go</a> on</div><div class="pic">over</div>'),
    'css/site.css': bytes(css),
  })
  await openSite(page, site)
  await tab(page, 'Contrast')
  await expect(page.getByRole('heading', { name: /pairings? do(?:es)? not pass/ })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Contrast of all elements/ })).toBeVisible()
  await expect(page.getByRole('button', { name: '1 pairing cannot be told' })).toBeVisible()
  await page.getByRole('button', { name: /^2\.4\d of 4\.5 needed/ }).click()
  await expect(page.getByText('color is set by line 5, p, through --faint.')).toBeVisible()
  await page.getByRole('button', { name: 'Change --faint (1 use)' }).click()
  await expect(page.getByRole('button', { name: /^2\.4\d of/ })).toBeHidden()
  await page
    .getByRole('button', { name: /link beside text/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Underline them' }).click()
  await expect(page.getByText('Everything that can be told passes')).toBeVisible()
  await kept(page)
  expect(await sheetOf(request, site)).toMatch(
    /--faint: #[0-9a-f]{6};[^]*text-decoration(?:-line)?: (?:none; text-decoration-line: )?underline/,
  )
})

test('the lineup is seen with other eyes, exactly as the browser’s own simulation has it', async ({
  page,
  request,
  browser,
}) => {
  const colors = ['#b8391f', '#14596b', '#ffd400', '#3f9d3f', '#7a5fd0', '#808080']
  const cells = colors.map((color) => `<i style="float:left;width:40px;height:40px;background:${color}"></i>`).join('')
  const site = await bringIn(request, 'Sight', {
    'index.html': PAGE(`<div id="cells">${cells}</div>`),
    'css/site.css': bytes(
      ':root { --stop: #a0522d; --go: #6b7a1f }\nbody, h1 { margin: 0; background: #fff }\nh1 { height: 40px; overflow: hidden }\n',
    ),
  })
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await tab(page, 'Sight')
  await expect(page.getByRole('heading', { name: 'Collapse in deuteranopia' })).toBeVisible()
  await page
    .getByRole('region', { name: /^Close-up/ })
    .getByLabel('Zoom')
    .selectOption('1')
  const frame = page.locator('iframe[title="Close-up of the page index.html"]').first()
  const sample = async (shot: Buffer, top: number) => {
    const { data, info } = await sharp(shot).raw().toBuffer({ resolveWithObject: true })
    return colors.map((_, at) =>
      [0, 1, 2].map((part) => data[((top + 20) * info.width + at * 40 + 20) * info.channels + part]!),
    )
  }
  const plain = await browser.newPage()
  await plain.setContent(`<body style="margin:0;background:#fff">${cells}</body>`)
  const devtools = await plain.context().newCDPSession(plain)
  for (const vision of ['protanopia', 'deuteranopia', 'tritanopia', 'achromatopsia'] as const) {
    await devtools.send('Emulation.setEmulatedVisionDeficiency', { type: vision })
    // A busy browser refuses a picture now and then.
    let expected: (number | undefined)[][] = []
    await expect(async () => void (expected = await sample(await plain.screenshot(), 0))).toPass()
    await page.getByRole('radio', { name: new RegExp(`^${vision}`, 'i') }).check()
    // Achromatopsia is rounded differently by the browser: it keeps luminance with other digits.
    await expect
      .poll(async () =>
        Math.max(
          ...(await sample(await frame.screenshot(), 40)).flatMap((color, at) =>
            color.map((part, channel) => Math.abs(part - expected[at]![channel]!)),
          ),
        ),
      )
      .toBeLessThanOrEqual(2)
  }
  await page
    .getByRole('region', { name: /^Close-up/ })
    .getByRole('button', { name: 'Show the pages as they are' })
    .click()
  await expect(page.getByRole('radio', { name: 'As it is' })).toBeChecked()
  await expect.poll(async () => (await sample(await frame.screenshot(), 40))[0]).toEqual([184, 57, 31])
  await plain.close()
})

test('a ground is made of layers: a gradient with its stops, a dropped picture, their place, order and undo', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Ground', demoFiles(['index.html', 'boats.html']))
  await openSite(page, site)
  await tab(page, 'Ground')
  await page.getByRole('button', { name: 'Gradient', exact: true }).click()
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-image')).toContain('linear-gradient(')
  const place = page.getByRole('textbox', { name: 'Place of stop 1' })
  await place.fill('40')
  await place.press('Enter')
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-image')).toContain('rgb(255, 255, 255) 40%')
  const picture = await sharp({ create: { width: 20, height: 10, channels: 3, background: '#3f9d3f' } })
    .png()
    .toBuffer()
  await page
    .locator('input[aria-label="Picture to put behind"]')
    .setInputFiles({ name: 'Green Field.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByRole('heading', { name: '2 layers' })).toBeVisible()
  await page
    .getByRole('radiogroup', { name: 'Position of layer 1' })
    .getByRole('radio', { name: 'bottom right' })
    .check({ force: true })
  await page.getByRole('combobox', { name: 'Size' }).first().fill('nonsense')
  await expect(page.getByText('background-size does not take “nonsense”.')).toBeVisible()
  await page.getByRole('combobox', { name: 'Size' }).first().fill('80px auto')
  await page.getByRole('combobox', { name: 'Size' }).first().press('Enter')
  await page.getByLabel('Scrolling').first().selectOption('fixed')
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-attachment')).toBe('fixed, scroll')
  // The frame loads anew once the picture is kept.
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-size')).toMatch(/^80px(?: auto)?, auto$/)
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-position')).toBe('100% 100%, 0% 0%')
  await kept(page)
  const state = await stored(request, site)
  expect(state.files.map(({ path }) => path)).toContain('images/green-field.png')
  expect(state.looks[0]!.text).toContain('url("../images/green-field.png")')
  await page.getByRole('button', { name: 'Take away layer 1' }).click()
  await page.getByRole('button', { name: 'Take away layer 1' }).click()
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-image')).toBe('none')
  await kept(page)
  const { steps } = await stored(request, site)
  const undo = page.getByRole('button', { name: /^Undo/ })
  await undo.click()
  await undo.click()
  // Both layers are back, in their order.
  await expect
    .poll(() => valueIn(page, 'index.html', 'body', 'background-image'))
    .toMatch(/^url\(.*green-field\.png.*\), linear-gradient\(/)
  for (let left = steps.length - 2; left > 0; left--) await undo.click()
  await expect(undo).toBeDisabled()
  await expect.poll(() => valueIn(page, 'index.html', 'body', 'background-image')).toBe('none')
  await kept(page)
  expect(await sheetOf(request, site)).toBe(new TextDecoder().decode(demoFiles()['css/site.css']))
})

test('the views of a facet stay at hand far down in a long list, and another one is read from its start', async ({
  page,
  request,
}) => {
  const tones = Array.from({ length: 400 }, (_, at) => `--tone-${at}: hsl(${at % 360} 40% 50%);`)
  const site = await bringIn(request, 'Tones', {
    'index.html': PAGE('<p>a</p>'),
    'css/site.css': bytes(`:root { ${tones.join('\n')} }\nh1 { color: #123; background: #fed }\n`),
  })
  await openSite(page, site)
  await facet(page, 'Colour')
  const first = page.locator('[data-swatch="--tone-0"]')
  await first.hover()
  await page.mouse.wheel(0, 9000)
  await expect(first).toHaveCount(0)
  await tab(page, 'Gather')
  await expect(page.getByRole('tabpanel', { name: 'Gather' })).toBeInViewport({ ratio: 1 })
  await tab(page, 'Swatches')
  await expect(first).toBeInViewport({ ratio: 1 })
})
