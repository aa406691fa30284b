import { hostilePages } from '../tests/campaign/pages.ts'
import config from '../playwright.config.ts'
import { expect, test } from './test.ts'

test('no page opens a connection, whatever it is made of, in a profile like anybody’s', async ({ server }) => {
  const { tried, faults } = await hostilePages(server, config.use!.launchOptions!, () => undefined)
  expect(faults).toEqual([])
  expect(tried).toBeGreaterThanOrEqual(100)
})
