import type { Page, Route } from '@playwright/test'
import type { Outcome } from './outcome.ts'
import { opened, smallSite } from './talk.ts'

/** What a server, a proxy or the air may say to a save. */
type Fake = { readonly name: string; readonly give: (route: Route) => Promise<void> }

const said = (name: string, status: number, body: string, contentType = 'application/json'): Fake => ({
  name,
  give: (route) => route.fulfill({ status, body, contentType }),
})
const lost = (error: 'connectionrefused' | 'connectionreset' | 'timedout' | 'internetdisconnected'): Fake => ({
  name: error,
  give: (route) => route.abort(error),
})
const fault = (code: string) => JSON.stringify({ error: { code, message: 'A sentence.' } })

const FAKES: readonly Fake[] = [
  said('200 {}', 200, '{}'),
  said('200 null', 200, 'null'),
  said('a revision as text', 200, '{"revision":"7"}'),
  said('a body cut short', 200, '{"revi'),
  said('nothing', 200, ''),
  said('a page', 200, '<!doctype html><p>Welcome to the hotel', 'text/html'),
  said('a revision long past', 200, '{"revision":-1}'),
  said('a revision far ahead', 200, '{"revision":900719925474099}'),
  said('204', 204, ''),
  said('a page of a proxy', 502, '<h1>Bad Gateway', 'text/html'),
  ...[400, 401, 403, 404, 405, 409, 413, 418, 429, 500, 503].map((status) =>
    said(`${status} of another shape`, status, 'no'),
  ),
  ...['bad-request', 'not-found', 'too-large', 'failed', 'revision-old', 'made-up'].map((code) =>
    said(`${code}`, code === 'failed' ? 500 : 400, fault(code)),
  ),
  lost('connectionrefused'),
  lost('connectionreset'),
  lost('timedout'),
  lost('internetdisconnected'),
  {
    name: 'done, and the answer lost',
    give: async (route) => {
      await route.fetch()
      await route.abort('connectionreset')
    },
  },
  {
    name: 'an answer after 7 s',
    give: async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 7000))
      await route.continue()
    },
  },
]

/** Everything is kept, or a dialog offers ways on, within so many ms. */
const SETTLED_WITHIN = 45_000

/**
 * Gives each save one answer that is false, and the truth from then on. Whatever it was, what the window holds must end up kept:
 * by itself, or by the way on that a dialog offers.
 */
export async function fakedAnswers(
  page: Page,
  address: string,
  count: number,
  heard: (done: number) => void,
): Promise<Outcome> {
  const faults: string[] = []
  let asked = 0
  const step = Math.max(1, FAKES.length / count)
  const chosen = Array.from({ length: Math.min(count, FAKES.length) }, (_, at) => FAKES[Math.floor(at * step)]!)
  for (const [at, fake] of chosen.entries()) {
    const site = await smallSite(address, ':root { --x: red }\np { color: var(--x) }\n')
    let first = true
    await page.route(/\/save$/, (route) => {
      if (!first) return route.continue()
      first = false
      return fake.give(route)
    })
    await page.goto(`${address}/site/${site}`)
    const value = `rgb(${at}, 2, 3)`
    await page.getByRole('button', { name: /^Swatch --x/ }).click()
    const field = page.getByRole('textbox', { name: 'Swatch --x, any CSS colour' })
    await field.fill(value)
    await field.press('Enter')
    try {
      if (await settled(page)) asked++
      const { looks } = await opened(address, site)
      if (!looks[0]!.text.includes(value)) faults.push(`After “${fake.name}” the change is not kept.`)
    } catch (error) {
      faults.push(`After “${fake.name}” it hangs: ${String(error).slice(0, 200)}`)
    }
    await page.unrouteAll({ behavior: 'ignoreErrors' })
    heard(at + 1)
  }
  return { part: 'faked answers', tried: chosen.length, faults, note: `${asked} led to a dialog with ways on` }
}

/** Waits until everything is kept, taking the way on that a dialog offers; says whether there was one. */
async function settled(page: Page): Promise<boolean> {
  const kept = page.locator('[data-keeping="kept"]')
  const way = page
    .getByRole('dialog')
    .getByRole('button', { name: /^Keep this window’s version/ })
    .first()
  await kept.or(way).first().waitFor({ timeout: SETTLED_WITHIN })
  const asked = await way.isVisible()
  if (asked) await way.click()
  await kept.waitFor({ timeout: SETTLED_WITHIN })
  return asked
}
