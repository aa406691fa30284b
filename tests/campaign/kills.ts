import { STEPS_KEPT } from '../../src/server/sqlite/unused.ts'
import { newData, startServer } from '../../e2e/server.ts'
import { chance, type Outcome } from './outcome.ts'
import { opened, saveOf, send, smallSite } from './talk.ts'
import type { SaveRequest } from '../../src/protocol/site-state.ts'

/** What is known of a site that is saved to while the server may end at any moment. */
interface Known {
  readonly site: string
  lookId: string
  /** The last revision that was acknowledged. */
  revision: number
  /** A save that was sent and has no answer. */
  open: SaveRequest | null
}

const SITES = 3
/** The server ends so long after the saves began: early, in the midst, and between them. */
const LATEST_MS = 250
const SAVES_AT_MOST = 60

/** What the sheet says at a revision; of different lengths, so that a mixture of two shows. */
const sheetAt = (revision: number) => `/* ${revision} */ p { top: ${revision}px } ${'a '.repeat(revision % 50)}`

/** Ends the server with SIGKILL while saves are under way, again and again; each time everything acknowledged must be there, once. */
export async function kills(count: number, seed: number, heard: (done: number) => void): Promise<Outcome> {
  const random = chance(seed)
  const data = newData()
  const faults: string[] = []
  let acknowledged = 0
  let server = await startServer(data)
  const all: Known[] = []
  for (let at = 0; at < SITES; at++) {
    const site = await smallSite(server.address, sheetAt(0))
    all.push({ site, lookId: (await opened(server.address, site)).lookId, revision: 0, open: null })
  }
  for (let round = 0; round < count; round++) {
    const { address } = server
    const before = all.reduce((sum, { revision }) => sum + revision, 0)
    const saving = Promise.all(all.map((known) => saveUntilGone(address, known)))
    await new Promise((resolve) => setTimeout(resolve, random() * LATEST_MS))
    await server.kill()
    await saving
    acknowledged += all.reduce((sum, { revision }) => sum + revision, 0) - before
    server = await startServer(data)
    for (const known of all)
      faults.push(...(await faultsAfter(server.address, known)).map((f) => `Kill ${round}: ${f}`))
    heard(round + 1)
  }
  await server.kill()
  return { part: 'kills during saves', tried: count, faults, note: `${acknowledged} saves acknowledged` }
}

async function saveUntilGone(address: string, known: Known): Promise<void> {
  for (let at = 0; at < SAVES_AT_MOST; at++) {
    const { revision } = known
    known.open = saveOf(known, sheetAt(revision), sheetAt(revision + 1))
    try {
      const answer = await send(address, `/api/sites/${known.site}/save`, known.open)
      if (!answer.ok) return
      await answer.json()
    } catch {
      return
    }
    known.revision = revision + 1
    known.open = null
  }
}

/** What is wrong with a site after the server came back. The save without an answer may have been done or not, but whole. */
async function faultsAfter(address: string, known: Known): Promise<string[]> {
  const faults: string[] = []
  const state = await opened(address, known.site)
  const look = state.looks[0]!
  const possible = [known.revision, ...(known.open ? [known.revision + 1] : [])]
  if (!possible.includes(state.revision))
    faults.push(`revision ${state.revision} where ${known.revision} was acknowledged.`)
  if (look.text !== sheetAt(state.revision)) faults.push(`the sheet does not say what revision ${state.revision} says.`)
  const steps = state.steps.length + state.olderSteps
  if (steps < Math.min(state.revision, STEPS_KEPT) || steps > state.revision || state.cursor !== state.steps.length)
    faults.push(`${steps} steps, ${state.cursor} of them applied, at revision ${state.revision}.`)
  if (known.open) {
    // The workroom sends it again; it is done once, whether it had been done or not.
    const again = await send(address, `/api/sites/${known.site}/save`, known.open)
    const after = await opened(address, known.site)
    if (!again.ok || after.revision !== known.revision + 1)
      faults.push(`a save sent again led to revision ${after.revision}, not ${known.revision + 1} (${again.status}).`)
    known.revision = after.revision
    known.open = null
  }
  return faults
}
