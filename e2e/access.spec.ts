import { expect, test, type Page } from './test.ts'
import { serious } from './axe.ts'
import { atRest, bringIn, demoFiles, facet, openSite } from './helpers.ts'

/** What a theme can change about a view: everything else is the same in both, and asked in the light one. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block']

/** Two that do not wear the sheet, two with styles of their own. */
const PAGES = ['index.html', 'boats.html', 'fares.html', 'notices.html', 'isles/skerrow.html']

/** What changes when another view is shown; all else was looked at with the first one. */
const BENCH = 'aside[aria-label="Bench"]'
const DIALOG = '[role="dialog"]'

async function seriousIn(
  page: Page,
  colorScheme: 'light' | 'dark',
  within: string,
  only?: readonly string[],
): Promise<string[]> {
  await page.emulateMedia({ colorScheme })
  return (await serious(page, only, within)).map((each) => `${colorScheme}: ${each}`)
}

test('axe-core finds nothing serious in any view, light or dark', async ({ page, request }) => {
  const found = async (within = 'html') => {
    const light = await seriousIn(page, 'light', within)
    return [...light, ...(await seriousIn(page, 'dark', within, COLOUR_RULES))]
  }
  const site = await bringIn(request, 'Access', demoFiles(PAGES))
  await openSite(page, site)
  await expect(page.getByText('2 do not wear the sheet')).toBeVisible()
  for (const name of ['Pages', 'Colour', 'Type', 'Boxes', 'Links', 'Classes']) {
    await facet(page, name)
    if (name === 'Colour') await page.getByRole('button', { name: /^Swatch --tide/ }).click()
    await atRest(page)
    expect(await found(name === 'Pages' ? 'html' : BENCH), name).toEqual([])
  }
  for (const [name, views] of [
    ['Colour', ['Gather', 'Contrast', 'Sight', 'Ground', 'Swatches']],
    ['Type', ['Fonts', 'Scale', 'Roles']],
  ] as const) {
    await facet(page, name)
    for (const view of views) {
      await page.getByRole('tab', { name: view, exact: true }).click()
      if (view === 'Contrast') await page.getByRole('button', { name: /pairings pass/ }).click()
      if (view === 'Ground') await page.getByRole('button', { name: 'Gradient', exact: true }).click()
      await atRest(page)
      expect(await found(BENCH), `${name}, ${view}`).toEqual([])
    }
  }
  await facet(page, 'Pages')
  for (const name of ['Files', 'Navigation', 'Parts', 'Lift', 'Pages']) {
    await page.getByRole('tab', { name, exact: true }).click()
    await atRest(page)
    expect(await found(BENCH), `Pages, ${name}`).toEqual([])
  }
  const dialog = async (open: string, shown: RegExp) => {
    await page.getByRole('button', { name: open }).click()
    await expect(page.getByRole('dialog').getByText(shown).first()).toBeVisible()
    expect(await found(DIALOG), open).toEqual([])
    await page.getByRole('button', { name: 'Cancel' }).click()
  }
  await dialog('New page …', /It begins/)
  await page.getByRole('tab', { name: 'Parts' }).click()
  await dialog('Share a block …', /already the same/)
  await page.getByRole('tab', { name: 'Lift' }).click()
  await dialog('Lift from all 2 pages …', /^Proved/)
  await page
    .getByRole('banner')
    .getByRole('button', { name: /\d findings/ })
    .click()
  expect(await found(BENCH), 'findings').toEqual([])
  await page.keyboard.press('Alt+s')
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await atRest(page)
  expect(await found(), 'close-up and sheet').toEqual([])
  await page.getByRole('button', { name: 'Access' }).click()
  await page.getByRole('menuitem', { name: 'Bring in a site …' }).click()
  expect(await found(DIALOG), 'import').toEqual([])
  await page.goto('/sites')
  await expect(page.getByRole('link', { name: /Access/ }).first()).toBeVisible()
  expect(await found(), 'sites').toEqual([])
})

test('everything is reached by keyboard, with a ring that shows, and focus is never lost', async ({
  page,
  request,
}) => {
  await openSite(page, await bringIn(request, 'Keys', demoFiles(['index.html', 'boats.html'])))
  const seen = new Set<string>()
  for (let step = 0; step < 70; step++) {
    await page.keyboard.press('Tab')
    const at = await page.evaluate(() => {
      const element = document.activeElement!
      const style = getComputedStyle(element)
      const label = element.closest('label')
      const ring = style.outlineStyle !== 'none' || (label !== null && getComputedStyle(label).outlineStyle !== 'none')
      return {
        name: element.getAttribute('aria-label') ?? (label ?? element).textContent!.trim().slice(0, 40),
        tag: element.tagName,
        ring,
      }
    })
    if (at.tag === 'BODY' || at.tag === 'IFRAME') continue
    expect(at.name, `the ${at.tag} at step ${step} has a name`).not.toBe('')
    expect(at.ring, `${at.tag} “${at.name}” shows its focus`).toBe(true)
    seen.add(at.name)
  }
  for (const name of [
    'Colour',
    'Hand off',
    'Own viewport width, 240 to 3840 px',
    'Open index.html in a close-up',
    'Name of a new swatch',
  ])
    expect([...seen]).toContain(name)

  await page.getByRole('button', { name: 'Open boats.html in a close-up' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Lineup', exact: true })).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Open boats.html in a close-up' })).toBeFocused()
  await page.getByRole('button', { name: '768' }).click()
  await page.getByRole('button', { name: 'Open boats.html in a close-up' }).click()
  await page.frameLocator('iframe[title^="Close-up"]').getByRole('heading', { name: 'Boats' }).click()
  // A key goes astray while the page's frame and the workroom hand the focus over.
  await expect(page.getByRole('heading', { name: 'Trace', exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Open boats.html in a close-up' })).toBeFocused()

  await page.getByRole('button', { name: /^Swatch --tide/ }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('slider', { name: 'Hue' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('[data-swatch="--tide"]')).not.toContainText('#14596b')
  await expect(page.getByRole('button', { name: /^Undo: --tide/ })).toBeEnabled()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-swatch="--tide"]')).toContainText('#14596b')
})
