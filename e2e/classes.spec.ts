import { expect, test, type Page } from './test.ts'
import { bringIn, clickInCloseUp, demoFiles, facet, inFrame, kept, openSite, stored, toLineup } from './helpers.ts'

/** Asks the frame of the close-up. */
async function closeUpFrame<T>(page: Page, ask: () => T): Promise<T> {
  const iframe = page.locator('iframe[title^="Close-up"]').first()
  const frame = (await (await iframe.elementHandle())!.contentFrame())!
  return frame.evaluate(ask)
}

test('a class gets another name everywhere, proved, in one step', async ({ page, request }) => {
  const site = await bringIn(request, 'Names', demoFiles(['index.html', 'notices.html']))
  await openSite(page, site)
  await facet(page, 'Classes')
  await page.getByRole('textbox', { name: 'Part of a name' }).fill('card')
  await page.getByRole('button', { name: /^\.card 6 on 2 pages, 2 rules/ }).click()
  await page.getByRole('button', { name: 'Rename …' }).click()
  const name = page.getByRole('textbox', { name: 'New name' })
  await name.fill('two words')
  await expect(page.getByText('A class has no spaces in it: write two-words.')).toBeVisible()
  await name.fill('tile')
  await expect(page.getByText(/^Proved: all \d+ elements on 2 pages keep every value/)).toBeVisible()
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect.poll(() => inFrame(page, 'index.html', () => document.querySelectorAll('.tile').length)).toBe(3)
  await kept(page)
  const { looks } = await stored(request, site)
  expect(looks[0]!.text).toContain('.tile {')
  expect(looks[0]!.text).not.toMatch(/\.card\b/)
  await page.keyboard.press('Control+z')
  await expect.poll(() => inFrame(page, 'index.html', () => document.querySelectorAll('.card').length)).toBe(3)
})

test('classes are given to what is picked, and it is shown before what that does', async ({ page, request }) => {
  const site = await bringIn(request, 'Giving', demoFiles(['index.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await clickInCloseUp(page, 'index.html', '.card h2')
  const around = page.getByRole('navigation', { name: 'Elements around it' })
  await around.getByRole('button', { name: 'article.card' }).click()
  await page.keyboard.down('Shift')
  await clickInCloseUp(page, 'index.html', '.card:nth-of-type(2) p')
  await page.keyboard.up('Shift')
  const classes = page.getByRole('region', { name: 'Classes' })
  await expect(classes.getByText('And 1 further element picked with Shift.')).toBeVisible()
  await classes.getByLabel('Class to give').fill('panel')
  await expect(classes.getByRole('list', { name: 'What changes' })).toContainText('border-left-width 1px becomes 6px')
  await classes.getByLabel('On which elements').selectOption('page')
  await classes.getByRole('button', { name: /^Give it: [4-9] elements/ }).waitFor()
  await classes.getByLabel('On which elements').selectOption('one')
  await classes.getByRole('button', { name: 'Give it: 2 elements' }).click()
  await toLineup(page)
  await expect
    .poll(() =>
      inFrame(page, 'index.html', () => [...document.querySelectorAll('.panel')].map((each) => each.localName)),
    )
    .toEqual(['article', 'p'])
})

test('elements are picked in the lineup too, with Alt, and several with Shift', async ({ page, request }) => {
  const site = await bringIn(request, 'Lineup picks', demoFiles(['index.html']))
  await openSite(page, site)
  const opener = page.getByRole('button', { name: 'Open index.html in a close-up' })
  const box = (await opener.boundingBox())!
  const spot = (selector: string) =>
    inFrame(page, 'index.html', () => innerWidth).then(async (width) => {
      const frame = page.frames().find((each) => each.url().endsWith('/index.html'))!
      const { x, y } = await frame.evaluate((wanted) => {
        const rect = document.querySelector(wanted)!.getBoundingClientRect()
        return { x: rect.x + 10, y: rect.y + rect.height / 2 }
      }, selector)
      return { x: box.x + (x * box.width) / width!, y: box.y + (y * box.width) / width! }
    })
  const click = async (selector: string, ...keys: string[]) => {
    const { x, y } = await spot(selector)
    for (const key of keys) await page.keyboard.down(key)
    await page.mouse.click(x, y)
    for (const key of keys) await page.keyboard.up(key)
  }
  await click('h1', 'Alt')
  const around = page.getByRole('navigation', { name: 'Elements around it' })
  await expect(around.getByRole('button').last()).toHaveText('h1')
  await click('.lead', 'Alt', 'Shift')
  await expect(page.getByText('And 1 further element picked with Shift.')).toBeVisible()
  await expect
    .poll(() => inFrame(page, 'index.html', () => getComputedStyle(document.querySelector('h1')!).outlineStyle))
    .toBe('dashed')
})

test('a class is written from how an element looks, given to another, split, and cleared', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'New class', demoFiles(['index.html', 'notices.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await clickInCloseUp(page, 'index.html', '.card h2')
  await page.getByRole('region', { name: 'Classes' }).getByRole('button', { name: 'New class …' }).click()
  const dialog = page.getByRole('dialog')
  const rules = dialog.getByRole('textbox', { name: 'Its rules' })
  await expect(rules).toHaveValue(/^\.h2-\S+ \{[^]*font-size: 1\.75rem;/)
  await dialog.getByRole('textbox', { name: 'Name' }).fill('card')
  await expect(dialog.getByText('.card is there already. Choose another name, or give that one.')).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Name' }).fill('headline')
  await expect(rules).toHaveValue(/^\.headline \{/)
  await rules.fill('.headline { letter-spacing: 5px }')
  await dialog.getByLabel('Give it to').selectOption('page')
  await expect(dialog.getByRole('list', { name: 'What changes' })).toContainText('letter-spacing normal becomes 5px')
  await expect(dialog.getByRole('list', { name: 'What it weighs and finds' })).toContainText('weighs 0,1,0, finds 3 on')
  await dialog.getByRole('button', { name: 'Write it and give it' }).click()
  await toLineup(page)
  const spaced = () =>
    inFrame(page, 'index.html', () =>
      [...document.querySelectorAll('.headline')].map((each) => getComputedStyle(each).letterSpacing).join(),
    )
  await expect.poll(spaced).toBe('5px,5px,5px')
  await page.keyboard.press('Control+z')
  await expect.poll(spaced).toBe('')

  await facet(page, 'Classes')
  await page.getByRole('textbox', { name: 'Part of a name' }).fill('card')
  await page.getByRole('button', { name: /^\.card 6 on 2 pages, 2 rules/ }).click()
  await page.getByRole('button', { name: 'Split …' }).click()
  await dialog.getByRole('textbox', { name: 'The other name' }).fill('tile')
  await dialog.getByRole('checkbox', { name: 'notices.html' }).check()
  await expect(dialog.getByText(/^Proved: all \d+ elements on 2 pages keep every value/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Split', exact: true }).click()
  await expect.poll(() => inFrame(page, 'notices.html', () => document.querySelectorAll('.tile').length)).toBe(3)

  await page.getByRole('textbox', { name: 'Part of a name' }).fill('')
  await page.getByRole('button', { name: 'Which names' }).click()
  await page.getByRole('option', { name: /^only in the sheet/ }).click()
  await page.getByRole('button', { name: 'Take all rules without an element out …' }).click()
  await expect(dialog.getByText(/^Proved: all \d+ elements on 2 pages keep every value/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByText(/None of \d+ names is like that/)).toBeVisible()
})

test('what is typed in a page’s text shows at once, and the page stays where it is scrolled to', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'In place', demoFiles(['index.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await page.keyboard.press('Alt+t')
  const text = page.getByRole('textbox', { name: 'Text of index.html' })
  await expect(text).toBeVisible()
  await clickInCloseUp(page, 'index.html', 'h1')
  await expect(text.locator('.cm-activeLine')).toContainText('Three isles')
  await closeUpFrame(page, () => {
    Object.assign(window, { sameWindow: true })
    window.scrollTo({ top: 300, behavior: 'instant' })
    const heading = document.querySelector('h1')!
    new MutationObserver(() => Object.assign(window, { seen: performance.timeOrigin + performance.now() })).observe(
      heading,
      { characterData: true, subtree: true },
    )
  })
  await text.getByText('Three isles', { exact: false }).first().click()
  await page.keyboard.press('End')
  for (let left = 0; left < '</h1>'.length; left++) await page.keyboard.press('ArrowLeft')
  const pressed = await page.evaluate(() => {
    const at = { time: 0 }
    addEventListener('keydown', () => (at.time ||= performance.timeOrigin + performance.now()), true)
    Object.assign(window, { pressed: at })
    return 0
  })
  expect(pressed).toBe(0)
  await page.keyboard.type('Q')
  const heading = () => closeUpFrame(page, () => document.querySelector('h1')!.textContent)
  await expect.poll(heading).toContain('Q')
  const [began, seen] = [
    await page.evaluate(() => (window as unknown as { pressed: { time: number } }).pressed.time),
    await closeUpFrame(page, () => (window as unknown as { seen: number }).seen),
  ]
  console.log(`a key in a page's text shows after ${Math.round(seen - began)} ms`)
  await kept(page)
  const stays = () =>
    closeUpFrame(page, () => [(window as unknown as { sameWindow?: boolean }).sameWindow ?? false, window.scrollY])
  expect(await stays()).toEqual([true, 300])
  // What brings an element is loaded anew, once it is kept, and stays where it was too.
  await page.keyboard.insertText('<i>new</i>')
  const typed = Date.now()
  await expect
    .poll(() => closeUpFrame(page, () => document.querySelectorAll('h1 i').length).catch(() => 0), { intervals: [20] })
    .toBe(1)
  console.log(`what is loaded anew shows after ${Date.now() - typed} ms`)
  await kept(page)
  await page.keyboard.press('Control+z')
  await expect.poll(() => closeUpFrame(page, () => document.querySelectorAll('h1 i').length).catch(() => 1)).toBe(0)
})

test('a page and its text point at each other, and the text is helped along with the site’s own names', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Texts', demoFiles(['index.html', 'fares.html']))
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await page.keyboard.press('Alt+t')
  const text = page.getByRole('textbox', { name: 'Text of index.html' })
  await expect(text).toBeVisible()
  // A click on the page goes to the tag.
  await clickInCloseUp(page, 'index.html', '.card h2')
  await expect(text.locator('.cm-activeLine')).toContainText('<h2>')
  // The cursor's element is outlined on the page.
  await text.getByText('"card"', { exact: true }).first().click()
  const outlined = () => closeUpFrame(page, () => getComputedStyle(document.querySelector('.card')!).outlineStyle)
  await expect.poll(outlined).toBe('dashed')
  // Names and addresses of the site are offered where they are written.
  await text.getByText('"card"', { exact: true }).first().dblclick()
  await page.keyboard.type('pan')
  await page.getByRole('option', { name: /^panel/ }).click()
  await expect(text).toContainText('class="panel"')
  await page.keyboard.press('Alt+t')
  await expect(page.getByRole('textbox', { name: 'Text of the sheet' })).toBeVisible()
})
