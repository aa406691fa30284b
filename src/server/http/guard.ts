/** Names under which this machine may be asked: anything else is somebody's DNS pointing here. */
const HOSTS = new Set(['127.0.0.1', 'localhost', '[::1]'])

/** Whether a Host header names this machine. */
export function isOwnHost(host: string | null): boolean {
  const match = /^(\[[0-9a-f:.]+\]|[^:]+)(?::\d+)?$/i.exec(host ?? '')
  return match !== null && HOSTS.has(match[1]!.toLowerCase())
}

/** The parts of a request that tell where it comes from. */
export interface RequestOrigin {
  readonly method: string
  readonly pathname: string
  readonly host: string | null
  readonly origin: string | null
  readonly fetchSite: string | null
  readonly fetchDest: string | null
}

/**
 * Why a request is refused, in a sentence, or null when it may pass. Frames under /wear/ have an opaque origin, so their
 * files answer anybody who knows the site's unguessable id; everything else answers only Attire's own pages.
 */
export function refusal({
  method,
  pathname,
  host,
  origin,
  fetchSite,
  fetchDest,
}: RequestOrigin): { code: 'wrong-host' | 'not-allowed'; message: string } | null {
  if (!isOwnHost(host)) {
    return {
      code: 'wrong-host',
      message: 'Attire answers only under 127.0.0.1 or localhost. Open the address it printed when it started.',
    }
  }
  const foreign = {
    code: 'not-allowed',
    message: 'This request comes from another site, so Attire refuses it. Open Attire itself to do this.',
  } as const
  if (pathname.startsWith('/wear/')) return method === 'GET' || method === 'HEAD' ? null : foreign
  if (origin !== null && origin !== `http://${host}`) return foreign
  if (fetchDest !== null && ['iframe', 'frame', 'embed', 'object'].includes(fetchDest)) return foreign
  const navigating = fetchDest === 'document' && !pathname.startsWith('/api/') && method === 'GET'
  if (fetchSite !== null && fetchSite !== 'same-origin' && fetchSite !== 'none' && !navigating) return foreign
  return null
}
