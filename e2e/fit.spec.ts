import { expect, test, type Page } from './test.ts'
import { demoLine } from '../tests/demo-line.ts'
import { bringIn, demoFiles, facet, kept, openSite, stored, wakeAll } from './helpers.ts'
import { differences, handedOff, visit } from './published.ts'

const openFindings = (page: Page) =>
  page
    .getByRole('banner')
    .getByRole('button', { name: /\d findings/ })
    .click()
const bench = (page: Page) => page.getByRole('complementary', { name: 'Bench' })

test('findings stand in groups with their places, follow edits by themselves, and fixes are steps', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'fit check', demoFiles())
  await openSite(page, site)
  await expect(page.getByRole('banner').getByRole('button', { name: '17 findings' })).toBeVisible()
  await openFindings(page)
  await expect(bench(page).getByRole('heading', { name: 'The sheet is not attached' })).toBeVisible()
  await bench(page).getByRole('button', { name: 'notices.html, line 3' }).click()
  await expect(page.getByRole('textbox', { name: 'Text of notices.html' })).toBeVisible()
  await page.keyboard.press('Alt+s')
  await bench(page).getByRole('button', { name: '2 errors' }).click()
  await expect(bench(page).getByRole('button', { name: /^Fix:/ })).toHaveCount(2)
  await bench(page)
    .getByRole('button', { name: /^Fix: No link/ })
    .click()
  await expect(page.getByRole('banner').getByRole('button', { name: '16 findings' })).toBeVisible()
  await kept(page)
  expect((await stored(request, site)).texts['notices.html']).toContain(
    '  <title>Notices – Vennor Isles Ferry</title>\n  <link rel="stylesheet" href="css/site.css">\n',
  )
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('banner').getByRole('button', { name: '17 findings' })).toBeVisible()

  // An edit of the sheet is followed too: without a rule for p no text is missed by it.
  await bench(page).getByRole('button', { name: '5 notes' }).click()
  await expect(bench(page).getByRole('heading', { name: /Loose text/ })).toBeVisible()
  await page.keyboard.press('Alt+s')
  await page.getByRole('button', { name: 'Back to the sheet' }).click()
  await page.getByRole('textbox', { name: 'Text of the sheet' }).focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('h1 [ color: teal ]'.replace('[', '{').replace(']', '}'))
  await expect(bench(page).getByRole('heading', { name: /Loose text/ })).toBeHidden()
})

test('fix all of a kind is one step, and a finding about a file leads to the file', async ({ page, request }) => {
  const files = demoFiles(['index.html', 'fares.html', 'boats.html', 'isles/hallin.html'])
  for (const name of ['index.html', 'fares.html', 'boats.html'])
    files[name] = Buffer.from(Buffer.from(files[name]!).toString().replace(' lang="en"', ''))
  const site = await bringIn(request, 'fix all', files)
  await openSite(page, site)
  await openFindings(page)
  await bench(page)
    .getByRole('button', { name: /^Fix all 3: / })
    .click()
  await expect(page.getByText('Fixed 3 times: the page does not say its language. Undo takes it back.')).toBeVisible()
  await kept(page)
  const after = await stored(request, site)
  expect(after.steps).toHaveLength(1)
  expect(after.texts['fares.html']).toBe(Buffer.from(demoFiles()['fares.html']!).toString())
  await bench(page).getByRole('button', { name: 'images/night-crossing.png', exact: true }).click()
  await expect(page.getByText('2400 × 1350 px, 1.0 MB')).toBeVisible()
  await openFindings(page)
  await bench(page)
    .getByRole('button', { name: /^\d notes?$/ })
    .click()
  await bench(page).getByRole('button', { name: 'isles/index.html', exact: true }).click()
  await expect(page.getByLabel('File', { exact: true })).toHaveValue('isles/index.html')
  await page.getByRole('button', { name: 'Make the page' }).click()
  await expect(bench(page).getByText('A folder without index.html')).toBeHidden()
})

test('styles lifted from pages look the same in the browser: every value of every element', async ({
  page,
  request,
  browser,
}) => {
  const site = await bringIn(
    request,
    'lift',
    demoFiles(['index.html', 'boats.html', 'fares.html', 'isles/hallin.html']),
  )
  const lookId = (await stored(request, site)).looks[0]!.id
  const before = await visit(browser, await handedOff(request, site, lookId))
  await openSite(page, site)
  await wakeAll(page, 4)
  await facet(page, 'Pages')
  await page.getByRole('tab', { name: 'Lift' }).click()
  await page.getByRole('button', { name: 'Lift from all 2 pages …' }).click()
  await expect(page.getByText('Proved: all 223 elements on 4 pages keep every value')).toBeVisible()
  // Made to hold everywhere, the rule would change other pages: the proof says which.
  await page.getByLabel('Where h1 of fares.html holds').selectOption('everywhere')
  await expect(page.getByText(/values? would change on \d pages/)).toBeVisible()
  const changes = page.getByLabel('What would change')
  await expect(changes).toContainText('h1: color from rgb(20, 89, 107) to rgb(122, 31, 18)')
  await expect(page.getByText(/further values? follow/)).toBeVisible()
  await page.getByLabel('Where h1 of fares.html holds').selectOption('apart')
  await expect(page.getByText('Proved: all 223 elements')).toBeVisible()
  await page.getByRole('textbox', { name: 'Class for color: #b00020' }).fill('warning')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Proved: all 223 elements')).toBeVisible()
  await page.getByRole('button', { name: 'Lift them' }).click()
  await expect(page.getByText('No page carries styles of its own')).toBeVisible()
  await kept(page)
  const stand = await stored(request, site)
  expect(stand.steps).toHaveLength(1)
  expect(stand.texts['boats.html']).toContain('<h2 class="warning">Mind the gangway</h2>')
  expect(stand.looks[0]!.text).toContain('.warning {\n  color: #b00020;\n}')
  const after = await visit(browser, await handedOff(request, site, lookId))
  for (const [name, styles] of Object.entries(before.styles))
    expect(differences(styles, after.styles[name]!), name).toEqual([])
})

test('a page’s own text is mended where a finding points, byte for byte but for that, and undone like any step', async ({
  page,
  request,
}) => {
  const files = demoFiles(['index.html', 'boats.html'])
  const old = Buffer.from(files['boats.html']!).toString().replaceAll('\n', '\r\n')
  files['boats.html'] = Buffer.from(old)
  const site = await bringIn(request, 'text', files)
  await openSite(page, site)
  await openFindings(page)
  await bench(page)
    .getByRole('button', { name: `boats.html, line ${demoLine('boats.html', 'petrel.svg')}` })
    .click()
  const editor = page.getByRole('textbox', { name: 'Text of boats.html' })
  await expect(editor).toContainText('petrel.svg')
  await editor.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('End')
  await page.keyboard.press('ArrowLeft')
  // At once: keys with pauses between them, as on a busy machine, are steps of their own.
  await page.keyboard.insertText(' alt="A red boat"')
  await expect(bench(page).getByText('petrel.svg has no alt text.')).toBeHidden()
  await kept(page)
  const stand = await stored(request, site)
  expect(stand.texts['boats.html']).toBe(
    old.replace('petrel.svg" width="560" height="315">', 'petrel.svg" width="560" height="315" alt="A red boat">'),
  )
  expect(stand.steps.at(-1)!.label).toBe('Typed in boats.html')
  const alt = async () =>
    page
      .frames()
      .find((frame) => frame.url().endsWith('/boats.html'))!
      .evaluate(() => document.querySelector<HTMLImageElement>('img[src*="petrel"]')?.alt)
  await expect.poll(() => alt().catch(() => '')).toBe('A red boat')
  await page.keyboard.press('Control+z')
  await expect(bench(page).getByText('petrel.svg has no alt text.')).toBeVisible()
  await kept(page)
  expect((await stored(request, site)).texts['boats.html']).toBe(old)
})

test('a finding is set aside with a reason, kept with the site, counted, and taken up again', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'aside', demoFiles())
  await openSite(page, site)
  await openFindings(page)
  await bench(page)
    .getByRole('button', { name: /^Set aside: No link to the sheet/ })
    .click()
  const asking = page.getByRole('dialog', { name: 'Set this finding aside' })
  await expect(asking.getByRole('button', { name: 'Set aside' })).toBeDisabled()
  await asking.getByLabel('Why it stays as it is').fill('It is printed, never shown.')
  await asking.getByRole('button', { name: 'Set aside' }).click()
  await expect(page.getByRole('banner').getByRole('button', { name: '16 findings' })).toBeVisible()
  await kept(page)
  const notes = JSON.parse((await stored(request, site)).texts['attire.json']!) as { setAside: { reason: string }[] }
  expect(notes.setAside.map(({ reason }) => reason)).toEqual(['It is printed, never shown.'])
  await page.reload()
  await expect(page.getByRole('banner').getByRole('button', { name: '16 findings' })).toBeVisible()
  await bench(page).getByRole('button', { name: '1 finding set aside' }).click()
  await expect(bench(page).getByText('Because: It is printed, never shown.')).toBeVisible()
  await bench(page)
    .getByRole('button', { name: /^Take up again: / })
    .click()
  await expect(page.getByRole('banner').getByRole('button', { name: '17 findings' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('banner').getByRole('button', { name: '16 findings' })).toBeVisible()
})

test('the same fault on many pages is one finding with its places, and what a fix would change is proved before', async ({
  page,
  request,
}) => {
  const files = demoFiles()
  const names = ['index.html', 'fares.html', 'boats.html', 'contact.html', 'timetable.html']
  for (const name of names)
    files[name] = Buffer.from(
      Buffer.from(files[name]!)
        .toString()
        .replace(/<meta name="viewport"[^>]*>/, '')
        .replace('</main>', '<p><a href="winter.html">Winter</a></p></main>'),
    )
  const site = await bringIn(request, 'causes', files)
  await openSite(page, site)
  await openFindings(page)
  await expect(bench(page).getByText('winter.html is not there.', { exact: true })).toBeVisible()
  await bench(page).getByRole('button', { name: '4 more on 5 pages' }).first().click()
  await expect(
    bench(page)
      .getByRole('button', { name: /^timetable\.html, line/ })
      .first(),
  ).toBeVisible()
  await bench(page)
    .getByRole('button', { name: /^Fix all 5: The head has no <meta name="viewport">/ })
    .click()
  const asking = page.getByRole('dialog', { name: /^Fix 5 times: phones show the page tiny/ })
  await expect(asking.getByText('5 places in 5 files would be written. All of it is one step.')).toBeVisible()
  await expect(asking.getByText('Phones then lay the page out at their own width')).toBeVisible()
  await expect(asking.getByText(/^Proved: all \d+ elements/)).toBeVisible()
  await asking.getByRole('button', { name: 'Fix it' }).click()
  await expect(bench(page).getByRole('heading', { name: /Phones show the page tiny/ })).toBeHidden()
  // Those of one page, from its caption.
  await bench(page).getByRole('button', { name: 'Close' }).click()
  await page
    .getByTitle('boats.html', { exact: true })
    .locator('..')
    .getByRole('button', { name: /^\d findings$/ })
    .click()
  await expect(bench(page).getByRole('button', { name: 'All pages' })).toBeVisible()
  await expect(bench(page).getByRole('button', { name: /^fares\.html, line/ })).toHaveCount(0)
})

test('what was found when a site was last at rest is told again before it is looked at, where it is the same revision', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'told again', demoFiles())
  await page.addInitScript(() => {
    if (window !== window.top) return
    const said = ((window as unknown as { said: string[] }).said = [] as string[])
    new MutationObserver(() => {
      const text = [...document.querySelectorAll('header button')].map((each) => each.textContent).join(' ')
      const found = /\d+ findings/.exec(text)?.[0]
      if (found && said.at(-1) !== found) said.push(found)
    }).observe(document, { subtree: true, childList: true, characterData: true })
  })
  const found = page.getByRole('banner').getByRole('button', { name: '17 findings' })
  await openSite(page, site)
  await expect(found).toBeVisible()
  for (const [off, told] of [
    [0, true],
    [1, false],
  ] as const) {
    await expect.poll(() => changeTold(page, off), { timeout: 30_000 }).toBe(true)
    await openSite(page, site)
    await expect(found).toBeVisible()
    const said = await page.evaluate(() => (window as unknown as { said: string[] }).said)
    expect(said.includes('110 findings'), `revision off by ${off}: ${said.join()}`).toBe(told)
  }
})

/** Makes what is kept of a site say 110 findings of a revision that is so far off, and nothing of its pages; false where nothing is kept yet. */
function changeTold(page: Page, off: number): Promise<boolean> {
  return page.evaluate(async (off) => {
    const done = <T>(asked: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        asked.onsuccess = () => resolve(asked.result)
        asked.onerror = () => reject(asked.error!)
      })
    const db = await done(indexedDB.open('attire-found'))
    try {
      const changing = db.transaction(['sites', 'fit'], 'readwrite')
      const [sites, fit] = [changing.objectStore('sites'), changing.objectStore('fit')]
      const [key] = await done(sites.getAllKeys())
      const about = key && (await done(sites.get(key)))
      if (!about?.told) return false
      const told = { ...about.told, revision: about.told.revision + off, counts: { error: 110, warning: 0, note: 0 } }
      await done(fit.clear())
      await done(sites.put({ ...about, told }, key))
      return true
    } finally {
      db.close()
    }
  }, off)
}
