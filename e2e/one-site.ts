import { test, expect, type APIRequestContext, type Page } from './test.ts'
import { bringIn, facet, kept, openSite, stored, toLineup } from './helpers.ts'

/** The workroom that the tests of a block share. */
export interface OneSite {
  readonly page: Page
  readonly site: string
}

/**
 * Opens a site once for all tests of a serial block: opening costs more than most of them. Each takes back what it did,
 * which shows that it can be, and the next finds the site as it came.
 */
export function oneSite(files: Record<string, Uint8Array>): OneSite {
  const shared = {} as { page: Page; site: string; request: APIRequestContext; sheet: string }
  const sheet = async () => (await stored(shared.request, shared.site)).looks[0]!.text
  test.beforeAll(async ({ browser, server, playwright }) => {
    shared.request = await playwright.request.newContext({ baseURL: server })
    shared.site = await bringIn(shared.request, 'One site', files)
    shared.page = await browser.newPage({ baseURL: server })
    shared.sheet = await sheet()
    await openSite(shared.page, shared.site)
  })
  test.afterEach(async () => {
    const { page } = shared
    await toLineup(page)
    await facet(page, 'Colour')
    const undo = page.getByRole('button', { name: /^Undo/ })
    while (await undo.isEnabled()) await undo.click()
    await kept(page)
    expect(await sheet()).toBe(shared.sheet)
  })
  test.afterAll(async () => {
    await shared.page.close()
    await shared.request.dispose()
  })
  return shared
}
