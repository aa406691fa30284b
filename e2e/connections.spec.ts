import { escapes } from '../tests/campaign/escapes.ts'
import { hostilePages } from '../tests/campaign/pages.ts'
import config from '../playwright.config.ts'
import { expect, test } from './test.ts'

test('no page opens a connection, whatever it is made of, in a profile like anybody’s', async ({ server }) => {
  const { tried, faults } = await hostilePages(server, config.use!.launchOptions!, () => undefined)
  expect(faults).toEqual([])
  expect(tried).toBeGreaterThanOrEqual(100)
})

/** A few of the campaign's ways out, each of another kind. */
const SOME =
  /^(?:outside link|closed shadow tree|link that is used|summary slotted into a closed link|base with a target)$/

test('nothing that is pressed in a page leads its frame or the window anywhere, or connects', async ({ server }) => {
  const { tried, faults } = await escapes(
    server,
    config.use!.launchOptions!,
    ({ name }) => SOME.test(name),
    () => undefined,
  )
  expect(faults).toEqual([])
  expect(tried).toBe(5)
})
