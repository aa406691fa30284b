import type { WearSummary } from '../core/fit/site-model.ts'
import type { SiteState } from '../core/site/protocol.ts'
import type { MainColor } from '../core/color/cluster.ts'
import type { FromLoader } from './load.worker.ts'
import type { FromPicture } from './picture.worker.ts'
import type { FitNews, FromWorker, LongProgress, LongQuestion, Question, Questions, ToWorker } from './protocol.ts'

/** The workroom's end of the site worker. */
export class SiteWorker {
  private readonly worker = new Worker(new URL('./site.worker.ts', import.meta.url), { type: 'module' })
  private readonly waiting = new Map<number, (answer: never) => void>()
  private readonly progress = new Map<number, (progress: never) => void>()
  private next = 1
  /** Called before each question: tells the worker what it has not heard yet, so that it answers about the latest text. */
  beforeAsk: () => void = () => undefined

  constructor(onWear: (reports: WearSummary[]) => void, onFit: (news: FitNews) => void) {
    this.worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (data.type === 'wear') return onWear(data.reports)
      if (data.type === 'fit') return onFit(data.news)
      if (data.type === 'progress') return this.progress.get(data.id)?.(data.progress as never)
      this.waiting.get(data.id)?.(data.answer as never)
      this.waiting.delete(data.id)
      this.progress.delete(data.id)
    }
  }

  tell(message: Extract<ToWorker, { type: 'files' | 'texts' | 'looks' }>): void {
    this.worker.postMessage(message)
  }

  ask<Q extends Question>(question: Q, ask: Questions[Q]['ask']): Promise<Questions[Q]['answer']> {
    this.beforeAsk()
    const id = this.next++
    return new Promise((resolve) => {
      this.waiting.set(id, resolve)
      this.worker.postMessage({ type: 'ask', id, question, ask } as ToWorker)
    })
  }

  /** Asks what takes long: hears how far it is, and can be called off; then the answer is null. */
  askLong<Q extends LongQuestion>(
    question: Q,
    ask: Questions[Q]['ask'],
    onProgress: (progress: LongProgress[Q]) => void,
    signal: AbortSignal,
  ): Promise<Questions[Q]['answer']> {
    this.beforeAsk()
    const id = this.next
    this.progress.set(id, onProgress)
    signal.addEventListener('abort', () => this.worker.postMessage({ type: 'cancel', id } satisfies ToWorker))
    return this.ask(question, ask)
  }

  close(): void {
    this.worker.terminate()
  }
}

/** Why a site could not be loaded. */
export interface LoadFault {
  readonly code: string
  readonly message: string
}

/** Loads a site in a worker of its own. Rejects with a {@link LoadFault}. */
export function loadSite(address: string): Promise<SiteState> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./load.worker.ts', import.meta.url), { type: 'module' })
    let site: SiteState | null = null
    worker.onmessage = ({ data }: MessageEvent<FromLoader>) => {
      if (data.type === 'site') site = data.site
      else if (data.type === 'texts') for (const [path, text] of data.texts) site!.texts[path] = text
      else {
        worker.terminate()
        if (data.type === 'done') resolve(site!)
        else reject({ code: data.code, message: data.message } satisfies LoadFault)
      }
    }
    worker.postMessage({ address })
  })
}

/** The main colours of a picture, found in a worker. Rejects when it cannot be read. */
export function picturePalette(picture: Blob): Promise<MainColor[]> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FromPicture>) => {
      worker.terminate()
      if (data.type === 'colors') resolve(data.colors)
      else reject(new Error('The picture cannot be read.'))
    }
    worker.postMessage(picture)
  })
}

/** Packs files into one ZIP in a worker. `onProgress` hears the share done, 0 to 1. Aborting rejects. */
export function packFolder(
  files: { path: string; file: File }[],
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Blob> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./zip.worker.ts', import.meta.url), { type: 'module' })
    const end = (settle: () => void) => {
      worker.terminate()
      settle()
    }
    signal.addEventListener('abort', () => end(() => reject(new Error('The import was cancelled. Nothing was kept.'))))
    worker.onmessage = ({ data }) => {
      if (data.type === 'progress') onProgress(data.share)
      else if (data.type === 'done') end(() => resolve(new Blob([data.bytes], { type: 'application/zip' })))
      else end(() => reject(new Error(`A file of the folder could not be read: ${data.message}`)))
    }
    worker.postMessage({ files })
  })
}
