import { repository } from '../../../../../server/open-repository.ts'
import { answering, PublicError } from '../../../../../server/http/errors.ts'
import { mayRunScripts } from '../../../../../server/wear/script-grant.ts'
import { serveWorn } from '../../../../../server/wear/serve.ts'

export const dynamic = 'force-dynamic'

/** Files of a site as frames load them; the path mirrors the site's folder. */
export function GET(request: Request): Promise<Response> {
  return answering(async () => {
    const { pathname, searchParams } = new URL(request.url)
    const [, , siteId = '', lookId = '', ...segments] = pathname.split('/')
    const host = request.headers.get('host') ?? ''
    const path = segments.map(decode).join('/')
    return serveWorn(await repository(), {
      siteId,
      lookId,
      path,
      origin: `http://${host}`,
      fontsArrive: searchParams.get('fonts') !== 'none',
      scriptsRun: mayRunScripts(siteId, path, searchParams.get('scripts')),
    })
  })
}

function decode(segment: string): string {
  try {
    return decodeURIComponent(segment)
  } catch {
    throw new PublicError('bad-request', `“${segment}” is not a valid part of an address.`)
  }
}
