import { once } from 'node:events'
import path from 'node:path'
import { Worker } from 'node:worker_threads'
import type { FontFacts } from '../../core/type/facts.ts'
import { home } from '../home.ts'
import type { Job, JobAnswer, JobRequest } from './jobs.ts'

/** What takes longer is let be. The largest honest files take a tenth of it on a slow machine. */
const LIMIT_MS: Readonly<Record<Job, number>> = { pixels: 3000, font: 10_000, unpacked: 10_000, scaled: 40_000 }
/** Megabytes of values that the thread may fill: a font for all of Chinese needs about 200. */
const MOST_MEMORY = 512

/** The one thread that reads what came from outside, one file after the other; null for what it cannot read or not in time. */
export class MediaThread {
  private worker: Worker | null = null
  private line: Promise<unknown> = Promise.resolve()

  constructor(private readonly limits: Readonly<Record<Job, number>> = LIMIT_MS) {}

  ask<J extends Job>(job: J, bytes: Buffer, width = 0): Promise<JobAnswer<J> | null> {
    const answer = this.line.then(() => this.askNow({ job, bytes, width }))
    // One that could not be started is an error for whoever asked, and the next tries again.
    this.line = answer.catch(() => null)
    return answer as Promise<JobAnswer<J> | null>
  }

  private async askNow(request: JobRequest): Promise<unknown> {
    const worker = (this.worker ??= await start())
    return new Promise((resolve) => {
      const settle = (answer: unknown) => {
        clearTimeout(limit)
        worker.off('message', settle)
        worker.off('error', giveUp)
        resolve(answer)
      }
      const giveUp = () => {
        this.worker = null
        void worker.terminate()
        settle(null)
      }
      const limit = setTimeout(giveUp, this.limits[request.job])
      worker.on('message', settle)
      // It ran out of memory.
      worker.on('error', giveUp)
      worker.postMessage(request)
    })
  }
}

/** A thread that is ready to read; getting there is not counted against the first file. */
async function start(): Promise<Worker> {
  const file = path.resolve(/*turbopackIgnore: true*/ home(), '.cache/media.mjs')
  const worker = new Worker(file, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY } })
  await once(worker, 'message')
  worker.unref()
  return worker
}

const shared = globalThis as typeof globalThis & { attireMedia?: MediaThread }
const thread = () => (shared.attireMedia ??= new MediaThread())

/** Width and height of an image, turned as its own note says; null for what is none. */
export const pixelsOf = (bytes: Buffer) => thread().ask('pixels', bytes)

/** What a font file says of itself; null for bytes that are no WOFF2, WOFF, TrueType or OpenType font. */
export const factsOf = (bytes: Buffer): Promise<FontFacts | null> => thread().ask('font', bytes)

/** The TrueType or OpenType font in a font file; null for bytes that are none. */
export const unpackedFont = (bytes: Buffer) => thread().ask('unpacked', bytes)

/** A copy of an image, `width` px wide, in its own format; null when it cannot be read or has no pixels of its own. */
export const scaledCopy = async (bytes: Buffer, width: number): Promise<Buffer | null> => {
  const copy = await thread().ask('scaled', bytes, width)
  return copy && Buffer.from(copy)
}
