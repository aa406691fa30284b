import { expect, it } from 'vitest'
import { fuzzPages, fuzzRuns, fuzzSheets } from '../campaign/fuzz.ts'
import { runs } from '../runs.ts'

// The short version of three parts of `npm run campaign`.
const SEED = 7
it('broken sheets go through everything that reads or plans', () => {
  expect(fuzzSheets(runs(80), SEED, () => undefined)).toMatchObject({ faults: [] })
})
it('broken pages go through everything that reads or plans', () => {
  expect(fuzzPages(runs(60), SEED, () => undefined)).toMatchObject({ faults: [] })
})
it('runs of one sign are answered to their end', () => {
  expect(fuzzRuns(runs(30), SEED, () => undefined)).toMatchObject({ faults: [] })
})
