import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './test.ts'
import { linkKinds, type LinkKind } from '../src/core/links/kinds.ts'
import type { Wearable, WornOn, WornRule } from '../src/core/links/wearable.ts'
import { wornOn } from '../src/core/links/worn.ts'
import { LONGHANDS } from '../src/core/properties/longhands.ts'
import { siteOf, VIEWPORT } from '../tests/core/model.ts'
import { runs } from '../tests/runs.ts'
import { ORIGIN, serve, type Files } from './cascade/compare.ts'
import { richPage } from './cascade/rich-page.ts'
import { linkSite } from './cascade/link-sites.ts'
import { bringIn, clickInCloseUp, DEMO_PAGES, demoFiles, facet, inFrame, openSite, valueIn } from './helpers.ts'

/** What the core says of links in states, beside Chromium under a real pointer, key and press. */

const NAMES = LONGHANDS.map(({ name }) => name)
const REAL = ['hover', 'focus-visible', 'active'] as const

const demo = (): Files =>
  Object.fromEntries(
    [...DEMO_PAGES, 'css/site.css'].map((path) => [path, readFileSync(`demo/vennor-isles/${path}`, 'utf8')]),
  )

/** A sheet in which hover cannot win, a heavier one does, and what is in a link changes with it. */
const ODD: Files = {
  'index.html': `<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="css/site.css"><body><nav><ul><li><a href="#n">Go</a></li></ul></nav><main><p>Words <a href="#m">to <b>read</b></a> here</p></main></body></html>`,
  'css/site.css': `a:hover { color: #ff0000; text-decoration: none } a:link { color: #0000ff }
main a:link { font-weight: bold } a:focus-visible { outline: 3px solid #00aa00 } a:active { background-color: #ffff00 }
a:hover b { letter-spacing: 2px } li:hover { background: #123456 } a:focus { padding: 1em } :focus-within > a + * { color: red }
nav a:hover { border-bottom: 2px dotted #123456; color: #654321; transition: color 2s }`,
}

const published = (sheet: string): Files => ({
  'index.html': richPage(['css/site.css']),
  'css/site.css': readFileSync(`node_modules/${sheet}`, 'utf8'),
})

function kindsOf(files: Files): LinkKind[] {
  const run = linkKinds(siteOf(files), VIEWPORT)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
}

/** Computed values of an element, of all around it and all in it; transitions have come to their end. */
function valuesAround(page: Page, index: number): Promise<string> {
  return page.evaluate(
    ([at, names]) => {
      const running = () => document.getAnimations().filter((each) => each instanceof CSSTransition)
      // What has come to its end may be handed down to what then begins a transition of its own.
      for (let round = 0; round < 9 && running().length > 0; round++) for (const each of running()) each.finish()
      const link = document.querySelectorAll('*')[at]!
      const around = []
      for (let each: Element | null = link; each; each = each.parentElement) around.push(each)
      return [...around, ...link.querySelectorAll('*')]
        .flatMap((element) => {
          const style = getComputedStyle(element)
          return names.map((name) => `${element.localName} ${name}: ${style.getPropertyValue(name)}`)
        })
        .join('\n')
    },
    [index, NAMES] as const,
  )
}

/** Puts on what the core says, as the bridge does. */
function wear(page: Page, rules: readonly WornRule[]): Promise<void> {
  const texts = rules.map(({ indices, pseudo, values }) => ({
    indices: [...indices],
    pseudo: pseudo === '' ? '' : `::${pseudo}`,
    text: Object.entries(values)
      .map(([name, value]) => `${name}:${value}!important`)
      .join(';'),
  }))
  return page.evaluate((worn) => {
    const all = document.querySelectorAll('*')
    const rule = worn.map(({ indices, pseudo, text }, at) => {
      for (const index of indices)
        all[index]!.setAttribute('worn', `${all[index]!.getAttribute('worn') ?? ''} ${at}`.trim())
      return `[worn~="${at}"]${pseudo}{${text}}`
    })
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(`@layer worn{${rule.join('')}}`)
    document.adoptedStyleSheets = [sheet]
  }, texts)
}

const undress = (page: Page) =>
  page.evaluate(() => {
    document.adoptedStyleSheets = []
    for (const element of document.querySelectorAll('[worn]')) element.removeAttribute('worn')
    for (const animation of document.getAnimations()) if (animation instanceof CSSTransition) animation.finish()
  })

/** Brings a link into a state as a person does; gives what lets it go. */
async function really(page: Page, index: number, state: Exclude<Wearable, 'visited'>): Promise<() => Promise<void>> {
  const link = page.locator('*').nth(index)
  if (state === 'focus-visible') {
    await page.keyboard.press('Tab')
    await link.evaluate((element) => (element as HTMLElement).focus())
  } else await link.hover({ timeout: 2000 })
  if (state === 'active') await page.mouse.down()
  return async () => {
    // Let go elsewhere, it is no click.
    await page.mouse.move(0, 799)
    await page.mouse.up()
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  }
}

/** The innermost element under the pointer, by its place in document order; null while the pointer is far off. */
const pointedAt = (page: Page) =>
  page.evaluate(() => {
    const hovered = [...document.querySelectorAll(':hover')].at(-1)
    return hovered?.closest('a') ? [...document.querySelectorAll('*')].indexOf(hovered) : null
  })

/** Compares worn with real for every kind of link of a site; gives how many were, and what differs. */
async function compareWorn(page: Page, files: Files): Promise<{ compared: number; differ: string[] }> {
  const site = siteOf(files)
  await serve(page, files)
  const differ: string[] = []
  let compared = 0
  for (const { sample, selector } of kindsOf(files)) {
    await page.goto(ORIGIN + sample.page)
    const { index } = sample
    if (!(await page.locator('*').nth(index).isVisible())) continue
    for (const state of REAL) {
      await page.mouse.move(0, 799)
      const letGo = await really(page, index, state)
      // The middle of a link may be something in it: then that is what is pointed at.
      const subject: WornOn = { on: 'element', page: sample.page, index: (await pointedAt(page)) ?? index }
      const real = (await valuesAround(page, index)).split('\n')
      await letGo()
      await wear(page, wornOn(site, sample.page, VIEWPORT, state, subject))
      const worn = (await valuesAround(page, index)).split('\n')
      await undress(page)
      compared++
      for (const [at, line] of real.entries())
        if (worn[at] !== line) differ.push(`${selector}:${state} ${line} / worn ${worn[at]}`)
    }
  }
  return { compared, differ }
}

test('a state worn is the state real: on every kind of link of the demo and of a sheet full of traps', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await page.setViewportSize(VIEWPORT)
  for (const [files, least] of [
    [demo(), 24],
    [ODD, 6],
  ] as const) {
    const { compared, differ } = await compareWorn(page, files)
    expect(differ).toEqual([])
    expect(compared).toBeGreaterThanOrEqual(least)
  }
})

test('so it is on stylesheets of the registry, and on generated ones', async ({ page }) => {
  test.setTimeout(600_000)
  await page.setViewportSize(VIEWPORT)
  let compared = 0
  const sheets = ['water.css/out/water.css', 'simpledotcss/simple.css', '@picocss/pico/css/pico.classless.css']
  for (const files of [...sheets.map(published), ...Array.from({ length: runs(8) }, (_, seed) => linkSite(seed))]) {
    const found = await compareWorn(page, files)
    expect(found.differ).toEqual([])
    compared += found.compared
  }
  console.log(`worn and real: ${compared} states of links compared`)
  expect(compared).toBeGreaterThan(100)
})

test('the samples of a kind are what Chromium shows', async ({ page }) => {
  for (const files of [demo(), ODD]) {
    await serve(page, files)
    for (const { sample, states, selector } of kindsOf(files)) {
      await page.goto(ORIGIN + sample.page)
      for (const { state, values } of states) {
        if (state === 'visited' || state === 'current') continue
        await page.mouse.move(0, 799)
        const letGo = state === 'link' ? null : await really(page, sample.index, state)
        const seen = Object.fromEntries(
          (await valuesAround(page, sample.index)).split('\n').flatMap((line) => {
            const [, name, value] = /^a ([\w-]+): (.*)$/.exec(line) ?? []
            return name && name in values ? [[name, value!]] : []
          }),
        )
        await letGo?.()
        expect(seen, `${selector} ${state}`).toEqual(values)
      }
    }
  }
})

test('visited is worn as browsers show it: colours alone, opacity as before (Selectors 4, 8.2)', async ({ page }) => {
  const css = `a { display: inline-block; margin: 4px; padding: 4px; border: 4px solid #00f; outline: 2px solid #888; text-decoration-thickness: 4px; background-color: #fff }
.a:visited { color: #f00; background-color: #0f0; border-color: #f0f; outline-color: #000; text-decoration-color: #0ff }
.b:visited { font-size: 40px; padding: 30px; background-image: linear-gradient(red, blue); opacity: 0.2; color: #080 }
.c { background-color: rgba(0, 0, 255, 0.5) } .c:visited { background-color: #0f0; color: rgba(255, 0, 0, 0.1) }
.d:visited { background-color: transparent; color: #a00 } .e:link, .e:visited { font-weight: bold; color: #050 }
.f:visited b { color: #f80; font-size: 30px } .g:hover { color: #111 }`
  const links = [...'abcdefg']
    .map((name) => `<a class="${name}" href="there.html">visited <b>${name}</b></a>`)
    .join(' ')
  const files = {
    'index.html': `<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="css/site.css"><body>${links}</body></html>`,
    'there.html': '<!doctype html><title>there</title><p>There.',
    'css/site.css': css,
  }
  await serve(page, files)
  await page.goto(`${ORIGIN}index.html`)
  const fresh = await page.screenshot()
  await wear(page, wornOn(siteOf(files), 'index.html', VIEWPORT, 'visited', { on: 'links' }))
  const worn = await page.screenshot()
  await undress(page)
  await page.locator('.a').click()
  await page.waitForURL('**/there.html')
  await page.goto(`${ORIGIN}index.html`)
  await page.mouse.move(0, 799)
  const real = await page.screenshot()
  expect(real.equals(fresh), 'the browser remembers where one has been').toBe(false)
  expect(worn.equals(real)).toBe(true)
})

test('the workroom wears states in lineup and close-up, and proves all kinds in a table', async ({ page, request }) => {
  const site = await bringIn(request, 'Worn', demoFiles(['index.html', 'fares.html']))
  await openSite(page, site)
  await facet(page, 'Links')
  const states = page.getByRole('radiogroup', { name: 'State' })
  await states.getByText(':hover').click()
  const color = (path: string, selector: string) => valueIn(page, path, selector, 'background-color')
  await page.getByRole('button', { name: 'all links' }).click()
  await expect.poll(() => color('index.html', 'nav li:nth-child(2) a')).toBe('rgb(239, 227, 204)')
  await expect.poll(() => color('fares.html', 'nav li:nth-child(2) a')).toBe('rgb(239, 227, 204)')
  // An edit of the state shows while it is worn.
  const background = page.getByRole('textbox', { name: 'Background, any CSS colour' })
  await background.fill('#ff00aa')
  await background.press('Enter')
  await expect.poll(() => color('index.html', 'nav li:nth-child(2) a')).toBe('rgb(255, 0, 170)')
  await page.getByRole('button', { name: 'Take the worn state off' }).click()
  await expect.poll(() => color('index.html', 'nav li:nth-child(2) a')).toBe('rgba(0, 0, 0, 0)')

  await page.getByRole('button', { name: 'All kinds in all states' }).click()
  const table = page.getByRole('region', { name: 'State proof' })
  await expect(table.getByRole('columnheader', { name: /:hover/ })).toBeVisible()
  await table.getByRole('button', { name: 'In running text, active: change it' }).first().click()
  await expect(page.getByRole('region', { name: 'The state active' })).toBeVisible()
  await table.getByRole('button', { name: 'Back to the pages' }).click()

  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const closeUp = page.frameLocator('iframe[title^="Close-up"]')
  await clickInCloseUp(page, 'index.html', 'a.button')
  await page.getByRole('group', { name: 'Wear a state' }).getByRole('button', { name: ':focus-visible' }).click()
  await expect(closeUp.locator('a.button')).toHaveCSS('outline-style', 'solid')
  await expect(closeUp.locator('nav a').first()).toHaveCSS('outline-style', 'none')
})

test('a transition is written, shaped by keys, tried beside another, and played on the pages', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Moving', demoFiles(['index.html']))
  await openSite(page, site)
  await facet(page, 'Links')
  await page.getByRole('tab', { name: 'Transition' }).click()
  await page.getByRole('button', { name: 'Add a transition' }).click()
  const transition = () => valueIn(page, 'index.html', 'nav li:nth-child(2) a', 'transition')
  await expect.poll(transition).toBe('color 0.2s')
  await page.getByRole('slider', { name: 'Handle 1' }).press('Shift+ArrowRight')
  await expect.poll(transition).toBe('color 0.2s cubic-bezier(0.35, 0.1, 0.25, 1)')
  await page.getByRole('button', { name: 'Try another beside it' }).click()
  const duration = page.getByRole('textbox', { name: 'Duration' })
  await duration.fill('soon')
  await expect(page.getByText('“soon” is no time. Try 200ms or 0.2s.')).toBeVisible()
  await duration.fill('900')
  await duration.press('Enter')
  await expect(page.getByText('color takes 900 ms.')).toBeVisible()
  expect(await transition()).toContain('0.2s')
  await page.getByRole('button', { name: 'Take B' }).click()
  await expect.poll(transition).toBe('color 0.9s cubic-bezier(0.35, 0.1, 0.25, 1)')

  await page.getByRole('radio', { name: 'a tenth of it' }).check()
  await page.getByRole('button', { name: 'Play on the pages' }).click()
  const rate = () =>
    inFrame(page, 'index.html', () => document.getAnimations().map((each) => each.playbackRate)[0] ?? 0)
  await expect.poll(rate).toBe(0.1)
  await page.getByRole('button', { name: 'Stop on the pages' }).click()
  await expect.poll(() => inFrame(page, 'index.html', () => document.querySelectorAll('[attire-worn]').length)).toBe(0)
})
