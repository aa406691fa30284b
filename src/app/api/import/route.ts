import { z } from 'zod'
import { repository } from '../../../server/open-repository.ts'
import { readBody } from '../../../server/http/body.ts'
import { NAME_LETTERS, type ImportLine, type ImportResult } from '../../../protocol/site-state.ts'
import { answering, errorResponse, PublicError } from '../../../server/http/errors.ts'
import { LIMITS } from '../../../protocol/limits.ts'
import { importSite } from '../../../server/import/site.ts'

export const dynamic = 'force-dynamic'

const nameSchema = z.string().trim().min(1).max(NAME_LETTERS)

/** Makes a site of the ZIP archive in the body; `?name=` says what to call it. Asked for application/x-ndjson, it tells line by line how far it is. */
export function POST(request: Request): Promise<Response> {
  return answering(async () => {
    if (request.headers.get('content-type') !== 'application/zip')
      throw new PublicError('bad-request', 'Send the archive as application/zip.')
    const name = nameSchema.parse(new URL(request.url).searchParams.get('name') ?? '')
    const bytes = await readBody(request, LIMITS.archive, 'The archive')
    const kept = await repository()
    if (request.headers.get('accept') === 'application/x-ndjson')
      return inLines((progress) => importSite(kept, name, bytes, request.signal, progress))
    return Response.json(await importSite(kept, name, bytes, request.signal), { status: 201 })
  })
}

/** Told at most so often, in ms. */
const LINE_MS = 100

/** An answer that grows: lines of JSON with the share done, then one with the result or the error. */
function inLines(work: (progress: (share: number) => void) => Promise<ImportResult>): Response {
  const encoder = new TextEncoder()
  let last = 0
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const line = (said: ImportLine) => controller.enqueue(encoder.encode(`${JSON.stringify(said)}\n`))
      try {
        line({
          result: await work((share) => {
            if (Date.now() - last < LINE_MS) return
            last = Date.now()
            line({ share })
          }),
        })
      } catch (error) {
        line((await errorResponse(error).json()) as ImportLine)
      }
      controller.close()
    },
  })
  return new Response(stream, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } })
}
