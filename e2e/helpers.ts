import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, type APIRequestContext, type Frame, type Page } from './test.ts'
import { zipSync } from 'fflate'
import { DEMO_PAGES } from './demo-pages.ts'

export { DEMO_PAGES } from './demo-pages.ts'

/**
 * The files of the demo site, as the repository holds them; of its pages only those asked for. A frame is a document to
 * load and to watch, so a test that is about two pages should not bring in eight.
 */
export function demoFiles(pages: readonly string[] = DEMO_PAGES): Record<string, Uint8Array> {
  const folder = 'demo/vennor-isles'
  return Object.fromEntries(
    readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.join(entry.parentPath, entry.name))
      .map((file) => ({ file, name: path.relative(folder, file).split(path.sep).join('/') }))
      .filter(({ name }) => !name.endsWith('.html') || pages.includes(name))
      .map(({ file, name }) => [name, new Uint8Array(readFileSync(file))]),
  )
}

export function bytes(text: string): Uint8Array {
  return new TextEncoder().encode(text)
}

/** Brings in a site of its own for a test; gives its id. */
export async function bringIn(
  request: APIRequestContext,
  name: string,
  files: Record<string, Uint8Array>,
): Promise<string> {
  const answer = await request.post(`/api/import?name=${encodeURIComponent(name)}`, {
    headers: { 'content-type': 'application/zip' },
    // Packed by nothing: packing would take longer than all else that brings it in.
    data: Buffer.from(zipSync(files, { level: 0 })),
  })
  expect(answer.status(), await answer.text()).toBe(201)
  return ((await answer.json()) as { siteId: string }).siteId
}

/** Opens a site's workroom and waits until the lineup's frames wear the sheet. */
export async function openSite(page: Page, siteId: string): Promise<void> {
  await page.goto(`/site/${siteId}`)
  await expect(page.locator('iframe').first()).toBeVisible()
  await expect.poll(() => loaded(page)).toBeGreaterThan(0)
}

async function loaded(page: Page): Promise<number> {
  const states = await Promise.all(
    pageFrames(page).map((frame) => frame.evaluate(() => document.readyState === 'complete').catch(() => false)),
  )
  return states.length > 0 && states.every(Boolean) ? states.length : 0
}

/** The frames that show pages; not those that nobody sees, which are only measured. */
export function pageFrames(page: Page): Frame[] {
  return page.frames().filter((frame) => frame.url().includes('/wear/') && !frame.url().includes('aside=1'))
}

/** The frame of a page, while there is one: when a page is loaded anew there may be none. */
function frameShowing(page: Page, file: string): Frame | undefined {
  return pageFrames(page).find((each) => decodeURIComponent(new URL(each.url()).pathname).endsWith(`/${file}`))
}

export function frameOf(page: Page, file: string): Frame {
  const frame = frameShowing(page, file)
  expect(frame, `a frame shows ${file}`).toBeDefined()
  return frame!
}

/** What the frame of a page says; null while it is loaded anew and there is none. For polling. */
export async function inFrame<T>(page: Page, file: string, read: () => T | Promise<T>): Promise<T | null> {
  const frame = frameShowing(page, file)
  return frame ? (frame.evaluate(read) as Promise<T>).catch(() => null) : null
}

/** A computed value of the first match in the frame of a page; '' while the frame loads. For polling. */
export async function valueIn(page: Page, file: string, selector: string, property: string): Promise<string> {
  const frame = frameShowing(page, file)
  const read = frame?.evaluate(
    ([wanted, name]) => {
      const element = document.querySelector(wanted!)
      return element ? getComputedStyle(element).getPropertyValue(name!) : ''
    },
    [selector, property],
  )
  return (await read?.catch(() => '')) ?? ''
}

/** A computed value of the first match in every frame that has one. */
export async function computedInFrames(
  page: Page,
  selector: string,
  property: string,
): Promise<Record<string, string>> {
  const values: Record<string, string> = {}
  for (const frame of pageFrames(page)) {
    const value = await frame.evaluate(
      ([wanted, name]) => {
        const element = document.querySelector(wanted!)
        return element && document.styleSheets.length > 0 ? getComputedStyle(element).getPropertyValue(name!) : null
      },
      [selector, property],
    )
    if (value !== null) values[new URL(frame.url()).pathname.split('/').slice(4).join('/')] = value
  }
  return values
}

/** Brings every page into view once, so that its frame is alive. */
export async function wakeAll(page: Page, pages: number): Promise<void> {
  const lineup = page.getByRole('region', { name: 'Lineup' })
  const openers = lineup.locator('[data-close-up]')
  await expect(openers).toHaveCount(pages)
  for (const opener of await openers.all()) {
    await opener.scrollIntoViewIfNeeded()
    // While a page is loaded anew there are two of them.
    const frame = lineup.locator(`iframe[data-page="${await opener.getAttribute('data-close-up')}"]`).first()
    await expect(frame).toBeAttached()
  }
  await openers.first().scrollIntoViewIfNeeded()
  await expect.poll(() => loaded(page)).toBe(pages)
}

/** Waits until nothing is under way in the workroom: no question, no drag, no typing, nothing to keep. */
export async function atRest(page: Page): Promise<void> {
  await untilRoom(page, '[data-workroom][aria-busy="false"]', BENCH_SHOWN)
}

const BENCH_SHOWN = '[aria-label="Bench"][aria-busy="false"]'

/** Waits until the workroom is in a state; asked within the page, for this is what tests wait for most. */
async function untilRoom(page: Page, ...states: readonly string[]): Promise<void> {
  const inPage = (wanted: readonly string[]) => wanted.every((selector) => document.querySelector(selector) !== null)
  await page.waitForFunction(inPage, states, { polling: 50, timeout: 40_000 })
}

/** Leaves the close-up and closes the sheet, where they are open. */
export async function toLineup(page: Page): Promise<void> {
  const back = page.getByRole('button', { name: 'Lineup', exact: true })
  if (await back.isVisible()) await back.click()
  if (await page.getByRole('region', { name: 'Sheet', exact: true }).isVisible()) await page.keyboard.press('Alt+s')
}

export async function facet(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Facets' }).getByRole('button', { name }).click()
}

/** Waits until the interface says that everything is kept. */
export async function kept(page: Page): Promise<void> {
  await untilRoom(page, '[data-workroom][aria-busy="false"]', BENCH_SHOWN, '[data-keeping="kept"]')
}

/** The site as the server holds it. */
export async function stored(request: APIRequestContext, siteId: string) {
  // The server may close a line that was idle in the moment it is used again; asking twice changes nothing.
  const ask = () => request.get(`/api/sites/${siteId}`)
  const answer = await ask().catch(ask)
  return (await answer.json()) as {
    revision: number
    cursor: number
    steps: { label: string }[]
    texts: Record<string, string>
    looks: { id: string; text: string }[]
    files: { path: string }[]
    sheetPath: string
  }
}

/** Clicks with the real pointer on an element inside the close-up, which may be shown smaller than it is. */
export async function clickInCloseUp(page: Page, file: string, selector: string, times = 1): Promise<void> {
  const iframe = page.locator(`iframe[title="Close-up of the page ${file}"]`).first()
  const frame = (await (await iframe.elementHandle())!.contentFrame())!
  await frame.waitForSelector(selector)
  await drawn(frame)
  const spot = await frame.evaluate((wanted) => {
    const element = document.querySelector(wanted)!
    element.scrollIntoView({ block: 'center', behavior: 'instant' })
    const { x, y, width, height } = element.getBoundingClientRect()
    return { x: x + Math.min(width / 2, 24), y: y + height / 2, all: innerWidth }
  }, selector)
  const box = (await iframe.boundingBox())!
  const scale = box.width / spot.all
  await page.mouse.click(box.x + spot.x * scale, box.y + spot.y * scale, { clickCount: times })
}

/** Waits until a page has been drawn as it is now: before, browsers let clicks go by and put timers off. */
export async function drawn(frame: Frame): Promise<void> {
  await frame.waitForLoadState()
  await frame.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
}

/**
 * Types before all else in the sheet's text. Not by a click: Playwright tries a covered place again by scrolling, and in a
 * line of a million characters it scrolls to where it never finds it.
 */
export async function typeAtStart(page: Page, text: string): Promise<void> {
  await page.getByRole('textbox', { name: 'Text of the sheet' }).focus()
  await page.keyboard.press('Control+Home')
  await page.keyboard.type(text)
}
