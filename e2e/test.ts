import { test as base } from '@playwright/test'
import { startServer } from './server.ts'

export { expect, type APIRequestContext, type Browser, type Frame, type Page } from '@playwright/test'

/** Tests share the server of their worker, and nothing else: each brings in the sites it works on. */
export const test = base.extend<object, { server: string }>({
  server: [
    // Playwright asks for the first argument to be taken apart, also where nothing of it is used.
    async ({}, use) => {
      const { address, kill } = await startServer()
      await use(address)
      await kill()
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(server),
})
