import { connect } from 'node:net'
import type { Route } from '@playwright/test'
import { expect, test } from './test.ts'
import {
  bringIn,
  bytes,
  clickInCloseUp,
  facet,
  frameOf,
  inFrame,
  kept,
  openSite,
  pageFrames,
  stored,
  valueIn,
} from './helpers.ts'

/** What a server answers to these very bytes; '' when it closes the line without a word. Fails when it does neither. */
function answerTo(address: string, request: string): Promise<string> {
  const { hostname, port } = new URL(address)
  return new Promise((resolve, reject) => {
    let said = ''
    const socket = connect(Number(port), hostname, () => socket.write(request))
    socket.setTimeout(5000, () => reject(new Error('It hangs.')))
    socket.on('data', (piece) => (said += piece.toString()))
    socket.on('error', () => resolve(said))
    socket.on('close', () => resolve(said))
  })
}

test('every answer under /api and /wear has the one shape and a right status, whatever is asked', async ({
  server,
  request,
}) => {
  const site = await bringIn(request, 'Doors', { 'index.html': bytes('<!doctype') })
  const { lookId } = (await (await request.get(`/api/sites/${site}`)).json()) as { lookId: string }
  const { host } = new URL(server)
  const ask = (method: string, path: string, more = '') =>
    answerTo(server, `${method} ${path} HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n${more}\r\n`)
  for (const [method, path, status] of [
    ['GET', '/api/sites/%E0%A4%A', 400],
    ['GET', `/wear/${site}/${lookId}/%zz.html`, 400],
    ['GET', '/%', 400],
    ['TRACE', '/api/sites', 405],
    ['TRACE', '/', 405],
    ['PUT', '/bridge.js', 405],
    ['DELETE', '/bridge.js', 405],
    ['PUT', '/shaping.js', 405],
    ['DELETE', '/harfbuzz.wasm', 405],
    ['PROPFIND', '/api/sites', 405],
    ['LOCK', `/api/sites/${site}`, 405],
    ['PATCH', '/api/fonts', 405],
    ['DELETE', '/api/import', 405],
    ['GET', '/api', 404],
    ['GET', '/api/nothing/here', 404],
    ['GET', '/wear/nobody', 404],
    ['GET', '/wear/nobody/nolook/index.html', 404],
    ['GET', '/api/sites/nobody', 404],
    ['GET', `/api/sites/${site}/fonts/none`, 404],
    ['DELETE', `/api/sites/${site}/fonts/none`, 405],
    ['POST', `/wear/${site}/${lookId}/index.html`, 403],
  ] as const) {
    const said = await ask(method, path)
    expect(said, `${method} ${path}`).toMatch(new RegExp(`^HTTP/1.1 ${status} `))
    const page = /content-type: text\/html/i.test(said) && /^\/wear/.test(path)
    if (!page) expect(said, `${method} ${path}`).toMatch(/\{"error":\{"code":"[a-z-]+","message":"[A-Z“][^"]*\."\}\}/)
  }
  for (const [what, bare, status] of [
    ['a line of another kind', 'Upgrade: websocket\r\nSec-WebSocket-Key: x\r\n', 426],
    ['no length that can be', 'Content-Length: x\r\n', 400],
  ] as const) {
    const kind = status === 426 ? bare.replace('Upgrade', 'Connection: Upgrade\r\nUpgrade') : bare
    const said = await answerTo(server, `GET /api/sites HTTP/1.1\r\nHost: ${host}\r\n${kind}\r\n`)
    expect(said, what).toMatch(new RegExp(`^HTTP/1.1 ${status} [^]*"error"`))
  }
  expect(await answerTo(server, 'NONSENSE\r\n\r\n')).toMatch(/^HTTP\/1.1 400 [^]*"error"/)
  // A page that is hardly one is worn as browsers take it.
  expect((await request.get(`/wear/${site}/${lookId}/index.html`)).status()).toBe(200)
})

test('a page cannot take the bridge’s tools away, and no link of it leads out by itself', async ({ page, request }) => {
  const names = ['querySelectorAll', 'getElementById', 'styleSheets', 'adoptedStyleSheets', 'createElement', 'fonts']
  const site = await bringIn(request, 'Names', {
    'index.html': bytes(
      `<!doctype html><html><head><link rel="stylesheet" href="site.css"></head><body>${names.map((name) => `<img name="${name}" alt="">`).join('')}<form name="documentElement"><input name="parentElement"></form><h1 id="one">Names</h1><p><svg width="80" height="40"><a href="two.html" id="svg"><rect width="80" height="40" fill="teal"/></a></svg></p><p><a id="out" href="http://127.0.0.2:9/out">out</a> <a id="bad" href="http://[">bad</a></p></body></html>`,
    ),
    'two.html': bytes(
      '<!doctype html><html><head><link rel="stylesheet" href="site.css"></head><body><h1>Two</h1></body></html>',
    ),
    'site.css': bytes('h1 { color: rgb(1, 2, 3) }\nbody { background: rgb(9, 9, 9) }\n'),
  })
  await openSite(page, site)
  await page.getByRole('button', { name: '768' }).click()
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const close = page.frameLocator('iframe[title^="Close-up"]')
  const frame = () => pageFrames(page).at(-1)!
  // The sheet is worn live, and what is clicked is traced.
  await expect(close.locator('#one')).toHaveCSS('color', 'rgb(1, 2, 3)')
  await clickInCloseUp(page, 'index.html', '#one')
  await expect(page.getByRole('heading', { name: 'Trace', exact: true })).toBeVisible()
  const before = frame().url()
  await close.locator('#svg').click()
  await close.locator('#out').click()
  await close.locator('#out').click({ button: 'middle' })
  await close.locator('#out').click({ modifiers: ['ControlOrMeta'] })
  expect(frame().url()).toBe(before)
  expect(page.context().pages()).toHaveLength(1)
  // An address that cannot be read leads nowhere, and says so where the link is traced.
  await close.locator('#bad').click()
  await page.getByRole('button', { name: 'Follow it' }).click()
  await expect(page.getByText('“http://[” is no address that a browser can read, so it leads nowhere.')).toBeVisible()
  // A link of a drawing is followed as any other.
  // With the pointer itself: Playwright’s own click waits for a frame that has been left by then.
  await page.keyboard.down('ControlOrMeta')
  await clickInCloseUp(page, 'index.html', '#svg')
  await page.keyboard.up('ControlOrMeta')
  await expect(page.getByRole('region', { name: 'Close-up of two.html' })).toBeVisible()
})

test('a page whose loading fails once is loaded again by itself', async ({ page, request }) => {
  const site = await bringIn(request, 'Again', {
    'index.html': bytes(
      '<!doctype html><html lang="en"><head><title>t</title><link rel="stylesheet" href="s.css"></head><body><h1>Old words</h1></body></html>',
    ),
    's.css': bytes('h1 { color: red }\n'),
  })
  await openSite(page, site)
  let failed = 0
  await page.route(/\/wear\/.*\/index\.html/, async (route) => {
    if (failed++ === 0) await route.abort('connectionrefused')
    else await route.continue()
  })
  // Without web fonts every page is loaded anew.
  await facet(page, 'Type')
  await page.getByRole('tab', { name: 'Fonts' }).click()
  await page.getByLabel(/as if the fonts never arrived/).check()
  await expect.poll(() => failed).toBeGreaterThan(1)
  await expect.poll(() => pageFrames(page).map((frame) => new URL(frame.url()).search)).toEqual(['?fonts=none'])
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).toBe('rgb(255, 0, 0)')
})

test('a page shows as it was until it has been loaded anew', async ({ page, request }) => {
  const site = await bringIn(request, 'Behind', {
    'index.html': bytes('<!doctype html><title>t</title><link rel="stylesheet" href="s.css"><h1>Words</h1>'),
    's.css': bytes('h1 { color: red }\n'),
  })
  await openSite(page, site)
  await facet(page, 'Type')
  await page.getByRole('tab', { name: 'Fonts' }).click()
  await frameOf(page, 'index.html').evaluate(() => Object.assign(window, { first: true }))
  const held: Route[] = []
  await page.route(/\/wear\/.*\/index\.html/, (route) => void held.push(route))
  await page.getByLabel(/as if the fonts never arrived/).check()
  await expect.poll(() => held.map((route) => new URL(route.request().url()).search)).toEqual(['?fonts=none'])
  const isFirst = () => inFrame(page, 'index.html', () => 'first' in window)
  expect(await isFirst()).toBe(true)
  await held[0]!.continue()
  await expect.poll(isFirst).toBe(false)
  expect(held).toHaveLength(1)
})

test('what a page embeds shows what it would be', async ({ page, request }) => {
  const site = await bringIn(request, 'Embeds', {
    'index.html': bytes(
      `<!doctype html><title>t</title><iframe src="https://maps.example/harbour?x=1" title="Map of the harbour"></iframe>
       <object data="plan.pdf" type="application/pdf">no plan</object><embed src="https://films.example/film" type="video/x">`,
    ),
  })
  await openSite(page, site)
  const words = async () => {
    const inner = page.frames().filter((frame) => frame.parentFrame()?.url().includes('/wear/'))
    return (await Promise.all(inner.map((frame) => frame.evaluate(() => document.body.innerText)))).sort()
  }
  await expect
    .poll(() => words().catch(() => []))
    .toEqual([
      'Embedded here: Map of the harbour. It is shown on the published page only.',
      'Embedded here: films.example/film. It is shown on the published page only.',
      'Embedded here: plan.pdf. It is shown on the published page only.',
    ])
})

test('when what looks at the pages cannot be loaded, that is said, and sheet and site are worked on all the same', async ({
  page,
  request,
}) => {
  const site = await bringIn(request, 'Alone', {
    'index.html': bytes('<!doctype html><title>t</title><link rel="stylesheet" href="s.css"><h1>Words</h1>'),
    's.css': bytes(':root { --x: red }\nh1 { color: var(--x) }\n'),
  })
  // As when the server is away, or a newer build has other files.
  await page.addInitScript(() => {
    const Real = Worker
    window.Worker = class extends Real {
      constructor(_: string | URL, options?: WorkerOptions) {
        super('/no-such-script.js', options)
      }
    }
  })
  await openSite(page, site)
  await expect(page.getByText('What looks at the pages in the background cannot be started.')).toBeVisible()
  await page.getByRole('button', { name: 'Not checked' }).click()
  await expect(page.getByText('The pages are not looked at any more.')).toBeVisible()
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(page.getByText('looking …')).toHaveCount(0)
  await page.getByRole('button', { name: /^Swatch --x/ }).click()
  const field = page.getByRole('textbox', { name: 'Swatch --x, any CSS colour' })
  await field.fill('blue')
  await field.press('Enter')
  await expect.poll(() => valueIn(page, 'index.html', 'h1', 'color')).toBe('rgb(0, 0, 255)')
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).toContain('--x: blue')
})

test('a part of Attire’s own code that does not come is told, wherever it is missing', async ({ page, request }) => {
  const site = await bringIn(request, 'Missing', {
    'index.html': bytes('<!doctype html><title>t</title><link rel="stylesheet" href="s.css"><h1>Words</h1>'),
    's.css': bytes('h1 { color: red }\n'),
  })
  // No moment is idle: what comes late comes when it is asked for.
  await page.addInitScript(() => Object.assign(window, { requestIdleCallback: () => 0 }))
  const scripts = new Set<string>()
  page.on('request', (each) => each.url().includes('/_next/static/chunks/') && scripts.add(each.url()))
  await openSite(page, site)
  // The first come with the page, the last when the workroom asks for them.
  const all = [...scripts].filter((url) => url.endsWith('.js') && !url.includes('worker'))
  for (const missing of [all[0]!, all[Math.floor(all.length / 4)]!, all[Math.floor(all.length / 2)]!]) {
    await page.route(missing, (route) => route.abort())
    await page.reload()
    await expect(page.locator('main [role=alert]')).toContainText('load the page again')
    await page.unroute(missing)
  }
  await openSite(page, site)
  await page.route('**/_next/static/**', (route) => route.abort())
  await page.keyboard.press('Alt+s')
  await expect(page.getByText('The sheet cannot be shown')).toBeVisible()
  await facet(page, 'Pages')
  await expect(page.getByText('The bench cannot be shown')).toBeVisible()
  await page.getByRole('combobox', { name: 'Command, or a selector to try' }).fill('New class')
  await page.getByRole('option', { name: /^New class …/ }).click()
  await expect(page.getByText('What you asked for cannot be shown')).toBeVisible()
  // All else goes on.
  expect(await valueIn(page, 'index.html', 'h1', 'color')).toBe('rgb(255, 0, 0)')
  await page.unroute('**/_next/static/**')
  await page.getByRole('button', { name: 'Load the page again' }).first().click()
  await openSite(page, site)
  // The window shows what it showed before: the sheet is open.
  await expect(page.locator('.cm-content')).toBeVisible()
})
