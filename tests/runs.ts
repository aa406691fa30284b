import fc from 'fast-check'

/**
 * `npm test` draws the same inputs every time, so that it fails for a change and not for the day. To look further, give
 * another seed (`ATTIRE_SEED=7`), and more inputs than usual (`ATTIRE_RUNS=50` is fifty times as many).
 */
const SEED = Number(process.env['ATTIRE_SEED'] ?? 20_261_126)
const TIMES = Number(process.env['ATTIRE_RUNS'] ?? 1)
/** What fast-check draws for a property that says no number of its own. */
const USUAL = 100

fc.configureGlobal({ seed: SEED, numRuns: USUAL * TIMES })

/** How many inputs a property is asked with, where `usual` are enough for every day. */
export const runs = (usual: number): number => usual * TIMES
