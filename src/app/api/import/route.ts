import { z } from 'zod'
import { database } from '../../../server/db/database.ts'
import { readBody } from '../../../server/http/body.ts'
import { answering, PublicError } from '../../../server/http/errors.ts'
import { LIMITS } from '../../../server/import/limits.ts'
import { importSite } from '../../../server/import/site.ts'

export const dynamic = 'force-dynamic'

const nameSchema = z.string().trim().min(1).max(120)

/** Makes a site of the ZIP archive in the body; `?name=` says what to call it. */
export function POST(request: Request): Promise<Response> {
  return answering(async () => {
    if (request.headers.get('content-type') !== 'application/zip') throw new PublicError('bad-request', 'Send the archive as application/zip.')
    const name = nameSchema.parse(new URL(request.url).searchParams.get('name') ?? '')
    const bytes = await readBody(request, LIMITS.archive, 'The archive')
    return Response.json(await importSite(await database(), name, bytes, request.signal), { status: 201 })
  })
}
