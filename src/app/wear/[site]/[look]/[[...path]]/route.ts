import { database } from '../../../../../server/db/database.ts'
import { answering, PublicError } from '../../../../../server/http/errors.ts'
import { serveWorn } from '../../../../../server/wear/serve.ts'

export const dynamic = 'force-dynamic'

/** Files of a site as frames load them; the path mirrors the site's folder. */
export function GET(request: Request): Promise<Response> {
  return answering(async () => {
    const [, , siteId = '', lookId = '', ...segments] = new URL(request.url).pathname.split('/')
    const host = request.headers.get('host') ?? ''
    return serveWorn(await database(), { siteId, lookId, path: segments.map(decode).join('/'), origin: `http://${host}` })
  })
}

function decode(segment: string): string {
  try {
    return decodeURIComponent(segment)
  } catch {
    throw new PublicError('bad-request', `“${segment}” is not a valid part of an address.`)
  }
}
