import { z } from 'zod'
import { database } from '../../../server/db/database.ts'
import { answering, PublicError } from '../../../server/http/errors.ts'
import { LIMITS, megabytes } from '../../../server/import/limits.ts'
import { importSite } from '../../../server/import/site.ts'

export const dynamic = 'force-dynamic'

const nameSchema = z.string().trim().min(1).max(120)

/** Makes a site of the ZIP archive in the body; `?name=` says what to call it. */
export function POST(request: Request): Promise<Response> {
  return answering(async () => {
    if (request.headers.get('content-type') !== 'application/zip') throw new PublicError('bad-request', 'Send the archive as application/zip.')
    const name = nameSchema.parse(new URL(request.url).searchParams.get('name') ?? '')
    const bytes = await readBody(request)
    return Response.json(await importSite(await database(), name, bytes, request.signal), { status: 201 })
  })
}

/** The body, given up on as soon as it is larger than an archive may be. */
async function readBody(request: Request): Promise<Buffer> {
  const chunks: Uint8Array[] = []
  let size = 0
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.length
    if (size > LIMITS.archive) throw new PublicError('too-large', `The archive is larger than ${megabytes(LIMITS.archive)}, the most Attire takes. Leave out what the site does not need.`)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}
