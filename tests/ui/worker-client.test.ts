import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { FromWorker, SiteNews, ToWorker } from '../../src/workers/protocol.ts'
import { QuestionFault, SiteWorker, type WorkerEvents } from '../../src/workers/client.ts'

/** A worker that does what the test says. */
class FakeWorker {
  onmessage: ((event: { data: FromWorker }) => void) | null = null
  onerror: ((event: { preventDefault: () => void }) => void) | null = null
  onmessageerror: (() => void) | null = null
  readonly heard: ToWorker[] = []
  ended = false
  postMessage = (message: ToWorker) => void this.heard.push(message)
  terminate = () => void (this.ended = true)
  say = (message: FromWorker) => this.onmessage!({ data: message })
  die = () => this.onerror!({ preventDefault: () => undefined })
}

const SITE: SiteNews[] = [
  { type: 'files', files: [], sheetPath: 'site.css', sheetDoc: 'look:a' },
  { type: 'texts', texts: [['index.html', '<p>now']] },
]

let workers: FakeWorker[]
let told: { trouble: string[]; gone: string[]; waiting: number[] }
let worker: SiteWorker
/** What the next worker has said before it is taken. */
let saidBefore: FromWorker[] = []
beforeEach(() => {
  workers = []
  told = { trouble: [], gone: [], waiting: [] }
  const events: WorkerEvents = {
    onWear: () => undefined,
    onFit: () => undefined,
    onTrouble: (about, page, message) => told.trouble.push(`${about} ${page} ${message}`),
    onWaiting: (questions) => told.waiting.push(questions),
    onGone: (message) => told.gone.push(message),
    wholeSite: (hasTexts) => (hasTexts ? SITE.slice(0, 1) : SITE),
  }
  worker = new SiteWorker(events, () => {
    const fake = new FakeWorker()
    workers.push(fake)
    return { worker: fake as unknown as Worker, heard: saidBefore.splice(0), hasTexts: workers.length === 1 }
  })
})

describe('the workroom’s end of the site worker', () => {
  it('gives answers to whoever asked, and says how many wait', async () => {
    const answer = worker.ask('reach', { selector: 'p' })
    const other = worker.ask('prose', {})
    workers[0]!.say({ type: 'answer', id: 2, answer: 'words' })
    workers[0]!.say({ type: 'answer', id: 1, answer: 'reached' })
    expect([await answer, await other]).toEqual(['reached', 'words'])
    expect(told.waiting).toEqual([1, 2, 1, 0])
  })

  it('what throws inside reaches whoever asked as an error in words, and the worker goes on', async () => {
    const answer = worker.ask('reach', { selector: 'p' })
    workers[0]!.say({ type: 'failed', id: 1, message: 'x is not a function' })
    await expect(answer).rejects.toThrow(QuestionFault)
    await expect(answer).rejects.toThrow('x is not a function')
    workers[0]!.say({ type: 'trouble', about: 'wear', page: 'a.html', message: 'odd' })
    expect(told.trouble).toEqual(['wear a.html odd'])
    expect(workers).toHaveLength(1)
  })

  it('a worker that has the texts already is told the rest alone; the one after it is told everything', () => {
    worker.begin()
    expect(workers[0]!.heard).toEqual(SITE.slice(0, 1))
    workers[0]!.die()
    expect(workers[1]!.heard).toEqual(SITE)
  })

  it('what a worker has said before it is taken is heard', () => {
    saidBefore = [{ type: 'trouble', about: 'fit', page: null, message: 'early' }]
    workers[0]!.die()
    expect(told.trouble).toEqual(['fit null early'])
  })

  it('a worker that dies is started again with the present state, and what was asked is asked again', async () => {
    workers[0]!.say({ type: 'wear', reports: [], done: true })
    const answer = worker.ask('reach', { selector: 'p' })
    workers[0]!.die()
    expect(workers[0]!.ended).toBe(true)
    expect(workers[1]!.heard).toEqual([...SITE, expect.objectContaining({ type: 'ask', question: 'reach' })])
    workers[1]!.say({ type: 'answer', id: 1, answer: 'reached' })
    expect(await answer).toBe('reached')
    expect(told.gone).toEqual([])
  })

  it('a question the worker dies over twice has no answer, and says so', async () => {
    const answer = worker.ask('prose', {})
    workers[0]!.die()
    workers[1]!.say({ type: 'wear', reports: [], done: true })
    workers[1]!.die()
    await expect(answer).rejects.toThrow(/stopped over it/)
    expect(workers).toHaveLength(3)
  })

  it('one that cannot be started is given up with a sentence, and later questions are refused at once', async () => {
    const answer = worker.ask('prose', {})
    const refused = expect(answer).rejects.toThrow(/cannot be started|stopped over it/)
    for (let times = 0; times < 3; times++) workers.at(-1)!.die()
    await refused
    expect(told.gone).toEqual([expect.stringMatching(/Reload the page; your changes are kept\./)])
    await expect(worker.ask('prose', {})).rejects.toThrow(/cannot be started/)
  })

  it('what takes long tells how far it is, and is called off where it runs', async () => {
    const controller = new AbortController()
    const heard = vi.fn()
    const answer = worker.askLong('contrast', { viewport: { width: 1, height: 1 } }, heard, controller.signal)
    workers[0]!.say({ type: 'progress', id: 1, progress: { done: 1, total: 2 } })
    controller.abort()
    expect(workers[0]!.heard.at(-1)).toEqual({ type: 'cancel', id: 1 })
    workers[0]!.say({ type: 'answer', id: 1, answer: null })
    expect(await answer).toBeNull()
    expect(heard).toHaveBeenCalledWith({ done: 1, total: 2 })
  })
})
