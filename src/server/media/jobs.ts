import { pixelsOf } from '../../platform/pixels.ts'
import { unpackFont } from '../../platform/unpack-font.ts'
import { readFont } from './read-font.ts'
import { scaledCopy } from './scaled-copy.ts'

/** What the thread can be asked about the bytes of a file; `width` is in px, for those that make a picture. */
export const JOBS = {
  pixels: (bytes: Buffer) => pixelsOf(bytes),
  font: (bytes: Buffer) => readFont(bytes),
  unpacked: (bytes: Buffer) => unpackFont(bytes).catch(() => null),
  scaled: (bytes: Buffer, width: number) => scaledCopy(bytes, width),
} as const

export type Job = keyof typeof JOBS
export type JobAnswer<J extends Job> = Awaited<ReturnType<(typeof JOBS)[J]>>

/** One question to the thread. */
export interface JobRequest {
  readonly job: Job
  readonly bytes: Uint8Array
  readonly width: number
}
