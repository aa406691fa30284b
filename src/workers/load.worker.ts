import { unpackSite } from '../protocol/packed-site.ts'
import { textsIn, type PackedTexts } from '../protocol/packed-texts.ts'
import { errorSchema, type SiteState } from '../protocol/site-state.ts'
import { filesNews } from './files-news.ts'
import { inParts } from './in-parts.ts'
import type { Loaded } from './protocol.ts'

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
  /** Who reads the texts as well. */
  readonly port: MessagePort | null
}

/** About so many characters go in one message: taking it in must not hold the window up. */
const CHARACTERS = 1_500_000

const scope = self as unknown as DedicatedWorkerGlobalScope
const say = (message: FromLoader) => scope.postMessage(message)

/** Fetches a site and reads it apart from the window's own thread: on a large site that takes a while. */
scope.onmessage = async ({ data }: MessageEvent<ToLoader>) => {
  const body = data.body ? new Uint8Array(data.body) : await bodyAt(data.address)
  if (!body)
    return say({ type: 'failed', code: 'offline', message: 'Attire’s server does not answer. Is it still running?' })
  const read = unpackSite(body)
  if (!read) {
    const said = errorIn(body)
    return say({
      type: 'failed',
      code: said?.code ?? 'failed',
      message: said?.message ?? 'Attire’s server gave an answer that cannot be read. Reload the page.',
    })
  }
  say({ type: 'site', site: read.site })
  if (data.port) passOn(read, data.port)
  for (const texts of inParts(textsIn(read.texts), CHARACTERS)) say({ type: 'texts', texts })
  say({ type: 'done' })
}

/** Gives somebody else the site, with the texts as bytes, to be read at the same time. */
function passOn({ site, texts }: { readonly site: SiteState; readonly texts: PackedTexts }, port: MessagePort): void {
  const body = texts.body.slice()
  const sheet = site.looks.find(({ id }) => id === site.lookId)?.text ?? null
  const { revision } = site
  port.postMessage({ revision, texts: { ...texts, body }, files: filesNews(site), sheet } satisfies Loaded, [
    body.buffer,
  ])
}

/** What the server answers; null where it does not. An answer that is cut short is empty. */
async function bodyAt(address: string): Promise<Uint8Array | null> {
  const response = await fetch(address).catch(() => null)
  return response && new Uint8Array(await response.arrayBuffer().catch(() => new ArrayBuffer(0)))
}

/** What the server says against it, if that is what came. */
function errorIn(body: Uint8Array) {
  try {
    return errorSchema.safeParse(JSON.parse(new TextDecoder().decode(body))).data?.error
  } catch {
    return undefined
  }
}
