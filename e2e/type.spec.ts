import { readFileSync } from 'node:fs'
import { expect, test } from './test.ts'
import { oneSite } from './one-site.ts'
import { bringIn, bytes, demoFiles, facet, frameOf, inFrame, kept, openSite, stored, valueIn } from './helpers.ts'
import { handedOff, visit } from './published.ts'

const FONT = (name: string) => readFileSync(`node_modules/@fontsource/${name}`)
const demoSheet = () => new TextDecoder().decode(demoFiles()['css/site.css'])

test('roles are shown in the site’s own words and set in every way; px stand beside every unit', async ({
  page,
  request,
}) => {
  const site = await bringIn(
    request,
    'Roles',
    demoFiles(['index.html', 'boats.html', 'contact.html', 'timetable.html']),
  )
  await openSite(page, site)
  await facet(page, 'Type')
  const roles = page.getByRole('radiogroup', { name: 'Role' })
  await expect(roles).toContainText('Three isles, one small blue ferry')
  await expect(roles.getByRole('radio')).toHaveCount(15)
  await roles.getByText('Heading 2').click()
  await page.getByLabel('Case').selectOption('uppercase')
  await expect.poll(() => valueIn(page, 'index.html', 'main h2', 'text-transform')).toBe('uppercase')
  await page.getByLabel('Small caps').selectOption('small-caps')
  await page.getByLabel('Alignment').selectOption('center')
  await page.getByLabel('Style', { exact: true }).selectOption('italic')
  await page.getByRole('textbox', { name: 'Letters apart, with unit' }).fill('0.05em')
  await page.getByRole('textbox', { name: 'Letters apart, with unit' }).press('Enter')
  await page.getByRole('textbox', { name: 'Size, with unit' }).fill('24pt')
  await page.getByRole('textbox', { name: 'Size, with unit' }).press('Enter')
  await expect(page.getByText('32 px here')).toBeVisible()
  await page.getByLabel('Unit of the size').selectOption('rem')
  await expect(page.getByRole('textbox', { name: 'Size, with unit' })).toHaveValue('2rem')
  await page.getByLabel('Unit of the size').selectOption('clamp')
  await page.getByLabel('Smaller size in px').fill('20')
  await page.getByLabel('Larger size in px').fill('40')
  await page.getByRole('button', { name: 'Write it' }).click()
  for (const [width, size] of [
    ['360', '20px'],
    ['1280', '40px'],
  ] as const) {
    await page.getByRole('button', { name: width, exact: true }).click()
    await expect
      .poll(
        async () => `${Math.round(parseFloat(await valueIn(page, 'index.html', 'main h2', 'font-size')) * 10) / 10}px`,
      )
      .toBe(size)
  }
  expect(
    await frameOf(page, 'index.html').evaluate(() => {
      const { textAlign, fontStyle, letterSpacing, fontVariantCaps } = getComputedStyle(
        document.querySelector('main h2')!,
      )
      return [textAlign, fontStyle, letterSpacing, fontVariantCaps]
    }),
  ).toEqual(['center', 'italic', '2px', 'small-caps'])
})

test('characters per line are those of the page, at each viewport', async ({ page, request }) => {
  const words = 'Every boat leaves the quay at noon and comes home before the tide has turned again. '.repeat(4)
  const site = await bringIn(request, 'Measure', {
    'index.html': bytes(
      `<!doctype html><html lang="en"><head><title>T</title><link rel="stylesheet" href="css/site.css"></head><body><p>${words}</p></body></html>`,
    ),
    'css/site.css': bytes('body { margin: 0; font: 20px monospace } p { max-width: 600px; margin: 0 }\n'),
  })
  await openSite(page, site)
  await facet(page, 'Type')
  await page.getByRole('radiogroup', { name: 'Role' }).getByText('Paragraph').click()
  const widthOf = await frameOf(page, 'index.html').evaluate(() => {
    const probe = document.createElement('span')
    probe.textContent = 'n'.repeat(100)
    document.body.append(probe)
    const { width } = probe.getBoundingClientRect()
    probe.remove()
    return width / 100
  })
  await expect(page.getByText(`${Math.round(360 / widthOf)}, short`)).toBeVisible()
  await expect(page.getByText(String(Math.round(600 / widthOf)), { exact: true })).toHaveCount(2)
})

test('text a role misses is counted, shown in the lineup, and joined', async ({ page, request }) => {
  const site = await bringIn(request, 'Missed', {
    'index.html': bytes(
      '<!doctype html><html lang="en"><head><title>T</title><link rel="stylesheet" href="css/site.css"></head><body><form><input><select><option>a</select><textarea></textarea></form></body></html>',
    ),
    'css/site.css': bytes('body { font-family: Georgia, serif; }\ninput { color: #14596b; }\n'),
  })
  await openSite(page, site)
  await facet(page, 'Type')
  await expect(page.getByRole('heading', { name: '3 texts the rule does not reach' })).toBeVisible()
  await page.getByRole('button', { name: 'Let input, select and textarea take the base font' }).click()
  await expect.poll(() => valueIn(page, 'index.html', 'select', 'font-family')).toBe('Georgia, serif')
  await page.getByRole('radiogroup', { name: 'Role' }).getByText('Form field').click()
  await page.getByRole('button', { name: 'Show' }).first().click()
  await expect.poll(() => valueIn(page, 'index.html', 'select', 'outline-style')).toBe('dashed')
  await expect.poll(() => valueIn(page, 'index.html', 'input', 'outline-style')).toMatch(/^(?:none|auto)$/)
  await page.getByRole('button', { name: 'Join' }).first().click()
  await expect.poll(() => valueIn(page, 'index.html', 'select', 'color')).toBe('rgb(20, 89, 107)')
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).toContain('input, select { color: #14596b; }')
})

test.describe.serial('one site', () => {
  const shared = oneSite(demoFiles(['index.html', 'boats.html', 'contact.html', 'timetable.html']))

  test('own fonts come in by file with their face, are read, used, fitted, switched off, and handed off only when used', async ({
    request,
    browser,
  }) => {
    const { page, site } = shared
    await facet(page, 'Type')
    await page.getByRole('tab', { name: 'Fonts' }).click()
    await page.locator('input[aria-label="Fonts to add"]').setInputFiles([
      { name: 'Old Quay.woff', mimeType: 'font/woff', buffer: FONT('gelasio/files/gelasio-latin-400-normal.woff') },
      { name: 'quay bold.woff2', mimeType: 'font/woff2', buffer: FONT('gelasio/files/gelasio-latin-700-normal.woff2') },
      { name: 'not.woff2', mimeType: 'font/woff2', buffer: Buffer.from('no') },
    ])
    await expect(page.getByRole('alert').filter({ hasText: 'not.woff2 is no font that browsers load' })).toBeVisible()
    const card = page.getByRole('region', { name: 'Gelasio' })
    await expect(card).toContainText('Nothing uses it: it stays out of the hand-off.')
    await kept(page)
    await card.getByRole('button', { name: /weight 700/ }).click()
    await expect(card).toContainText(/Gelasio Bold, WOFF2, \d+ glyphs/)
    await expect(card).toContainText('One weight, 700')
    const before = await stored(request, site)
    expect(before.looks[0]!.text).toContain(
      '@font-face {\n  font-family: "Gelasio";\n  src: url("../fonts/old-quay.woff") format("woff");\n  font-weight: 400;\n  font-style: normal;\n  font-display: swap;\n}',
    )
    const unused = await handedOff(request, site, before.looks[0]!.id)
    expect(
      Object.keys(unused)
        .filter((name) => name.startsWith('fonts/'))
        .sort(),
    ).toEqual(['fonts/public-sans-latin-wght-normal.woff2', 'fonts/source-serif-4-latin-wght-normal.woff2'])
    expect(new TextDecoder().decode(unused['css/site.css'])).toBe(demoSheet())

    await page.getByRole('tab', { name: 'Roles' }).click()
    await page.getByRole('button', { name: /^Family/ }).click()
    await page.getByRole('option', { name: /Gelasio/ }).click()
    await expect
      .poll(() =>
        inFrame(page, 'index.html', () =>
          [...document.fonts].some((face) => face.family === 'Gelasio' && face.status === 'loaded'),
        ),
      )
      .toBe(true)
    await page.getByRole('tab', { name: 'Fonts' }).click()
    await card.getByRole('button', { name: 'Fit it' }).click()
    await kept(page)
    const { looks } = await stored(request, site)
    expect(looks[0]!.text).toMatch(
      /font-family: "Gelasio Fallback";\n {2}src: local\("[^"]+"\)[^]*size-adjust: [\d.]+%;\n {2}ascent-override: [\d.]+%;/,
    )
    expect(looks[0]!.text).toMatch(/font-family: Gelasio, "Gelasio Fallback", /)
    const used = await handedOff(request, site, looks[0]!.id)
    expect(Object.keys(used)).toContain('fonts/old-quay.woff')
    // The demo’s own faults are all that is missing.
    expect((await visit(browser, used)).missing.filter((name) => /fonts/.test(name))).toEqual([])

    await page.getByLabel(/as if the fonts never arrived/).check()
    await expect
      .poll(() =>
        inFrame(page, 'index.html', async () => {
          await document.fonts.ready
          return [...document.fonts].filter((face) => face.status === 'loaded' && !face.family.includes('Fallback'))
            .length
        }),
      )
      .toBe(0)
    await page.getByLabel(/as if the fonts never arrived/).uncheck()
    await expect
      .poll(() =>
        inFrame(page, 'index.html', async () => {
          await document.fonts.ready
          return [...document.fonts].filter((face) => face.status === 'loaded').length
        }),
      )
      .toBeGreaterThan(1)
  })

  test('a scale is shown on all pages while it is chosen, and is one step', async ({ request }) => {
    const { page, site } = shared
    await facet(page, 'Type')
    await page.getByRole('tab', { name: 'Scale' }).click()
    await page.getByLabel('Ratio', { exact: true }).selectOption({ label: '1.5, perfect fifth' })
    await expect.poll(() => valueIn(page, 'index.html', 'main h2', 'font-size')).toBe('81.008px')
    await page.getByRole('button', { name: 'Cancel' }).click()
    await expect.poll(() => valueIn(page, 'index.html', 'main h2', 'font-size')).not.toBe('81.008px')
    await page.getByLabel('Size of h2').fill('30px')
    await page.getByRole('button', { name: 'Write the sizes' }).click()
    await expect.poll(() => valueIn(page, 'index.html', 'main h2', 'font-size')).toBe('30px')
    await kept(page)
    expect((await stored(request, site)).steps.map(({ label }) => label)).toEqual(['Sizes on a scale of 1.5'])
  })
})
