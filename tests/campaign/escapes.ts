import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium, type BrowserContext, type Frame, type LaunchOptions, type Page } from '@playwright/test'
import { zipSync } from 'fflate'
import { exits, type Exit } from './exits.ts'
import { Listening } from './listening.ts'
import type { Outcome } from './outcome.ts'
import { bring, opened, saveOf, send } from './talk.ts'

const bytes = (text: string) => new TextEncoder().encode(text)
const SHEET = 'p { color: red }'

/** Says that it runs, by connecting out, and takes back whatever it can reach. */
const hostile = (outside: string) => `<!doctype html><title>ran</title><p>other</p><script>
  document.title = 'it runs'
  new Image().src = '${outside}/ran'
  setInterval(() => { for (const key of ['z', 'y', 'k', 'Escape']) for (const to of [parent, top]) to.postMessage({ attire: 1, message: { type: 'key', key, code: 'KeyZ', ctrl: true, shift: false, alt: false } }, '*') }, 50)
</script>`

/** Brings in the site of one way out, with three steps of somebody's work in it. */
async function siteOf(server: string, outside: string, { head = '', body }: Exit): Promise<string> {
  const page = `<!doctype html><html><head><title>t</title><link rel="stylesheet" href="site.css">${head}</head><body><p>before</p>${body}<p>after</p></body></html>`
  const files = { 'index.html': bytes(page), 'other.html': bytes(hostile(outside)), 'site.css': bytes(SHEET) }
  const answer = await bring(server, 'Exit', zipSync(files) as Uint8Array<ArrayBuffer>)
  const { siteId } = (await answer.json()) as { siteId: string }
  for (const [before, after] of [
    [SHEET, `${SHEET}\n/* 1 */`],
    [`${SHEET}\n/* 1 */`, `${SHEET}\n/* 2 */`],
    [`${SHEET}\n/* 2 */`, `${SHEET}\n/* 3 */`],
  ] as const)
    await send(server, `/api/sites/${siteId}/save`, saveOf(await opened(server, siteId), before, after))
  return siteId
}

const settled = (page: Page, ms: number) => page.waitForTimeout(ms)

async function closeUp(page: Page): Promise<Frame> {
  const iframe = page.locator('iframe[title="Close-up of the page index.html"]').first()
  const back = page.getByRole('button', { name: 'Lineup', exact: true })
  // A link that was followed has led to another page.
  if (!(await iframe.isVisible()) && (await back.isVisible())) await back.click()
  if (!(await iframe.isVisible())) await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const frame = (await (await iframe.elementHandle())!.contentFrame())!
  await frame.waitForLoadState()
  await frame.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
  return frame
}

/** Where in the window the thing to press is. */
async function spotOf(page: Page, frame: Frame, selector: string): Promise<{ x: number; y: number }> {
  const iframe = page.locator('iframe[title^="Close-up"]').first()
  const seen = await frame.evaluate((wanted) => {
    const { x, y, width, height } = document.querySelector(wanted)!.getBoundingClientRect()
    return { x: x + Math.min(width / 2, 30), y: y + Math.min(height / 2, 20), all: innerWidth }
  }, selector)
  const box = (await iframe.boundingBox())!
  const scale = box.width / seen.all
  return { x: box.x + seen.x * scale, y: box.y + seen.y * scale }
}

type Spot = { x: number; y: number }
const clickWith =
  (...keys: string[]) =>
  async (page: Page, { x, y }: Spot) => {
    for (const key of keys) await page.keyboard.down(key)
    await page.mouse.click(x, y)
    for (const key of keys) await page.keyboard.up(key)
  }

/** What a hand can do to something on a page. */
const GESTURES: Readonly<Record<string, (page: Page, spot: Spot, frame: Frame, selector: string) => Promise<void>>> = {
  click: clickWith(),
  'Ctrl+click': clickWith('Control'),
  'Shift+click': clickWith('Shift'),
  'Alt+click': clickWith('Alt'),
  'Ctrl+Shift+click': clickWith('Control', 'Shift'),
  'double click': (page, { x, y }) => page.mouse.dblclick(x, y),
  'middle button': (page, { x, y }) => page.mouse.click(x, y, { button: 'middle' }),
  'press and let go elsewhere': async (page, { x, y }) => {
    await page.mouse.move(x, y)
    await page.mouse.down()
    await settled(page, 120)
    await page.mouse.move(x, y + 200, { steps: 4 })
    await page.mouse.up()
  },
  'drag to the window': async (page, { x, y }) => {
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 30, y - 20, { steps: 3 })
    await page.mouse.move(640, 20, { steps: 5 })
    await page.mouse.up()
  },
  'Tab and Enter': async (page, _spot, frame) => {
    await frame.evaluate(() => window.focus())
    for (let at = 0; at < 2; at++) {
      await page.keyboard.press('Tab')
      for (const key of ['Enter', 'Control+Enter', 'Space']) await page.keyboard.press(key)
    }
  },
  'rest with the pointer': async (page, { x, y }) => {
    await page.mouse.move(x, y)
    await settled(page, 350)
  },
}

/** Tries one way out with every gesture in a profile of its own; gives what got out. */
async function tryExit(
  browser: BrowserContext,
  server: string,
  outside: Listening,
  to: string,
  exit: Exit,
): Promise<string[]> {
  const faults = new Set<string>()
  const siteId = await siteOf(server, to, exit)
  const page = browser.pages()[0]!
  page.setDefaultTimeout(15_000)
  await page.goto(`${server}/site/${siteId}`)
  await page.locator('iframe').first().waitFor()
  for (const [name, gesture] of Object.entries(GESTURES)) {
    const frame = await closeUp(page)
    const at = frame.url()
    const connected = outside.connections
    const spot = await spotOf(page, frame, exit.at ?? '.t')
    await gesture(page, spot, frame, exit.at ?? '.t')
    await settled(page, 150)
    const fault = (said: string) => faults.add(`${exit.name}, ${name}: ${said}`)
    if (outside.connections > connected) fault('connected')
    if (page.url() !== `${server}/site/${siteId}`) fault(`the window was led to ${page.url()}`)
    if (browser.pages().length > 1) fault('another window came')
    const led = page.frames().find((each) => each !== page.mainFrame() && /scripts=run|^data:/.test(each.url()))
    if (led && led.url().split('#')[0] !== at.split('#')[0]) fault(`a frame was led to ${led.url()}`)
    for (const other of browser.pages().slice(1)) await other.close()
    if (faults.size > 0) break
  }
  const { cursor } = await opened(server, siteId)
  if (cursor < 3) faults.add(`${exit.name}: of 3 steps ${cursor} are left`)
  return [...faults]
}

/** Pages that try to get out when somebody presses something in them; none may lead a frame or window anywhere, connect, or change the site. */
export async function escapes(
  server: string,
  launch: LaunchOptions,
  wanted: (exit: Exit, at: number) => boolean,
  heard: (done: number) => void,
): Promise<Outcome> {
  const outside = new Listening()
  const to = await outside.open()
  const faults: string[] = []
  const chosen = exits(to).filter(wanted)
  for (const [at, exit] of chosen.entries()) {
    const profile = mkdtempSync(path.join(tmpdir(), 'attire-profile-'))
    const browser = await chromium.launchPersistentContext(profile, {
      ...launch,
      viewport: { width: 1280, height: 800 },
    })
    try {
      faults.push(...(await tryExit(browser, server, outside, to, exit)))
    } catch (error) {
      faults.push(`${exit.name}: ${String(error).split('\n')[0]}`)
    } finally {
      await browser.close()
      rmSync(profile, { recursive: true, force: true })
    }
    heard(at + 1)
  }
  outside.close()
  return {
    part: 'escapes',
    tried: chosen.length,
    faults,
    note: `each by ${Object.keys(GESTURES).length} gestures, in a profile of its own`,
  }
}
