import type { WearSummary } from '../core/model/wear-summary.ts'
import type { SitePath } from '../core/paths/paths.ts'
import { Outbox } from './outbox.ts'
import type { FitNews, FromWorker, SiteNews, ToWorker } from './protocol.ts'
import type { Answer, Ask, LongQuestion, Progress, Question } from './questions.ts'

/** Why a question has no answer, in words that can be shown. */
export class QuestionFault extends Error {}

/** What the workroom hears of the worker without asking, and what it must say when the worker begins anew. */
export interface WorkerEvents {
  readonly onWear: (reports: WearSummary[]) => void
  readonly onFit: (news: FitNews) => void
  /** Something that comes by itself could not be found out; `page` is null for what concerns all of them. */
  readonly onTrouble: (about: 'wear' | 'fit', page: SitePath | null, message: string) => void
  /** Everything a worker that has just begun must be told; of texts only what is another than was loaded, where it `hasTexts`. */
  readonly wholeSite: (hasTexts: boolean) => SiteNews[]
  /** How many questions wait for an answer. */
  readonly onWaiting: (questions: number) => void
  /** The worker cannot be kept going: nothing more will be heard. */
  readonly onGone: (message: string) => void
}

interface Waiting {
  readonly message: ToWorker
  readonly resolve: (answer: never) => void
  readonly reject: (fault: QuestionFault) => void
  readonly onProgress?: (progress: never) => void
  /** How often it has been asked. */
  tries: number
}

/** How often a question is asked again when the worker dies over it. */
const TRIES = 2
/** How often a worker is started that dies without having said anything. */
const STARTS = 3

const GONE = 'What looks at the pages in the background cannot be started. Reload the page; your changes are kept.'
const DIED = 'This could not be found out: what looks at the pages in the background stopped over it.'

const siteWorker = () => new Worker(new URL('./site.worker.ts', import.meta.url), { type: 'module' })

/** A worker that waits for its workroom, and what it has said meanwhile. */
interface Waiter {
  readonly worker: Worker
  readonly heard: FromWorker[]
}

/** One that waits, and the site whose texts it is told meanwhile. */
let ready: (Waiter & { readonly site: string | null }) | null = null

/** Starts the site worker while its site is on its way: it takes a while to come to life. */
export function warmSiteWorker(): void {
  ready ??= { ...waitingWorker(), site: null }
}

/** One that dies while it waits is ready no more: the workroom starts another, and hears what becomes of it. */
function waitingWorker(): Waiter {
  const worker = siteWorker()
  const heard: FromWorker[] = []
  worker.onmessage = ({ data }: MessageEvent<FromWorker>) => heard.push(data)
  worker.onerror = (event) => {
    event.preventDefault()
    if (ready?.worker === worker) ready = null
  }
  return { worker, heard }
}

/** Tells a worker that starts which site it is for. Gives where it hears the site's texts. */
export function readySiteWorker(site: string): MessagePort {
  if (ready?.site !== null) ready?.worker.terminate()
  ready = { ...(ready?.site === null ? ready : waitingWorker()), site }
  const { port1, port2 } = new MessageChannel()
  ready.worker.postMessage({ type: 'loading', id: site, port: port1 } satisfies ToWorker, [port1])
  return port2
}

/** A worker, and whether it has been told the texts of the site as they were loaded. */
interface Started extends Waiter {
  readonly hasTexts: boolean
}

/** The worker that is ready for a site; else a new one. */
export function takeSiteWorker(site: string): Started {
  const found = ready?.site === site ? ready : null
  if (found) ready = null
  return found ? { ...found, hasTexts: true } : { worker: siteWorker(), heard: [], hasTexts: false }
}

/** The workroom's end of the site worker. A worker that dies is started again and told the present state of the site. */
export class SiteWorker {
  private worker: Worker
  private readonly waiting = new Map<number, Waiting>()
  private next = 1
  private silentStarts = 0
  private closed = false
  private hasTexts = false
  private watching = new AbortController()
  private readonly outbox = new Outbox((message) => this.worker.postMessage(message))
  /** Called before each question: tells the worker what it has not heard yet, so that it answers about the latest text. */
  beforeAsk: () => void = () => undefined

  constructor(
    private readonly events: WorkerEvents,
    private readonly make: () => Started,
  ) {
    this.worker = this.start()
  }

  private start(): Worker {
    const { worker, hasTexts, heard } = this.make()
    this.hasTexts = hasTexts
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => this.hear(data)
    worker.onerror = (event) => {
      event.preventDefault()
      this.restart()
    }
    worker.onmessageerror = () => this.restart()
    this.silentStarts++
    for (const said of heard) this.hear(said)
    return worker
  }

  private hear(data: FromWorker): void {
    if (data.type !== 'alive') this.silentStarts = 0
    switch (data.type) {
      case 'alive':
        return this.watch(data.lock)
      case 'wear':
        return this.events.onWear(data.reports)
      case 'fit':
        return this.events.onFit(data.news)
      case 'trouble':
        return this.events.onTrouble(data.about, data.page, data.message)
      case 'progress':
        return this.waiting.get(data.id)?.onProgress?.(data.progress as never)
      case 'answer':
        return this.settle(data.id, ({ resolve }) => resolve(data.answer as never))
      case 'failed':
        return this.settle(data.id, ({ reject }) => reject(new QuestionFault(`It failed inside: ${data.message}`)))
    }
  }

  /** A worker that ends without an error, closed from inside or by the browser, lets go of its lock; nothing else tells of it. */
  private watch(lock: string): void {
    this.watching.abort()
    this.watching = new AbortController()
    navigator.locks.request(lock, { signal: this.watching.signal }, () => this.restart()).catch(() => undefined)
  }

  private settle(id: number, how: (waiting: Waiting) => void): void {
    const found = this.waiting.get(id)
    this.waiting.delete(id)
    this.events.onWaiting(this.waiting.size)
    if (found) how(found)
  }

  private restart(): void {
    if (this.closed) return
    this.watching.abort()
    this.worker.terminate()
    this.outbox.clear()
    if (this.silentStarts >= STARTS) return this.giveUp()
    this.worker = this.start()
    this.begin()
    for (const [id, waiting] of this.waiting) {
      if (waiting.tries >= TRIES) this.settle(id, ({ reject }) => reject(new QuestionFault(DIED)))
      else {
        waiting.tries++
        this.outbox.send(waiting.message)
      }
    }
  }

  private giveUp(): void {
    this.closed = true
    for (const id of [...this.waiting.keys()]) this.settle(id, ({ reject }) => reject(new QuestionFault(GONE)))
    this.events.onGone(GONE)
  }

  /** Tells a worker that has just begun all that it does not know of the site. */
  begin(): void {
    for (const news of this.events.wholeSite(this.hasTexts)) this.tell(news)
  }

  tell(message: SiteNews): void {
    this.outbox.send(message)
  }

  /** Asks a question. Rejects with a {@link QuestionFault} when it cannot be answered. */
  ask<Q extends Question>(question: Q, ask: Ask<Q>): Promise<Answer<Q>> {
    return this.send(question, ask).answer
  }

  /** Asks what takes long: hears how far it is, and can be called off; then the answer is null. */
  askLong<Q extends LongQuestion>(
    question: Q,
    ask: Ask<Q>,
    onProgress: (progress: Progress<Q>) => void,
    signal: AbortSignal,
  ): Promise<Answer<Q> | null> {
    const { id, answer } = this.send(question, ask, onProgress)
    signal.addEventListener('abort', () => this.outbox.send({ type: 'cancel', id }))
    return answer
  }

  private send<Q extends Question>(
    question: Q,
    ask: Ask<Q>,
    onProgress?: (progress: Progress<Q>) => void,
  ): { readonly id: number; readonly answer: Promise<Answer<Q>> } {
    if (this.closed) return { id: 0, answer: Promise.reject(new QuestionFault(GONE)) }
    this.beforeAsk()
    const id = this.next++
    const message = { type: 'ask', id, question, ask } as ToWorker
    const answer = new Promise<Answer<Q>>((resolve, reject) => {
      this.waiting.set(id, { message, resolve, reject, tries: 1, ...(onProgress ? { onProgress } : {}) })
      this.outbox.send(message)
      this.events.onWaiting(this.waiting.size)
    })
    return { id, answer }
  }

  close(): void {
    this.closed = true
    this.watching.abort()
    this.outbox.clear()
    this.worker.terminate()
  }
}
