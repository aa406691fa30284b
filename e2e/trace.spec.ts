import { expect, test, type Page } from './test.ts'
import { oneSite } from './one-site.ts'
import { serious } from './axe.ts'
import { demoLine } from '../tests/demo-line.ts'
import { clickInCloseUp, demoFiles, kept, stored, valueIn } from './helpers.ts'

const PAGES = ['index.html', 'fares.html', 'boats.html']

async function traceIn(page: Page, file: string, selector: string): Promise<void> {
  await page.getByRole('button', { name: `Open ${file} in a close-up` }).click()
  await clickInCloseUp(page, file, selector)
  await expect(page.getByRole('heading', { name: 'Trace', exact: true })).toBeVisible()
}

const matter = (page: Page, name: string) =>
  page.getByRole('complementary', { name: 'Bench' }).getByRole('button', { name: new RegExp(`^${name}`) })
const around = (page: Page) => page.getByRole('navigation', { name: 'Elements around it' })

test.describe.serial('one site', () => {
  const shared = oneSite(demoFiles(PAGES))

  test('a click says in a sentence what an element looks like and which line makes it so', async () => {
    const { page } = shared
    await traceIn(page, 'index.html', '.lead')
    await expect(matter(page, 'Colour')).toContainText(
      `This text is #1b3a4b because css/site.css line ${demoLine('css/site.css', '\nbody {', '\n  color:')}, body, sets it through the swatch --ink, and it is inherited from body.`,
    )
    await expect(matter(page, 'Size')).toContainText('20.8px high')
    await expect(matter(page, 'Size')).toContainText(
      `css/site.css line ${demoLine('css/site.css', '\n.lead {')}, .lead`,
    )
    await expect(matter(page, 'Background')).toContainText('what shows through is #fffaf0 of body')
    // What it says is what the browser shows.
    expect(await valueIn(page, 'index.html', '.lead', 'font-size')).toBe('20.8px')
  })

  test('a ladder gives the reason for every rung, and each rung goes to its line', async () => {
    const { page } = shared
    await traceIn(page, 'fares.html', 'h1')
    await matter(page, 'Colour').click()
    const ladder = page.getByRole('list', { name: 'Ladder of color' })
    await expect(ladder.getByRole('listitem')).toHaveCount(2)
    await expect(ladder.getByRole('listitem').first()).toContainText('wins')
    await expect(ladder.getByRole('listitem').last()).toContainText(
      'It lost: both weigh the same, and the page’s own <style> block comes after the sheet.',
    )
    await ladder
      .getByRole('button', { name: `css/site.css line ${demoLine('css/site.css', '\nh1', '\n  color:')}` })
      .click()
    await expect(page.getByRole('textbox', { name: 'Text of the sheet' })).toBeFocused()
    await expect(page.locator('.cm-activeLine')).toHaveText(/color: var\(--tide\);/)
    await ladder
      .getByRole('button', {
        name: `the <style> block in fares.html line ${demoLine('fares.html', '<style>', 'h1 { color:')}`,
      })
      .click()
    await expect(page.getByRole('textbox', { name: 'Text of fares.html' })).toBeVisible()
    const text = page.getByRole('textbox', { name: 'Text of fares.html' })
    await expect(text.locator('.cm-activeLine')).toContainText('#7a1f12')
    await page.getByRole('button', { name: 'Back to the sheet' }).click()
    await expect(page.getByRole('textbox', { name: 'Text of the sheet' })).toBeVisible()
  })

  test('the ancestors lead up to the wrapper that was meant', async () => {
    const { page } = shared
    await traceIn(page, 'index.html', '.card h2')
    await around(page)
      .getByRole('button', { name: 'div.card', exact: true })
      .or(around(page).getByRole('button', { name: /\.card$/ }))
      .first()
      .click()
    await expect(matter(page, 'Background')).toContainText('#ffffff')
    await expect(matter(page, 'Border')).toContainText(
      /1px solid #efe3cc on all sides because css\/site\.css line \d+, \.card/,
    )
    await expect(matter(page, 'Border')).toContainText('Corners rounded by 10px because')
  })

  test('links tell their states, and are followed from the trace', async () => {
    const { page } = shared
    await traceIn(page, 'index.html', 'nav a[href="fares.html"]')
    const line = demoLine('css/site.css', 'nav a:hover {', '\n  color:')
    await expect(matter(page, 'Link states')).toContainText(
      `Hovered, it turns #1b3a4b and its background turns #efe3cc (css/site.css line ${line}, nav a:hover; css/site.css line ${line + 1}, nav a:hover).`,
    )
    await page.getByRole('button', { name: 'Follow it' }).click()
    await expect(page.getByRole('region', { name: 'Close-up of fares.html' })).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Trace', exact: true })).toBeHidden()
  })

  test('a value the property does not take is refused with a sentence', async () => {
    const { page } = shared
    await traceIn(page, 'index.html', '.lead')
    await matter(page, 'Size').click()
    await page.getByRole('button', { name: 'Change it here' }).first().click()
    const field = page.getByRole('textbox', { name: 'font-size' })
    await field.fill('large-ish')
    await field.press('Enter')
    await expect(page.getByText('font-size does not take “large-ish”')).toBeVisible()
    expect(await valueIn(page, 'index.html', '.lead', 'font-size')).toBe('20.8px')
  })

  test('the command field tries a selector on every page before any rule is written, and names the likely cause of nothing', async () => {
    const { page } = shared
    await page.keyboard.press('Control+k')
    const field = page.getByRole('combobox', { name: 'Command, or a selector to try' })
    await expect(field).toBeFocused()
    await field.fill('.more')
    await expect(page.getByRole('option', { name: '.more touches 3 elements on index.html' })).toBeVisible()
    await expect(page.getByText('3 here').first()).toBeVisible()
    await expect.poll(() => valueIn(page, 'index.html', '.more', 'outline-style')).toBe('solid')
    await field.fill('.More')
    await expect(page.getByRole('option', { name: /touches nothing. Letter case differs/ })).toBeVisible()
    await field.fill('main > a')
    await expect(page.getByRole('option', { name: /leave out the >/ })).toBeVisible()
    await page.keyboard.press('Escape')
    await expect.poll(() => valueIn(page, 'index.html', '.more', 'outline-style')).toBe('none')
  })

  test('the command field does things by keyboard', async () => {
    const { page } = shared
    await page.keyboard.press('Control+k')
    await page.keyboard.type('close-up of fares')
    await page.getByRole('option', { name: /Close-up of fares.html/ }).waitFor()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: 'Close-up of fares.html' })).toBeVisible()
  })

  test('the selector under the cursor in the sheet is outlined and counted', async () => {
    const { page } = shared
    await page.keyboard.press('Alt+s')
    const text = page.getByRole('textbox', { name: 'Text of the sheet' })
    await text.click()
    await page.keyboard.press('Control+Home')
    for (let line = 0; line < 39; line++) await page.keyboard.press('ArrowDown')
    await expect(page.locator('.cm-activeLine')).toHaveText(/img \{/)
    await expect(page.getByRole('region', { name: 'Sheet', exact: true })).toContainText(/img touches \d+ elements on/)
    await expect.poll(() => valueIn(page, 'index.html', 'main img', 'outline-style')).toBe('solid')
    await page.getByRole('heading', { name: 'Colour' }).click()
    await expect.poll(() => valueIn(page, 'index.html', 'main img', 'outline-style')).toBe('none')
  })

  test('trace and command field are accessible', async () => {
    const { page } = shared
    await traceIn(page, 'fares.html', 'h1')
    await matter(page, 'Colour').click()
    await page.getByRole('button', { name: 'Change it here' }).first().click()
    await expect(page.getByText('These would not win')).toBeVisible()
    expect(await serious(page)).toEqual([])
  })

  test('a value is changed in the winning rule, as one step, and the trace follows', async ({ request }) => {
    const { page, site } = shared
    await traceIn(page, 'index.html', '.lead')
    await matter(page, 'Size').click()
    await page.getByRole('button', { name: 'Change it here' }).first().click()
    await page.getByRole('textbox', { name: 'font-size' }).fill('1.5rem')
    await page.keyboard.press('Enter')
    await expect.poll(() => valueIn(page, 'index.html', '.lead', 'font-size')).toBe('24px')
    await expect(matter(page, 'Size')).toContainText('24px high')
    await kept(page)
    const { looks, steps } = await stored(request, site)
    expect(looks[0]!.text).toContain('.lead { font-size: 1.5rem; }')
    expect(steps.at(-1)!.label).toBe('font-size of .lead: 1.5rem')
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect.poll(() => valueIn(page, 'index.html', '.lead', 'font-size')).toBe('20.8px')
  })

  test('selectors for a new rule come with their reach, and those that would not win say why', async () => {
    const { page } = shared
    await traceIn(page, 'fares.html', 'h1')
    await matter(page, 'Colour').click()
    await page.getByRole('button', { name: 'Change it here' }).first().click()
    await expect(page.getByText('It would lose to h1: both weigh the same')).toBeVisible()
    // Another viewport is looked at anew; what is open, and what is typed there, stays.
    const colour = page.getByRole('textbox', { name: 'color, any CSS colour' })
    await colour.fill('rgb(0, 90, 0)')
    await page.setViewportSize({ width: 1200, height: 700 })
    await expect(page.getByText('It would lose to h1: both weigh the same')).toBeVisible()
    await expect(colour).toHaveValue('rgb(0, 90, 0)')
    await colour.press('Escape')
    await page.getByRole('radio', { name: 'in a rule main h1: 3 on 3 pages' }).check()
    await colour.fill('rgb(0, 90, 0)')
    await page.keyboard.press('Enter')
    await expect.poll(() => valueIn(page, 'fares.html', 'h1', 'color')).toBe('rgb(0, 90, 0)')
    await expect(matter(page, 'Colour')).toContainText('main h1')
  })

  test('a declaration in the page itself is changed there', async ({ request }) => {
    const { page, site } = shared
    await traceIn(page, 'boats.html', 'h2')
    await expect(matter(page, 'Colour')).toContainText('the style attribute in boats.html')
    await matter(page, 'Colour').click()
    await page.getByRole('button', { name: 'Change it here' }).first().click()
    await page.getByRole('textbox', { name: 'color, any CSS colour' }).fill('teal')
    await page.keyboard.press('Enter')
    await kept(page)
    expect((await stored(request, site)).texts['boats.html']).toContain('color: teal')
    await expect(matter(page, 'Colour')).toContainText('#008080')

    // An element that is taken out of the page is said to be gone, and is traced again when it comes back.
    await page.getByRole('button', { name: /^the style attribute in boats.html/ }).click()
    await page.getByRole('textbox', { name: 'Text of boats.html' }).press('ControlOrMeta+a')
    await page.keyboard.press('Delete')
    await expect(page.getByText('This element is no longer on the page.')).toBeVisible()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(matter(page, 'Colour')).toContainText('#008080')
  })
})
