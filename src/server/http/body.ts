import { megabytes } from '../../protocol/limits.ts'
import { PublicError } from './errors.ts'

/** A request's body, given up on as soon as it is larger than `most` bytes. Throws {@link PublicError} `too-large`. */
export async function readBody(request: Request, most: number, what: string): Promise<Buffer> {
  const chunks: Uint8Array[] = []
  let size = 0
  const refused = () =>
    new PublicError(
      'too-large',
      `${what} is larger than ${megabytes(most)}, the most Attire takes. Leave out what the site does not need.`,
    )
  if (Number(request.headers.get('content-length') ?? 0) > most) throw refused()
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.length
    if (size > most) throw refused()
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}
