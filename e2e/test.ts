import { expect, test as base, type BrowserContext } from '@playwright/test'
import config from '../playwright.config.ts'
import { newData, startServer } from './server.ts'

export { expect }
export type { APIRequestContext, Browser, Frame, Page } from '@playwright/test'

/** Polling comes down to asking once a second by itself; what is waited for here takes a tenth of that. */
const ASKED_EVERY_MS = 100
const { poll } = expect
expect.poll = (read, options) =>
  poll(read, {
    intervals: [ASKED_EVERY_MS],
    ...(typeof options === 'string' ? { message: options } : options),
  })

/**
 * Tests share the server of their worker and a profile in which Attire was opened before, so that its scripts and fonts
 * are not read anew for each of them. Nothing else: each brings in the sites it works on.
 */
export const test = base.extend<object, { server: string; profile: BrowserContext }>({
  server: [
    // Playwright asks for the first argument to be taken apart, also where nothing of it is used.
    async ({}, use) => {
      const { address, kill } = await startServer()
      await use(address)
      await kill()
    },
    { scope: 'worker' },
  ],
  profile: [
    async ({ playwright, server }, use) => {
      const { launchOptions, viewport } = config.use!
      const options = { ...launchOptions, viewport: viewport!, baseURL: server }
      const profile = await playwright.chromium.launchPersistentContext(newData(), options)
      await use(profile)
      await profile.close()
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(server),
  context: async ({ profile, server }, use) => {
    await use(profile)
    await asNew(profile, server)
  },
  page: ({ context }, use) => use(context.pages()[0]!),
})

/** One empty page, nothing routed, nothing remembered. */
async function asNew(profile: BrowserContext, origin: string): Promise<void> {
  const used = profile.pages()
  const page = await profile.newPage()
  await Promise.all(used.map((each) => each.close()))
  await profile.unrouteAll({ behavior: 'ignoreErrors' })
  await profile.clearPermissions()
  const session = await profile.newCDPSession(page)
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'cookies,local_storage,indexeddb' })
  await session.detach()
}
