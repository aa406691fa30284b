import { fileDoc, lookDoc, type Doc } from '../../src/core/site/step.ts'
import { createWorkroom, type WorkroomStore } from '../../src/ui/state/store.ts'
import { newData, startServer } from '../../e2e/server.ts'
import { serverAt } from '../site-server.ts'
import { chance, type Outcome } from './outcome.ts'
import { bring, opened } from './talk.ts'
import { zipSync } from 'fflate'

const bytes = (text: string) => new TextEncoder().encode(text)

/** A window on a site, without a screen. */
interface Window {
  readonly store: WorkroomStore
  /** Whether it cannot reach the server. */
  away: boolean
  /** How many places it was asked about. */
  asked: number
}

const RULES = Array.from({ length: 40 }, (_, at) => `.rule-${at} { margin: ${at}px; color: red }`).join('\n')
const PAGE = `<!doctype html><title>t</title><link rel="stylesheet" href="site.css">\n${Array.from({ length: 20 }, (_, at) => `<p>Line ${at}</p>`).join('\n')}\n`

async function siteOn(server: string): Promise<string> {
  const archive = zipSync({ 'index.html': bytes(PAGE), 'site.css': bytes(RULES), 'other.html': bytes(PAGE) })
  const answer = await bring(server, 'Two windows', archive as Uint8Array<ArrayBuffer>)
  return ((await answer.json()) as { siteId: string }).siteId
}

async function windowOn(server: string, siteId: string): Promise<Window> {
  const window: Window = { store: null as never, away: false, asked: 0 }
  const store = createWorkroom(
    await opened(server, siteId),
    serverAt(server, () => window.away),
  )
  return Object.assign(window, { store })
}

/** One edit somewhere, of a word that nobody else writes; in the sheet, or on one of two pages. Gives the word. */
function editSomewhere({ store }: Window, word: string, next: () => number): string | null {
  const state = store.getState()
  const docs: Doc[] = [lookDoc(state.lookId), lookDoc(state.lookId), fileDoc('index.html'), fileDoc('other.html')]
  const doc = docs[Math.floor(next() * docs.length)]!
  const text = state.texts.get(doc)!
  const lines = [...text.matchAll(/\n|$/g)].map(({ index }) => index)
  // Often in the same few lines.
  const at = lines[Math.floor(next() * (next() < 0.3 ? 4 : lines.length))]!
  // A line of its own, a word within a line, or the end of a line written over.
  const kind = next()
  if (kind < 0.6) {
    const splices = [{ from: at, to: at, insert: `\n/* ${word} */` }]
    return state.edit({ label: word, texts: [{ doc, splices }] }) ? word : null
  }
  const from = Math.max(text.lastIndexOf('\n', at - 1) + 1, at - Math.floor(next() * 6))
  // What somebody else wrote may be written over: then that word is gone by intent.
  if (/word/.test(text.slice(from, at)) || /[*>]/.test(text.slice(from, at))) return null
  return state.edit({ label: word, texts: [{ doc, splices: [{ from, to: at, insert: `/*${word}*/` }] }] }) ? word : null
}

const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Lets a window come to rest on the revision that the server has, choosing at random wherever it asks. */
async function settle(window: Window, server: string, next: () => number): Promise<boolean> {
  const { getState } = window.store
  for (const began = Date.now(); Date.now() - began < 20_000; await rest(5)) {
    const { keeping, isBusy, siteId } = getState()
    if (keeping.state === 'refused') return false
    if (keeping.state === 'conflict') {
      window.asked++
      getState().choose(() => (next() < 0.5 ? 'mine' : 'theirs'))
    } else if (keeping.state === 'kept' && !isBusy()) {
      const { revision } = await opened(server, siteId)
      if (revision === keeping.revision) return true
      getState().hear(revision)
    }
  }
  return false
}

/** One round: windows on one site that edit at once, fall asleep, go offline, undo; all must end with the same texts. */
async function round(
  servers: readonly string[],
  next: () => number,
  name: string,
): Promise<{ faults: string[]; asked: number }> {
  const siteId = await siteOn(servers[0]!)
  const count = 2 + Math.floor(next() * 2)
  const windows = await Promise.all(
    Array.from({ length: count }, (_, at) => windowOn(servers[at % servers.length]!, siteId)),
  )
  const faults: string[] = []
  const written = new Set<string>()
  const offline = next() < 0.3 ? windows[0]! : null
  if (offline) offline.away = true
  for (let at = 0; at < (offline ? 50 : 6); at++)
    for (const [which, window] of windows.entries()) {
      if (offline && window !== offline && at % 8 > 0) continue
      const word = editSomewhere(window, `word${at}x${which}`, next)
      if (word) written.add(word)
      // A window that is asleep hears nothing until the end.
      if (next() < 0.3) window.store.getState().hear(null)
      if (next() < 0.4) await rest(next() * 10)
      if (next() < 0.1 && window.store.getState().undoable) {
        const { label } = window.store.getState().undoable!
        window.store.getState().undo()
        written.delete(label)
        if (next() < 0.5) window.store.getState().redo()
        // Where others wrote over it since, it is not made again.
        if ([...window.store.getState().texts.values()].some((text) => text.includes(label))) written.add(label)
      }
    }
  if (offline) offline.away = false
  // Once more around: what one window was asked about, the others must hear of.
  for (let times = 0; times < 3; times++)
    for (const window of windows)
      if (!(await settle(window, servers[0]!, next)))
        faults.push(`${name}: a window does not come to rest: ${JSON.stringify(window.store.getState().keeping)}`)
  const kept = await opened(servers[0]!, siteId)
  const [one, ...others] = windows.map(({ store: { getState } }) => JSON.stringify([...getState().texts].sort()))
  if (others.some((each) => each !== one)) faults.push(`${name}: windows hold different texts`)
  const state = windows[0]!.store.getState()
  if (
    state.texts.get(lookDoc(state.lookId)) !== kept.looks[0]!.text ||
    state.texts.get(fileDoc('index.html')) !== kept.texts['index.html']
  )
    faults.push(`${name}: window and server hold different texts`)
  const asked = windows.reduce((sum, each) => sum + each.asked, 0)
  // Where nobody was asked, every word is there, once.
  const all = kept.looks[0]!.text + Object.values(kept.texts).join('')
  if (asked === 0)
    for (const word of written) {
      const times = all.split(new RegExp(`${word}(?!\\d)`)).length - 1
      if (times !== 1)
        faults.push(
          `${name}: ${word} is there ${times} times${process.env.DEBUG ? JSON.stringify(windows[0]!.store.getState().past.map((s) => [s.label, s.texts.map((t) => [t.doc.slice(0, 14), t.splices, t.inverse])])) : ''}`,
        )
    }
  return { faults, asked }
}

/** Windows on one site, on two servers over the same data. */
export async function windowsOnOneSite(count: number, seed: number, heard: (done: number) => void): Promise<Outcome> {
  const data = newData()
  const servers = [await startServer(data), await startServer(data)]
  const next = chance(seed)
  const faults: string[] = []
  let asked = 0
  for (let at = 0; at < count; at++) {
    const addresses = servers.map(({ address }) => address)
    const outcome = await round(addresses, next, `round ${at}`)
    faults.push(...outcome.faults)
    asked += outcome.asked
    heard(at + 1)
  }
  for (const { kill } of servers) await kill()
  return {
    part: 'windows',
    tried: count,
    faults,
    note: `two or three on two servers, asked ${asked} times about one place`,
  }
}
