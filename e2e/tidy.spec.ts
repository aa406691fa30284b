import fc from 'fast-check'
import { expect, test } from './test.ts'
import { siteOf } from '../tests/core/model.ts'
import { tidyPage, untidySheet } from '../tests/tidy-sheets.ts'
import { tidySheet } from '../src/core/tidy/tidy.ts'
import { TIDY_KINDS, USUAL_KINDS, type TidyKind } from '../src/core/tidy/words.ts'
import { bringIn, bytes, kept, openSite, stored } from './helpers.ts'

/** Pairs of sheet and page that Chromium is asked about. */
const PAIRS = 200

/** Every second sheet is tidied as usual, the others in some of all ways there are. */
const wishes = fc.oneof(fc.constant(USUAL_KINDS), fc.subarray(TIDY_KINDS.filter((kind) => kind !== 'flat')))

/** Chromium lets no script point at things: states as attributes, which weigh the same. */
const posed = (sheet: string) =>
  sheet
    .replace(/:hover|:focus-visible|:visited/g, (state) => `[data-${state.slice(1)}]`)
    .replaceAll(':link', ':not([data-visited])')

function tidied(sheet: string, kinds: readonly TidyKind[]): string {
  const run = tidySheet(siteOf({ 'index.html': tidyPage(), 'css/site.css': sheet }), 'css/site.css', { kinds })
  for (;;) {
    const next = run.next()
    if (next.done) return next.value.text
  }
}

test('a tidied sheet changes no computed value in Chromium: 200 generated sheets at three widths, on paper and in states', async ({
  page,
}) => {
  test.setTimeout(240_000)
  const samples = fc.sample(fc.tuple(untidySheet, wishes), { numRuns: PAIRS, seed: 20261127 })
  const pairs = samples.map(([sheet, kinds]) => [posed(sheet), posed(tidied(sheet, kinds))] as const)
  expect(pairs.filter(([before, after]) => before !== after).length).toBeGreaterThan(PAIRS * 0.8)
  for (const [width, media, states] of [
    [1280, 'screen', ''],
    [700, 'screen', ''],
    [400, 'print', ''],
    [1280, 'screen', 'hover'],
    [1280, 'screen', 'hover focus-visible visited'],
  ] as const) {
    await page.setViewportSize({ width, height: 800 })
    await page.emulateMedia({ media })
    await page.setContent(tidyPage())
    const differing = await page.evaluate(differences, [pairs, states] as const)
    expect(differing.map(({ at, ...what }) => ({ ...what, states, pair: pairs[at] }))).toEqual([])
  }
})

/** In the page: which pairs of sheets give other values, and the first of these; elements are in `names`, as attributes. */
function differences([all, names]: readonly [readonly (readonly [string, string])[], string]) {
  for (const element of document.querySelectorAll('a'))
    for (const name of names.split(' ')) if (name !== '') element.setAttribute(`data-${name}`, '')
  const style = document.head.appendChild(document.createElement('style'))
  // Custom properties are names, not looks: new ones may come. Listed once: a list of each style takes longer than its values.
  const looks = [...getComputedStyle(document.body)].filter((name) => !name.startsWith('--'))
  const read = (css: string) => {
    style.textContent = css
    return [...document.body.querySelectorAll('*')].flatMap((element) =>
      ['', '::before'].map((pseudo) => {
        const computed = getComputedStyle(element, pseudo)
        if (pseudo !== '' && computed.content === 'none') return ''
        return looks.map((name) => `${name}: ${computed.getPropertyValue(name)}`).join(';')
      }),
    )
  }
  return all.flatMap(([before, after], at) => {
    const [a, b] = [read(before), read(after)]
    const index = a.findIndex((each, place) => each !== b[place])
    if (index < 0) return []
    const [was, is] = [a[index]!.split(';'), b[index]!.split(';')]
    return [{ at, index, is: is.filter((each) => !was.includes(each)), was: was.filter((each) => !is.includes(each)) }]
  })
}

test('the sheet is tidied from the command field: looked at first, one step, taken back by undo', async ({
  page,
  request,
}) => {
  const sheet =
    'h1 { color: red }\np { margin: 1px 1px 1px 1px }\n/* keep me */\nh1 { top: 0 }\n.x { color: red; top: 0 }\n'
  const id = await bringIn(request, 'Tidy', { 'index.html': bytes(tidyPage()), 'css/site.css': bytes(sheet) })
  await openSite(page, id)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Tidy the sheet')
  await page
    .getByRole('option', { name: /^Tidy the sheet/ })
    .first()
    .click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('The rules for h1 become one.')).toBeVisible()
  await expect(dialog.getByText(/values on 1 page that wears it are the same/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Show the text' }).click()
  await expect(dialog.getByLabel('The difference, line by line')).toContainText('+ h1')
  // What is sorted out is not done.
  await dialog.getByRole('checkbox', { name: /^margin: 1px 1px 1px 1px of p is 1px/ }).uncheck()
  await expect(dialog.getByText(/values on 1 page that wears it are the same/)).toBeVisible()
  // While it is planned anew the button waits.
  await expect(async () => {
    await dialog.getByRole('button', { name: 'Tidy it' }).click({ timeout: 2000 })
    await expect(dialog).toBeHidden({ timeout: 2000 })
  }).toPass()
  await kept(page)
  const text = async () => (await stored(request, id)).looks[0]!.text
  await expect.poll(text).toContain('margin: 1px 1px 1px 1px;')
  expect(await text()).toContain('/* keep me */')
  expect(await text()).toContain('h1,\n.x {')
  await page.getByRole('button', { name: /^Undo: Tidied the sheet/ }).click()
  await kept(page)
  expect(await text()).toBe(sheet)
})
