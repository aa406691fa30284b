import { fakedAnswers } from '../tests/campaign/answers.ts'
import { archives } from '../tests/campaign/archives.ts'
import { kills } from '../tests/campaign/kills.ts'
import { malformed } from '../tests/campaign/requests.ts'
import { together } from '../tests/campaign/together.ts'
import { expect, test } from './test.ts'

// A short version of most parts of `npm run campaign`; hostile pages and ways out of them are in connections.spec.ts, fuzzed texts among the unit tests.
const SEED = 7
const quietly = () => undefined
/** How long something took says more of the machine than of Attire, so only the campaign itself counts it. */
const isNoTime = (fault: string) => !/ took \d+ ms/.test(fault)

test('saves that were acknowledged are there after the server was killed in their midst', async () => {
  expect(await kills(2, SEED, quietly)).toMatchObject({ tried: 2, faults: [] })
})

test('saves, openings and new sites go on while imports come in', async ({ server }) => {
  const { tried, faults } = await together(server, 120, 50, quietly)
  expect(faults.filter(isNoTime)).toEqual([])
  expect(tried).toBeGreaterThanOrEqual(120)
})

test('malformed requests and archives that mean harm are refused with a sentence', async ({ server }) => {
  expect(await malformed(server, 150, quietly)).toMatchObject({ tried: 150, faults: [] })
  const { tried, faults } = await archives(server, 30, SEED, quietly)
  expect(tried).toBe(30)
  expect(faults.filter(isNoTime)).toEqual([])
})

test('whatever a save is answered, what the window holds is kept in the end', async ({ page, server }) => {
  expect(await fakedAnswers(page, server, 5, quietly)).toMatchObject({ tried: 5, faults: [] })
})
