import { errorSchema, siteStateSchema, type SiteState } from '../protocol/site-state.ts'

/** What the loader sends: the site without its texts first, then the texts a few at a time, then the end. */
export type FromLoader =
  | { readonly type: 'site'; readonly site: SiteState }
  | { readonly type: 'texts'; readonly texts: [string, string][] }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly code: string; readonly message: string }

/** What the loader is told: where the site is, and its answer where that has come already. */
export interface ToLoader {
  readonly address: string
  readonly body: ArrayBuffer | null
}

/** About so many characters go in one message: taking it in must not hold the window up. */
const CHARACTERS = 1_500_000

const scope = self as unknown as DedicatedWorkerGlobalScope
const say = (message: FromLoader) => scope.postMessage(message)

/** Fetches a site and reads it apart from the window's own thread: on a large site that takes a while. */
scope.onmessage = async ({ data }: MessageEvent<ToLoader>) => {
  let response: Response
  try {
    response = data.body === null ? await fetch(data.address) : new Response(data.body)
  } catch {
    return say({ type: 'failed', code: 'offline', message: 'Attire’s server does not answer. Is it still running?' })
  }
  const body: unknown = await response.json().catch(() => null)
  const read = siteStateSchema.safeParse(body)
  if (!response.ok || !read.success) {
    const said = errorSchema.safeParse(body).data?.error
    return say({
      type: 'failed',
      code: said?.code ?? 'failed',
      message: said?.message ?? 'Attire’s server gave an answer that cannot be read. Reload the page.',
    })
  }
  const { texts, ...site } = read.data
  say({ type: 'site', site: { ...site, texts: {} } })
  let batch: [string, string][] = []
  let size = 0
  for (const entry of Object.entries(texts)) {
    batch.push(entry)
    size += entry[1].length
    if (size < CHARACTERS) continue
    say({ type: 'texts', texts: batch })
    batch = []
    size = 0
  }
  say({ type: 'texts', texts: batch })
  say({ type: 'done' })
}
